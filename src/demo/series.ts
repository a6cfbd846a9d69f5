/** What the registrar sends again and again: one ends with a day, one goes by a reader’s clock, one waits for a look, one rests. */
import type { LinkChoices } from '#core/files/link';
import type { SeriesPlan } from '#core/plan/kinds/series/plan';
import type { Copies } from '#core/plan/plan';
import type { Review } from '#core/series/series';

export interface DemoSeries {
  to: string[];
  subject: string;
  text: string;
  name: string;
  plan: SeriesPlan;
  copies?: Copies;
  review?: Review;
  fields?: Record<string, Record<string, string>>;
  paused?: true;
  /** Under the folder of the demo. */
  link?: Partial<LinkChoices> & { path: string };
}

export const demoSeries: DemoSeries[] = [
  {
    to: ['marisol', 'tunde', 'sunna'],
    name: 'Loan notice',
    subject: 'Loan notice, week {{week}}',
    text: 'Dear {{first name}},\n\nthis is loan notice no. {{number}} of {{of}}, for {{date}}. There are {{days until 2027-03-27}} days to the opening.\n\nTamsin Oyelaran\nRegistrar, Wrenfield Museum of Light',
    plan: {
      kind: 'series',
      start: '2026-12-03T09:10',
      zone: 'Europe/Lisbon',
      rrule: 'FREQ=WEEKLY;BYDAY=TH;UNTIL=20270325',
      exdate: ['2026-12-24T09:10', '2026-12-31T09:10'],
    },
    copies: 'individual',
  },
  {
    to: ['prakriti'],
    name: 'Humidity readings',
    subject: 'Humidity readings, no. {{number}}',
    text: 'Namaste Prakriti,\n\nplease read the loggers of the crates and send me the numbers by the end of the week.\n\nWarmly,\nTamsin',
    plan: {
      kind: 'series',
      start: '2026-12-09T08:30',
      zone: 'Asia/Kathmandu',
      rrule: 'FREQ=MONTHLY;BYDAY=2WE',
      shift: 'next-working-day',
      calendar: 'reader',
    },
  },
  {
    to: ['luisa'],
    name: 'Insurance values',
    subject: 'Insurance values, {{date}}',
    text: 'Cara Luísa,\n\nthe values of this month are under this link: {{link}}\n\nThe newest readings of the crates are attached.\n\nTamsin',
    plan: {
      kind: 'series',
      start: '2026-11-30T10:00',
      zone: 'America/Sao_Paulo',
      rrule: 'FREQ=MONTHLY;BYMONTHDAY=-1',
      shift: 'previous-working-day',
      calendar: 'reader',
    },
    review: { minutes: 2880, otherwise: 'wait' },
    link: {
      path: 'readings',
      which: 'newest',
      ifMissing: 'without',
      line: 'There are no readings this time.',
    },
    fields: { link: { '2026-11-30T10:00:00': 'https://values.wrenfield.example/2026-11' } },
  },
  {
    to: ['wekesa'],
    name: 'Lorries at the border',
    subject: 'Lorries at the border, {{date}}',
    text: 'Dear Mr Wekesa,\n\nwhich of our lorries are waiting at the border this morning?\n\nRegards,\nTamsin Oyelaran',
    plan: {
      kind: 'series',
      start: '2026-11-30T08:00',
      zone: 'Africa/Nairobi',
      rrule: 'FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,TH',
    },
    paused: true,
  },
];
