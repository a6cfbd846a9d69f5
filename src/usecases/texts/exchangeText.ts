/**
 * A kept text as a file and from one: a message (RFC 5322), with its fields standing in the words; the file is called as the
 * text is. Any other message can be read as a text too.
 */
import { composeMessage, newMessageId } from '#mail/compose';
import { findMessage } from '#store/messages';
import type { Text } from '#store/texts';
import type { Desk } from '../desk';
import { Invalid } from '../errors';
import { readForWriting } from '../exchange/readForWriting';
import { attachedTo } from '../messages/attachments';
import { readFileApart } from '../readApart';
import { freeName } from './freeName';
import { addTextWithin, knownText } from './keepText';

/** @throws (rejects) NotFound */
export async function exportText(desk: Desk, id: string): Promise<{ name: string; bytes: Buffer }> {
  const { db } = desk.store;
  const { name, messageId, changedAt } = knownText(db, id);
  const { fromName, fromAddress, subject, text, html } = findMessage(db, messageId)!;
  const from = { name: fromName, address: fromAddress || 'nobody@text.invalid' };
  const attachments = await attachedTo(db, messageId);
  const parts = { from, to: [], cc: [], replyTo: [], subject, text, html, references: [], attachments };
  const { bytes } = await composeMessage(parts, newMessageId(from.address), changedAt);
  return { name, bytes };
}

/**
 * @param file the text of a message file
 * @param name what it is to be called; its subject where none is given
 * @throws (rejects) Invalid where it is no message
 */
export async function importText(desk: Desk, file: string, name = ''): Promise<Text> {
  const bytes = Buffer.from(file);
  const found = await readForWriting(bytes, (kind, input) => readFileApart(kind, input, bytes.length));
  if ('reason' in found) throw new Invalid(`This file is no message: ${found.reason}`, 'text');
  const { mail, html, files } = found;
  const { subject, text } = mail;
  const input = { name: freeName(desk.store.db, name || subject), subject, text, html };
  return desk.store.write((tx) => addTextWithin(desk, tx, input, files));
}
