/** The keys of commands: single letters outside fields, and the same with Alt Shift everywhere. */

/** Commands, by the letter that is theirs unless another was chosen; views have the digits. */
export const COMMANDS = [
  { key: 'n', words: 'write a message' },
  { key: 'r', words: 'answer' },
  { key: 'e', words: 'answer everybody' },
  { key: 'p', words: 'pass on: forward a message' },
  { key: 'c', words: 'write a correction of what has left' },
  { key: 'o', words: 'repeat what has left: again and again' },
  { key: 'm', words: 'remind me: a message to myself' },
  { key: 's', words: 'snooze' },
  { key: 'd', words: 'to-do' },
  { key: 'w', words: 'watch: back if nobody answers' },
  { key: 'a', words: 'archive' },
  { key: 'v', words: 'mark as seen, or as new again' },
  { key: '/', words: 'find' },
  { key: 'x', words: 'write with a kept text' },
  { key: 'q', words: 'ask a question, with answers to press' },
  { key: 'h', words: 'offer times to meet at' },
  { key: 'f', words: 'the next finding in what you write' },
  { key: 't', words: 'take back: the row in focus, else the newest hold' },
  { key: '?', words: 'this list' },
] as const;

export type CommandKey = (typeof COMMANDS)[number]['key'];

/** Commands that have another key than usual. */
export type OwnKeys = Partial<Record<CommandKey, string>>;

/** `Alt Shift G` goes round the page, wherever one is. */
const TAKEN = ['g'];

export const keyInForce = (command: CommandKey, own: OwnKeys): string => own[command] ?? command;

/** The command a key is for at present. */
export const commandOf = (key: string, own: OwnKeys): CommandKey | undefined =>
  COMMANDS.find((each) => keyInForce(each.key, own) === key)?.key;

/** Why these keys cannot be used; undefined where they can. */
export function whyNoKeys(own: OwnKeys): string | undefined {
  const all = COMMANDS.map(({ key, words }) => ({ key: keyInForce(key, own), words }));
  for (const [index, { key, words }] of all.entries()) {
    if (!/^[a-z/?]$/.test(key)) return `“${key}” is no key for “${words}”: a letter from a to z, / or ?.`;
    if (TAKEN.includes(key)) return `“${key.toUpperCase()}” with Alt Shift goes round the page already.`;
    const twice = all.slice(0, index).find((each) => each.key === key);
    if (twice) return `“${key.toUpperCase()}” is for “${twice.words}” already.`;
  }
  return undefined;
}
