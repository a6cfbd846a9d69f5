/** Letters of the last months, as the demo's mailbox file holds them: a question of the registrar's, and its answer. */
import { mboxEntry } from '#core/formats/mbox';
import { formatMailbox, type Mailbox } from '#core/message/address';

/** Who was asked, about what, when (on the registrar's clock, with its offset), and when they answered on theirs. */
type Exchange = [whom: string, about: string, asked: string, answered: string];

const EXCHANGES: Exchange[] = [
  ['prakriti', 'Passport copy', 'Mon, 07 Sep 2026 10:05:00 +0100', 'Tue, 08 Sep 2026 09:40:00 +0545'],
  ['prakriti', 'Humidity loggers', 'Wed, 09 Sep 2026 15:20:00 +0100', 'Thu, 10 Sep 2026 09:15:00 +0545'],
  ['prakriti', 'Seat beside the crate', 'Tue, 15 Sep 2026 09:10:00 +0100', 'Tue, 15 Sep 2026 15:50:00 +0545'],
  ['prakriti', 'Insurance card', 'Mon, 21 Sep 2026 11:00:00 +0100', 'Tue, 22 Sep 2026 09:35:00 +0545'],
  ['prakriti', 'Seal numbers', 'Thu, 01 Oct 2026 16:45:00 +0100', 'Fri, 02 Oct 2026 10:20:00 +0545'],
  ['prakriti', 'Hotel in Porto', 'Tue, 06 Oct 2026 10:30:00 +0100', 'Wed, 07 Oct 2026 09:05:00 +0545'],
  ['prakriti', 'Carnet pages', 'Mon, 19 Oct 2026 09:00:00 +0100', 'Tue, 20 Oct 2026 09:50:00 +0545'],
  ['prakriti', 'Spare padlocks', 'Tue, 03 Nov 2026 14:15:00 +0000', 'Wed, 04 Nov 2026 09:25:00 +0545'],
  ['bela', 'Lamp labels', 'Mon, 14 Sep 2026 09:30:00 +0100', 'Mon, 14 Sep 2026 09:52:00 +0100'],
  ['bela', 'Key to the store', 'Tue, 22 Sep 2026 14:00:00 +0100', 'Tue, 22 Sep 2026 14:35:00 +0100'],
  ['bela', 'Committee dates', 'Wed, 30 Sep 2026 11:10:00 +0100', 'Wed, 30 Sep 2026 16:40:00 +0100'],
  ['bela', 'Second stamp', 'Mon, 12 Oct 2026 09:05:00 +0100', 'Mon, 12 Oct 2026 09:30:00 +0100'],
  ['bela', 'Bulbs for case four', 'Fri, 23 Oct 2026 16:50:00 +0100', 'Mon, 26 Oct 2026 09:20:00 +0000'],
  ['bela', 'Printer in the yard', 'Tue, 10 Nov 2026 10:00:00 +0000', 'Tue, 10 Nov 2026 10:18:00 +0000'],
  ['wekesa', 'Transit bond', 'Thu, 10 Sep 2026 09:00:00 +0100', 'Mon, 14 Sep 2026 08:40:00 +0300'],
  ['wekesa', 'Entry at Malaba', 'Tue, 22 Sep 2026 12:00:00 +0100', 'Thu, 24 Sep 2026 11:15:00 +0300'],
  ['wekesa', 'Storage charges', 'Mon, 05 Oct 2026 10:20:00 +0100', 'Tue, 06 Oct 2026 08:30:00 +0300'],
  ['wekesa', 'Inspection fee', 'Wed, 21 Oct 2026 15:30:00 +0100', 'Fri, 23 Oct 2026 16:05:00 +0300'],
  ['wekesa', 'Lorry plates', 'Wed, 11 Nov 2026 09:45:00 +0000', 'Thu, 12 Nov 2026 08:55:00 +0300'],
];

function letter(
  from: Mailbox,
  to: Mailbox,
  subject: string,
  date: string,
  id: string,
  answers: string,
): Buffer {
  const text = answers
    ? `Dear Tamsin,\n\nit is done, and noted in the file.\n\n${from.name}`
    : `Dear ${to.name.split(' ')[0]!},\n\ncould you tell me how this stands?\n\nTamsin`;
  const lines = [
    `From: ${formatMailbox(from)}`,
    `To: ${formatMailbox(to)}`,
    `Subject: ${subject}`,
    `Date: ${date}`,
    `Message-ID: ${id}`,
    ...(answers ? [`In-Reply-To: ${answers}`, `References: ${answers}`] : []),
    'MIME-Version: 1.0',
    'Content-Type: text/plain; charset=utf-8',
    '',
    text,
    '',
  ];
  return Buffer.from(lines.join('\r\n').replaceAll(/\r?\n/g, '\r\n'));
}

/** @param me whose mailbox it is @param people by their keys @returns an mbox file (RFC 4155) */
export function pastMailbox(me: Mailbox, people: ReadonlyMap<string, Mailbox>): Buffer {
  const entries = EXCHANGES.flatMap(([whom, about, asked, answered], index) => {
    const person = people.get(whom)!;
    const [question, answer] = [
      `<past.${index}@wrenfield.example>`,
      `<past.${index}.answer@wrenfield.example>`,
    ];
    return [
      mboxEntry(letter(me, person, about, asked, question, ''), me.address, Date.parse(asked)),
      mboxEntry(
        letter(person, me, `Re: ${about}`, answered, answer, question),
        person.address,
        Date.parse(answered),
      ),
    ];
  });
  return Buffer.concat(entries);
}
