/** How the post office misbehaves, on request: as mail servers do on bad days. */

export const DROPS = ['before-data', 'in-data', 'after-dot', 'after-dot-unkept'] as const;

/**
 * Where the connection is dropped: before DATA is answered, in the middle of the message, or after the final dot
 * without an answer, the message kept or not.
 */
export type Drop = (typeof DROPS)[number];

export interface Faults {
  /** Addresses put off with 451 until a minute after their first try; `*` stands for all. */
  greylist: string[];
  /** Addresses refused with 550; `*` stands for all. */
  refuse: string[];
  drop: Drop | null;
  /** How many more times it drops; null for every time. */
  dropTimes: number | null;
  /** Real seconds between the final dot and its answer. */
  answerAfterSeconds: number;
  /** Epoch ms until which nobody is there; null while somebody is. */
  downUntil: number | null;
  /** Offers STARTTLS and then refuses it. */
  refuseStartTls: boolean;
}

export const NO_FAULTS: Faults = {
  greylist: [],
  refuse: [],
  drop: null,
  dropTimes: null,
  answerAfterSeconds: 0,
  downUntil: null,
  refuseStartTls: false,
};

const GREYLIST_MS = 60_000;

export class FaultBox {
  private faults = NO_FAULTS;
  private readonly firstSeen = new Map<string, number>();

  get present(): Faults {
    return this.faults;
  }

  /** Replaces them all. */
  set(faults: Faults): void {
    this.faults = faults;
    this.firstSeen.clear();
  }

  isDown(now: number): boolean {
    return this.faults.downUntil !== null && now < this.faults.downUntil;
  }

  /** The reply to a recipient; undefined where it is welcome. */
  recipientReply(from: string, to: string, now: number): { code: number; words: string } | undefined {
    const named = (list: string[]) => list.includes('*') || list.includes(to.toLowerCase());
    if (named(this.faults.refuse)) return { code: 550, words: `5.1.1 No mailbox ${to} here` };
    if (!named(this.faults.greylist)) return undefined;
    const key = `${from} ${to}`.toLowerCase();
    const first = this.firstSeen.get(key) ?? now;
    this.firstSeen.set(key, first);
    if (now - first >= GREYLIST_MS) return undefined;
    return { code: 451, words: '4.7.1 Greylisted, try again in a minute' };
  }

  /** True where it is to drop the connection here; counts it. */
  drops(...here: Drop[]): boolean {
    const { drop, dropTimes } = this.faults;
    if (!drop || !here.includes(drop) || dropTimes === 0) return false;
    this.faults = { ...this.faults, dropTimes: dropTimes === null ? null : dropTimes - 1 };
    return true;
  }
}
