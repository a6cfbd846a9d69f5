/** A message from outside that somebody goes on writing at: what it says, made harmless, and its files. */
import type { IncomingMessage } from '#mail/parse';
import type { ReadingAnswer, ReadingInput, ReadingKind } from '#reading/readings';
import type { WholeAttachment } from '../messages/attachments';

/** Reads apart, in whose time it is. */
type Read = <K extends ReadingKind>(kind: K, input: ReadingInput<K>) => Promise<ReadingAnswer<K>>;

export interface ForWriting {
  mail: IncomingMessage;
  html: string | null;
  files: WholeAttachment[];
}

/** @returns or why it is no message, in words @throws (rejects) what `read` does */
export async function readForWriting(bytes: Buffer, read: Read): Promise<ForWriting | { reason: string }> {
  const [found] = await read('filed', [[bytes]]);
  if (!found || 'reason' in found) return { reason: found?.reason ?? 'there is nothing in it.' };
  const { mail } = found.read;
  const html = mail.html === null ? null : await read('harmless', [mail.html]);
  const parts = mail.attachments.map(({ part }) => part);
  const contents = parts.length > 0 ? await read('parts', [bytes, parts]) : [];
  const files = mail.attachments.map(({ name, type, contentId }, index) => ({
    name,
    type,
    contentId,
    bytes: Buffer.from(contents[index]!),
  }));
  return { mail, html, files };
}
