import { describe, expect, it } from 'vitest';
import { haruki, me, office } from '#test/support/phrases';
import type { Person } from '../people/person';
import { readPhrase, type PhraseContext } from './read';

const aroha = {
  name: 'Aroha Tuhiwai',
  zone: 'Pacific/Chatham',
  place: 'Chatham Islands',
  working: office(495, 990),
};
const marisol: Person = {
  name: 'Marisol Quintero',
  zone: 'America/St_Johns',
  place: 'St. John’s',
  working: { ...office(540, 1020), leave: [{ from: '2026-11-23', to: '2026-11-27', note: '' }] },
};

/** Tuesday 24 November 2026, 14:24 in Lisbon; 23:24 in Osaka. */
const context = (readers: Person[], hourCycle: 12 | 24 = 24): PhraseContext => ({
  now: Date.parse('2026-11-24T14:24:00Z'),
  me,
  readers,
  hourCycle,
});

/** The readings side by side; ✗ with the words it is about and why, where it is not understood. */
function said(phrase: string, where: PhraseContext): string {
  const result = readPhrase(phrase, where);
  if (result.kind === 'understood') return result.readings.map(({ words }) => words).join(' | ');
  return result.kind === 'empty' ? '' : `✗ ${result.part}: ${result.why}`;
}

