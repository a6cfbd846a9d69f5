/** Correspondents: what their mail says of their zone, what they answer, and files of them. */
import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it, onTestFinished, vi } from 'vitest';
import { tempDesk } from '#test/support/desk';
import { mailOf } from '#test/support/mail';
import { metAddresses } from './people/metAddresses';
import { readCsv, writeCsv } from '#core/formats/csv';
import { readVcards, writeVcards } from '#core/formats/vcard';
import { readWeek } from '#core/time/weekText';
import { changeSettings } from './changeSettings';
import { deliveriesOf } from '#store/deliveries';
import { noteChange } from '#store/journal';
import { readDeparture } from './departures/departureView';
import { openDesk } from './desk';
import { receiveMail } from './incoming/receiveMail';
import { createDraft } from './messages/createDraft';
import { scheduleMessage } from './messages/scheduleMessage';
import {
  addCorrespondent,
  changeCorrespondent,
  listCorrespondents,
  placeReaders,
  readCorrespondent,
} from './people/correspondents';
import { addHolidays, exportCorrespondents, importCorrespondents } from './people/exchange';
import { listGroups, saveGroup } from './people/groups';
import { regionsOf } from './people/holidayCalendar';
import { readersAt } from './people/readers';
import { countryOfAddress } from './people/zoneGuess';

const written = (from: string, date: string, id = date) =>
  Buffer.from(`From: ${from}\r\nDate: ${date}\r\nMessage-ID: <${id.replace(/\W/g, '')}@x>\r\n\r\nhi`);

describe('the zone of somebody', () => {
  it('is proposed from their mail, and confirmed by giving it', async () => {
    const { desk } = tempDesk();
    const { id } = addCorrespondent(desk, { name: 'Keshav', addresses: ['k@x.example'] });
    await receiveMail(desk, written('K@x.example', 'Mon, 23 Nov 2026 17:20:00 +0545'));
    expect(readCorrespondent(desk, id)).toMatchObject({
      zone: null,
      zoneGuess: { zone: 'Asia/Kathmandu', why: '1 message carries UTC+05:45; only Kathmandu keeps that.' },
    });
    expect(changeCorrespondent(desk, id, { zone: 'Asia/Katmandu' })).toMatchObject({
      zone: 'Asia/Kathmandu',
      zoneGuess: null,
    });
  });

  it('is refused where it is an offset', () => {
    const { desk } = tempDesk();
    expect(() => addCorrespondent(desk, { name: 'x', zone: '+05:30' })).toThrow(/fixed offset/);
  });
});

it.each([
  ['ana@lamps.io', undefined],
  ['ana@lamps.co', undefined],
  ['ana@lamps.tv', undefined],
  ['ana@lamps.co.uk', 'GB'],
  ['ana@lamps.is', 'IS'],
  ['ana@lamps.np', 'NP'],
  ['ana@lamps.example', undefined],
])('%s belongs to %s', (address, country) => expect(countryOfAddress(address)).toBe(country));

it('an address belongs to one of them', () => {
  const { desk } = tempDesk();
  addCorrespondent(desk, { name: 'Ana', addresses: ['a@x.example'] });
  expect(() => addCorrespondent(desk, { name: 'Bea', addresses: ['A@X.example'] })).toThrow(/belongs to Ana/);
  expect(() => addCorrespondent(desk, { name: '', addresses: [] })).toThrow(/name or an address/);
});

