/** The demo world as data: a made-up museum's registrar, her correspondents, and a day's mail. */
import type { LinkChoices } from '#core/files/link';
import type { HoldRule } from '#core/hold/rule';
import type { PersonalDate } from '#core/people/personalDate';
import type { Leave } from '#core/time/leave';
import type { Chasers } from '#core/watch/chasers';
import type { Deadline, SettledBy } from '#core/watch/watch';
import type { OfferInput } from '#usecases/offers/offerTimes';
import type { QuestionInput } from '#usecases/questions/ask';

/** Where the sandbox clock of a new demo begins: the morning of Tuesday 24 November 2026. */
export const DEMO_MORNING = Date.parse('2026-11-24T07:00:00Z');

/** Where it stands when the demo is ready: 14:24 in Lisbon. What was due that morning has left by then. */
export const DEMO_START = Date.parse('2026-11-24T14:24:00Z');

export const me = { name: 'Tamsin Oyelaran', address: 'registrar@wrenfield.example' };
export const myZone = 'Europe/Lisbon';
export const mySignature = 'Tamsin Oyelaran\nRegistrar, Wrenfield Museum of Light';
export const myOthers = [
  {
    id: 'loans',
    name: 'Wrenfield Loans',
    address: 'loans@wrenfield.example',
    signature: 'Loans desk, Wrenfield Museum of Light',
  },
];
export const mySentFolders = ['Sent', 'Loans'];

export interface DemoPerson {
  key: string;
  name: string;
  address: string;
  /** They write from it as well. */
  alsoFrom?: string;
  /** Missing where the person has not confirmed one: then their mail has to speak for it. */
  zone?: string;
  place?: string;
  /** As people write it; office hours where it is missing. */
  week?: string;
  leave?: Leave[];
  dates?: PersonalDate[];
  organisation?: string;
  /** BCP 47 */
  language?: string;
  columns?: Record<string, string>;
}

const people: DemoPerson[] = [
  {
    key: 'haruki',
    name: 'Haruki Anzai',
    address: 'h.anzai@lacquer-osaka.example',
    zone: 'Asia/Tokyo',
    place: 'Osaka',
    week: 'Mo-Fr 09:00-18:00',
    organisation: 'Naniwa Lacquer House',
    columns: { 'loan number': 'WF-2041', 'insured value': '186,000' },
  },
  {
    key: 'prakriti',
    name: 'Prakriti Thapa',
    address: 'prakriti@lamp-courier.example',
    zone: 'Asia/Kathmandu',
    place: 'Kathmandu',
    week: 'Mo-Fr 08:30-17:00; Su 09:00-15:00',
    organisation: 'Lamp Courier',
  },
  {
    key: 'wekesa',
    name: 'Odhiambo Wekesa',
    address: 'o.wekesa@customs-broker.example',
    zone: 'Africa/Nairobi',
    place: 'Nairobi',
  },
  {
    key: 'luisa',
    name: 'Luísa Brandão',
    address: 'luisa@seguros-brandao.example',
    zone: 'America/Sao_Paulo',
    place: 'São Paulo',
    organisation: 'Seguros Brandão',
    language: 'pt',
    columns: { 'loan number': 'WF-2044', 'insured value': '92,500' },
  },
  {
    key: 'marisol',
    name: 'Marisol Quintero',
    address: 'marisol@harbour-conservation.example',
    zone: 'America/St_Johns',
    place: 'St. John’s',
    leave: [{ from: '2026-12-07', to: '2026-12-11', note: 'field work' }],
  },
  {
    key: 'ewan',
    name: 'Ewan Tregear',
    address: 'ewan@gallery-three.example',
    alsoFrom: 'ewan.tregear@harbour-phone.example',
    zone: 'Australia/Adelaide',
    place: 'Adelaide',
    week: 'Tu-Sa 10:00-18:00',
    organisation: 'Gallery Three',
  },
  {
    key: 'aroha',
    name: 'Aroha Tuhiwai',
    address: 'aroha@chatham-lightkeepers.example',
    zone: 'Pacific/Chatham',
    place: 'Chatham Islands',
    week: 'Mo-Fr 08:15-16:30',
    dates: [{ what: 'Birthday', month: 12, day: 4 }],
    organisation: 'Chatham Lightkeepers',
  },
  {
    key: 'tunde',
    name: 'Babatunde Adeyemi',
    address: 'b.adeyemi@lagos-lenders.example',
    zone: 'Africa/Lagos',
    place: 'Lagos',
    leave: [{ from: '2026-11-23', to: '2026-11-27', note: 'family' }],
    organisation: 'Lagos Lenders’ Trust',
    columns: { 'loan number': 'WF-2047' },
  },
  {
    key: 'sunna',
    name: 'Sunna Eiríksdóttir',
    address: 'sunna@reykjavik-freight.example',
    zone: 'Atlantic/Reykjavik',
    place: 'Reykjavik',
  },
  {
    key: 'keshav',
    name: 'Keshav Rai',
    address: 'keshav@himal-crating.example',
    week: 'Mo-Fr 10:00-18:00; Su 10:00-16:00',
  },
  {
    key: 'bela',
    name: 'Bela Sousa',
    address: 'bela@wrenfield.example',
    zone: 'Europe/Lisbon',
    place: 'Lisbon',
  },
];

