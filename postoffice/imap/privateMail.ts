/** What lies in the private mailbox before anybody has looked into it: a lamp walk along the river, and who brings what. */
import MailComposer from 'nodemailer/lib/mail-composer';
import type { Folders } from './folders';

interface Letter {
  folder?: string;
  /** UTC. */
  at: string;
  from: string;
  subject: string;
  text: string;
  /** Which of the letters it answers, by its place. */
  answers?: number;
  seen?: boolean;
}

const ME = 'Tamsin Oyelaran <tamsin@lampwalk.example>';
const ILSE = 'Ilse Varga <ilse@lampwalk.example>';
const TOMAS = 'Tomás Leal <tomas@lampwalk.example>';
const NELL = 'Nell Abara <nell@quayside-bakery.example>';
const BOATS = 'River boats <office@mondego-boats.example>';

const LETTERS: Letter[] = [
  {
    folder: 'Archive',
    at: '2026-11-02T18:20:00Z',
    from: ILSE,
    subject: 'The lamp walk, third year',
    text: 'Dear all,\n\nfifty lamps last year, and the wind took nine. Shall we say Saturday 12 December, at dusk, from the old quay?\n\nIlse',
    seen: true,
  },
  {
    folder: 'Archive',
    at: '2026-11-03T20:05:00Z',
    from: TOMAS,
    subject: 'Re: The lamp walk, third year',
    text: 'Saturday is fine. I have the long poles, and a key to the boathouse.\n\nTomás',
    answers: 0,
    seen: true,
  },
  {
    at: '2026-11-12T09:30:00Z',
    from: BOATS,
    subject: 'Your request of 11 November: two rowing boats',
    text: 'Dear Ms Oyelaran,\n\ntwo boats are kept for you on 12 December from 16:00 to 19:00. Please confirm by 30 November; the deposit is 40 euros.\n\nRiver boats',
    seen: true,
  },
  {
    at: '2026-11-16T19:44:00Z',
    from: ILSE,
    subject: 'Who brings paper?',
    text: 'We need forty sheets of the strong kind, A3. Tamsin, does your museum throw any away?\n\nIlse',
    seen: true,
  },
  {
    folder: 'Sent',
    at: '2026-11-16T21:10:00Z',
    from: ME,
    subject: 'Re: Who brings paper?',
    text: 'Nothing a registrar would admit to. I will buy a pad.\n\nTamsin',
    answers: 3,
    seen: true,
  },
  {
    at: '2026-11-19T07:15:00Z',
    from: NELL,
    subject: 'Forty buns?',
    text: 'Hello Tamsin,\n\nforty with cinnamon, or twenty and twenty without? I bake on Friday night, so tell me by the Thursday.\n\nNell',
  },
  {
    at: '2026-11-21T16:02:00Z',
    from: TOMAS,
    subject: 'Wicks',
    text: 'The 6 mm wicks smoke less. I ordered sixty; they come on the 4th.\n\nTomás',
  },
  {
    at: '2026-11-22T11:31:00Z',
    from: ILSE,
    subject: 'The way, drawn',
    text: 'From the quay along the wall to the second bridge, then back on the other side: 2.4 km, fifty minutes with children.\n\nCould you look whether the gate by the lock is open at 18:00?\n\nIlse',
  },
  {
    at: '2026-11-23T22:48:00Z',
    from: TOMAS,
    subject: 'Re: The way, drawn',
    text: 'It is open until 20:00 in winter, I asked.\n\nTomás',
    answers: 7,
  },
];

const idOf = (place: number) => `<walk.${place + 1}@lampwalk.example>`;

/** Once: what has been taken out is not put in again. */
export async function fillMailbox(folders: Folders): Promise<void> {
  if (folders.all().some(({ uidNext }) => uidNext > 1)) return;
  for (const [place, { folder = 'INBOX', at, from, subject, text, answers, seen }] of LETTERS.entries()) {
    const bytes = await new MailComposer({
      from,
      to: from === ME ? ILSE : ME,
      subject,
      text,
      date: at,
      messageId: idOf(place),
      ...(answers !== undefined && { inReplyTo: idOf(answers), references: idOf(answers) }),
      newline: '\r\n',
    })
      .compile()
      .build();
    folders.put(folders.find(folder)!, bytes, { at: Date.parse(at), flags: seen ? ['\\Seen'] : [] });
  }
}
