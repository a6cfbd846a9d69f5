/** A prepared answer, as an address that any mail program opens (RFC 6068). */
import { answerSubject } from '../reply/threading';
import { LEAVE_IT, WHY } from './reply';
import { tokenLine, type Token } from './token';

export interface PreparedAnswer {
  /** Where answers go; at least one. */
  to: readonly string[];
  subject: string;
  /** The Message-ID of the message that asks, with its angle brackets. */
  headerId: string;
  /** The words of the answer. */
  answer: string;
  mayComment: boolean;
  token: Token;
}

/** Characters that have a meaning in such an address are written out, those of the list too (§2). */
const encoded = (text: string) =>
  encodeURIComponent(text).replace(/[!'()*]/g, (sign) => `%${sign.charCodeAt(0).toString(16).toUpperCase()}`);

/** “@” may stand in an address as it is. */
const asAddress = (address: string) => encoded(address).replaceAll('%40', '@');

export function mailtoOf({ to, subject, headerId, answer, mayComment, token }: PreparedAnswer): string {
  const lines = [answer, '', ...(mayComment ? [`${WHY} `, ''] : []), `${tokenLine(token)} ${LEAVE_IT}`];
  const fields = {
    subject: answerSubject(subject),
    'in-reply-to': headerId,
    // Lines end as they do in mail (§5).
    body: lines.join('\r\n'),
  };
  const query = Object.entries(fields).map(([name, value]) => `${name}=${encoded(value)}`);
  return `mailto:${to.map(asAddress).join(',')}?${query.join('&')}`;
}
