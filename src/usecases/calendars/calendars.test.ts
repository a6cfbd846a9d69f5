import fc from 'fast-check';
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import {
  answerCalendar,
  CALENDAR_ACCOUNT,
  CALENDAR_PATH,
  startOurs,
  startRadicale,
  type CalendarServerUnderTest,
} from '#test/support/calendarServers';
import { NOW, tempDesk, tempDir } from '#test/support/desk';
import { patient } from '#test/support/until';
import { forServer, uidsIn } from '#core/formats/keptParts';
import { changeSettings } from '../changeSettings';
import type { Desk } from '../desk';
import { Invalid } from '../errors';
import { listEvents } from '../events/eventView';
import { changeEvent, createEvent, deleteEvent } from '../events/writeEvent';
import { createDraft } from '../messages/createDraft';
import { scheduleMessage } from '../messages/scheduleMessage';
import { departuresOf } from '#store/departures';
import {
  calendarsOf,
  changeFollowed,
  followCalendar,
  listCalendars,
  readCalendar,
  syncFollowed,
  unfollowCalendar,
} from './followedCalendars';

const ics = (uid: string, summary: string, more: readonly string[] = [], start = '20261201T100000') =>
  [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Somebody//Else//EN',
    'BEGIN:VEVENT',
    `UID:${uid}`,
    'DTSTAMP:20261101T000000Z',
    `DTSTART;TZID=Europe/Lisbon:${start}`,
    'DURATION:PT1H',
    `SUMMARY:${summary}`,
    ...more,
    'END:VEVENT',
    'END:VCALENDAR',
    '',
  ].join('\r\n');
const ALARM = [
  'CATEGORIES:house',
  'BEGIN:VALARM',
  'ACTION:DISPLAY',
  'DESCRIPTION:soon',
  'TRIGGER:-PT15M',
  'END:VALARM',
];

let desk: Desk;
let dir: string;
beforeEach(() => {
  ({ desk, dir } = tempDesk());
});
const names = () =>
  listEvents(desk, NOW, NOW + 300 * 86_400_000)
    .map(({ summary }) => summary)
    .sort();
const found = (summary: string) =>
  listEvents(desk, NOW, NOW + 300 * 86_400_000).find((each) => each.summary === summary)!;

