import { describe, expect, it } from 'vitest';
import { EventFileError, readEventFile, writeEventFile, type EventEntry } from './eventFile';

const NOW = Date.parse('2026-11-24T14:00:00Z');
const LISBON = 'Europe/Lisbon';
const file = (...lines: string[]) =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', ...lines, 'END:VCALENDAR', ''].join('\r\n');
const event = (...lines: string[]) =>
  file('BEGIN:VEVENT', 'UID:one@x.example', 'SUMMARY:Call', ...lines, 'END:VEVENT');
const read = (source: string) => readEventFile(source, LISBON, NOW);
const only = (source: string) => read(source).events[0]!;

const entry: EventEntry = {
  uid: 'a@oak-lantern',
  occurrence: '',
  when: {
    start: '2026-12-01T09:00',
    end: '2026-12-01T10:00',
    zone: 'Asia/Kathmandu',
    rrule: 'FREQ=WEEKLY;UNTIL=20270101T000000Z',
    rdate: ['2026-12-02T15:00'],
    exdate: ['2026-12-08T09:00'],
  },
  summary: 'Crates, and who opens them; “all”',
  description: 'First line\nsecond, with \\ and ;',
  location: 'Depot 3, gate B',
  transparent: true,
  status: 'tentative',
  sequence: 3,
  stamp: NOW,
  organizer: { name: 'Tamsin Oyelaran', address: 'tamsin@wrenfield.example' },
  attendees: [
    {
      address: 'prakriti@lamp-courier.example',
      name: 'Prakriti, of the courier',
      attendance: 'accepted',
      role: 'required',
    },
    { address: 'ewan@x.example', name: '', attendance: 'needs-action', role: 'optional' },
  ],
};

describe('written and read again', () => {
  it('is the same, with its exceptions', () => {
    const instead: EventEntry = {
      ...entry,
      occurrence: '2026-12-15T09:00:00',
      summary: 'Later, once',
      when: {
        start: '2026-12-15T16:00',
        end: '2026-12-15T17:00',
        zone: LISBON,
        rrule: null,
        rdate: [],
        exdate: [],
      },
    };
    const again = read(writeEventFile([entry, instead], NOW));
    expect(again.unread).toEqual([]);
    expect(again.events.map(({ lost, ...each }) => [each, lost])).toEqual([
      [{ ...entry, when: { ...entry.when, rrule: 'FREQ=WEEKLY;UNTIL=20270101T000000Z' } }, []],
      [instead, []],
    ]);
  });

  it.each([
    [
      'whole days',
      {
        start: '2026-12-24',
        end: '2026-12-27',
        zone: null,
        rrule: 'FREQ=YEARLY;UNTIL=20301224',
        exdate: ['2027-12-24'],
      },
    ],
    [
      'on my clock, wherever I am',
      { zone: null, rrule: 'FREQ=DAILY;UNTIL=20261224T090000', exdate: [], rdate: [] },
    ],
    ['in UTC', { zone: 'UTC', rrule: null, exdate: [], rdate: [] }],
  ])('%s', (_, given) => {
    const when = { ...entry.when, rdate: [], ...given };
    expect(only(writeEventFile([{ ...entry, when }], NOW)).when).toEqual(when);
  });

  it('says the method, for what goes by mail', () => {
    expect(read(writeEventFile([entry], NOW, 'REQUEST')).method).toBe('REQUEST');
  });
});