describe('one reader, in Osaka', () => {
  const where = context([haruki]);
  it.each([
    ['now', 'now, after the hold'],
    ['at once', 'now, after the hold'],
    ['right away', 'now, after the hold'],
    ['in 3 h', 'Tue 24 Nov at 17:24 your time'],
    ['in 3 hours', 'Tue 24 Nov at 17:24 your time'],
    ['3 hours from now', 'Tue 24 Nov at 17:24 your time'],
    ['three hours later', 'Tue 24 Nov at 17:24 your time'],
    ['20 min', 'Tue 24 Nov at 14:44 your time'],
    ['in 20 min', 'Tue 24 Nov at 14:44 your time'],
    ['in 20 minutes', 'Tue 24 Nov at 14:44 your time'],
    ['in an hour', 'Tue 24 Nov at 15:24 your time'],
    ['in half an hour', 'Tue 24 Nov at 14:54 your time'],
    ['half an hour', 'Tue 24 Nov at 14:54 your time'],
    ['in an hour and a half', 'Tue 24 Nov at 15:54 your time'],
    ['in 2 and a half hours', 'Tue 24 Nov at 16:54 your time'],
    ['in 1.5 h', 'Tue 24 Nov at 15:54 your time'],
    ['in 1 h 20 min', 'Tue 24 Nov at 15:44 your time'],
    ['in 1h20', 'Tue 24 Nov at 15:44 your time'],
    ['1h20', 'Tue 24 Nov at 15:44 your time | Wed 25 Nov at 01:20 your time'],
    ['in 90 minutes', 'Tue 24 Nov at 15:54 your time'],
    ['+45m', 'Tue 24 Nov at 15:09 your time'],
    ['+2h', 'Tue 24 Nov at 16:24 your time'],
    ['a quarter of an hour', 'Tue 24 Nov at 14:39 your time'],
    ['in a couple of hours', 'Tue 24 Nov at 16:24 your time'],
    ['in 1 hour and 5 min', 'Tue 24 Nov at 15:29 your time'],
    ['in forty min', 'Tue 24 Nov at 15:04 your time'],
    [
      'in 2 h at 9:00',
      '✗ in 2 h at 9:00: A length of time from now is the same on every clock; say nothing more.',
    ],
    [
      'in 2 h theirs',
      '✗ in 2 h theirs: A length of time from now is the same on every clock; say nothing more.',
    ],
    ['wed 9:10', 'Wed 25 Nov at 09:10 your time'],
    ['wed 9.10', 'Wed 25 Nov at 09:10 your time'],
    ['wed 0910', 'Wed 25 Nov at 09:10 your time'],
    ['wednesday at 9:10', 'Wed 25 Nov at 09:10 your time'],
    ['on wednesday at 9:10 am', 'Wed 25 Nov at 09:10 your time'],
    ['Wed, 9:10', 'Wed 25 Nov at 09:10 your time'],
    ['9:10 wed', 'Wed 25 Nov at 09:10 your time'],
    ['9:10', 'Wed 25 Nov at 09:10 your time'],
    ['16:30', 'Tue 24 Nov at 16:30 your time'],
    ['today 16:30', 'Tue 24 Nov at 16:30 your time'],
    ['today 9:10', '✗ today 9:10: Tue 24 Nov at 09:10 your time is past.'],
    ['tomorrow 9:10', 'Wed 25 Nov at 09:10 your time'],
    ['tmrw 9:10', 'Wed 25 Nov at 09:10 your time'],
    ['tomorrow at 9', 'Wed 25 Nov at 09:00 your time | Wed 25 Nov at 21:00 your time'],
    ['tomorrow at 2', 'Wed 25 Nov at 14:00 your time | Wed 25 Nov at 02:00 your time'],
    ['tomorrow at 12', 'Wed 25 Nov at 12:00 your time | Wed 25 Nov at 00:00 your time'],
    ['tomorrow 09', 'Wed 25 Nov at 09:00 your time'],
    ['tomorrow 21', 'Wed 25 Nov at 21:00 your time'],
    ['tomorrow 9 am', 'Wed 25 Nov at 09:00 your time'],
    ['tomorrow 9am', 'Wed 25 Nov at 09:00 your time'],
    ['tomorrow 9:30pm', 'Wed 25 Nov at 21:30 your time'],
    ['tomorrow 12 am', 'Wed 25 Nov at 00:00 your time'],
    ['tomorrow 12 pm', 'Wed 25 Nov at 12:00 your time'],
    ['tomorrow 13 pm', '✗ 13 pm: “13 pm” is no time of day: with am and pm the hours go from 1 to 12.'],
    ['tomorrow 25:00', '✗ 25:00: “25:00” is no time of day: hours go to 23, minutes to 59.'],
    ['tomorrow 9:60', '✗ 9:60: “9:60” is no time of day: hours go to 23, minutes to 59.'],
    ['tomorrow noon', 'Wed 25 Nov at 12:00 your time'],
    ['tomorrow at midday', 'Wed 25 Nov at 12:00 your time'],
    ['tomorrow midnight', 'Thu 26 Nov at 00:00 your time | Wed 25 Nov at 00:00 your time'],
    ["tomorrow at nine o'clock", 'Wed 25 Nov at 09:00 your time | Wed 25 Nov at 21:00 your time'],
    ['half past nine tomorrow', 'Wed 25 Nov at 09:30 your time | Wed 25 Nov at 21:30 your time'],
    ['quarter to 5 pm tomorrow', 'Wed 25 Nov at 16:45 your time'],
    ['ten past four tomorrow afternoon', 'Wed 25 Nov at 16:10 your time'],
    ['tomorrow morning', 'Wed 25 Nov at 08:30 in Osaka | Wed 25 Nov at 09:00 your time'],
    ['tomorrow afternoon, theirs', 'Wed 25 Nov at 14:00 in Osaka'],
    ['tomorrow evening, mine', 'Wed 25 Nov at 19:00 your time'],
    ['tomorrow at 8 in the evening', 'Wed 25 Nov at 20:00 your time'],
    ['tomorrow morning 8', 'Wed 25 Nov at 08:00 your time'],
    ['tomorrow lunchtime here', 'Wed 25 Nov at 12:30 your time'],
    ['tomorrow night at 9', 'Wed 25 Nov at 21:00 your time'],
    ['9 pm in the morning', '✗ 9 pm in the morning: The time and the part of the day do not go together.'],
    ['this afternoon', '✗ this afternoon: Tue 24 Nov at 14:00 in Osaka is past.'],
    ['this evening', 'Tue 24 Nov at 19:00 your time'],
    ['end of day, theirs', 'Wed 25 Nov at 17:30 in Osaka'],
    ['first thing', 'Wed 25 Nov at 08:30 in Osaka | Wed 25 Nov at 09:00 your time'],
    ['first thing thursday', 'Thu 26 Nov at 08:30 in Osaka | Thu 26 Nov at 09:00 your time'],
    ['first thing thursday, mine', 'Thu 26 Nov at 09:00 your time'],
    ['start of day tomorrow, theirs', 'Wed 25 Nov at 08:30 in Osaka'],
    ['day after tomorrow morning, theirs', 'Thu 26 Nov at 08:30 in Osaka'],
    ['the day after tomorrow at 10:00', 'Thu 26 Nov at 10:00 your time'],
    ['tomorrow', 'Wed 25 Nov at 08:30 in Osaka | Wed 25 Nov at 09:00 your time'],
    ['tue 16:00', 'Tue 24 Nov at 16:00 your time | Tue 1 Dec at 16:00 your time'],
    ['tue 9:00', 'Tue 1 Dec at 09:00 your time'],
    [
      'tuesday 9',
      'Tue 24 Nov at 21:00 your time | Tue 1 Dec at 09:00 your time | Tue 1 Dec at 21:00 your time',
    ],
    ['next wed 9:10', 'Wed 2 Dec at 09:10 your time | Wed 25 Nov at 09:10 your time'],
    ['next wednesday at 9:10', 'Wed 2 Dec at 09:10 your time | Wed 25 Nov at 09:10 your time'],
    ['this thu 10:00', 'Thu 26 Nov at 10:00 your time'],
    ['this mon 10:00', '✗ this mon 10:00: Mon 23 Nov at 10:00 your time is past.'],
    ['coming sat 10:00', 'Sat 28 Nov at 10:00 your time'],
    ['wed week 9:10', 'Wed 2 Dec at 09:10 your time'],
    ['a week on friday 9:10', 'Fri 4 Dec at 09:10 your time'],
    ['friday next week 9:10', 'Fri 4 Dec at 09:10 your time'],
    ['next week friday 9:10', 'Fri 4 Dec at 09:10 your time'],
    ['friday of next week 9:10', 'Fri 4 Dec at 09:10 your time'],
    ['next friday 9:10', 'Fri 4 Dec at 09:10 your time | Fri 27 Nov at 09:10 your time'],
    ['next week', 'Mon 30 Nov at 08:30 in Osaka | Mon 30 Nov at 09:00 your time'],
    ['start of next week, mine', 'Mon 30 Nov at 09:00 your time'],
    ['end of this week, theirs', 'Fri 27 Nov at 17:30 in Osaka'],
    ['end of month 10:00', 'Mon 30 Nov at 10:00 your time'],
    ['next business day 10:00', 'Wed 25 Nov at 10:00 your time'],
    ['in 2 working days', 'Thu 26 Nov at 08:30 in Osaka | Thu 26 Nov at 09:00 your time'],
    ['in two business days 14:00', 'Thu 26 Nov at 14:00 your time'],
    ['in 3 days at 7:45', 'Fri 27 Nov at 07:45 your time'],
    ['3 days from now 7:45', 'Fri 27 Nov at 07:45 your time'],
    ['in two weeks 9:00', 'Tue 8 Dec at 09:00 your time'],
    ['in a fortnight 9:00', 'Tue 8 Dec at 09:00 your time'],
    ['in 2 weeks monday', '✗ in 2 weeks monday: Tue 8 Dec 2026 is a Tuesday, not a Monday.'],
    ['in a month 9:00', 'Thu 24 Dec at 09:00 your time'],
    ['2 days', 'Thu 26 Nov at 08:30 in Osaka | Thu 26 Nov at 09:00 your time'],
    ['1 dec noon Lisbon', 'Tue 1 Dec at 12:00 in Lisbon'],
    ['1st of december 10:00', 'Tue 1 Dec at 10:00 your time'],
    ['december 1st 10:00', 'Tue 1 Dec at 10:00 your time'],
    ['dec 1 10:00', 'Tue 1 Dec at 10:00 your time'],
    ['1 December 2027 10:00', 'Wed 1 Dec 2027 at 10:00 your time'],
    ['1dec 10:00', 'Tue 1 Dec at 10:00 your time'],
    ['2026-12-01 10:00', 'Tue 1 Dec at 10:00 your time'],
    ['1.12. 10:00', 'Tue 1 Dec at 10:00 your time'],
    ['1.12.2026 10:00', 'Tue 1 Dec at 10:00 your time'],
    ['2/12 9:00', 'Wed 2 Dec at 09:00 your time | Fri 12 Feb 2027 at 09:00 your time'],
    ['25/12 9:00', 'Fri 25 Dec at 09:00 your time'],
    ['12/25 9:00', 'Fri 25 Dec at 09:00 your time'],
    ['5/5 9:00', 'Wed 5 May 2027 at 09:00 your time'],
    ['the 2nd 9:40', 'Wed 2 Dec at 09:40 your time'],
    ['wednesday the 2nd 9:40', 'Wed 2 Dec at 09:40 your time'],
    ['thursday the 2nd 9:40', '✗ thursday the 2nd: Wed 2 Dec 2026 is a Wednesday, not a Thursday.'],
    ['wed 2 dec 9:40', 'Wed 2 Dec at 09:40 your time'],
    ['thu 2 dec 9:40', '✗ thu 2 dec: Wed 2 Dec 2026 is a Wednesday, not a Thursday.'],
    ['fri 30 feb', '✗ fri 30 feb: There is no such day.'],
    ['31 nov 9:00', '✗ 31 nov: There is no such day.'],
    ['29 feb 9:00', 'Tue 29 Feb 2028 at 09:00 your time'],
    ['24 nov 9:00', '✗ 24 nov 9:00: Tue 24 Nov at 09:00 your time is past.'],
    ['24 nov 2026 9:00', '✗ 24 nov 2026 9:00: Tue 24 Nov at 09:00 your time is past.'],
    ['2026-11-01 9:00', '✗ 2026-11-01 9:00: Sun 1 Nov at 09:00 your time is past.'],
    ['today tuesday 16:00', 'Tue 24 Nov at 16:00 your time'],
    ['tomorrow wednesday 16:00', 'Wed 25 Nov at 16:00 your time'],
    ['tomorrow friday 16:00', '✗ tomorrow friday: Wed 25 Nov 2026 is a Wednesday, not a Friday.'],
    ['fri 16h Osaka', 'Fri 27 Nov at 16:00 in Osaka'],
    ['fri 16h in osaka', 'Fri 27 Nov at 16:00 in Osaka'],
    ['fri 16h osaka time', 'Fri 27 Nov at 16:00 in Osaka'],
    ['fri 16h30 Osaka', 'Fri 27 Nov at 16:30 in Osaka'],
    ['16h Osaka', 'Wed 25 Nov at 16:00 in Osaka'],
    ['fri 9:00 Asia/Kathmandu', 'Fri 27 Nov at 09:00 in Kathmandu'],
    ['fri 9:00 katmandu', 'Fri 27 Nov at 09:00 in Katmandu'],
    ['fri 9:00 São Paulo', 'Fri 27 Nov at 09:00 in São Paulo'],
    ['fri 9:00 sao paulo', 'Fri 27 Nov at 09:00 in São Paulo'],
    ['fri 9:00 new york', 'Fri 27 Nov at 09:00 in New York'],
    ['fri 9:00 new york time', 'Fri 27 Nov at 09:00 in New York'],
    ['fri 9:00 kenya', 'Fri 27 Nov at 09:00 in Kenya'],
    ['fri 9:00 chatham', 'Fri 27 Nov at 09:00 in Chatham'],
    ['fri 9:00 utc', 'Fri 27 Nov at 09:00 in UTC'],
    [
      'fri 9:00 eastern time',
      'Fri 27 Nov at 09:00 in New York City | Fri 27 Nov at 09:00 in Toronto | Fri 27 Nov at 09:00 in Atikokan | Fri 27 Nov at 09:00 in Cancún | Fri 27 Nov at 09:00 in George Town | Fri 27 Nov at 09:00 in Kingston | Fri 27 Nov at 09:00 in Nassau',
    ],
    ['fri 9:00 EST', '✗ EST: “EST” is not a place: say whose clock it is by a city, such as Osaka.'],
    ['fri 9:00 +05:30', '✗ +05:30: “+05:30” is not a place: say whose clock it is by a city, such as Osaka.'],
    ['fri 9:00 utc+1', '✗ utc+1: “utc+1” is not a place: say whose clock it is by a city, such as Osaka.'],
    ['fri 9:00 Osaka Lisbon', '✗ Lisbon: “Lisbon” does not go with the words before it.'],
    ['fri 9:00 theirs', 'Fri 27 Nov at 09:00 in Osaka'],
    ['fri 9:00 their time', 'Fri 27 Nov at 09:00 in Osaka'],
    ['fri 9:00 there', 'Fri 27 Nov at 09:00 in Osaka'],
    ["fri 9:00 haruki's time", 'Fri 27 Nov at 09:00 in Osaka'],
    ['fri 9:00 for Haruki', 'Fri 27 Nov at 09:00 in Osaka'],
    ['fri 9:00 for Bela', '✗ Bela: “Bela” is none of the readers.'],
    ['fri 9:00 my time', 'Fri 27 Nov at 09:00 your time'],
    ['theirs', '✗ theirs: Say a day, a time, or a part of the day as well.'],
    ['tomorrow at 8 their morning', 'Wed 25 Nov at 08:00 in Osaka'],
    ['wed at', '✗ at: Something is still missing after “at”.'],
    ['wed 9:10 or so', '✗ or: “or” is no word for a moment, and no city or reader.'],
    ['wed 9:10 please', '✗ please: “please” is no word for a moment, and no city or reader.'],
    ['zork', '✗ zork: “zork” is no word for a moment, and no city or reader.'],
    ['9', 'Wed 25 Nov at 09:00 your time | Tue 24 Nov at 21:00 your time'],
    ['99', '✗ 99: “99” is neither an hour nor a day.'],
    ['16', 'Tue 24 Nov at 16:00 your time'],
    ['wed 16', 'Wed 25 Nov at 16:00 your time'],
    ['3h', 'Tue 24 Nov at 17:24 your time | Wed 25 Nov at 03:00 your time'],
    ['9:10 10:20', '✗ 10:20: “10:20” does not go with the words before it.'],
    ['wed thu', '✗ wed thu: Wed 25 Nov 2026 is a Wednesday, not a Thursday.'],
    ['mon tue 9:00', '✗ mon tue: Mon 30 Nov 2026 is a Monday, not a Tuesday.'],
    ['morning evening', '✗ evening: “evening” does not go with the words before it.'],
    ['tomorrow 7 evening', 'Wed 25 Nov at 19:00 your time'],
    ['tomorrow 9:10 9:10', '✗ 9:10: “9:10” does not go with the words before it.'],
  ])('%s', (phrase, readings) => expect(said(phrase, where)).toBe(readings));
});

