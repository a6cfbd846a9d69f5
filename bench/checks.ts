/** What checking a message costs, and how often the checks speak of what is no mistake. */
import type { CheckedMessage, MessageContext } from '../src/core/checks/checkedMessage';
import { checkMessage } from '../src/core/checks/message';
import { toLocal } from '../src/core/time/wallClock';
import { demoPeople, outgoing } from '../src/demo/world';
import { median, milliseconds, type Row } from './support';

const NOW = Date.parse('2026-11-24T14:24:00Z');
const RUNS = 15;
const FRAME_MS = 16;

const people = [...demoPeople.values()].map(({ name, address }) => ({ name, addresses: [address] }));
const contextFor = (zones: readonly (string | undefined)[]): MessageContext => ({
  ...{ now: NOW, zone: 'Europe/Lisbon', place: 'Lisbon', people, off: [] },
  landings: zones.flatMap((zone) => (zone ? [{ zone, place: '', local: toLocal(NOW + 90_000, zone) }] : [])),
});
const letter = (text: string, visible: CheckedMessage['visible'], subject = 'Crates'): CheckedMessage => ({
  ...{ subject, text, visible, bcc: [], individual: false },
});

export function checks(): Row[] {
  const line =
    'The crates go by road to the harbour on 3 December, and Bela has the papers ready for them.\n';
  const long = letter(`Dear Haruki,\n${line.repeat(Math.ceil(50_000 / line.length))}`, [
    { name: 'Haruki Anzai', address: 'h.anzai@lacquer-osaka.example' },
  ]);
  const context = contextFor(['Asia/Tokyo']);
  checkMessage(long, context);
  const whole = median(Array.from({ length: RUNS }, () => milliseconds(() => checkMessage(long, context))));
  // Each of the letters of the demo is as its writer meant it: whatever is found in them is a false alarm.
  const found = outgoing.flatMap(({ to, subject, text }) => {
    const readers = to.map((key) => demoPeople.get(key)!);
    return checkMessage(
      letter(text, readers, subject),
      contextFor(readers.map(({ zone }) => zone ?? undefined)),
    );
  });
  const kinds = [...new Set(found.map(({ check, words }) => `${check} “${words}”`))].join(', ');
  return [
    [
      'checking a message of 50 kB',
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