describe('when it is', () => {
  it.each([
    [['DTSTART:20261201T090000Z', 'DTEND:20261201T100000Z'], '2026-12-01T09:00', '2026-12-01T10:00', 'UTC'],
    [['DTSTART:20261201T090000', 'DURATION:PT45M'], '2026-12-01T09:00', '2026-12-01T09:45', null],
    [
      ['DTSTART;TZID=Asia/Katmandu:20261201T090000', 'DTEND;TZID=Europe/Lisbon:20261201T100000'],
      '2026-12-01T09:00',
      '2026-12-01T15:45',
      'Asia/Kathmandu',
    ],
    [['DTSTART;VALUE=DATE:20261201'], '2026-12-01', '2026-12-02', null],
    [['DTSTART;VALUE=DATE:20261201', 'DURATION:P3D'], '2026-12-01', '2026-12-04', null],
    [['DTSTART:20261201T090000Z'], '2026-12-01T09:00', '2026-12-01T09:00', 'UTC'],
    [['DTSTART:20261201T090000Z', 'DTEND:20261201T080000Z'], '2026-12-01T09:00', '2026-12-01T09:00', 'UTC'],
    [
      ['DTSTART;TZID=W. Europe Standard Time:20261201T090000', 'DURATION:PT1H'],
      '2026-12-01T09:00',
      '2026-12-01T10:00',
      'Europe/Berlin',
    ],
    [
      ['DTSTART;TZID=/vendor.example/2026_1/America/St_Johns:20261201T090000', 'DURATION:PT1H'],
      '2026-12-01T09:00',
      '2026-12-01T10:00',
      'America/St_Johns',
    ],
  ])('%j', (lines, start, end, zone) => {
    expect(only(event(...lines))).toMatchObject({ lost: [], when: { start, end, zone } });
  });

  const described = (tzid: string, ...more: string[]) => [
    'BEGIN:VTIMEZONE',
    `TZID:${tzid}`,
    ...more,
    'BEGIN:STANDARD',
    'DTSTART:19700405T030000',
    'RRULE:FREQ=YEARLY;BYDAY=1SU;BYMONTH=4',
    'TZOFFSETFROM:+1030',
    'TZOFFSETTO:+0930',
    'END:STANDARD',
    'BEGIN:DAYLIGHT',
    'DTSTART:19701004T020000',
    'RRULE:FREQ=YEARLY;BYDAY=1SU;BYMONTH=10',
    'TZOFFSETFROM:+0930',
    'TZOFFSETTO:+1030',
    'END:DAYLIGHT',
    'END:VTIMEZONE',
  ];
  const inZone = (tzid: string, zone: string[]) =>
    file(
      ...zone,
      'BEGIN:VEVENT',
      'UID:z',
      `DTSTART;TZID=${tzid}:20261201T090000`,
      'DURATION:PT1H',
      'END:VEVENT',
    );

  it('a zone by a name of its own is told by what its clocks show, or where it is said to be', () => {
    expect(only(inZone('Ours', described('Ours'))).when.zone).toBe('Australia/Adelaide');
    expect(only(inZone('Ours', described('Ours', 'X-LIC-LOCATION:Australia/Darwin'))).when.zone).toBe(
      'Australia/Darwin',
    );
  });

  it('a zone nobody can tell is said to be lost, and the time is mine', () => {
    const one = only(inZone('Nowhere', []));
    expect(one.when).toMatchObject({ start: '2026-12-01T09:00', zone: null });
    expect(one.lost.join()).toContain('“Nowhere”');
  });

  it('days taken out in another zone, and exceptions told in UTC, are those of the event', () => {
    const all = read(
      file(
        'BEGIN:VEVENT',
        'UID:r',
        'DTSTART;TZID=Asia/Kathmandu:20261201T090000',
        'DURATION:PT1H',
        'RRULE:FREQ=DAILY;COUNT=9',
        'EXDATE:20261202T031500Z',
        'RDATE;VALUE=PERIOD:20261220T031500Z/PT2H',
        'END:VEVENT',
        'BEGIN:VEVENT',
        'UID:r',
        'RECURRENCE-ID:20261203T031500Z',
        'DTSTART:20261203T100000Z',
        'RRULE:FREQ=DAILY',
        'END:VEVENT',
      ),
    ).events;
    expect(all[0]!.when).toMatchObject({ exdate: ['2026-12-02T09:00'], rdate: ['2026-12-20T09:00'] });
    expect(all[1]).toMatchObject({ occurrence: '2026-12-03T09:00:00', when: { rrule: null } });
  });
});