describe('one reader, and a twelve-hour clock', () => {
  const where = context([haruki], 12);
  it.each([['wed 9:10', 'Wed 25 Nov at 9:10 am your time | Wed 25 Nov at 9:10 pm your time']])(
    '%s',
    (phrase, readings) => expect(said(phrase, where)).toBe(readings),
  );
});

describe('no readers', () => {
  const where = context([]);
  it.each([
    ['tomorrow morning', 'Wed 25 Nov at 09:00 your time'],
    ['this afternoon', '✗ this afternoon: Tue 24 Nov at 14:00 your time is past.'],
    ['this morning', '✗ this morning: Tue 24 Nov at 09:00 your time is past.'],
    ['tonight', 'Tue 24 Nov at 19:00 your time'],
    ['tonight at 9', 'Tue 24 Nov at 21:00 your time'],
    ['end of day', 'Tue 24 Nov at 17:00 your time'],
    ['first thing', 'Wed 25 Nov at 09:00 your time'],
    ['first thing in the morning', 'Wed 25 Nov at 09:00 your time'],
    ['close of business friday', 'Fri 27 Nov at 17:00 your time'],
    ['day after tomorrow', 'Thu 26 Nov at 09:00 your time'],
    ['tomorrow', 'Wed 25 Nov at 09:00 your time'],
    ['next week', 'Mon 30 Nov at 09:00 your time'],
    ['end of the week', 'Fri 27 Nov at 17:00 your time'],
    ['end of the month', 'Mon 30 Nov at 09:00 your time'],
    ['next working day', 'Wed 25 Nov at 09:00 your time'],
    ['in 2 working days', 'Thu 26 Nov at 09:00 your time'],
    ['in 5 working days', 'Wed 2 Dec at 09:00 your time'],
    ['in 3 days', 'Fri 27 Nov at 09:00 your time'],
    ['in a week', 'Tue 1 Dec at 09:00 your time'],
    ['1 dec', 'Tue 1 Dec at 09:00 your time'],
    ['wednesday the 30th', 'Wed 30 Dec at 09:00 your time'],
    [
      'fri 9:00 theirs',
      '✗ fri 9:00 theirs: Nobody’s time zone is known yet: add a recipient, or name a city.',
    ],
    ['each at 9:00', '✗ each at 9:00: Nobody’s time zone is known yet: add a recipient, or name a city.'],
    ['9', 'Wed 25 Nov at 09:00 your time | Tue 24 Nov at 21:00 your time'],
    ['fri 3h', 'Fri 27 Nov at 03:00 your time'],
    ['saturday', 'Sat 28 Nov at 09:00 your time'],
    ['sat', 'Sat 28 Nov at 09:00 your time'],
  ])('%s', (phrase, readings) => expect(said(phrase, where)).toBe(readings));
});