/** Named sets, by keys. */
export const demoGroups: { name: string; members: string[] }[] = [
  { name: 'Lenders', members: ['haruki', 'tunde', 'luisa'] },
  { name: 'Couriers', members: ['prakriti', 'wekesa', 'sunna'] },
];

/** Hold rules, off until somebody switches them on; `except` by keys. */
export const demoRules: (Pick<HoldRule, 'id' | 'name' | 'on' | 'action'> & {
  group: string;
  except: string[];
})[] = [
  {
    id: 'couriers',
    name: 'Couriers wait, but for customs',
    on: false,
    group: 'Couriers',
    except: ['wekesa'],
    action: { kind: 'hold', minutes: 4 },
  },
];

export const demoPeople: ReadonlyMap<string, DemoPerson> = new Map(
  people.map((person) => [person.key, person]),
);

export interface DemoMail {
  from: string;
  subject: string;
  text: string;
  /** When it was written, ISO 8601 with the writer's offset; it arrived a few seconds later. */
  date: string;
  /** Until when it is put off, ISO 8601. */
  snoozedUntil?: string;
  /** Why then, and my note to myself. */
  snoozeWords?: string;
  snoozeNote?: string;
  /** When it was put off, and has since come back. */
  cameBack?: { putOff: string; at: string; note?: string; times?: number };
  /** What is to be done about it: a day and time in my zone, and a reminder (ISO 8601). */
  todo?: { what: string; due: string; time: string; remind: string; sound?: boolean };
  /** A file that came with it. */
  attachment?: { name: string; type: string; text: string };
  /** The event it asks me to come to, on the writer’s clock. */
  invites?: { summary: string; start: string; end: string; location: string };
  automatic?: boolean;
}

