import { textNamed } from '#store/texts';
import type { Reading } from '#store/store';

/** The name for a text, with a number where there is one of that name already. */
export function freeName(db: Reading, wanted: string): string {
  const name = wanted.trim() || 'A text';
  for (let n = 1; ; n++) {
    const tried = n === 1 ? name : `${name} ${n}`;
    if (!textNamed(db, tried)) return tried;
  }
}