describe('one reader on leave', () => {
  const where = context([marisol]);
  it.each([
    ['first thing', 'Mon 30 Nov at 09:00 in St. John’s | Wed 25 Nov at 09:00 your time'],
    ['next week', 'Mon 30 Nov at 09:00 in St. John’s | Mon 30 Nov at 09:00 your time'],
    ["fri 9:00 St John's", 'Fri 27 Nov at 09:00 in St. John’s'],
  ])('%s', (phrase, readings) => expect(said(phrase, where)).toBe(readings));
});

describe('one reader on the far side of the date line', () => {
  const where = context([aroha]);
  it.each([['fri 9:00 chatham islands', 'Fri 27 Nov at 09:00 in Chatham Islands']])(
    '%s',
    (phrase, readings) => expect(said(phrase, where)).toBe(readings),
  );
});

describe('three readers', () => {
  const where = context([haruki, aroha, marisol]);
  it.each([
    ['fri 9:00, theirs', 'Fri 27 Nov at 09:00 where each reader is'],
    ['each at their start of day', 'Mon 30 Nov at 09:00 where each reader is'],
    ['each at 9:00', 'Wed 25 Nov at 09:00 where each reader is'],
    ['each tomorrow 8:30', 'Wed 25 Nov at 08:30 where each reader is'],
    ['tomorrow 8:30 each their time', 'Wed 25 Nov at 08:30 where each reader is'],
    ['friday morning, everyone', 'Fri 27 Nov at 09:00 where each reader is'],
    ['each', 'Mon 30 Nov at 09:00 where each reader is'],
    ['first thing monday', 'Mon 30 Nov at 09:00 where each reader is | Mon 30 Nov at 09:00 your time'],
    [
      'today 16:00 each',
      '✗ today 16:00 each: Tue 24 Nov at 16:00 where each reader is is past for some of them.',
    ],
  ])('%s', (phrase, readings) => expect(said(phrase, where)).toBe(readings));
});

