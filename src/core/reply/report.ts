/** Reports about a message: what became of its delivery (RFC 3464), and that it was seen (RFC 8098). */
import { parseMessageIds } from './threading';

const ACTIONS = ['failed', 'delayed', 'delivered', 'relayed', 'expanded'] as const;
const DISPOSITIONS = ['displayed', 'deleted', 'dispatched', 'processed'] as const;
export const REPORTED_ACTIONS = [...ACTIONS, ...DISPOSITIONS];

/** One part of a multipart/report (RFC 6522), as text. */
export interface ReportPart {
  /** Lower case. */
  mimeType: string;
  text: string;
}

/** RFC 3464 §2.3.3, and the dispositions of RFC 8098 §3.2.6.2. */
export type ReportedAction = (typeof ACTIONS)[number] | (typeof DISPOSITIONS)[number];

/** Its reader has had it before their eyes, as far as such a receipt can say. */
export const isSeen = (action: ReportedAction): boolean => action === 'displayed';

/** What is said of a reader by what came back. */
export const RECEIPT_WORDS: Record<ReportedAction, string> = {
  failed: 'not delivered',
  delayed: 'delayed on the way',
  delivered: 'delivered',
  relayed: 'passed on to a server that sends no receipts',
  expanded: 'delivered to a list',
  displayed: 'seen',
  deleted: 'deleted unseen',
  dispatched: 'passed on by its reader',
  processed: 'processed without being seen',
};

export interface ReportedRecipient {
  /** Empty where the report does not say. */
  address: string;
  action: ReportedAction;
  /** The words of the server that gave up, or the status code; empty where there are none. */
  words: string;
}

export interface MessageReport {
  /** Message-ID of the message it is about, with angle brackets. */
  about: string;
  recipients: ReportedRecipient[];
}

/** Blocks of header fields, one block to a recipient; folded lines are joined (RFC 5322 §2.2.3). */
function fieldBlocks(text: string): Map<string, string>[] {
  const unfolded = text.replace(/\r\n/g, '\n').replace(/\n[ \t]+/g, ' ');
  return unfolded
    .split(/\n{2,}/)
    .map(
      (block) =>
        new Map(
          block.split('\n').flatMap((line): [string, string][] => {
            const colon = line.indexOf(':');
            return colon > 0
              ? [[line.slice(0, colon).trim().toLowerCase(), line.slice(colon + 1).trim()]]
              : [];
          }),
        ),
    )
    .filter((fields) => fields.size > 0);
}

/** `rfc822; a@x.example` without its type. */
const untyped = (value: string | undefined) => (value ?? '').replace(/^[^;]*;\s*/, '').trim();

function deliveryRecipients(text: string): ReportedRecipient[] {
  return fieldBlocks(text).flatMap((fields): ReportedRecipient[] => {
    const action = ACTIONS.find((each) => each === fields.get('action')?.toLowerCase());
    if (!action) return [];
    const address = untyped(fields.get('original-recipient') ?? fields.get('final-recipient'));
    const words = untyped(fields.get('diagnostic-code')) || (fields.get('status') ?? '');
    return [{ address, action, words }];
  });
}

/** The report in a message; undefined where there is none, or where it does not name what it is about. */
export function readReport(parts: readonly ReportPart[]): MessageReport | undefined {
  const original = parts.find((part) => /^(message\/rfc822|text\/rfc822-headers)$/.test(part.mimeType));
  const named = parseMessageIds(original && fieldBlocks(original.text)[0]?.get('message-id'))[0];
  for (const { mimeType, text } of parts) {
    if (mimeType === 'message/delivery-status') {
      const recipients = deliveryRecipients(text);
      if (named && recipients.length > 0) return { about: named, recipients };
    }
    if (mimeType === 'message/disposition-notification') {
      const fields = fieldBlocks(text)[0];
      const about = parseMessageIds(fields?.get('original-message-id'))[0] ?? named;
      const address = untyped(fields?.get('final-recipient'));
      // `manual-action/MDN-sent-manually; displayed/error` (RFC 8098 §3.2.6)
      const disposition = fields?.get('disposition')?.split(';')[1]?.trim().toLowerCase() ?? '';
      const action = DISPOSITIONS.find((each) => disposition.startsWith(each)) ?? 'displayed';
      if (about) return { about, recipients: [{ address, action, words: '' }] };
    }
  }
  return undefined;
}
