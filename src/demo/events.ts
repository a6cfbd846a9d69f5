/** The registrar’s weeks: what is in her calendar, in four zones, and what leaves before it. */
import type { EventChange, EventInput } from '#usecases/events/writeEvent';

interface DemoEvent extends EventInput {
  /** Who is at it, by their keys. */
  with?: string[];
  /** One time of it is otherwise. */
  once?: { occurrence: string; change: EventChange };
  /** A message that leaves before it. */
  before?: { offset: string; to: string[]; subject: string; text: string };
}

const LISBON = 'Europe/Lisbon';

export const demoEvents: DemoEvent[] = [
  {
    summary: 'Hanging plan, room 3',
    start: '2026-11-24T16:00',
    end: '2026-11-24T16:45',
    zone: LISBON,
    location: 'Room 3',
    with: ['bela'],
  },
  {
    summary: 'Lacquer panels: light readings',
    start: '2026-11-25T17:30',
    end: '2026-11-25T18:15',
    zone: 'Asia/Tokyo',
    with: ['haruki'],
  },
  {
    summary: 'Loans committee',
    start: '2026-11-05T10:00',
    end: '2026-11-05T11:30',
    zone: LISBON,
    rrule: 'FREQ=WEEKLY;BYDAY=TH',
    location: 'Reading room',
    once: {
      occurrence: '2026-12-03T10:00:00',
      change: { start: '2026-12-03T14:00', description: 'With the board, hence in the afternoon.' },
    },
  },
  {
    summary: 'Broker call',
    start: '2026-11-26T15:00',
    end: '2026-11-26T16:00',
    zone: 'Africa/Nairobi',
    description: 'Carnets for the second lorry; who is at the barrier on Saturday.',
    with: ['wekesa'],
    before: {
      offset: '-PT40M',
      to: ['wekesa'],
      subject: 'For our call: the carnets',
      text: 'Dear Odhiambo,\n\nfor our call in a moment: both carnets are stamped, and the second lorry has plates again.\n\nTamsin',
    },
  },
  {
    summary: 'Crates onto the pallet',
    start: '2026-11-27T08:30',
    end: '2026-11-27T10:00',
    zone: 'Asia/Kathmandu',
    transparent: true,
    with: ['prakriti', 'keshav'],
  },
  {
    summary: 'Cover for the Porto leg',
    start: '2026-11-27T12:30',
    end: '2026-11-27T13:15',
    zone: 'America/Sao_Paulo',
    status: 'tentative',
    with: ['luisa'],
  },
  { summary: 'Installation in Porto', start: '2026-12-07', end: '2026-12-12' },
];