describe.each([
  ['the one that ships', startOurs],
  ['radicale', startRadicale],
] as const)('a calendar server: %s', (_, start) => {
  describe('both ways', () => {
    let server: CalendarServerUnderTest;
    let id: string;
    beforeEach(async () => {
      const folder = join(dir, 'server');
      mkdirSync(folder);
      server = await start(folder);
      const { place, user, password } = server;
      id = followCalendar(desk, { kind: 'caldav', place, user, password, takesNew: true }).id;
    });
    afterEach(() => server.close());
    const sync = async () => (await syncFollowed(desk, id))!;
    const there = async () => {
      const answer = await server.ask(
        'REPORT',
        '',
        '<c:calendar-query xmlns:d="DAV:" xmlns:c="urn:ietf:params:xml:ns:caldav"><d:prop><d:getetag/><c:calendar-data/></d:prop><c:filter><c:comp-filter name="VCALENDAR"/></c:filter></c:calendar-query>',
        { depth: '1', 'content-type': 'application/xml' },
      );
      return answer.text();
    };
    const put = async (uid: string, text: string) => {
      const { status } = await server.ask('PUT', `${uid}.ics`, text);
      expect(status).toBeLessThan(300);
    };

    it('its calendars are found from its address, with a name and a password', async () => {
      const calendars = await calendarsOf(server.root, server.user, server.password);
      expect(calendars).toEqual([{ url: server.place, name: 'Museum house' }]);
      await expect(calendarsOf(server.root, server.user, 'wrong')).rejects.toThrow(Invalid);
    });

    it('what is there comes here, and what is here goes there, once', async () => {
      await put('a', ics('a', 'Boiler', ['RRULE:FREQ=WEEKLY;COUNT=3']));
      createEvent(desk, { summary: 'Broker call', start: '2026-12-02T15:00', zone: 'Africa/Nairobi' });
      expect(await sync()).toMatchObject({ pulled: 1, pushed: 1, troubles: [] });
      expect(names()).toEqual(['Boiler', 'Boiler', 'Boiler', 'Broker call']);
      expect(await there()).toContain('SUMMARY:Broker call');
      expect(await sync()).toMatchObject({ pulled: 0, pushed: 0, dropped: 0 });
      expect(readCalendar(desk, id)).toMatchObject({
        events: 2,
        trouble: null,
        agreedAt: desk.now() - (desk.now() % 1),
      });
    });

    it('a change goes the other way, whichever side it was made on, and loses nothing we do not know of', async () => {
      await put('a', ics('a', 'Boiler', ALARM));
      await sync();
      changeEvent(desk, found('Boiler').id, { summary: 'Boiler, main hall', start: '2026-12-01T11:00' });
      expect(await sync()).toMatchObject({ pushed: 1, pulled: 0 });
      const after = await there();
      expect(after).toContain('SUMMARY:Boiler\\, main hall');
      expect(after).toContain('TRIGGER:-PT15M');
      expect(after).toContain('CATEGORIES:house');
      // Another program changes it without counting: it is taken all the same.
      await put('a', ics('a', 'Boiler again', ALARM));
      expect(await sync()).toMatchObject({ pulled: 1, pushed: 0 });
      expect(names()).toEqual(['Boiler again']);
    });

    it('taken out on one side it goes on the other; changed on the other meanwhile it stays', async () => {
      await put('a', ics('a', 'One'));
      await put('b', ics('b', 'Two'));
      await put('c', ics('c', 'Three'));
      await sync();
      deleteEvent(desk, found('One').id);
      await server.ask('DELETE', 'b.ics');
      deleteEvent(desk, found('Three').id);
      await put('c', ics('c', 'Three later'));
      await sync();
      expect(names()).toEqual(['Three later']);
      expect(uidsIn(await there())).toEqual(['c']);
    });

    it('one time of what recurs is moved on either side', async () => {
      await put('a', ics('a', 'Rounds', ['RRULE:FREQ=DAILY;COUNT=3']));
      await sync();
      changeEvent(
        desk,
        found('Rounds').id,
        { start: '2026-12-02T16:00' },
        { occurrence: '2026-12-02T10:00:00' },
      );
      expect(await sync()).toMatchObject({ pushed: 1 });
      expect((await there()).match(/RECURRENCE-ID/g)).toHaveLength(1);
      await put('a', ics('a', 'Rounds', ['RRULE:FREQ=DAILY;COUNT=2']));
      await sync();
      expect(listEvents(desk, NOW, NOW + 30 * 86_400_000).map(({ start }) => start.slice(0, 16))).toEqual([
        '2026-12-01T10:00',
        '2026-12-02T10:00',
      ]);
    });

    it('what leaves before an event moves with it when it is moved there', async () => {
      await put('a', ics('a', 'Delivery'));
      await sync();
      const { id: message } = createDraft(desk, { to: ['a@x.example'], subject: 'x', text: 'x' });
      scheduleMessage(desk, message, { kind: 'before-event', event: found('Delivery').id, offset: '-PT1H' });
      await put('a', ics('a', 'Delivery', [], '20261201T140000'));
      await sync();
      expect(departuresOf(desk.store.db, message)[0]!.due).toBe(Date.parse('2026-12-01T13:00:00Z'));
    });

    it('what cannot be read is said, and left alone on both sides', async () => {
      await put('a', ics('a', 'Good'));
      await sync();
      // A server may refuse it at once.
      await server.ask('PUT', 'z.ics', ics('z', 'Nowhere', [], '20260230T100000'));
      await sync();
      expect(names()).toEqual(['Good']);
      if ((await there()).includes('UID:z')) expect(readCalendar(desk, id).trouble).toContain('Nowhere');
    });

    it('away, or with another password, nothing is lost, and it is said; back, it goes on', async () => {
      await put('a', ics('a', 'Kept'));
      await sync();
      changeFollowed(desk, id, { password: 'wrong' });
      expect(await syncFollowed(desk, id)).toBeUndefined();
      expect(readCalendar(desk, id).trouble).toMatch(/name and password/);
      expect(names()).toEqual(['Kept']);
      changeFollowed(desk, id, { password: server.password });
      createEvent(desk, { summary: 'Meanwhile', start: '2026-12-02T15:00' });
      expect(await sync()).toMatchObject({ pushed: 1 });
      expect(readCalendar(desk, id).trouble).toBeNull();
      await server.close();
      expect(await syncFollowed(desk, id)).toBeUndefined();
      expect(readCalendar(desk, id).trouble).toMatch(/could not be asked/);
      expect(names()).toEqual(['Kept', 'Meanwhile']);
    });

    it('followed no more: nothing changes there; here it stays, or goes', async () => {
      await put('a', ics('a', 'Kept'));
      await sync();
      unfollowCalendar(desk, id, true);
      expect(names()).toEqual(['Kept']);
      const { place, user, password } = server;
      ({ id } = followCalendar(desk, { kind: 'caldav', place, user, password }));
      await sync();
      // Not the one new events go to: what is in no calendar is its own.
      createEvent(desk, { summary: 'Mine', start: '2026-12-02T15:00' });
      expect(await sync()).toMatchObject({ pushed: 0 });
      unfollowCalendar(desk, id, false);
      expect(names()).toEqual(['Mine']);
      expect(uidsIn(await there())).toEqual(['a']);
      expect(listCalendars(desk)).toEqual([]);
    });

    it(
      'two desks on one calendar come to say the same, whatever each does',
      async () => {
        const other = tempDesk().desk;
        const { place, user, password } = server;
        const theirs = followCalendar(other, { kind: 'caldav', place, user, password, takesNew: true }).id;
        const all = (each: Desk) =>
          listEvents(each, NOW, NOW + 60 * 86_400_000)
            .map(({ uid, summary, start }) => `${uid} ${summary} ${start}`)
            .sort();
        const step = fc.record({
          mine: fc.boolean(),
          what: fc.constantFrom('add', 'rename', 'move', 'delete', 'sync'),
          pick: fc.nat(5),
        });
        let count = 0;
        await fc.assert(
          fc.asyncProperty(fc.array(step, { maxLength: 10 }), async (steps) => {
            for (const { mine, what, pick } of steps) {
              const here = mine ? desk : other;
              const events = listEvents(here, NOW, NOW + 60 * 86_400_000);
              const event = events[pick % Math.max(1, events.length)];
              const day = String(1 + (count++ % 28)).padStart(2, '0');
              if (what === 'add') createEvent(here, { summary: `E${count}`, start: `2026-12-${day}T10:00` });
              if (what === 'sync') await syncFollowed(here, mine ? id : theirs);
              if (!event) continue;
              if (what === 'rename') changeEvent(here, event.id, { summary: `R${count}` });
              if (what === 'move') changeEvent(here, event.id, { start: `2026-12-${day}T12:00` });
              if (what === 'delete') deleteEvent(here, event.id);
            }
            for (const [each, which] of [
              [desk, id],
              [other, theirs],
              [desk, id],
              [other, theirs],
            ] as const)
              await syncFollowed(each, which);
            expect(all(other)).toEqual(all(desk));
            expect(uidsIn(await there()).sort()).toEqual(
              [...new Set(all(desk).map((each) => each.split(' ')[0]!))].sort(),
            );
          }),
          { numRuns: 6 },
        );
      },
      patient(120_000),
    );
  });
});