describe('days with a name, and days counted', () => {
  const where = context([haruki]);
  it.each([
    ['christmas 9:00', 'Fri 25 Dec at 09:00 your time'],
    ['christmas eve 9:00', 'Thu 24 Dec at 09:00 your time'],
    ['christmas', 'Fri 25 Dec at 08:30 in Osaka | Fri 25 Dec at 09:00 your time'],
    ['new year noon', 'Fri 1 Jan 2027 at 12:00 your time'],
    ["new year's eve 18:00", 'Thu 31 Dec at 18:00 your time'],
    ['29 feb 2027', '✗ 29 feb 2027: There is no such day.'],
    ['christmas 2027 9:00', 'Sat 25 Dec 2027 at 09:00 your time'],
    ['new year 2028 noon', 'Sat 1 Jan 2028 at 12:00 your time'],
    ['end of the year 16:00', 'Thu 31 Dec at 16:00 your time'],
    ['tomorrow 2030', 'Wed 25 Nov at 20:30 your time'],
    ['easter 9', 'Sun 28 Mar 2027 at 09:00 your time | Sun 28 Mar 2027 at 21:00 your time'],
    ['good friday 9:00', 'Fri 26 Mar 2027 at 09:00 your time'],
    ['easter monday 9:00', 'Mon 29 Mar 2027 at 09:00 your time'],
    ['fri 9:00 christmas island', 'Fri 27 Nov at 09:00 in Flying Fish Cove'],
    ['fri 9:00 easter island', 'Fri 27 Nov at 09:00 in Easter Island'],
    ['fri 9:00 chatham islands', 'Fri 27 Nov at 09:00 in Chatham'],
    ['end of november 10:00', 'Mon 30 Nov at 10:00 your time'],
    ['end of december 10:00', 'Thu 31 Dec at 10:00 your time'],
    ['end of october 10:00', 'Sun 31 Oct 2027 at 10:00 your time'],
    ['last working day of november 9:00', 'Mon 30 Nov at 09:00 your time'],
    ['last business day of the month 9:00', 'Mon 30 Nov at 09:00 your time'],
    ['first monday of december 9:00', 'Mon 7 Dec at 09:00 your time'],
    ['last friday of november 9:00', 'Fri 27 Nov at 09:00 your time'],
    ['first monday of november 9:00', 'Mon 1 Nov 2027 at 09:00 your time'],
    ['two weeks from friday 9:00', 'Fri 11 Dec at 09:00 your time'],
    ['two weeks from tuesday 9:00', 'Tue 8 Dec at 09:00 your time | Tue 15 Dec at 09:00 your time'],
    ['wed 25 9:10', 'Wed 25 Nov at 09:10 your time'],
    ['wed 26 9:10', '✗ wed 26: Thu 26 Nov 2026 is a Thursday, not a Wednesday.'],
    ['25-11-2026 9:00', 'Wed 25 Nov at 09:00 your time'],
    ['2026-12-01T09:00', 'Tue 1 Dec at 09:00 your time'],
    ['2026-12-01T09:00 Osaka', 'Tue 1 Dec at 09:00 in Osaka'],
    ['in 1 year 9:00', 'Wed 24 Nov 2027 at 09:00 your time'],
    ['next month 9:00', 'Wed 2 Dec at 09:00 your time'],
    ['in 90 seconds', 'Tue 24 Nov at 14:25:30 your time'],
    ['when they are back', '✗ when they are back: No leave is known that anybody comes back from.'],
  ])('%s', (phrase, readings) => expect(said(phrase, where)).toBe(readings));
});

