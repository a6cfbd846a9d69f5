/** What signatures come to, in words. */
import { addressKey } from '../message/address';
import { whyUnusable, type KnownKey } from './key';

/** `good`: by who it says, with the key that is used for them; `doubt`: nothing is known against it; `bad`: do not trust it. */
export const VERDICTS = ['good', 'doubt', 'bad'] as const;
export type VerdictLevel = (typeof VERDICTS)[number];

export interface Verdict {
  level: VerdictLevel;
  words: string;
  /** The key it was checked with; null where that is not known. */
  fingerprint: string | null;
}

/** A signature that has been checked. */
export interface Checked {
  keyId: string;
  fingerprint: string | null;
  verdict: 'good' | 'bad' | 'unknown';
}

const CHANGED = 'The signature does not fit: it was changed on its way, or somebody else has written it.';

/**
 * @param from the address the message says it is from
 * @param key that it was checked with
 * @param now of the machine, epoch ms
 */
export function verdictOf(check: Checked, from: string, key: KnownKey | undefined, now: number): Verdict {
  const { verdict, fingerprint } = check;
  if (verdict === 'bad') return { level: 'bad', words: CHANGED, fingerprint };
  if (verdict === 'unknown' || !key)
    return {
      level: 'doubt',
      words: `Signed with a key that is not known here (${check.keyId}).`,
      fingerprint,
    };
  const theirs = key.people.find(({ address }) => addressKey(address) === addressKey(from));
  if (!theirs) {
    const who = key.people[0]?.address ?? 'somebody else';
    return { level: 'bad', words: `Signed by ${who}, not by who it says it is from.`, fingerprint };
  }
  if (key.mine) return { level: 'good', words: 'Signed by you.', fingerprint };
  const name = theirs.name || theirs.address;
  if (!key.used)
    return {
      level: 'doubt',
      words: `Signed with a key that says it is of ${name}. You have not said that you use it.`,
      fingerprint,
    };
  const why = whyUnusable(key, now);
  if (why) return { level: 'doubt', words: `Signed by ${name}. About the key: ${why}`, fingerprint };
  return { level: 'good', words: `Signed by ${name}, with the key you use for them.`, fingerprint };
}
