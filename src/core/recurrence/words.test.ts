import { expect, it } from 'vitest';
import { untilOn } from './occurrences';
import { readRule } from './rule';
import { endWords, ruleWords } from './words';

it.each([
  ['FREQ=DAILY', 'every day'],
  ['FREQ=DAILY;INTERVAL=10;COUNT=5', 'every 10 days, 5 times'],
  ['FREQ=DAILY;BYDAY=MO,TU,WE,TH,FR', 'every weekday'],
  ['FREQ=HOURLY;INTERVAL=2', 'every second hour'],
  ['FREQ=WEEKLY', 'every Monday'],
  ['FREQ=WEEKLY;BYDAY=TH,MO;UNTIL=20261224', 'every Monday and Thursday, until 24 December 2026'],
  ['FREQ=WEEKLY;INTERVAL=2;BYDAY=MO', 'every second Monday'],
  ['FREQ=WEEKLY;INTERVAL=3;BYDAY=MO,WE', 'on Monday and Wednesday of every 3 weeks'],
  ['FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR', 'every weekday'],
  ['FREQ=MONTHLY', 'on the 7th of every month'],
  ['FREQ=MONTHLY;INTERVAL=2;BYMONTHDAY=5', 'on the 5th of every second month'],
  ['FREQ=MONTHLY;BYMONTHDAY=-1', 'on the last day of every month'],
  [
    'FREQ=MONTHLY;BYMONTHDAY=28,29,30;BYSETPOS=-1',
    'on the 30th, or the last day of a shorter month of every month',
  ],
  ['FREQ=MONTHLY;BYDAY=2TU', 'on the 2nd Tuesday of every month'],
  ['FREQ=MONTHLY;BYDAY=TU;BYSETPOS=2', 'on the 2nd of Tuesday of every month'],
  ['FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1', 'on the last weekday of every month'],
  ['FREQ=MONTHLY;BYMONTHDAY=13;BYDAY=FR', 'on the 13th where that is a Friday of every month'],
  ['FREQ=YEARLY', 'on 7 December every year'],
  ['FREQ=YEARLY;BYMONTH=11;BYDAY=4TH', 'on the 4th Thursday of November every year'],
  ['FREQ=YEARLY;BYWEEKNO=20;BYDAY=MO', 'on Monday of week 20 of every year'],
  ['FREQ=YEARLY;BYYEARDAY=1,100', 'on the 1st and 100th day of every year'],
  ['FREQ=DAILY;BYHOUR=9,17;BYMINUTE=30', 'every day at 09:30 and 17:30'],
])('%s is “%s”', (text, words) => {
  const rule = readRule(text);
  expect(ruleWords(rule, '2026-12-07T09:00') + endWords(rule, untilOn(rule, 'Europe/Lisbon'))).toBe(words);
});