describe('files', () => {
  const full = {
    name: 'Ana, "the" Lender; 1',
    addresses: ['ana@x.example', 'ana@y.example'],
    zone: 'Asia/Kathmandu',
    place: 'Kathmandu',
    country: 'NP',
    week: readWeek('Su-Fr 10:00-13:00 14:00-17:00'),
    leave: [{ from: '2026-12-01', to: '2026-12-04', note: 'trek, long' }],
    dates: [
      { what: 'Birthday', month: 4, day: 12 },
      { what: 'Opening day', month: 12, day: 1 },
    ],
  };

  it.each(['vcard', 'csv'] as const)('%s: what is written out comes back the same', async (format) => {
    const { desk } = tempDesk();
    addCorrespondent(desk, full);
    const file = exportCorrespondents(desk, format);
    const { desk: other } = tempDesk();
    expect(await importCorrespondents(other, format, file, true)).toMatchObject({
      added: 1,
      rows: [{ what: 'add' }],
    });
    const [back] = listCorrespondents(other);
    expect(back).toMatchObject(full);
    expect(await importCorrespondents(other, format, file, true)).toMatchObject({ added: 0, same: 1 });
  });

  it('a preview changes nothing, and says what would', async () => {
    const { desk } = tempDesk();
    addCorrespondent(desk, { name: 'Ana', addresses: ['ana@x.example'] });
    const csv =
      'Name,E-mail,Time zone,Work\nAna,ana@x.example,Asia/Tokyo,\nBea,bea@x.example,Mars/Base,\nCid,cid@x.example,,Mo-Fr 9-17\n,,,\nDora,not an address,,\n';
    const looked = await importCorrespondents(desk, 'csv', csv, false);
    expect(looked.rows.map(({ row, what, detail }) => `${row} ${what}: ${detail}`)).toEqual([
      '2 change: time zone',
      '3 error: There is no time zone called “Mars/Base”.',
      '4 add: cid@x.example',
      expect.stringMatching(/^6 error: /) as string,
    ]);
    expect(listCorrespondents(desk)).toHaveLength(1);
    expect(listCorrespondents(desk)[0]!.zone).toBeNull();
    await importCorrespondents(desk, 'csv', csv, true);
    expect(listCorrespondents(desk).map(({ name, zone }) => `${name} ${zone}`)).toEqual([
      'Ana Asia/Tokyo',
      'Cid null',
    ]);
  });

  it('reads the cards of others: folded lines, an earlier version, a zone as a hint, a card that is broken', async () => {
    const { desk } = tempDesk();
    const cards = [
      'BEGIN:VCARD\nVERSION:4.0\nFN:Keshav\n  Rai\nEMAIL:mailto:keshav@x.example\nTZ:Asia/Kathmandu\nBDAY:--0412\nADR:;;;Patan;;;Nepal\nEND:VCARD',
      'BEGIN:VCARD\nVERSION:3.0\nFN:Ana\nitem1.EMAIL;TYPE=INTERNET:ana@x.example\nEND:VCARD',
      'BEGIN:VCARD\nVERSION:4.0\nFN:Broken\nthis line is none\nEND:VCARD',
      'BEGIN:VCARD\nVERSION:4.0\nKIND:group\nFN:Crates\nMEMBER:mailto:keshav@x.example\nMEMBER:mailto:who@x.example\nEND:VCARD',
    ].join('\n');
    const { rows, ...counts } = await importCorrespondents(desk, 'vcard', cards, true);
    expect(counts).toEqual({ added: 2, changed: 0, same: 0, groups: 1 });
    expect(rows.find(({ what }) => what === 'error')).toMatchObject({ row: 3, name: 'Broken' });
    expect(rows.find(({ what }) => what === 'group')!.detail).toBe('1 members, 1 not known here');
    const keshav = listCorrespondents(desk).find(({ name }) => name === 'Keshav Rai')!;
    expect(keshav).toMatchObject({
      zone: null,
      zoneGuess: { zone: 'Asia/Kathmandu', why: 'Their vCard says Asia/Kathmandu.' },
      place: 'Patan',
      country: 'NP',
      dates: [{ what: 'Birthday', month: 4, day: 12 }],
    });
    expect(listGroups(desk)).toMatchObject([{ name: 'Crates', members: [keshav.id] }]);
  });

  it('says row by row what of it makes no sense, and takes the rest', async () => {
    const { desk } = tempDesk();
    const card = (name: string, ...lines: string[]) =>
      [
        'BEGIN:VCARD',
        'VERSION:4.0',
        `FN:${name}`,
        `EMAIL:${name.toLowerCase()}@x.example`,
        ...lines,
        'END:VCARD',
      ].join('\r\n');
    const text = [
      card('Ana', 'TZ:Middle/Earth'),
      card('Bo', 'BDAY:--0230'),
      card('Cy', 'BDAY:19801345', 'TZ:-0500'),
      card('Di', 'BDAY:1980-04', 'TZ:Asia/Tokyo'),
    ].join('\r\n');
    const { rows, added } = await importCorrespondents(desk, 'vcard', text, true);
    expect(added).toBe(4);
    expect(
      rows.map(({ row, name, detail }) => [row, name, detail.split('left out: ').slice(1).join(' ')]),
    ).toEqual([
      [
        1,
        'Ana',
        'There is no time zone called “Middle/Earth”. Choose one by its city, such as Asia/Kathmandu.',
      ],
      [2, 'Bo', 'The birthday “--02-30” is no date.'],
      [3, 'Cy', expect.stringMatching(/“-0500”|“-05:00”.*birthday “19801345” is no date/) as string],
      [4, 'Di', ''],
    ]);
  });

  it('names the row of a table in which a quotation mark is not closed', async () => {
    const { desk } = tempDesk();
    const text = 'name,email\nAna,ana@x.example\n"Bo,bo@x.example\nCy,cy@x.example\n';
    const { rows } = await importCorrespondents(desk, 'csv', text, true);
    expect(rows.map(({ row, what }) => [row, what])).toEqual([
      [2, 'add'],
      [3, 'error'],
    ]);
    expect(rows[1]!.detail).toContain('quotation mark');
  });

  it.each(['vcard', 'csv'] as const)(
    'a %s that went out from here changes nothing on its way in',
    async (format) => {
      const { desk } = tempDesk();
      const { id } = addCorrespondent(desk, {
        ...full,
        dates: [
          { what: 'Opening', month: 3, day: 1 },
          { what: 'Birthday', month: 4, day: 12 },
        ],
        week: readWeek('Mo-Fr 22:00-06:00'),
      });
      addCorrespondent(desk, { name: 'Émile', addresses: ['e@x.example'] });
      saveGroup(desk, { name: 'Lenders', members: [id] });
      const { rows, ...counts } = await importCorrespondents(
        desk,
        format,
        exportCorrespondents(desk, format),
        true,
      );
      expect(rows.filter(({ what }) => what !== 'same')).toEqual([]);
      expect(counts).toEqual({ added: 0, changed: 0, groups: 0, same: format === 'csv' ? 2 : 3 });
    },
  );

  it('groups come back with their members', async () => {
    const { desk } = tempDesk();
    const { id } = addCorrespondent(desk, full);
    saveGroup(desk, { name: 'Lenders', members: [id] });
    const { desk: other } = tempDesk();
    await importCorrespondents(other, 'vcard', exportCorrespondents(desk, 'vcard'), true);
    // Ids are its own here; members are found by address.
    expect(listGroups(other)).toMatchObject([{ name: 'Lenders' }]);
    expect(listGroups(other)[0]!.members).toEqual([listCorrespondents(other)[0]!.id]);
  });

  it('a preview of a large file holds no lock, and neither it nor the taking in keeps the rest waiting', async () => {
    const { desk, dir } = tempDesk();
    const other = openDesk(dir);
    onTestFinished(() => other.store.close());
    const rows = Array.from({ length: 3000 }, (_, n) => `Person ${n},p${n}@x.example`).join('\n');
    for (const commit of [false, true]) {
      let [written, turns, done] = [0, 0, false];
      const looked = importCorrespondents(desk, 'csv', `name,email\n${rows}`, commit).finally(
        () => (done = true),
      );
      while (!done) {
        // Whoever else writes gets the lock at once: of a preview always, of the taking in between its parts.
        other.store.write((tx) => noteChange(tx, 'health', 'x'));
        written++;
        await new Promise((resolve) => setImmediate(resolve));
        turns++;
      }
      const result = await looked;
      expect(result).toMatchObject({ added: 3000 });
      expect(Math.min(written, turns)).toBeGreaterThan(10);
      expect(listCorrespondents(desk)).toHaveLength(commit ? 3000 : 0);
    }
  });

  it('a preview sees what the rows before would have done, as the taking in does', async () => {
    const { desk } = tempDesk();
    addCorrespondent(desk, { name: 'Ana', addresses: ['ana@x.example'] });
    const csv = [
      'name,email,zone',
      'Bea,bea@x.example,',
      'Beatriz,BEA@x.example,Asia/Tokyo',
      'Beatriz,bea@x.example;ana@x.example,',
      'Ana,ana@x.example;new@x.example,',
      'Ana,new@x.example,',
      'Cid,bea@x.example;new@x.example,',
    ].join('\n');
    const looked = await importCorrespondents(desk, 'csv', csv, false);
    expect(listCorrespondents(desk)).toHaveLength(1);
    expect(await importCorrespondents(desk, 'csv', csv, true)).toEqual(looked);
    expect(looked.rows.map(({ what }) => what)).toEqual([
      'add',
      'change',
      'error',
      'change',
      'same',
      'error',
    ]);
  });

  it('where the disk fills up on the way, it says how far it came, and going on finishes it', async () => {
    const { desk } = tempDesk();
    const csv = `name,email\n${Array.from({ length: 900 }, (_, n) => `Person ${n},p${n}@x.example`).join('\n')}`;
    const write = desk.store.write.bind(desk.store);
    let calls = 0;
    vi.spyOn(desk.store, 'write').mockImplementation((work) => {
      if (++calls === 3) throw Object.assign(new Error('full'), { code: 'SQLITE_FULL' });
      return write(work);
    });
    await expect(importCorrespondents(desk, 'csv', csv, true)).rejects.toThrow(
      /disk is full.*first 400 were taken in/s,
    );
    vi.restoreAllMocks();
    expect(await importCorrespondents(desk, 'csv', csv, true)).toMatchObject({ added: 500, same: 400 });
  });

  it('a group taken in from a file goes to its new members at once, as one that is saved does', async () => {
    const { desk } = tempDesk();
    const [ana, bea] = ['ana', 'bea'].map(
      (name) => addCorrespondent(desk, { name, addresses: [`${name}@x.example`] }).id,
    );
    const group = saveGroup(desk, { name: 'Lenders', members: [ana!] });
    const { id } = createDraft(desk, { to: [{ group: group.id }], subject: 'x', text: 'x' });
    const [departure] = scheduleMessage(desk, id, { kind: 'at', local: '2026-12-01T09:00', zone: 'Etc/UTC' });
    const card = `BEGIN:VCARD\nVERSION:4.0\nKIND:group\nFN:lenders\nMEMBER:mailto:bea@x.example\nEND:VCARD`;
    expect(await importCorrespondents(desk, 'vcard', card, true)).toMatchObject({ groups: 1 });
    expect(listGroups(desk)).toEqual([{ id: group.id, name: 'lenders', members: [bea] }]);
    expect(readDeparture(desk, departure!.id).readers.map(({ address }) => address)).toEqual([
      'bea@x.example',
    ]);
    expect(deliveriesOf(desk.store.db, [departure!.id]).map(({ address }) => address)).toEqual([
      'bea@x.example',
    ]);
  });

  it('whatever words stand in a card or a cell, they come back, and nothing else with them', () => {
    const piece = fc.constantFrom(
      ...[
        '\n',
        '\r',
        '\r\n',
        ',',
        ';',
        '\\',
        '"',
        "'",
        '=1+1',
        '＝1',
        '-',
        ' ',
        '\t',
        ':',
        'END:VCARD',
        '\r\nX-OAK-ZONE:Asia/Tokyo\r\n',
      ],
      ...['é', '😀', 'BEGIN:VCARD', '@', '+', '\\n', '\\,', '/2026'],
    );
    const words = fc.array(piece, { minLength: 1, maxLength: 8 }).map((pieces) => pieces.join(''));
    fc.assert(
      fc.property(words, words, words, (anywhere, note, what) => {
        // The library takes a backslash at the end of a part of an address for one before its semicolon.
        const place = anywhere.replaceAll('\\', '/');
        const date = { month: 12, day: 1 };
        const person = {
          name: 'Ana',
          addresses: ['ana@x.example'],
          place,
          region: note,
          leave: [{ from: '2026-12-01', to: '2026-12-02', note }],
          dates: [{ what, ...date }],
        };
        const card = writeVcards(
          [{ id: 'one', ...person }],
          [{ id: 'two', name: what, members: ['one', note] }],
        );
        expect(card.match(/^BEGIN:VCARD\r$/gm)).toHaveLength(2);
        expect(card.replace(/\r\n/g, '')).not.toMatch(/[\r\n]/);
        const entries = readVcards(card);
        expect(entries).toHaveLength(2);
        const lf = (text: string) => text.replace(/\r\n?/g, '\n');
        expect(entries[0]).toMatchObject({ person: { place: lf(place), region: lf(note) } });
        expect(entries[0]).not.toHaveProperty('person.zone');
        const csv = writeCsv([{ name: 'Ana', addresses: ['ana@x.example'], place }]);
        const [row] = Papa.parse<string[]>(csv, { delimiter: ',' }).data.slice(1);
        // A spreadsheet finds nothing to run, whatever it passes over at the beginning.
        for (const cell of row!) expect(cell.trim()).not.toMatch(/^[=+@＝＋＠－-]/);
        const [entry, ...more] = readCsv(csv);
        expect(more).toEqual([]);
        expect(entry && 'person' in entry && (entry.person.place ?? '').trim()).toBe(place.trim());
      }),
      { numRuns: 300 },
    );
  });

  it('no cell of a table becomes a formula', async () => {
    const { desk } = tempDesk();
    addCorrespondent(desk, { name: '=HYPERLINK("x")', addresses: ['a@x.example'] });
    const csv = exportCorrespondents(desk, 'csv');
    expect(csv).toContain(`"'=HYPERLINK(""x"")"`);
    const { desk: other } = tempDesk();
    await importCorrespondents(other, 'csv', csv, true);
    expect(listCorrespondents(other)[0]!.name).toBe('=HYPERLINK("x")');
  });
});

