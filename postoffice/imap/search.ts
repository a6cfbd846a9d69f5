/** What a SEARCH asks for (RFC 9051 §6.4.4), as far as programs need it to keep a mailbox the same. */
import type { Lying } from './folders';
import { numbersIn, textOf, type ImapAttribute } from './reading';

/** What cannot be searched for here. */
export class UnknownKey extends Error {}

export interface Searched {
  lying: readonly Lying[];
  /** The header fields of one, as text. */
  headerOf: (uid: number) => string;
}

type Test = (each: Lying, index: number) => boolean;

const FLAGS: Record<string, string> = {
  SEEN: '\\Seen',
  DELETED: '\\Deleted',
  DRAFT: '\\Draft',
  FLAGGED: '\\Flagged',
  ANSWERED: '\\Answered',
};

/** One field of a header, unfolded (RFC 5322 §2.2.3); empty where there is none. */
export function fieldOf(header: string, name: string): string {
  const unfolded = header.replace(/\r\n(?=[ \t])/g, '');
  const line = unfolded.split('\r\n').find((each) => each.toLowerCase().startsWith(`${name.toLowerCase()}:`));
  return line?.slice(name.length + 1).trim() ?? '';
}

/** Reads the keys one after another: each takes as many arguments as it needs. */
class Keys {
  constructor(
    private readonly args: ImapAttribute[],
    private readonly searched: Searched,
  ) {}

  private text(): string {
    const text = textOf(this.args.shift());
    if (text === undefined) throw new UnknownKey('Something is missing.');
    return text;
  }

  private fieldHas(name: string, words: string): Test {
    const looked = words.toLowerCase();
    return ({ uid }) => fieldOf(this.searched.headerOf(uid), name).toLowerCase().includes(looked);
  }

  /** All of what is left. */
  all(): Test {
    const tests: Test[] = [];
    while (this.args.length > 0) tests.push(this.one());
    return (each, index) => tests.every((test) => test(each, index));
  }

  private one(): Test {
    const [first] = this.args;
    if (Array.isArray(first)) {
      this.args.shift();
      return new Keys([...first], this.searched).all();
    }
    const key = this.text().toUpperCase();
    const flag = FLAGS[key.replace(/^UN/, '')];
    if (flag) return ({ flags }) => flags.includes(flag) !== key.startsWith('UN');
    const { lying } = this.searched;
    switch (key) {
      case 'ALL':
        return () => true;
      case 'NOT': {
        const test = this.one();
        return (each, index) => !test(each, index);
      }
      case 'OR': {
        const [a, b] = [this.one(), this.one()];
        return (each, index) => a(each, index) || b(each, index);
      }
      case 'UID': {
        const named = new Set(
          numbersIn(
            this.text(),
            lying.map(({ uid }) => uid),
          ),
        );
        return ({ uid }) => named.has(uid);
      }
      case 'HEADER':
        return this.fieldHas(this.text(), this.text());
      case 'SUBJECT':
      case 'FROM':
      case 'TO':
        return this.fieldHas(key, this.text());
      default: {
        if (!/^[\d*][\d:,*]*$/.test(key)) throw new UnknownKey(`${key} cannot be searched for here.`);
        const named = new Set(
          numbersIn(
            key,
            lying.map((_, index) => index + 1),
          ),
        );
        return (_, index) => named.has(index + 1);
      }
    }
  }
}

/** @returns the places in `lying` @throws UnknownKey */
export function search(args: readonly ImapAttribute[], searched: Searched): number[] {
  const keys = [...args];
  // Nothing else than UTF-8 and ASCII comes.
  if (textOf(keys[0])?.toUpperCase() === 'CHARSET') keys.splice(0, 2);
  const test = new Keys(keys, searched).all();
  return searched.lying.flatMap((each, index) => (test(each, index) ? [index] : []));
}