describe('times as they are spoken', () => {
  const where = context([haruki]);
  it.each([
    [
      'tomorrow half eight',
      'Wed 25 Nov at 08:30 your time | Wed 25 Nov at 20:30 your time | Wed 25 Nov at 07:30 your time | Wed 25 Nov at 19:30 your time',
    ],
    ['tomorrow 9p', 'Wed 25 Nov at 21:00 your time'],
    ['tomorrow 830', 'Wed 25 Nov at 08:30 your time'],
    ['tomorrow nine', 'Wed 25 Nov at 09:00 your time | Wed 25 Nov at 21:00 your time'],
    ['tomorrow at nine', 'Wed 25 Nov at 09:00 your time | Wed 25 Nov at 21:00 your time'],
    ['tomorrow about 9', 'Wed 25 Nov at 09:00 your time | Wed 25 Nov at 21:00 your time'],
    ['tomorrow 9 sharp', 'Wed 25 Nov at 09:00 your time | Wed 25 Nov at 21:00 your time'],
    ['18h00m', 'Tue 24 Nov at 18:00 your time | Wed 25 Nov at 08:24 your time'],
    ['in 18h00m', 'Wed 25 Nov at 08:24 your time'],
    ['friday 18h00m', 'Fri 27 Nov at 18:00 your time'],
    ['monday midnight', 'Tue 1 Dec at 00:00 your time | Mon 30 Nov at 00:00 your time'],
    ['midnight', 'Wed 25 Nov at 00:00 your time'],
    ['tonight midnight', 'Wed 25 Nov at 00:00 your time'],
    ['friday night 1am', 'Sat 28 Nov at 01:00 your time | Fri 27 Nov at 01:00 your time'],
    ['monday night 12:30am', 'Tue 1 Dec at 00:30 your time | Mon 30 Nov at 00:30 your time'],
  ])('%s', (phrase, readings) => expect(said(phrase, where)).toBe(readings));
});

