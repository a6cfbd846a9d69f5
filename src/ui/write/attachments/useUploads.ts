'use client';
/**
 * Files on their way to the server, in pieces. What breaks off goes on where it stopped: after a pause of the network,
 * a restart of the server, or another start of the browser, which keeps the file until it is up.
 */
import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { AttachmentJson } from '#api/types';
import { MAX_ATTACHED, mediaType, sizeWords, UPLOAD_PIECE } from '#core/message/attachment';
import { ApiProblem, ask, putPiece } from '../../data/client';
import { refresh } from '../../data/queries';
import { useBackAgain } from '../../data/useBackAgain';
import { filesOf, forgetFile, keepFile, type LocalFile } from '../draft/localStore';

/** One that is not wholly up. */
export interface Upload {
  /** Of the file in this browser. */
  id: string;
  /** Of the attachment; null until the server has been told of it. */
  attachment: string | null;
  name: string;
  size: number;
  sent: number;
  inline: boolean;
  /** Why it does not go on, in words. */
  problem: string | null;
}

export interface Uploads {
  list: Upload[];
  /** Attaches files. @returns a promise for the attachments as announced; undefined for what was refused */
  add: (files: Iterable<File>, inline?: boolean) => Promise<(AttachmentJson | undefined)[]>;
  /** Gives up a file that is not up yet. */
  drop: (id: string) => void;
  /** What could not be attached, in words. */
  refusal: string | null;
}

const startOf = (file: LocalFile, sent: number): Upload => ({
  id: file.id,
  attachment: file.attachment,
  name: file.name,
  size: file.blob.size,
  sent,
  inline: file.inline,
  problem: null,
});

const wordsOf = (error: unknown) => (error instanceof Error ? error.message : String(error));

/** The message it belongs to could not be kept on the server yet. */
class NotKept extends Error {}

/** The server is away, and will take it later. */
const isAway = (error: unknown) => error instanceof ApiProblem && error.status === 0;

/**
 * @param draft where the files belong while the message is not on the server
 * @param there what is attached, as the server has it
 * @param kept resolves to the id of the message, keeping it on the server first where it is new
 */
export function useUploads(
  draft: string,
  there: readonly AttachmentJson[],
  kept: () => Promise<string>,
): Uploads {
  const client = useQueryClient();
  const [list, setList] = useState<Upload[]>([]);
  const [refusal, setRefusal] = useState<string | null>(null);
  const given = useRef(new Set<string>());
  const running = useRef(new Set<string>());
  const latest = useRef({ there, kept });
  useEffect(() => {
    latest.current = { there, kept };
  });
  const patch = useCallback((id: string, change: Partial<Upload>) => {
    setList((before) => before.map((each) => (each.id === id ? { ...each, ...change } : each)));
  }, []);

  /** Sends one file as far as it goes. @returns the attachment, once the server knows of it */
  const send = useCallback(
    async (file: LocalFile, announced?: (attachment: AttachmentJson) => void): Promise<void> => {
      if (running.current.has(file.id)) return;
      running.current.add(file.id);
      patch(file.id, { problem: null });
      try {
        const message = await latest.current.kept().catch((error: unknown) => {
          // What is wrong with the message is no reason to lose the file; it is taken up again once it is kept.
          patch(file.id, { problem: 'goes on once the message is kept' });
          throw new NotKept(wordsOf(error));
        });
        file.draft = message;
        let attachment = latest.current.there.find(({ id }) => id === file.attachment);
        if (!file.attachment) {
          const { name, type, inline } = file;
          attachment = await ask<AttachmentJson>('POST', `/messages/${message}/attachments`, {
            name,
            type,
            size: file.blob.size,
            inline,
          });
          file.attachment = attachment.id;
          await keepFile(file);
          patch(file.id, { attachment: attachment.id });
          refresh(client, ['message']);
          announced?.(attachment);
        }
        for (let sent = attachment?.received ?? 0; sent < file.blob.size;) {
          if (given.current.has(file.id)) return;
          const piece = file.blob.slice(sent, sent + UPLOAD_PIECE);
          const answer = await putPiece<AttachmentJson>(
            `/attachments/${file.attachment}/content`,
            ...([piece, sent, file.blob.size] as const),
          );
          sent = answer.received;
          patch(file.id, { sent });
        }
        await forgetFile(file.id);
        setList((before) => before.filter(({ id }) => id !== file.id));
        refresh(client, ['message']);
      } catch (error) {
        if (isAway(error)) patch(file.id, { problem: 'goes on once Oak Lantern answers' });
        else if (!(error instanceof NotKept)) {
          // Refused for good: what was taken out, or is too much.
          await forgetFile(file.id);
          setList((before) => before.filter(({ id }) => id !== file.id));
          setRefusal(`“${file.name}”: ${wordsOf(error)}`);
        }
        throw error;
      } finally {
        running.current.delete(file.id);
      }
    },
    [client, patch],
  );

  /** Whatever this browser still holds for the message goes on. */
  const goOn = useCallback(async () => {
    for (const file of await filesOf(draft)) {
      if (given.current.has(file.id)) continue;
      const known = latest.current.there.find(({ id }) => id === file.attachment);
      const upload = startOf(file, known?.received ?? 0);
      setList((before) => (before.some(({ id }) => id === file.id) ? before : [...before, upload]));
      void send(file).catch(() => {});
    }
  }, [draft, send]);
  useEffect(() => void goOn(), [goOn]);
  useBackAgain(() => void goOn());

  const add = useCallback(
    async (files: Iterable<File>, inline = false) => {
      setRefusal(null);
      const results: Promise<AttachmentJson | undefined>[] = [];
      for (const file of files) {
        if (file.size > MAX_ATTACHED) {
          setRefusal(
            `“${file.name}” is ${sizeWords(file.size)}; mail takes ${sizeWords(MAX_ATTACHED)} in all. Make it smaller, or put it where it can be fetched.`,
          );
          continue;
        }
        const local: LocalFile = {
          id: crypto.randomUUID(),
          draft,
          attachment: null,
          inline,
          name: file.name,
          type: mediaType(file.type),
          blob: file,
        };
        setList((before) => [...before, startOf(local, 0)]);
        await keepFile(local);
        results.push(new Promise((resolve) => void send(local, resolve).catch(() => resolve(undefined))));
      }
      return Promise.all(results);
    },
    [draft, send],
  );

  const drop = useCallback((id: string) => {
    given.current.add(id);
    void forgetFile(id);
    setList((before) => before.filter((each) => each.id !== id));
  }, []);

  return useMemo(() => ({ list, add, drop, refusal }), [list, add, drop, refusal]);
}
