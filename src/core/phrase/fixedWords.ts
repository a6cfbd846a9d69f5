import type { Part } from './parts';
import type { Rule } from './rule';

/** Runs of words with one meaning each. */
const FIXED: [string, Part][] = [
  ['now', { kind: 'now' }],
  ['at once', { kind: 'now' }],
  ['right away', { kind: 'now' }],
  ['straight away', { kind: 'now' }],
  ['immediately', { kind: 'now' }],
  ...(
    [
      ['today', 0],
      ['tomorrow', 1],
      ['tmrw', 1],
      ['tmr', 1],
      ['day after tomorrow', 2],
      ['in a few days', 3],
    ] as const
  ).map(([words, days]): [string, Part] => [words, { kind: 'day', day: { type: 'in-days', days } }]),
  [
    'tonight',
    {
      kind: 'several',
      parts: [
        { kind: 'day', day: { type: 'in-days', days: 0 } },
        { kind: 'part', part: 'evening' },
      ],
    },
  ],
  ...['next working day', 'next business day', 'next workday'].map((words): [string, Part] => [
    words,
    { kind: 'day', day: { type: 'working-days', days: 1 } },
  ]),
  ...['end of month', 'end of the month', 'month end'].map((words): [string, Part] => [
    words,
    { kind: 'day', day: { type: 'end-of-month' } },
  ]),
  ['next week', { kind: 'day', day: { type: 'next-week' } }],
  ['start of next week', { kind: 'day', day: { type: 'next-week' } }],
  ...['end of the week', 'end of week', 'end of this week'].map((words): [string, Part] => [
    words,
    {
      kind: 'several',
      parts: [
        { kind: 'day', day: { type: 'week-end' } },
        { kind: 'part', part: 'end' },
      ],
    },
  ]),
  ...(
    [
      [['first thing', 'start of day', 'start of the day', 'start of work', 'start of business'], 'start'],
      [['first thing in the morning', 'early'], 'start'],
      [['morning', 'in the morning'], 'morning'],
      [['lunch', 'lunchtime', 'lunch time'], 'lunch'],
      [['afternoon', 'in the afternoon'], 'afternoon'],
      [['end of day', 'end of the day', 'end of work', 'close of business', 'eod', 'cob'], 'end'],
      [['evening', 'in the evening'], 'evening'],
      [['night', 'at night'], 'night'],
    ] as const
  ).flatMap(([phrases, part]) => phrases.map((words): [string, Part] => [words, { kind: 'part', part }])),
  ...(
    [
      ['this morning', 'morning'],
      ['this afternoon', 'afternoon'],
      ['this evening', 'evening'],
    ] as const
  ).map(([words, part]): [string, Part] => [
    words,
    {
      kind: 'several',
      parts: [
        { kind: 'day', day: { type: 'in-days', days: 0 } },
        { kind: 'part', part },
      ],
    },
  ]),
  ...['my', 'mine', 'my time', 'here', 'for me'].map((words): [string, Part] => [
    words,
    { kind: 'whose', whose: { kind: 'mine' } },
  ]),
  ...[
    ...['their', 'theirs', 'their time', 'there', 'for them', 'his time', 'her time', 'his', 'hers', 'her'],
    ...["reader's time", "the reader's time", 'where they are', 'local time', 'local'],
  ].map((words): [string, Part] => [words, { kind: 'whose', whose: { kind: 'theirs' } }]),
  ...['each', 'each local', 'each reader', 'everyone', 'each of them', 'for each', 'each where they are'].map(
    (words): [string, Part] => [words, { kind: 'whose', whose: { kind: 'each' } }],
  ),
  ...['noon', 'midday', '12 noon'].map((words): [string, Part] => [
    words,
    { kind: 'time', time: { hour: 12, minute: 0, half: 'said' } },
  ]),
  ['midnight', { kind: 'time', time: { hour: 0, minute: 0, half: 'said' } }],
  ...['at', 'on', 'the', 'of', 'in', '@', 'for', 'around'].map((word): [string, Part] => [
    word,
    { kind: 'filler' },
  ]),
];

const FIXED_WORDS = FIXED.map(([text, part]) => ({ words: text.split(' '), part }));

export const fixed: Rule = (words, at) =>
  FIXED_WORDS.filter(({ words: wanted }) => wanted.every((word, index) => words[at + index] === word)).map(
    ({ words: wanted, part }) => ({ part, length: wanted.length }),
  );