describe('what is no moment to come', () => {
  const where = context([haruki]);
  const repeats = 'That repeats, and this is one moment.';
  it.each([
    ['each monday', `✗ each monday: ${repeats}`],
    ['every monday 9:00', `✗ every monday: ${repeats}`],
    ['every other week', `✗ every other week: ${repeats}`],
    ['daily', `✗ daily: ${repeats}`],
    ['in −3 h', '✗ in −3 h: That is past. Say a moment to come.'],
    ['in -3 hours', '✗ in -3 hours: That is past. Say a moment to come.'],
    ['yesterday 9:00', '✗ yesterday: That is past. Say a moment to come.'],
    ['3 hours ago', '✗ 3 hours ago: That is past. Say a moment to come.'],
    ['2026-13-01 9:00', '✗ 2026-13-01: There is no such day.'],
  ])('%s', (phrase, readings) => expect(said(phrase, where)).toBe(readings));
});

describe('when they are back', () => {
  it('is the first working day after the leave', () => {
    expect(said('when she is back', context([marisol]))).toBe('Mon 30 Nov at 09:00 in St. John’s');
    expect(said('when she is back 10:15', context([marisol]))).toBe('Mon 30 Nov at 10:15 in St. John’s');
  });
  it('is the day all are back where several are away', () => {
    const later = {
      ...haruki,
      working: { ...haruki.working, leave: [{ from: '2026-11-20', to: '2026-12-02', note: '' }] },
    };
    expect(said('when they are back', context([marisol, later]))).toBe(
      'Thu 3 Dec at 09:00 where each reader is',
    );
  });
  it('asks for readers', () => {
    expect(said('when they are back', context([]))).toMatch(/^✗/);
  });
});

it('is empty where nothing is said', () => {
  expect(readPhrase('  , ', context([])).kind).toBe('empty');
});
