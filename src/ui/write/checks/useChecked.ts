'use client';
/** The message as it is checked while it is written, and what is found marked in its text. */
import { useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import type { AttachmentJson, LinksJson } from '#api/types';
import { goesAlong } from '#core/message/attachment';
import type { RichLink } from '#core/message/richText';
import type { Lands } from '../../moment/DayStrips';
import type { useUploads } from '../attachments/useUploads';
import type { BodyHandle } from '../body/BodyHandle';
import type { DraftFields } from '../draft/fields';
import { mailboxes } from '../useReaders';
import { useFindings } from './useFindings';

interface Parts {
  fields: DraftFields;
  /** It answers another message. */
  answers: boolean;
  /** It leaves as copies, each reader not seeing the others. */
  individual: boolean;
  attached: readonly AttachmentJson[];
  uploads: ReturnType<typeof useUploads>;
  linked: LinksJson['links'] | undefined;
  lands: readonly Lands[];
  /** On the server; undefined where it is not kept yet. */
  messageId: string | undefined;
  body: RefObject<BodyHandle | null>;
}

/** What would go now; where nothing is there yet it is to be there then. */
const linkedAs = ({ path, now }: LinksJson['links'][number]) =>
  now.files.length > 0
    ? now.files.map(({ name, size }) => ({ name, size: Math.max(1, size), received: Math.max(1, size) }))
    : [{ name: path, size: 1, received: 1 }];

export function useChecked({
  fields,
  answers,
  individual,
  attached,
  uploads,
  linked,
  lands,
  messageId,
  body,
}: Parts) {
  const [links, setLinks] = useState<RichLink[]>([]);
  const checked = useMemo(
    () => ({
      subject: fields.subject,
      text: fields.text,
      html: fields.html,
      answers,
      visible: mailboxes([...fields.to, ...fields.cc]),
      bcc: mailboxes(fields.bcc),
      individual,
      attachments: [
        ...attached
          .filter((each) => !each.linked && goesAlong(each, fields.html))
          .map(({ name, size, received }) => ({ name, size, received })),
        ...uploads.list
          .filter(({ attachment }) => attachment === null)
          .map(({ name, size, sent }) => ({ name, size, received: sent })),
        ...(linked ?? []).flatMap(linkedAs),
      ],
      links,
    }),
    [fields, links, answers, individual, attached, uploads.list, linked],
  );
  const { findings, settled } = useFindings(checked, lands, fields.setAside, messageId);

  const latestText = useRef(fields.text);
  useEffect(() => void (latestText.current = fields.text));
  const isRich = fields.html !== null;
  useEffect(() => {
    // What is found was found in a text that may be a keystroke old: between two looks marks move with their words.
    body.current?.mark(
      findings.filter(
        ({ field, from, to: end, words: found }) =>
          field === 'text' && end > 0 && latestText.current.slice(from, end) === found,
      ),
    );
  }, [findings, isRich, body]);

  return { findings, settled, setLinks };
}