describe('holidays of a place without a calendar', () => {
  const file = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'BEGIN:VEVENT\nUID:1\nDTSTART;VALUE=DATE:20261020\nDTEND;VALUE=DATE:20261023\nSUMMARY:Dashain\nEND:VEVENT',
    'BEGIN:VEVENT\nUID:2\nDTSTART;VALUE=DATE:20200920\nRRULE:FREQ=YEARLY\nSUMMARY:Constitution Day\nEND:VEVENT',
    'BEGIN:VEVENT\nUID:3\nDTSTART:20261020T100000Z\nSUMMARY:A meeting\nEND:VEVENT',
    'END:VCALENDAR',
  ].join('\n');

  it('come from an iCalendar file', async () => {
    const { desk } = tempDesk();
    const { id } = addCorrespondent(desk, { name: 'Keshav', zone: 'Asia/Kathmandu' });
    expect(readCorrespondent(desk, id).holidays).toBe('none yet');
    // Three days of one, and the other once a year from 2025 to 2031.
    expect(await addHolidays(desk, 'NP', file)).toBe(10);
    expect(readCorrespondent(desk, id).holidays).toBe('added');
  });

  it.each([
    ['NP', 'hello', /not an iCalendar/],
    ['NP', 'BEGIN:VCALENDAR\nVERSION:2.0\nEND:VCALENDAR', /no all-day events/],
    ['PT', file, /come with Oak Lantern/],
  ])('%s %j is refused', async (country, text, words) => {
    const { desk } = tempDesk();
    await expect(addHolidays(desk, country, text)).rejects.toThrow(words);
  });
});

