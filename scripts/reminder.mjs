// Makes public/reminder.wav: two soft struck tones, the sound of a reminder. Run again only to change it.
import { Buffer } from 'node:buffer';
import { writeFileSync } from 'node:fs';

const RATE = 22_050;
const SECONDS = 1.1;
/** Hertz, the second it is struck at, loudness: a fifth, the upper tone a little later. */
const STRIKES = [
  [523.25, 0, 0.5],
  [784, 0.16, 0.42],
];
/** Partials of a small bell: multiple of the tone, loudness, how fast it fades. */
const PARTIALS = [
  [1, 1, 4],
  [2, 0.35, 6],
  [2.98, 0.2, 9],
  [4.2, 0.08, 14],
];

const count = Math.round(RATE * SECONDS);
const data = Buffer.alloc(count * 2);
for (let n = 0; n < count; n++) {
  const at = n / RATE;
  let sum = 0;
  for (const [hertz, begin, loud] of STRIKES) {
    const since = at - begin;
    if (since < 0) continue;
    const attack = Math.min(1, since / 0.004);
    for (const [multiple, part, fade] of PARTIALS)
      sum +=
        attack * loud * part * Math.exp(-fade * since) * Math.sin(2 * Math.PI * hertz * multiple * since);
  }
  const end = Math.min(1, (SECONDS - at) / 0.05);
  data.writeInt16LE(Math.round(Math.max(-1, Math.min(1, sum * 0.5 * end)) * 32_000), n * 2);
}
const head = Buffer.alloc(44);
head.write('RIFF', 0);
head.writeUInt32LE(36 + data.length, 4);
head.write('WAVEfmt ', 8);
head.writeUInt32LE(16, 16);
head.writeUInt16LE(1, 20);
head.writeUInt16LE(1, 22);
head.writeUInt32LE(RATE, 24);
head.writeUInt32LE(RATE * 2, 28);
head.writeUInt16LE(2, 32);
head.writeUInt16LE(16, 34);
head.write('data', 36);
head.writeUInt32LE(data.length, 40);
writeFileSync('public/reminder.wav', Buffer.concat([head, data]));
