/** What a scripted correspondent writes back. */
import MailComposer from 'nodemailer/lib/mail-composer';
import PostalMime from 'postal-mime';
import { createHash } from 'node:crypto';
import type { ScriptedCorrespondent } from './correspondents';
import { preparedAnswers, type PreparedAnswer } from './pressed';

/** A wall-clock Date header in the writer's zone (RFC 5322 §3.3). */
function dateHeader(at: number, zone: string): string {
  const part = (options: Intl.DateTimeFormatOptions) =>
    new Intl.DateTimeFormat('en-GB', { timeZone: zone, hourCycle: 'h23', ...options }).format(at);
  const offset = part({ timeZoneName: 'longOffset' }).match(/GMT([+-]\d{2}):?(\d{2})/);
  const zoneDigits = offset ? `${offset[1]}${offset[2]}` : '+0000';
  const weekday = part({ weekday: 'short' });
  const date = part({ day: '2-digit', month: 'short', year: 'numeric' }).replace('Sept', 'Sep');
  return `${weekday}, ${date} ${part({ hour: '2-digit', minute: '2-digit', second: '2-digit' })} ${zoneDigits}`;
}

/** Of the answers there are to press the one they choose, as it is sent; undefined where there are none. */
function choice(
  { presses, name }: ScriptedCorrespondent,
  all: readonly PreparedAnswer[],
  digest: string,
  again: boolean,
): string | undefined {
  if (all.length === 0) return undefined;
  const chosen = presses === 'the first' ? 0 : parseInt(digest.slice(8, 16), 16);
  const { body } = all[(chosen + Number(again)) % all.length]!;
  return presses === 'in words' ? `${body.split('\r\n')[0]!}.\r\n\r\n-- \r\n${name}\r\n` : body;
}

/**
 * The answer of one correspondent to one message, as it goes over the wire.
 * @param source the message answered
 * @param at when it is written, epoch ms
 * @param again they have answered, and press another answer now
 * @returns undefined where the message has no sender to answer
 */
export async function composeAnswer(
  person: ScriptedCorrespondent,
  source: Buffer,
  at: number,
  again = false,
): Promise<{ to: string; bytes: Buffer } | undefined> {
  const mail = await PostalMime.parse(source);
  const to = mail.replyTo?.[0]?.address ?? mail.from?.address;
  if (!to || person.words.length === 0) return undefined;
  const digest = createHash('sha256').update(source).update(person.address).digest('hex');
  const words = person.words[parseInt(digest.slice(0, 8), 16) % person.words.length]!;
  const firstName = (mail.from?.name || to).split(/[\s@]/)[0]!;
  const quoted = (mail.text ?? '')
    .trimEnd()
    .split(/\r?\n/)
    .map((line) => `> ${line}`)
    .join('\r\n');
  const subject = (mail.subject ?? '').replace(/^(re:\s*)+/i, '');
  const away = person.habit === 'away';
  const pressed = choice(person, await preparedAnswers(source), digest, again);
  const prose = `${words.replaceAll('{name}', firstName)}\r\n\r\n${person.name}\r\n\r\n${mail.from?.name || to} wrote:\r\n${quoted}\r\n`;
  const text = pressed === undefined || away ? prose : pressed;
  const bytes = await new MailComposer({
    from: {
      name: person.name,
      address: typeof person.habit === 'object' ? person.habit.from : person.address,
    },
    to: { name: mail.from?.name ?? '', address: to },
    subject: away ? `Automatic reply: ${subject}` : `Re: ${subject}`,
    // RFC 3834 §5
    headers: away ? { 'Auto-Submitted': 'auto-replied' } : {},
    text,
    messageId: `<${again ? 'again.' : ''}${digest.slice(0, 32)}@${person.address.split('@')[1]}>`,
    inReplyTo: mail.messageId,
    references: [mail.references, mail.messageId].filter(Boolean).join(' '),
    date: dateHeader(at, person.zone),
    newline: '\r\n',
  })
    .compile()
    .build();
  return { to, bytes };
}
