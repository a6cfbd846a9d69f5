/**
 * Who has a mailbox at the post office, and how they answer. Data only. Hours are minutes after midnight where
 * they are.
 */

export interface ScriptedCorrespondent {
  name: string;
  address: string;
  /** IANA zone. */
  zone: string;
  /** Working hours, Monday to Friday. */
  hours: { from: number; to: number };
  /** Minutes between reading and answering, within working hours; null for someone who never answers. */
  latency: number | null;
  /** Answers at once that they are away; mail to them comes back; they open it and never answer; they answer from this address. */
  habit?: 'away' | 'bounces' | 'only-opens' | { from: string };
  /** False for someone who never lets their program say that a message was seen. */
  confirms?: boolean;
  /** To a message with answers to press: presses one, unless it is the first, they write its words, press another later, or come days late. */
  presses?: 'the first' | 'in words' | 'twice' | 'days late';
  /** Answers in turn; `{subject}` and `{name}` are filled in. */
  words: string[];
}

const office = { from: 9 * 60, to: 17 * 60 };

export const correspondents: ScriptedCorrespondent[] = [
  {
    name: 'Haruki Anzai',
    address: 'h.anzai@lacquer-osaka.example',
    zone: 'Asia/Tokyo',
    hours: { from: 9 * 60, to: 18 * 60 },
    latency: 35,
    presses: 'in words',
    words: [
      'Thank you for your message. We have measured again: the frame is 1240 × 880 mm, 31 kg with the crate.',
      'Received with thanks. I will ask our carpenter and come back to you tomorrow.',
    ],
  },
  {
    name: 'Prakriti Thapa',
    address: 'prakriti@lamp-courier.example',
    zone: 'Asia/Kathmandu',
    hours: { from: 8 * 60 + 30, to: 17 * 60 },
    latency: 12,
    words: [
      'Namaste, all clear. The logger is packed and I carry it myself.',
      'Thank you. I have noted it and will confirm when the crate is sealed.',
    ],
  },
  {
    name: 'Odhiambo Wekesa',
    address: 'o.wekesa@customs-broker.example',
    zone: 'Africa/Nairobi',
    hours: office,
    latency: 90,
    confirms: false,
    words: ['Dear {name}, I need the bond number before I can lodge this. Kindly send it.'],
  },
  {
    name: 'Luísa Brandão',
    address: 'luisa@seguros-brandao.example',
    zone: 'America/Sao_Paulo',
    hours: office,
    latency: 50,
    habit: 'away',
    words: ['I am travelling with the couriers until 30 November and read mail in the evenings only.'],
  },
  {
    name: 'Marisol Quintero',
    address: 'marisol@harbour-conservation.example',
    zone: 'America/St_Johns',
    hours: { from: 8 * 60, to: 16 * 60 },
    latency: 25,
    words: ['Got it, thanks. I will look at the panel this afternoon and write up what I see.'],
  },
  {
    name: 'Ewan Tregear',
    address: 'ewan@gallery-three.example',
    zone: 'Australia/Adelaide',
    hours: office,
    latency: 40,
    presses: 'days late',
    habit: { from: 'ewan.tregear@harbour-phone.example' },
    words: ['Thanks Tamsin, noted. 50 lux it is; I will send the readings after we hang.'],
  },
  {
    name: 'Aroha Tuhiwai',
    address: 'aroha@chatham-lightkeepers.example',
    presses: 'twice',
    zone: 'Pacific/Chatham',
    hours: { from: 8 * 60, to: 15 * 60 },
    latency: 20,
    words: ['Kia ora. The lens travels on the Thursday boat, weather willing.'],
  },
  {
    name: 'Babatunde Adeyemi',
    address: 'b.adeyemi@lagos-lenders.example',
    zone: 'Africa/Lagos',
    hours: office,
    latency: 65,
    words: ['Good day. The board has signed; the scan follows.'],
  },
  {
    name: 'Sunna Eiríksdóttir',
    address: 'sunna@reykjavik-freight.example',
    zone: 'Atlantic/Reykjavik',
    hours: { from: 8 * 60, to: 16 * 60 },
    latency: 15,
    presses: 'the first',
    words: ['Takk. Two pallets on the Tuesday flight, both kept above 12 °C.'],
  },
  {
    name: 'Bela Sousa',
    address: 'bela@wrenfield.example',
    zone: 'Europe/Lisbon',
    hours: office,
    latency: 8,
    words: ['Done, filed under loans.'],
  },
  {
    name: 'Quay office',
    address: 'office@old-quay.example',
    zone: 'Atlantic/Reykjavik',
    hours: office,
    latency: 0,
    habit: 'bounces',
    words: [],
  },
  {
    name: 'Reading room',
    address: 'reading-room@old-quay.example',
    zone: 'Europe/Lisbon',
    hours: office,
    latency: 30,
    habit: 'only-opens',
    words: [],
  },
  {
    name: 'Night desk',
    address: 'night-desk@lamp-courier.example',
    zone: 'Asia/Kathmandu',
    hours: { from: 0, to: 24 * 60 },
    latency: null,
    words: [],
  },
];