describe('what is odd', () => {
  it('says what it does not keep', () => {
    const { lost } = only(
      event(
        'DTSTART:20261201T090000Z',
        'RRULE:FREQ=DAILY',
        'RRULE:FREQ=WEEKLY',
        'EXRULE:FREQ=MONTHLY',
        'BEGIN:VALARM',
        'ACTION:DISPLAY',
        'TRIGGER:-PT5M',
        'END:VALARM',
      ),
    );
    expect(lost).toEqual(['all its rules but the first', 'a rule that takes days out', 'its alarms']);
  });

  it('takes the rest where one cannot be read', () => {
    const all = read(
      file(
        'BEGIN:VEVENT',
        'UID:a',
        'SUMMARY:Never',
        'DTSTART:20261201T090000Z',
        'RRULE:FREQ=YEARLY;BYWEEKNO=1,99',
        'END:VEVENT',
        'BEGIN:VEVENT',
        'UID:b',
        'SUMMARY:No start',
        'END:VEVENT',
        'BEGIN:VEVENT',
        'UID:c',
        'SUMMARY:No such day',
        'DTSTART:20260231T090000Z',
        'END:VEVENT',
        'BEGIN:VEVENT',
        'UID:d',
        'SUMMARY:Good',
        'DTSTART:20261201T090000Z',
        'END:VEVENT',
      ),
    );
    expect(all.events.map(({ uid }) => uid)).toEqual(['d']);
    expect(all.unread.join('\n')).toMatch(/Never[\s\S]*No start[\s\S]*No such day/);
  });

  it('knows people, whatever is odd about them', () => {
    const { attendees, organizer } = only(
      event(
        'DTSTART:20261201T090000Z',
        'ORGANIZER;CN="Bela, of Porto":MAILTO:bela@x.example',
        'ATTENDEE;PARTSTAT=ACCEPTED;CN=Ana:mailto:ana@x.example',
        'ATTENDEE;PARTSTAT=DECLINED:mailto:Ana@x.example',
        'ATTENDEE;PARTSTAT=X-ODD;ROLE=X-ODD:mailto:cy@x.example',
        'ATTENDEE:urn:uuid:1234',
      ),
    );
    expect(organizer).toEqual({ name: 'Bela, of Porto', address: 'bela@x.example' });
    expect(attendees.map(({ address, attendance, role }) => [address, attendance, role])).toEqual([
      ['Ana@x.example', 'declined', 'required'],
      ['cy@x.example', 'needs-action', 'required'],
    ]);
  });

  it('several calendars in one file are all read', () => {
    expect(read(event('DTSTART:20261201T090000Z') + event('DTSTART:20261202T090000Z')).events).toHaveLength(
      2,
    );
  });

  it.each([
    ['no calendar', 'hello'],
    ['nothing', ''],
    ['another thing', 'BEGIN:VCARD\r\nVERSION:4.0\r\nFN:Ana\r\nEND:VCARD\r\n'],
    [
      'a zone that changes every second',
      file(
        'BEGIN:VTIMEZONE',
        'TZID:X',
        'BEGIN:STANDARD',
        'DTSTART:19700101T000000',
        'RRULE:FREQ=SECONDLY',
        'TZOFFSETFROM:+0000',
        'TZOFFSETTO:+0100',
        'END:STANDARD',
        'END:VTIMEZONE',
      ),
    ],
    ['more than anybody has', file(...Array.from({ length: 20_001 }, () => 'BEGIN:VEVENT\r\nEND:VEVENT'))],
  ])('%s gets words', (_, source) => {
    expect(() => read(source)).toThrow(/\w+ \w+/);
    if (source.length < 1000) expect(() => read(source)).toThrow(EventFileError);
  });
});