it.each([
  ['http://calendar.example/dav/', /https:\/\/ only/],
  ['https://a:b@calendar.example/', /fields of their own/],
  ['ftp://calendar.example/', /https:\/\/ or http/],
  ['calendar', /no address/],
])('%s is no address that a password is given to', (place, why) =>
  expect(() => followCalendar(desk, { kind: 'caldav', place, user: 'a', password: 'b' })).toThrow(why),
);

it.each([
  ['a page to sign in', 200, 'text/html', '<html><body>Sign in</body></html>'],
  [
    'half an answer',
    207,
    'application/xml',
    '<d:multistatus xmlns:d="DAV:"><d:response><d:href>/dav/registrar/house/a.ics</d:href>',
  ],
  [
    'an answer without tags',
    207,
    'application/xml',
    '<d:multistatus xmlns:d="DAV:"><d:response><d:href>/dav/registrar/house/a.ics</d:href><d:propstat><d:prop/><d:status>HTTP/1.1 200 OK</d:status></d:propstat></d:response></d:multistatus>',
  ],
  ['trouble', 500, 'text/plain', 'x'],
])('%s in place of a calendar takes nothing away', async (_, status, type, body) => {
  let strange = false;
  const folder = join(dir, 'server');
  const server = createServer((request, response) =>
    strange
      ? void response.writeHead(status, { 'content-type': type }).end(body)
      : void answerCalendar(folder, request, response),
  );
  const port = await new Promise<number>((resolve) =>
    server.listen(0, '127.0.0.1', () => resolve((server.address() as AddressInfo).port)),
  );
  const place = `http://127.0.0.1:${port}${CALENDAR_PATH}`;
  const { id } = followCalendar(desk, { kind: 'caldav', place, ...CALENDAR_ACCOUNT, takesNew: true });
  createEvent(desk, { summary: 'Mine', start: '2026-12-02T15:00' });
  expect(await syncFollowed(desk, id)).toMatchObject({ pushed: 1 });
  strange = true;
  expect(await syncFollowed(desk, id)).toBeUndefined();
  expect(names()).toEqual(['Mine']);
  expect(readCalendar(desk, id).trouble).not.toBeNull();
  strange = false;
  expect(await syncFollowed(desk, id)).toMatchObject({ dropped: 0, pushed: 0 });
  server.close();
  server.closeAllConnections();
});

