/** What checking a message costs, and how often the checks speak of what is no mistake. */
import type { CheckedMessage, MessageContext } from '../src/core/checks/checkedMessage';
import type { Finding } from '../src/core/checks/finding';
import { checkMessage, spelledWords } from '../src/core/checks/message';
import { wordKey, type Dictionary } from '../src/core/checks/spelling';
import { toLocal } from '../src/core/time/wallClock';
import { unknownWords } from '../src/spelling/dictionaries';
import { demoPeople, me, outgoing } from '../src/demo/world';
import { blankMessage, knowsNothing } from '../test/support/checks';
import { median, milliseconds, type Row } from './support';

const NOW = Date.parse('2026-11-24T14:24:00Z');
const RUNS = 15;
const FRAME_MS = 16;

const people = [...demoPeople.values()].map(({ name, address }) => ({ name, addresses: [address] }));
const contextFor = (zones: readonly (string | undefined)[]): MessageContext => ({
  ...{ ...knowsNothing, ownNames: [me.name], now: NOW, zone: 'Europe/Lisbon', place: 'Lisbon', people },
  landings: zones.flatMap((zone) => (zone ? [{ zone, place: '', local: toLocal(NOW + 90_000, zone) }] : [])),
});
const letter = (text: string, visible: CheckedMessage['visible'], subject = 'Crates'): CheckedMessage => ({
  ...{ ...blankMessage, subject, text, visible },
});

/** The dictionary's answers for a letter, as the page asks for them. */
async function dictionaryFor(message: CheckedMessage): Promise<Dictionary> {
  const words = spelledWords(message, { people, ownNames: [me.name], ownWords: [] });
  const unknown = new Map(
    (await unknownWords(words)).map(({ language, word, suggestions }) => [
      wordKey(language, word),
      suggestions,
    ]),
  );
  return new Map(
    words.map(({ language, word }) => {
      const key = wordKey(language, word);
      return [key, unknown.get(key) ?? 'known'];
    }),
  );
}

export async function checks(): Promise<Row[]> {
  const line =
    'The crates go by road to the harbour on 3 December, and Bela has the papers ready for them.\n';
  const long = letter(`Dear Haruki,\n${line.repeat(Math.ceil(50_000 / line.length))}`, [
    { name: 'Haruki Anzai', address: 'h.anzai@lacquer-osaka.example' },
  ]);
  const context = contextFor(['Asia/Tokyo']);
  const first = milliseconds(() => checkMessage(long, context));
  const whole = median(Array.from({ length: RUNS }, () => milliseconds(() => checkMessage(long, context))));
  // Each of the letters of the demo is as its writer meant it: whatever is found in them is a false alarm.
  const found: Finding[] = [];
  for (const { to, subject, text } of outgoing) {
    const readers = to.map((key) => demoPeople.get(key)!);
    const message = letter(text, readers, subject);
    const where = contextFor(readers.map(({ zone }) => zone ?? undefined));
    found.push(...checkMessage(message, { ...where, dictionary: await dictionaryFor(message) }));
  }
  const kinds = [...new Set(found.map(({ check, words }) => `${check} “${words}”`))].join(', ');
  return [
    [
      'checking a message of 50 kB for the first time, in the worker beside the page',
      `${first.toFixed(1)} ms`,
      `one frame, ${FRAME_MS} ms`,
      (first / FRAME_MS).toFixed(2),
    ],
    [
      'the same again, after a key',
      `${whole.toFixed(1)} ms`,
      `one frame, ${FRAME_MS} ms`,
      (whole / FRAME_MS).toFixed(2),
    ],
    [
      'findings in the letters of the demo, which are meant as they are',
      `${found.length}${kinds && `: ${kinds}`}`,
      `${outgoing.length} letters`,
      (found.length / outgoing.length).toFixed(2),
    ],
  ];
}
