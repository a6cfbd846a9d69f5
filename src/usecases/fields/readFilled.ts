/** A text with its fields, as each of its readers would have it: looked at while it is written. */
import { fieldsOf, kindOfField, valueOf, whyNothing, type FieldKind } from '#core/fields/fill';
import { targetFields } from '#core/fields/html';
import { valuesFor, type FieldValues } from '#core/fields/values';
import { identityOf } from '#core/message/details';
import type { Desk } from '../desk';
import { askedReaders, type AskedRecipient } from '../moments/previewPlan';
import { contextFor } from './context';
import { filledWith } from './fillMessage';

export interface FilledRequest {
  subject: string;
  text: string;
  html?: string | null;
  fields: FieldValues;
  identity?: string | null;
  recipients: AskedRecipient[];
  /** It goes to all of them together. */
  together: boolean;
  /** When it leaves, for each in their order, else for all; epoch ms; now where nothing is said. */
  at?: number;
  /** The message it is of, where that is kept. */
  message?: string;
}

export interface FilledField {
  name: string;
  kind: FieldKind;
  value: string | null;
  /** Why it has none, to follow its name. */
  why: string | null;
  /** What somebody gave to it, for this reader or for all. */
  given: string;
}

export interface FilledFor {
  /** Empty where it goes to several together. */
  address: string;
  name: string;
  /** Their page; null for strangers and for several. */
  correspondentId: string | null;
  subject: string;
  text: string;
  fields: FilledField[];
}

/** So many readers are looked at. */
const MOST = 500;

/** @throws Invalid where a recipient is none */
export function readFilled(desk: Desk, asked: FilledRequest): FilledFor[] {
  const { db } = desk.store;
  const now = desk.now();
  const from = identityOf(desk.settings(), asked.identity ?? null);
  const { subject, text, fields } = asked;
  const html = asked.html ?? null;
  const message = { subject, text, html, fields, fromName: from.name, fromAddress: from.address };
  const readers = askedReaders(desk, asked.recipients).slice(0, MOST);
  const all = fieldsOf(subject, text, html === null ? '' : targetFields(html).join('\n'));
  const apart = !asked.together || readers.length === 1;
  return (apart ? readers : [undefined]).map((reader): FilledFor => {
    const context = contextFor(desk, db, message, reader, asked.at ?? now, { messageId: asked.message });
    const given = valuesFor(fields, reader?.address);
    const filled = filledWith({ subject, text, html: null }, context);
    const seen = new Map<string, FilledField>();
    for (const field of all) {
      const value = valueOf(field, context) ?? null;
      const known = seen.get(field.name);
      // Written in two ways, it is what has no value that is told.
      if (known && (known.value === null || value !== null)) continue;
      const why = value === null ? whyNothing(field, context) : null;
      const kind = kindOfField(field.name);
      seen.set(field.name, { name: field.name, kind, value, why, given: given[field.name] ?? '' });
    }
    return {
      address: reader?.address ?? '',
      name: reader?.name ?? '',
      correspondentId: reader?.known?.id ?? null,
      subject: filled.subject,
      text: filled.text,
      fields: [...seen.values()],
    };
  });
}