it('a server that leads elsewhere is not followed there with the password', async () => {
  const folder = join(dir, 'server');
  mkdirSync(folder);
  const ours = await startOurs(folder);
  const sneaky = createServer((_, response) => response.writeHead(302, { location: ours.place }).end());
  const port = await new Promise<number>((resolve) =>
    sneaky.listen(0, '127.0.0.1', () => resolve((sneaky.address() as { port: number }).port)),
  );
  const { id } = followCalendar(desk, {
    kind: 'caldav',
    place: `http://127.0.0.1:${port}/x/`,
    user: 'a',
    password: 'b',
  });
  await syncFollowed(desk, id);
  expect(readCalendar(desk, id).trouble).toContain('which is not given the password');
  sneaky.close();
  await ours.close();
});

describe('a calendar file', () => {
  let folder: string;
  beforeEach(() => {
    folder = tempDir();
    changeSettings(desk, { fileFolders: [folder] });
  });
  const write = (name: string, text: string) => writeFileSync(join(folder, name), text);
  const follow = (name: string) => followCalendar(desk, { kind: 'file', place: join(folder, name) }).id;

  it('is followed: what it says comes, changes and goes with it', async () => {
    write('house.ics', ics('a', 'Boiler') + ics('b', 'Rounds'));
    const id = follow('house.ics');
    expect(await syncFollowed(desk, id)).toMatchObject({ pulled: 2 });
    expect(names()).toEqual(['Boiler', 'Rounds']);
    write('house.ics', ics('a', 'Boiler, hall') + ics('c', 'Lamps'));
    await syncFollowed(desk, id);
    expect(names()).toEqual(['Boiler, hall', 'Lamps']);
    expect(await syncFollowed(desk, id)).toMatchObject({ pulled: 0, dropped: 0 });
  });

  it('what was changed here stays so until it changes there, and outlives it', async () => {
    write('house.ics', ics('a', 'Boiler') + ics('b', 'Rounds'));
    const id = follow('house.ics');
    await syncFollowed(desk, id);
    changeEvent(desk, found('Boiler').id, { summary: 'Mine now' });
    deleteEvent(desk, found('Rounds').id);
    await syncFollowed(desk, id);
    expect(names()).toEqual(['Mine now']);
    write('house.ics', ics('b', 'Rounds'));
    await syncFollowed(desk, id);
    expect(names()).toEqual(['Mine now']);
  });

  it('what is known from elsewhere, and later, is not made older by it', async () => {
    write('invited.ics', ics('a', 'Moved since', ['SEQUENCE:3']));
    const later = follow('invited.ics');
    await syncFollowed(desk, later);
    unfollowCalendar(desk, later, true);
    write('house.ics', ics('a', 'As it was', ['SEQUENCE:1']));
    await syncFollowed(desk, follow('house.ics'));
    expect(names()).toEqual(['Moved since']);
  });

  it('a folder of them, each a file; one that goes takes its events along', async () => {
    mkdirSync(join(folder, 'cal'));
    write('cal/a.ics', ics('a', 'One'));
    write('cal/b.ics', ics('b', 'Two'));
    write('cal/notes.txt', 'no calendar');
    const id = follow('cal');
    await syncFollowed(desk, id);
    expect(names()).toEqual(['One', 'Two']);
    rmSync(join(folder, 'cal/a.ics'));
    await syncFollowed(desk, id);
    expect(names()).toEqual(['Two']);
  });

  it('gone, or no calendar any more, takes nothing away, and is said', async () => {
    write('house.ics', ics('a', 'Boiler'));
    const id = follow('house.ics');
    await syncFollowed(desk, id);
    rmSync(join(folder, 'house.ics'));
    await syncFollowed(desk, id);
    expect(names()).toEqual(['Boiler']);
    expect(readCalendar(desk, id).trouble).not.toBeNull();
    write('house.ics', 'half a ca');
    await syncFollowed(desk, id);
    expect(names()).toEqual(['Boiler']);
    expect(readCalendar(desk, id).trouble).not.toBeNull();
    write('house.ics', ics('a', 'Boiler'));
    await syncFollowed(desk, id);
    expect(readCalendar(desk, id).trouble).toBeNull();
  });

  it('only under the folders that files may be linked from, and once', () => {
    expect(() => followCalendar(desk, { kind: 'file', place: '/etc/x.ics' })).toThrow(Invalid);
    follow('house.ics');
    expect(() => follow('house.ics')).toThrow('followed already');
    expect(() => changeFollowed(desk, listCalendars(desk)[0]!.id, { takesNew: true })).toThrow(Invalid);
  });
});

describe('what is put on a server', () => {
  it('keeps what others have of an event, once', () => {
    const kept = forServer(ics('a', 'New'), ics('a', 'Old', ALARM));
    expect(kept).toContain('SUMMARY:New');
    expect(kept).not.toContain('Old');
    expect(kept.match(/BEGIN:VALARM/g)).toHaveLength(1);
    expect(forServer(ics('a', 'New'), 'nonsense')).toContain('SUMMARY:New');
  });
  it('asks the server to tell nobody: that is done from here', () => {
    const people = ['ORGANIZER:mailto:me@x.example', 'ATTENDEE;PARTSTAT=ACCEPTED:mailto:ana@x.example'];
    const told = forServer(ics('a', 'Call', people), undefined);
    expect(told.replace(/\r\n /g, '').match(/SCHEDULE-AGENT=CLIENT/g)).toHaveLength(2);
  });
  it('UIDs are read over folded lines', () => {
    expect(uidsIn('UID:abc\r\n def\r\nUID:x\\,y\r\nUID:x\\,y')).toEqual(['abcdef', 'x,y']);
  });
});
