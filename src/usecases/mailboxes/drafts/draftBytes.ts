/** A draft as the message that lies in a mailbox (RFC 5322), hidden readers named in it. */
import { createHash } from 'node:crypto';
import { composeMessage } from '#mail/compose';
import { recipientsOf, type Message } from '#store/messages';
import type { Reading } from '#store/store';
import { attachedTo } from '../../messages/attachments';
import { receiversAmong } from '../../messages/envelope';

const NOBODY = 'nobody@draft.invalid';

/** The Message-ID its copies have: by it another program’s change of one is known as that. */
const idFor = ({ id, fromAddress }: Message): string =>
  `<draft.${id}@${(fromAddress || NOBODY).split('@').at(-1)}>`;

/** The draft whose copy has that Message-ID; undefined where it is none of mine. */
export const draftOfId = (headerId: string | undefined): string | undefined =>
  /^<draft\.([\w-]+)@/.exec(headerId ?? '')?.[1];

/** What bytes are known by. */
export const printOf = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('base64url');

/** Groups stand in it as those who are in them now. */
export function addressesOf(db: Reading, { id }: Message) {
  const recipients = recipientsOf(db, [id]);
  const all = receiversAmong(db, recipients);
  const of = (field: 'to' | 'cc' | 'bcc') =>
    all.filter((each) => each.field === field).map(({ name, address }) => ({ name, address }));
  return {
    to: of('to'),
    cc: of('cc'),
    bcc: of('bcc'),
    replyTo: recipients.filter(({ field }) => field === 'replyTo'),
  };
}

/** It says nothing, to nobody. */
export function isBlank(db: Reading, draft: Message): boolean {
  const { to, cc, bcc } = addressesOf(db, draft);
  return !`${draft.subject}${draft.text}`.trim() && to.length + cc.length + bcc.length === 0;
}

export async function draftBytes(db: Reading, draft: Message): Promise<Buffer> {
  const { fromName, fromAddress, subject, text, html, inReplyTo, references, importance, sensitivity } =
    draft;
  const from = { name: fromName, address: fromAddress || NOBODY };
  const parts = {
    from,
    ...addressesOf(db, draft),
    subject,
    text,
    html,
    inReplyTo,
    references,
    importance,
    sensitivity,
    receiptTo: draft.readReceipt ? from : undefined,
    attachments: await attachedTo(db, draft.id),
  };
  return (await composeMessage(parts, idFor(draft), draft.at)).bytes;
}
