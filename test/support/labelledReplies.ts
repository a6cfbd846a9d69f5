/**
 * Labelled mails (test/data/replies): which of them answer a message that is watched. Each line is tried as plain text and as
 * HTML. `aside.txt` is what the rules were not written by;
 * `fresh.txt` was written after all of them.
 */
import { readFileSync } from 'node:fs';
import type { Desk } from '#usecases/desk';
import { changeSettings } from '#usecases/changeSettings';
import { receiveMail } from '#usecases/incoming/receiveMail';
import { createDraft } from '#usecases/messages/createDraft';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { addCorrespondent } from '#usecases/people/correspondents';
import { claimDeparture } from '#usecases/release/claimDeparture';
import { finishAttempt } from '#usecases/release/finishAttempt';
import { endWatch, watchMessage } from '#usecases/watches/setWatch';
import { readWatch } from '#usecases/watches/watchView';

const ME = { name: 'Tamsin Oyelaran', address: 'registrar@wrenfield.example' };
const WRITERS: Record<string, string> = {
  ana: 'Ana Prado <ana@harbour.example>',
  'ana-phone': 'ana.prado@phone.example',
  colleague: 'Ben Okri <ben@harbour.example>',
  stranger: 'Someone Else <someone@elsewhere.example>',
  me: `${ME.name} <${ME.address}>`,
  'me-loans': 'Loans <loans@wrenfield.example>',
  daemon: 'Mail Delivery <MAILER-DAEMON@harbour.example>',
};
const MARKS: Record<string, string[]> = {
  '-': [],
  auto: ['Auto-Submitted: auto-replied'],
  gen: ['Auto-Submitted: auto-generated'],
  no: ['Auto-Submitted: no'],
  bulk: ['Precedence: bulk'],
  precedence: ['Precedence: auto_reply'],
  autoreply: ['X-Autoreply: yes'],
  null: ['Return-Path: <>'],
  list: ['List-Id: Harbour <list.harbour.example>', 'List-Post: <mailto:list@harbour.example>'],
  cal: [],
};

export interface LabelledReply {
  counts: boolean;
  from: string;
  names: 'irt' | 'ref' | 'other' | 'none';
  mark: string;
  quote: string;
  /** `%s` stands for the subject of what is watched. */
  subject: string;
  text: string;
  html: boolean;
}

export function labelledReplies(which: 'aside' | 'own' | 'fresh'): LabelledReply[] {
  const lines = readFileSync(`test/data/replies/${which}.txt`, 'utf8').split('\n');
  return lines
    .filter((line) => line && !line.startsWith('#'))
    .flatMap((line) => {
      const [label, from, names, mark, quote, subject, text] = line.split(' | ') as [string, ...string[]];
      const reply = { counts: label === '+', from, names, mark, quote, subject, text } as LabelledReply;
      return [
        { ...reply, html: false },
        { ...reply, html: true },
      ];
    });
}

const OTHER = 'What does the oil for the lamps cost by the litre these days, and who delivers it?';

function body({ text, quote }: LabelledReply, watched: string): string {
  const quoted = (words: string) => `${ME.name} wrote:\r\n> ${words.replace(/(.{30}\S*) /g, '$1\r\n> ')}`;
  switch (quote) {
    case 'below':
      return `${text}\r\n\r\n${quoted(watched)}`;
    case 'above':
      return `${quoted(watched)}\r\n\r\n${text}`;
    case 'below-other':
      return `${text}\r\n\r\n${quoted(OTHER)}`;
    case 'outlook':
      return `${text}\r\n\r\n-----Original Message-----\r\nFrom: ${ME.name}\r\nSubject: x\r\n\r\n${watched}`;
    default:
      return text;
  }
}

const encoded = (words: string) => `=?utf-8?B?${Buffer.from(words).toString('base64')}?=`;
const escaped = (words: string) => words.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');

function bytesOf(
  reply: LabelledReply,
  watched: { subject: string; text: string; id: string },
  n: number,
): Buffer {
  const { from, names, mark, subject, html } = reply;
  const id = names === 'other' ? '<nothing@elsewhere.example>' : watched.id;
  const words = body(reply, watched.text);
  const part =
    mark === 'cal'
      ? [
          'Content-Type: text/calendar; method=REPLY; charset=utf-8',
          '',
          'BEGIN:VCALENDAR',
          'METHOD:REPLY',
          'END:VCALENDAR',
        ]
      : html
        ? [
            'Content-Type: text/html; charset=utf-8',
            '',
            `<div>${escaped(words).replace(/\r\n/g, '<br>\r\n')}</div>`,
          ]
        : ['Content-Type: text/plain; charset=utf-8', '', words];
  return Buffer.from(
    [
      `From: ${WRITERS[from]!}`,
      `To: ${ME.address}`,
      `Subject: ${encoded(subject === '(no subject)' ? '' : subject.replace('%s', watched.subject))}`,
      `Message-ID: <labelled.${n}@harbour.example>`,
      ...(names === 'irt' || names === 'other' ? [`In-Reply-To: ${id}`] : []),
      ...(names === 'irt' || names === 'ref' ? [`References: <root@harbour.example> ${id}`] : []),
      ...MARKS[mark]!,
      'MIME-Version: 1.0',
      ...part,
    ].join('\r\n'),
  );
}

export interface JudgedReplies {
  mails: number;
  /** Rightly taken for answers, wrongly, and wrongly not. */
  found: number;
  wrong: LabelledReply[];
  missed: LabelledReply[];
}

export const precision = ({ found, wrong }: JudgedReplies) => found / (found + wrong.length);
export const recall = ({ found, missed }: JudgedReplies) => found / (found + missed.length);

/** Has each come in while a message of its own is watched. @param desk a new one */
export async function judgeReplies(desk: Desk, replies: readonly LabelledReply[]): Promise<JudgedReplies> {
  const loans = {
    id: 'loans',
    name: 'Loans',
    address: 'loans@wrenfield.example',
    signature: '',
    account: null,
  };
  changeSettings(desk, { me: ME, identities: [loans] });
  addCorrespondent(desk, {
    name: 'Ana Prado',
    addresses: ['ana@harbour.example', 'ana.prado@phone.example'],
  });
  const judged: JudgedReplies = { mails: replies.length, found: 0, wrong: [], missed: [] };
  for (const [n, reply] of replies.entries()) {
    const subject = `Crates at the harbour ${n}`;
    const text = `Could you confirm by Thursday that the two crates of consignment ${n * 7919} have cleared customs?`;
    const { id } = createDraft(desk, { to: ['ana@harbour.example'], subject, text });
    const watch = watchMessage(desk, id, { deadline: { days: 3 } });
    const [departure] = scheduleMessage(desk, id, { kind: 'now' }, undefined, {}, 'for the set');
    desk.store.write((tx) => tx.run(`UPDATE departures SET due = 0, state = 'scheduled'`));
    await claimDeparture(desk, departure!.id);
    const outcomes = [{ address: 'ana@harbour.example', status: 'accepted' as const, answer: '250 ok' }];
    const left = await finishAttempt(desk, departure!.id, { outcomes, unanswered: false });
    await receiveMail(desk, bytesOf(reply, { subject, text, id: left.headerId! }, n));
    const counted = readWatch(desk, watch.id).state === 'settled';
    if (counted && reply.counts) judged.found++;
    else if (counted) judged.wrong.push(reply);
    else if (reply.counts) judged.missed.push(reply);
    if (!counted) endWatch(desk, watch.id);
  }
  return judged;
}
