/** What checking a message costs, and how often the checks speak of what is no mistake. */
import type { CheckedMessage, MessageContext } from '#core/checks/checkedMessage';
import type { Finding } from '#core/checks/finding';
import { checkMessage } from '#core/checks/message';
import { toLocal } from '#core/time/wallClock';
import { demoPeople, me, outgoing } from '#demo/world';
import { blankMessage, knowsNothing } from '#test/support/checks';
import { dictionaryFor, judge, labelledMails, type Judged } from '#test/support/labelledMails';
import { median, milliseconds, type Row } from './support';

const NOW = Date.parse('2026-11-24T14:24:00Z');
const RUNS = 15;
const FRAME_MS = 16;

const people = [...demoPeople.values()].map(({ name, address }) => ({ name, addresses: [address] }));
const contextFor = (zones: readonly (string | undefined)[]): MessageContext => ({
  ...knowsNothing,
  ownNames: [me.name],
  now: NOW,
  zone: 'Europe/Lisbon',
  place: 'Lisbon',
  people,
  landings: zones.flatMap((zone) => (zone ? [{ zone, place: '', local: toLocal(NOW + 90_000, zone) }] : [])),
});
const letter = (text: string, visible: CheckedMessage['visible'], subject = 'Crates'): CheckedMessage => ({
  ...blankMessage,
  subject,
  text,
  visible,
});

/** Labelled mails: what of it is found, and in how many something is found that is none. */
async function labelled(): Promise<Row[]> {
  const [aside, own] = [await judge(labelledMails('kept aside')), await judge(labelledMails('written by'))];
  const recall = ({ found, expected }: Judged) => found / expected;
  return [
    [
      'findings in the labelled mails kept aside',
      `${aside.found} of ${aside.expected}`,
      `those the rules were written by: ${own.found} of ${own.expected}`,
      (recall(aside) / recall(own)).toFixed(2),
    ],
    [
      'labelled mails kept aside in which something is found that is none',
      `${aside.falseAlarms} of ${aside.mails}`,
      'one in 20',
      ((aside.falseAlarms / aside.mails) * 20).toFixed(2),
    ],
  ];
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
    found.push(...checkMessage(message, { ...where, dictionary: await dictionaryFor(message, where) }));
  }
  const kinds = [...new Set(found.map(({ check, words }) => `${check} “${words}”`))].join(', ');
  return [
    ...(await labelled()),
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
