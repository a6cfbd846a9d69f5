/** Runs what has moments: each by itself, so that one that fails stops no other, and no release. */
import { replaceWakerTroubles, type WakerTrouble } from '#store/wakerTroubles';
import type { Desk } from '../desk';
import { diskTrouble } from '../diskTrouble';
import { Resting } from './resting';
import type { Waker } from './waker';

/** So many are looked up and committed together. */
const AT_ONCE = 500;

/** A whole waker that failed, beside the ids of what it is about. */
const WHOLE = '*';

const nowOf = (desk: Desk, { clock }: Waker) => (clock === 'desk' ? desk.now() : Date.now());

/** Asked of all at every wake: most often there is nothing. @throws what the waker throws */
const mayBeDue = (desk: Desk, waker: Waker, resting: Resting): boolean =>
  resting.failing().length > 0 || (waker.next(desk, desk.store.db, []) ?? Infinity) <= nowOf(desk, waker);

/**
 * Has everything happen that is due for one waker.
 * @param resting what failed lately, and is left out
 * @param failed told of what fails
 * @returns how many there were
 * @throws where the disk does not take it
 */
export function runWaker(
  desk: Desk,
  waker: Waker,
  resting = new Resting(),
  failed: (id: string, error: unknown) => void = (_, error) => {
    throw error;
  },
): number {
  let done = 0;
  let before = new Set<string>();
  for (;;) {
    const failing = resting.failing();
    const limit = AT_ONCE + failing.length;
    const all = waker.due(desk, desk.store.db, nowOf(desk, waker), limit);
    // What failed and is not due any more, somebody has dealt with otherwise.
    if (all.length < limit)
      for (const [id] of failing) if (id !== WHOLE && !all.some((each) => each.id === id)) resting.forget(id);
    const due = all.filter(({ id }) => !resting.has(id));
    // What is due again at once has found nothing to do.
    if (due.length === 0 || due.some(({ id }) => before.has(id))) return done;
    before = new Set(due.map(({ id }) => id));
    done += actOn(desk, waker, due, resting, failed);
    if (due.length < AT_ONCE) return done;
  }
}

function actOn(
  desk: Desk,
  waker: Waker,
  due: readonly { id: string }[],
  resting: Resting,
  failed: (id: string, error: unknown) => void,
): number {
  const one = (id: string) => desk.store.write((tx) => waker.act(desk, tx, id, nowOf(desk, waker)));
  try {
    // Most often all goes well, and then one commit is enough for all.
    desk.store.write((tx) => due.forEach(({ id }) => waker.act(desk, tx, id, nowOf(desk, waker))));
    for (const { id } of due) resting.forget(id);
    return due.length;
  } catch (error) {
    if (diskTrouble(error)) throw error;
  }
  let done = 0;
  for (const { id } of due) {
    try {
      one(id);
      resting.forget(id);
      done++;
    } catch (error) {
      if (diskTrouble(error)) throw error;
      resting.rest(id);
      failed(id, error);
    }
  }
  return done;
}

/** Told of what fails. @param id of what it is about; null: all of it */
export type OnFailure = (waker: string, id: string | null, error: unknown) => void;

export class Wakers {
  private readonly resting: Map<string, Resting>;
  /** As last written down. */
  private told = '[]';

  constructor(
    private readonly desk: Desk,
    private readonly list: readonly Waker[],
    private readonly onFailure: OnFailure,
    real: () => number = Date.now,
  ) {
    this.resting = new Map(list.map(({ name }) => [name, new Resting(real)]));
  }

  /** At start: what was written down before is of no account, all is tried. */
  begin(): void {
    replaceWakerTroubles(this.desk.store, []);
  }

  /** The disk did not take all of it the last time: it is still due. */
  heldUp = false;

  /** Has everything happen that is due. @returns how many there were */
  run(): number {
    let done = 0;
    this.heldUp = false;
    const wanted = new Set(
      this.asked((waker, resting) => mayBeDue(this.desk, waker, resting) || undefined).map(
        ([waker]) => waker,
      ),
    );
    for (const waker of this.list) {
      // What has happened may be something to another one.
      if (!wanted.has(waker) && done === 0) continue;
      const resting = this.resting.get(waker.name)!;
      if (resting.has(WHOLE)) continue;
      try {
        done += runWaker(this.desk, waker, resting, (id, error) => this.onFailure(waker.name, id, error));
        resting.forget(WHOLE);
      } catch (error) {
        this.failed(waker, error);
      }
    }
    if (!this.heldUp) this.tell();
    return done;
  }

  /**
   * Asks all of them as of one moment, but for those that rest. One that fails is told of once nothing is being read any more.
   * @returns those that answered something, with what that is
   */
  private asked<T>(ask: (waker: Waker, resting: Resting) => T | null | undefined): [Waker, T][] {
    const failed: [Waker, unknown][] = [];
    const answers = this.desk.store.read(() =>
      this.list.flatMap((waker): [Waker, T][] => {
        const resting = this.resting.get(waker.name)!;
        if (resting.has(WHOLE)) return [];
        try {
          const answer = ask(waker, resting) ?? undefined;
          return answer === undefined ? [] : [[waker, answer]];
        } catch (error) {
          failed.push([waker, error]);
          return [];
        }
      }),
    );
    for (const [waker, error] of failed) this.failed(waker, error);
    return answers;
  }

  private failed(waker: Waker, error: unknown): void {
    // A full disk is no fault of its own: it goes on as soon as there is room.
    if (diskTrouble(error)) this.heldUp = true;
    else this.resting.get(waker.name)!.rest(WHOLE);
    this.onFailure(waker.name, null, error);
  }

  /** The next moment anything is due, by the clock of the desk, epoch ms; null where nothing is. What rests is left out. */
  next(): number | null {
    const moments = this.asked((waker, resting) =>
      waker.clock === 'machine' ? undefined : waker.next(this.desk, this.desk.store.db, resting.ids()),
    );
    return moments.length > 0 ? Math.min(...moments.map(([, moment]) => moment)) : null;
  }

  /** Writes down what fails, so that whoever looks is told; once. */
  private tell(): void {
    const troubles = this.list.flatMap(({ name }): WakerTrouble[] => {
      const failing = this.resting.get(name)!.failing();
      if (failing.length === 0) return [];
      return [
        {
          waker: name,
          count: failing.length,
          since: Math.min(...failing.map(([, { since }]) => since)),
          nextTry: Math.min(...failing.map(([, { until }]) => until)),
        },
      ];
    });
    const said = JSON.stringify(troubles);
    if (said === this.told) return;
    this.told = said;
    replaceWakerTroubles(this.desk.store, troubles);
  }
}
