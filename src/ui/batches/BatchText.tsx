'use client';
/** The text of a batch: what all of its rows say, saved as it is typed. */
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useImperativeHandle, useRef, useState, type Ref } from 'react';
import type { BatchJson } from '#api/types';
import { ApiProblem, ask } from '../data/client';
import { refresh } from '../data/queries';
import { TextForm, type TextWords } from '../texts/TextForm';
import { AttachmentList } from '../write/attachments/AttachmentList';
import { LinkButton, LinkedFiles } from '../write/attachments/LinkedFiles';
import { usePictures } from '../write/attachments/usePictures';
import { useUploads } from '../write/attachments/useUploads';

/** Once the typing rests this long it is saved. */
const SAVE_AFTER_MS = 800;

type Words = Omit<TextWords, 'name'>;
const wordsOf = ({ subject, text, html }: BatchJson): Words => ({ subject, text, html });

interface Props {
  batch: BatchJson;
  /** Positions of the rows that were edited by hand. */
  apart: readonly number[];
  /** Keeps what is typed; resolves to false where that did not work. */
  saver: Ref<() => Promise<boolean>>;
}

/** More of them are counted. */
const NAMED = 8;

const rowsWords = (rows: readonly number[]): string =>
  `${rows.length === 1 ? 'row' : 'rows'} ${rows.slice(0, NAMED).join(', ')}${rows.length > NAMED ? ` and ${rows.length - NAMED} more` : ''}, edited by hand`;

export function BatchText({ batch, apart, saver }: Props) {
  const client = useQueryClient();
  const [words, setWords] = useState<Words>(() => wordsOf(batch));
  const [problem, setProblem] = useState<ApiProblem | null>(null);
  const dirty = useRef(false);
  const latest = useRef(words);
  const running = useRef<Promise<unknown>>(Promise.resolve());
  const chooser = useRef<HTMLInputElement>(null);
  const { id, messageId, attachments } = batch;
  const save = async (): Promise<boolean> => {
    const put = async () => {
      if (!dirty.current) return;
      dirty.current = false;
      try {
        const next = await ask<BatchJson>('PATCH', `/batches/${id}`, latest.current);
        setProblem(null);
        client.setQueryData(['batches', id], next);
        refresh(client, ['batch', 'departure']);
      } catch (error) {
        dirty.current = true;
        setProblem(error instanceof ApiProblem ? error : new ApiProblem(0, String(error)));
      }
    };
    running.current = running.current.then(put, put);
    await running.current;
    return !dirty.current;
  };
  const saving = useRef(save);
  useEffect(() => {
    saving.current = save;
  });
  useImperativeHandle(saver, () => () => saving.current());
  useEffect(() => {
    const timer = setTimeout(() => void saving.current(), SAVE_AFTER_MS);
    return () => clearTimeout(timer);
  }, [words]);
  useEffect(() => () => void saving.current(), []);
  const kept = async () => {
    await save();
    return messageId;
  };
  const uploads = useUploads(messageId, attachments, kept);
  const pictures = usePictures(attachments);
  return (
    <TextForm
      words={words}
      onChange={(patch) => {
        latest.current = { ...latest.current, ...patch };
        dirty.current = true;
        setWords(latest.current);
      }}
      problem={problem}
      pictures={pictures}
      onPicture={async (file) => (await uploads.add([file], true))[0]?.contentId ?? undefined}
    >
      {batch.state === 'draft' && (
        <>
          <AttachmentList there={attachments} uploads={uploads} chooser={chooser}>
            <LinkButton kept={kept} />
          </AttachmentList>
          <LinkedFiles messageId={messageId} />
        </>
      )}
      {problem && <p role="alert">{problem.message} It stands here, and is not kept.</p>}
      {batch.state !== 'draft' && (
        <p className="quiet">
          What is changed here goes for all that have not left
          {apart.length > 0 && `, but for ${rowsWords(apart)}`}.
        </p>
      )}
    </TextForm>
  );
}
