'use client';
/** The fields of the message being written: what they become for its readers, and writing with a kept text. */
import { useQueryClient } from '@tanstack/react-query';
import type { RefObject } from 'react';
import type { PutTextJson } from '#api/types';
import type { Finding } from '#core/checks/finding';
import { fieldOf } from '#core/fields/syntax';
import { ownParts } from '#core/text/ownParts';
import { useAttempt } from '../../common/useAttempt';
import { ask } from '../../data/client';
import { refresh } from '../../data/queries';
import { useFilled } from '../../data/texts';
import { useNotices } from '../../shell/Notices';
import type { BodyHandle } from '../body/BodyHandle';
import type { DraftFields } from '../draft/fields';
import type { KeptText } from './UseText';

interface Parts {
  fields: DraftFields;
  change: (patch: Partial<DraftFields>) => void;
  recipients: readonly string[];
  /** They get one copy together. */
  together: boolean;
  /** When it leaves; undefined: now. */
  at: string | undefined;
  /** On the server; undefined where it is not kept yet. */
  message: string | undefined;
  body: RefObject<BodyHandle | null>;
  /** Resolves to the id of the message, keeping it on the server first where it is new. */
  kept: () => Promise<string>;
}

/** A field, as a check names what it found: `{{first name}}`. */
const fieldNamed = (words: string) => fieldOf(words, words.slice(2, -2)).name;

export function useFields({ fields, change, recipients, together, at, message, body, kept }: Parts) {
  const client = useQueryClient();
  const attempt = useAttempt();
  const { show } = useNotices();
  const { subject, text, html, identity } = fields;
  const has = subject.includes('{{') || text.includes('{{') || Boolean(html?.includes('{{'));
  const asked = { subject, text, html, fields: fields.fields, identity, recipients, together, at, message };
  const readers = useFilled(asked, has && recipients.length > 0);
  const open = new Set(
    readers?.flatMap((each) => each.fields.filter(({ why }) => why !== null).map(({ name }) => name)),
  );
  /** What a check found is no fault where the field has a value for every reader, or nobody is to read it yet. */
  const isFilled = ({ check, words }: Finding) =>
    check === 'placeholder' &&
    words.startsWith('{{') &&
    (recipients.length === 0 || (readers !== undefined && !open.has(fieldNamed(words))));

  const use = (chosen: KeptText) =>
    attempt(async () => {
      const id = await kept();
      const before = { subject, text, html };
      const put = await ask<PutTextJson>('POST', `/messages/${id}/texts`, { text: chosen.id });
      if (!subject.trim()) change({ subject: put.subject });
      const isEmpty = ownParts(text).length === 0;
      body.current?.insert(
        isEmpty ? { ...put, text: `${put.text.trim()}\n` } : { text: put.text, html: put.html },
      );
      refresh(client, ['text']);
      const undo = () =>
        attempt(async () => {
          change(before);
          for (const each of put.attachments) await ask('DELETE', `/attachments/${each}`);
          for (const each of put.links) await ask('DELETE', `/links/${each}`);
          show({ words: `Without “${chosen.name}” again.` });
        });
      show({ words: `“${chosen.name}” stands in the message.`, undo });
    });

  return { readers: has ? (readers ?? []) : [], isFilled, use };
}
