/** A small folder of made-up files, as if colleagues kept them: what can be linked in the demo. */
import { mkdirSync, utimesSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';

/** Where they are, under the folder of the data. */
export const demoFolder = (dataDir: string): string => join(dataDir, 'files');

const FILES: { name: string; at: string; text: string }[] = [
  {
    name: 'crate list.csv',
    at: '2026-11-23T16:40:00Z',
    text: 'crate;object;width mm;height mm;depth mm;weight kg\r\n1;lighthouse lens;1400;1400;1200;310\r\n2;lacquer panels;1240;880;240;46\r\n3;oil lamps, twelve;900;700;600;58\r\n',
  },
  {
    name: 'readings/readings 2026-11-20.csv',
    at: '2026-11-20T08:00:00Z',
    text: 'crate;humidity %;temperature C\r\n1;52;18.4\r\n2;49;18.1\r\n3;50;18.2\r\n',
  },
  {
    name: 'readings/readings 2026-11-23.csv',
    at: '2026-11-23T08:00:00Z',
    text: 'crate;humidity %;temperature C\r\n1;54;18.0\r\n2;50;18.1\r\n3;51;17.9\r\n',
  },
  {
    name: 'notes/for couriers.txt',
    at: '2026-11-19T11:20:00Z',
    text: 'The seals are photographed before and after each leg.\r\nNobody opens a crate without the registrar on the telephone.\r\n',
  },
  {
    name: 'notes/condition of the lens.txt',
    at: '2026-11-18T15:05:00Z',
    text: 'Two old chips at the lower rim, both filled. The brass ring turns freely.\r\n',
  },
];

/** What leaves each time one of them changes. */
export const demoWatched = {
  to: ['sunna'],
  subject: 'The crate list has changed',
  text: 'Hi Sunna,\n\nthe crate list has changed; the new one is attached.\n\nTamsin',
  file: 'crate list.csv',
};

/** Makes them anew. */
export function makeDemoFiles(dataDir: string): void {
  for (const { name, at, text } of FILES) {
    const path = join(demoFolder(dataDir), name);
    mkdirSync(dirname(path), { recursive: true });
    writeFileSync(path, text);
    utimesSync(path, new Date(at), new Date(at));
  }
}
