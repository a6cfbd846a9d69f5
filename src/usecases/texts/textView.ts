/** Kept texts as they are shown. */
import { fieldsOf, kindOfField, type FieldKind } from '#core/fields/fill';
import { targetFields } from '#core/fields/html';
import { attachmentsOf, type Attachment } from '#store/attachments';
import { linksOf } from '#store/linkedFiles';
import { findMessage, type Message } from '#store/messages';
import type { Reading } from '#store/store';
import { allTexts, versionsOf, type Text } from '#store/texts';
import type { Desk } from '../desk';
import { knownText } from './keepText';

export interface TextField {
  name: string;
  kind: FieldKind;
  /** What stands there where nothing is known. */
  instead: string | null;
}

export interface TextView extends Omit<Text, 'deletedAt'> {
  subject: string;
  text: string;
  html: string | null;
  fields: TextField[];
  attachments: Attachment[];
  /** How many files are linked to it. */
  links: number;
  /** What it said before, the newest first; what it says now is the first. */
  versions: { version: number; at: number; subject: string; text: string }[];
}

/** The fields of a text, each name once. */
export function fieldsOfText({
  subject,
  text,
  html,
}: Pick<Message, 'subject' | 'text' | 'html'>): TextField[] {
  const all = fieldsOf(subject, text, html === null ? '' : targetFields(html).join('\n'));
  const byName = new Map<string, TextField>();
  for (const { name, instead } of all)
    if (!byName.has(name)) byName.set(name, { name, kind: kindOfField(name), instead: instead ?? null });
  return [...byName.values()];
}

function viewOf(db: Reading, row: Text, whole: boolean): TextView {
  const { deletedAt: _, ...text } = row;
  const said = findMessage(db, row.messageId)!;
  const versions = whole ? versionsOf(db, row.id) : [];
  return {
    ...text,
    subject: said.subject,
    text: said.text,
    html: said.html,
    fields: fieldsOfText(said),
    attachments: attachmentsOf(db, said.id),
    links: linksOf(db, said.id).length,
    versions: versions.map(({ version, at, messageId }) => {
      const then = findMessage(db, messageId)!;
      return { version, at, subject: then.subject, text: then.text };
    }),
  };
}

/** @throws NotFound */
export const readText = (desk: Desk, id: string): TextView =>
  viewOf(desk.store.db, knownText(desk.store.db, id), true);

/** By name; without what they said before. */
export const listTexts = (desk: Desk): TextView[] =>
  allTexts(desk.store.db).map((row) => viewOf(desk.store.db, row, false));