describe('the region of a country', () => {
  it('adds its own holidays, and goes with the country', () => {
    const { desk } = tempDesk();
    const { id } = addCorrespondent(desk, { name: 'Ida', zone: 'Europe/Berlin', country: 'DE' });
    const epiphany = () => {
      const [reader] = readersAt(desk, desk.store.db, [{ name: '', address: 'ida@x.example' }]);
      return reader!.working!.holidays!['2027-01-06'];
    };
    changeCorrespondent(desk, id, { addresses: ['ida@x.example'] });
    expect(epiphany()).toBeUndefined();
    expect(regionsOf('DE').find(({ code }) => code === 'BY')?.name).toBe('Bayern');
    changeCorrespondent(desk, id, { region: 'BY' });
    expect(epiphany()).toBe('Epiphany');
    expect(changeCorrespondent(desk, id, { country: 'PT' }).region).toBeNull();
  });

  it('is refused where there is none of that name', () => {
    const { desk } = tempDesk();
    expect(() => addCorrespondent(desk, { name: 'Ida', country: 'DE', region: 'ZZ' })).toThrow('no region');
    expect(() => changeSettings(desk, { country: 'NP', region: 'BY' })).toThrow('no region');
    expect(regionsOf('NP')).toEqual([]);
  });
});

it('my own week and leave are checked as those of others are', () => {
  const { desk } = tempDesk();
  const backwards = [{ from: '2026-12-11', to: '2026-12-07', note: '' }];
  expect(() => changeSettings(desk, { leave: backwards })).toThrow('Leave begins before it ends.');
  const overlapping = readWeek('Mo-Fr 09:00-17:00');
  overlapping.work[0] = [
    { from: 540, to: 720 },
    { from: 700, to: 1020 },
  ];
  expect(() => changeSettings(desk, { week: overlapping })).toThrow('follow one another');
});

