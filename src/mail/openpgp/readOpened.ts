/** A message that was signed or encrypted, as it is read once it is open. */
import { parseMessage, parseAttachments, type IncomingMessage } from '../parse';
import { openProtected, type Opened, type SessionKey } from './open';

export interface ReadOpened extends Pick<Opened, 'encrypted' | 'signatures' | 'partly'> {
  mail: Pick<IncomingMessage, 'from' | 'subject' | 'text' | 'html' | 'attachments'>;
  /** Of the attachments, in their order. */
  files: Buffer[];
}

/**
 * @param certificates binary, of those who may have signed it
 * @throws (rejects) in words where it cannot be opened
 */
export async function readOpened(
  source: Buffer,
  certificates: readonly Uint8Array[],
  sessionKeys: readonly SessionKey[],
): Promise<ReadOpened> {
  const { payload, encrypted, signatures, partly } = await openProtected(source, certificates, sessionKeys);
  const { from, subject, text, html, attachments } = await parseMessage(payload);
  const files = await parseAttachments(
    payload,
    attachments.map(({ part }) => part),
  );
  return { mail: { from, subject, text, html, attachments }, files, encrypted, signatures, partly };
}
