/** Marks on the time rail that would crowd are bundled. */

export interface RailMark {
  id: string;
  /** Epoch ms. */
  at: number;
  label: string;
  href: string;
  /** True where it can be moved to another moment. */
  movable?: boolean;
}

export interface MarkBundle {
  /** Where it is drawn: the first mark's moment, epoch ms. */
  at: number;
  /** At least one, ordered by moment. */
  marks: RailMark[];
}

/**
 * Bundles marks closer than `gap`. A bundle grows from its first mark, so it never spans more than `gap` and the
 * result does not depend on the order given.
 * @param gap milliseconds, positive
 */
export function bundleMarks(marks: readonly RailMark[], gap: number): MarkBundle[] {
  const ordered = [...marks].sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1));
  const bundles: MarkBundle[] = [];
  for (const mark of ordered) {
    const last = bundles.at(-1);
    if (last && mark.at - last.at < gap) last.marks.push(mark);
    else bundles.push({ at: mark.at, marks: [mark] });
  }
  return bundles;
}