it('several readers are placed at once, or none of them', () => {
  const { desk } = tempDesk();
  addCorrespondent(desk, { name: 'Ana', addresses: ['a@x.example'] });
  const zones = () => listCorrespondents(desk).map(({ name, zone }) => [name, zone]);
  const zone = 'Asia/Tokyo';
  const readers = [
    { address: 'A@x.example', name: '', zone },
    { address: 'b@x.example', name: 'Bo', zone },
  ];
  const broken = [...readers, { address: 'no address', name: '', zone }];
  expect(() => placeReaders(desk, broken)).toThrow('“no address”');
  expect(zones()).toEqual([['Ana', null]]);
  expect(placeReaders(desk, readers)).toBe(2);
  expect(zones()).toEqual([
    ['Ana', zone],
    ['Bo', zone],
  ]);
  expect(placeReaders(desk, readers)).toBe(0);
});

describe('letters beyond ASCII', () => {
  it('are sorted and compared like the others', () => {
    const { desk } = tempDesk();
    for (const name of ['Zoe', 'Äpfel', 'Élodie', 'anton', 'Bo'])
      addCorrespondent(desk, { name, addresses: [`${name.length}${name.charCodeAt(0)}@x.example`] });
    expect(listCorrespondents(desk).map(({ name }) => name)).toEqual([
      'anton',
      'Äpfel',
      'Bo',
      'Élodie',
      'Zoe',
    ]);
    saveGroup(desk, { name: 'Äpfel', members: [] });
    expect(() => saveGroup(desk, { name: 'äpfel', members: [] })).toThrow('a group');
  });

  it('complete an address, in either case', async () => {
    const { desk } = tempDesk();
    await receiveMail(desk, mailOf({ id: 'a', from: '"Élodie Petit" <ep@x.example>' }));
    for (const words of ['élo', 'ÉLO', 'elo', 'Petit'])
      expect([words, metAddresses(desk, words, 5).map(({ address }) => address)]).toEqual([
        words,
        ['ep@x.example'],
      ]);
    expect(metAddresses(desk, 'eld', 5)).toEqual([]);
  });
});