export const incoming: DemoMail[] = [
  {
    from: 'sunna',
    subject: 'Pallet heights, Tuesday flight',
    date: '2026-11-20T10:12:00+00:00',
    text: 'Hi Tamsin,\n\nthe cargo door takes 160 cm, not 165. Can the lens crate lie down, or shall I ask for the bigger aircraft on Thursday?\n\nSunna',
    snoozedUntil: '2026-11-24T19:00:00Z',
    snoozeWords: 'This evening',
  },
  {
    from: 'bela',
    subject: 'Letter of invitation for the courier',
    date: '2026-11-18T15:40:00+00:00',
    text: 'Tamsin,\n\nthe visa office wants the letter on paper with both stamps. I keep the second stamp until you have signed.\n\nBela',
    cameBack: { putOff: '2026-11-18T16:02:00Z', at: '2026-11-24T14:00:00Z', note: 'has Keshav signed?' },
  },
  {
    from: 'wekesa',
    subject: 'Bond number for the lorry',
    date: '2026-11-19T16:31:00+03:00',
    text: 'Dear Tamsin,\n\nthe lorry is at Mombasa. Without the bond number I cannot lodge the entry, and storage is charged from Thursday.\n\nRegards,\nOdhiambo Wekesa',
    cameBack: { putOff: '2026-11-20T09:15:00Z', at: '2026-11-24T09:00:00Z', times: 2 },
  },
  {
    from: 'keshav',
    subject: 'Timber for the crates',
    date: '2026-11-23T17:20:00+05:45',
    text: 'Dear Tamsin,\n\nthe treated boards have come, with the stamp. I build the two crates this week and send you photographs before they are closed.\n\nKeshav',
  },
  {
    from: 'marisol',
    subject: 'Valuation annex',
    date: '2026-11-24T10:20:00-03:30',
    text: 'Hello Tamsin,\n\ncould you resend page 4 with the valuation of the whale-oil lamps? The scan stops in the middle of the table.\n\nThanks,\nMarisol',
    todo: { what: 'answer', due: '2026-11-24', time: '20:30', remind: '2026-11-24T19:30:00Z', sound: true },
  },
  {
    from: 'luisa',
    subject: 'Away until 30 November',
    date: '2026-11-24T08:02:00-03:00',
    text: 'I am travelling with the couriers until 30 November and read mail in the evenings only. In urgent cases call the office in São Paulo.\n\nLuísa Brandão',
    automatic: true,
  },
  {
    from: 'ewan',
    subject: 'Delivery window, gallery 3',
    date: '2026-11-24T17:10:00+10:30',
    text: 'Hello Tamsin,\n\nthe goods lift is ours Thu 26 Nov 16:00 to 18:00. Will somebody from your side be on the line while we unpack?\n\nEwan',
    invites: {
      summary: 'Unpacking, gallery 3',
      start: '2026-11-26T16:00',
      end: '2026-11-26T18:00',
      location: 'Goods lift, by telephone',
    },
  },
  {
    from: 'haruki',
    subject: 'Lacquer panels',
    date: '2026-11-24T17:15:00+09:00',
    text: 'Dear Ms Oyelaran,\n\nthank you. The frame is 1240 × 880 mm. The panels must not stay below 50 % humidity for longer than the flight.\n\nMay we speak about the heights of the rail? Thursday at 19:30 would suit me (10:30 your time), or Monday 30 November at 18:00.\n\nWith kind regards,\nHaruki Anzai',
    attachment: {
      name: 'frame and crate.csv',
      type: 'text/csv',
      text: 'part;width mm;height mm;weight kg\r\nframe;1240;880;19\r\ncrate;1400;1040;31\r\n',
    },
  },
  {
    from: 'prakriti',
    subject: 'Humidity logger handover',
    date: '2026-11-24T18:55:00+05:45',
    text: 'Namaste Tamsin,\n\nI hand the logger over at the cargo desk tomorrow at nine. Who signs on your side? The night desk needs a name.\n\nPrakriti',
  },
  {
    from: 'aroha',
    subject: 'The lens and the weather',
    date: '2026-11-24T11:05:00+13:45',
    text: 'Kia ora Tamsin,\n\nthe boat will not sail before Thursday. I can crate the lens on Wednesday, or wait if you would rather have it out of the damp.\n\nAroha',
  },
  {
    from: 'tunde',
    subject: 'Loan agreement, third signature',
    date: '2026-11-24T12:48:00+01:00',
    text: 'Good afternoon,\n\ntwo of the three signatures are done. Our chairman returns on Friday; please confirm that the scan is enough until the paper arrives.\n\nBabatunde Adeyemi',
  },
  {
    from: 'sunna',
    subject: 'Thermal covers',
    date: '2026-11-24T09:31:00+00:00',
    text: 'Morning! I found six thermal covers in the Keflavik store. Do you want all of them on the lacquer, or two for the lens?\n\nSunna',
  },
  {
    from: 'sunna',
    subject: 'Both crates by sea',
    date: '2026-11-24T10:20:00+00:00',
    text: 'Hi Tamsin,\n\nboth crates are booked. They arrive at your dock on 12 December; somebody has to sign for them.\n\nSunna',
  },
  {
    from: 'bela',
    subject: 'Loans committee moved',
    date: '2026-11-24T13:36:00+00:00',
    text: 'The loans committee now meets at 15:30 in the small room. Please bring the crate list.\n\nBela',
  },
  {
    from: 'wekesa',
    subject: 'Crate list for the entry',
    date: '2026-11-23T14:05:00+03:00',
    text: 'Dear Tamsin,\n\nthe crate list in the packet has eleven lines, the air waybill twelve. Kindly check which one is right.\n\nOdhiambo Wekesa',
    snoozedUntil: '2026-11-25T09:00:00Z',
    snoozeWords: 'At my next start, tomorrow',
    snoozeNote: 'ask about the bond',
  },
  {
    from: 'tunde',
    subject: 'Visa letter for the conservator',
    date: '2026-11-23T10:20:00+01:00',
    text: 'Good morning,\n\nour conservator’s visa letter needs the dates of the hanging. Thursday is early enough.\n\nBabatunde',
    snoozedUntil: '2026-11-26T02:30:00Z',
  },
];

export interface DemoDeparture {
  /** Keys of people, or whole addresses. */
  to: string[];
  subject: string;
  text: string;
  /** Wall-clock time and zone; undefined for a draft. */
  at?: { local: string; zone: string };
  /** The subject of the incoming message it answers. */
  answers?: string;
  /** How long an answer is waited for. */
  watch?: { deadline: Deadline; settledBy?: SettledBy; note?: string; chasers?: Chasers };
  /** What it asks, each reader by a copy of their own. */
  question?: QuestionInput;
  /** The times it offers, likewise; on my clock. */
  offer?: Omit<OfferInput, 'slots'> & { slots: string[] };
  /** Under the folder of the demo. */
  link?: Partial<LinkChoices> & { path: string };
}

export const outgoing: DemoDeparture[] = [
  {
    to: ['sunna'],
    subject: 'Aircraft for the lens crate',
    text: 'Hi Sunna,\n\nthe lens crate must stand. Please ask for the bigger aircraft on Thursday, and tell me what it costs.\n\nTamsin',
    at: { local: '2026-11-24T08:30', zone: 'Atlantic/Reykjavik' },
    answers: 'Pallet heights, Tuesday flight',
    watch: { deadline: { hours: 8 } },
  },
  {
    to: ['bela'],
    subject: 'Crate list for the committee',
    text: 'Bela,\n\ntwelve lines, as on the air waybill. Please print it for this afternoon.\n\nTamsin',
    at: { local: '2026-11-24T09:05', zone: 'Europe/Lisbon' },
  },
  {
    to: ['Night desk <night-desk@lamp-courier.example>'],
    subject: 'Who signs for the logger tonight?',
    text: 'Good evening,\n\nPrakriti hands a humidity logger over at the cargo desk tomorrow at nine. Please tell me the name of whoever signs for it.\n\nTamsin Oyelaran\nRegistrar, Wrenfield Museum of Light',
    at: { local: '2026-11-24T09:40', zone: 'Europe/Lisbon' },
    watch: {
      deadline: { local: '2026-11-24T14:26', zone: 'Europe/Lisbon' },
      note: 'then ask Prakriti for a name',
    },
  },
  {
    to: ['luisa'],
    subject: 'Courier names on the certificate',
    text: 'Cara Luísa,\n\nthe certificate names one courier, and there are two. Could you have the second added before the panels fly?\n\nTamsin',
    at: { local: '2026-11-24T09:50', zone: 'Europe/Lisbon' },
    watch: {
      deadline: { workingDays: 2, of: 'reader' },
      chasers: {
        text: 'Cara Luísa,\n\nthe certificate still names one courier. Could you let me know by when the second is on it?',
        then: 'leave',
        times: 2,
      },
    },
  },
  {
    to: ['tunde', 'marisol', 'haruki', 'aroha', 'ewan'],
    subject: 'The walk through before the opening in Porto',
    text: 'Dear lenders,\n\nbefore the doors open in Porto you are invited to see each lamp where it hangs. There are two mornings, and the hall takes all of you on either.\n\nTamsin Oyelaran\nRegistrar, Wrenfield Museum of Light',
    at: { local: '2026-11-24T10:00', zone: 'Europe/Lisbon' },
    question: {
      words: 'Which morning suits you?',
      answers: ['Thursday 10 December', 'Friday 11 December', 'I cannot come'],
      decidedWhen: 'everyone',
      mayComment: true,
      deadline: { local: '2026-11-26T17:00', zone: 'Europe/Lisbon' },
    },
  },
  {
    to: ['Quay office <office@old-quay.example>'],
    subject: 'Dock for 12 December',
    text: 'Good morning,\n\ntwo crates arrive by sea on 12 December. Which dock, and who signs?\n\nTamsin Oyelaran\nRegistrar, Wrenfield Museum of Light',
    at: { local: '2026-11-24T10:30', zone: 'Europe/Lisbon' },
    watch: { deadline: { days: 3 } },
  },
  {
    to: ['wekesa'],
    subject: 'Bond number',
    text: 'Dear Mr Wekesa,\n\nour bank promises the bond number for tomorrow morning, your time.\n\nRegards,\nTamsin Oyelaran',
    at: { local: '2026-11-24T14:00', zone: 'Africa/Nairobi' },
    answers: 'Bond number for the lorry',
    watch: {
      deadline: { workingDays: 1, of: 'reader' },
      settledBy: 'me',
      note: 'has the bank kept its word?',
    },
  },
  {
    to: ['sunna', 'tunde'],
    subject: 'Half an hour each, before the crates close',
    text: 'Dear both,\n\nbefore the crates are closed I should like half an hour with each of you: Sunna about the pallet heights, Mr Adeyemi about the third signature. Please take what suits you.\n\nTamsin Oyelaran\nRegistrar, Wrenfield Museum of Light',
    at: { local: '2026-11-24T14:05', zone: 'Europe/Lisbon' },
    offer: {
      summary: 'Before the crates close',
      place: 'by telephone, I call',
      minutes: 30,
      agreement: 'each',
      slots: ['2026-11-26T14:00', '2026-11-26T16:00', '2026-11-27T10:30', '2026-11-30T11:00'],
      deadline: { local: '2026-11-26T12:00', zone: 'Europe/Lisbon' },
    },
  },
  {
    to: ['haruki'],
    subject: 'Lacquer panels: courier window',
    text: 'Dear Mr Anzai,\n\nthe courier can take the panels on Thursday between 10:00 and 12:00. Please keep the inner crate open until she has seen the seals.\n\nWith kind regards,\nTamsin Oyelaran',
    at: { local: '2026-11-25T08:30', zone: 'Asia/Tokyo' },
  },
  {
    to: ['prakriti'],
    subject: 'Crate dimensions needed before the Porto crossing',
    text: 'Namaste Prakriti,\n\nthe carrier closes the manifest on Friday. Could you confirm the outer dimensions and gross weight of your crate?\n\nWarmly,\nTamsin',
    at: { local: '2026-11-25T08:30', zone: 'Asia/Kathmandu' },
  },
  {
    to: ['wekesa', 'bela'],
    subject: 'Customs packet',
    text: 'Dear Mr Wekesa,\n\nthe packet is complete now: invoice, crate list with twelve lines, and the bond number from our bank.\n\nRegards,\nTamsin Oyelaran',
    at: { local: '2026-11-25T13:00', zone: 'Africa/Nairobi' },
    watch: { deadline: { workingDays: 1, of: 'reader' }, settledBy: 'everyone' },
    link: { path: 'crate list.csv' },
  },
  {
    to: ['luisa'],
    subject: 'Valuation for the transit cover',
    text: 'Cara Luísa,\n\nwhen you are back: the lenders ask for one sum over all seven cities. Would that change the premium?\n\nTamsin',
    at: { local: '2026-11-25T14:10', zone: 'America/Sao_Paulo' },
  },
  {
    to: ['aroha'],
    subject: 'Please crate the lens on Wednesday',
    text: 'Kia ora Aroha,\n\nlet us have it out of the damp. Crate it on Wednesday and leave the vents open.\n\nTamsin',
    at: { local: '2026-11-25T08:15', zone: 'Pacific/Chatham' },
    answers: 'The lens and the weather',
  },
  {
    to: ['ewan'],
    subject: 'Lighting levels, gallery 3',
    text: 'Hello Ewan,\n\n50 lux on the lacquer, 150 on everything else, and no daylight before the blinds are up.\n\nTamsin',
    at: { local: '2026-11-26T09:00', zone: 'Australia/Adelaide' },
  },
  {
    to: ['marisol', 'tunde', 'sunna'],
    subject: 'Loan notice, week 48',
    text: 'Dear all,\n\nthis week: lens crated on the Chathams, lacquer panels fly on Thursday, lorry released at Mombasa.\n\nTamsin Oyelaran\nRegistrar, Wrenfield Museum of Light',
    at: { local: '2026-11-26T09:30', zone: 'Europe/Lisbon' },
  },
  {
    to: ['tunde'],
    subject: 'Third signature',
    text: 'Dear Mr Adeyemi,\n\na scan is enough until the paper arrives. ',
    answers: 'Loan agreement, third signature',
  },
];
