'use client';
/** Taking in past mail: files or a whole folder, in pieces, so that a break costs nothing; and giving all of it out. */
import { useQueryClient } from '@tanstack/react-query';
import { Button, Checkbox, Progress } from 'antd';
import { useRef, useState, type DragEvent } from 'react';
import type { ImportJson } from '#api/types';
import { sizeWords } from '#core/message/attachment';
import { ask, putPiece } from '../data/client';
import { useImports } from '../data/incoming';
import { refresh } from '../data/queries';
import styles from './ImportPanel.module.css';

const PIECE = 2 * 1024 * 1024;

interface Running {
  name: string;
  done: number;
  size: number;
}

/** A file with the path it has in what was given: two of one name are two. */
interface Given {
  path: string;
  file: File;
}

/** What stands in a file or folder that was dropped. */
async function givenIn(entry: FileSystemEntry): Promise<Given[]> {
  if (entry.isFile) {
    const file = await new Promise<File>((resolve, reject) =>
      (entry as FileSystemFileEntry).file(resolve, reject),
    );
    return [{ path: entry.fullPath.replace(/^\//, ''), file }];
  }
  const reader = (entry as FileSystemDirectoryEntry).createReader();
  const all: Given[] = [];
  for (;;) {
    // A folder is given a hundred entries at a time.
    const some = await new Promise<FileSystemEntry[]>((resolve, reject) =>
      reader.readEntries(resolve, reject),
    );
    if (some.length === 0) return all;
    for (const each of some) all.push(...(await givenIn(each)));
  }
}

const formatOf = (file: File, beginning: string) =>
  beginning.startsWith('From ') || /\.(mbox|mbx)$/i.test(file.name) ? 'mbox' : 'eml';

export function ImportPanel() {
  const client = useQueryClient();
  const data = useImports().data;
  const [running, setRunning] = useState<Running | null>(null);
  const [left, setLeft] = useState(0);
  const [problem, setProblem] = useState<string | null>(null);
  const [intoInbox, setIntoInbox] = useState(false);
  const [over, setOver] = useState(false);
  const stopping = useRef(new AbortController());
  const files = useRef<HTMLInputElement>(null);
  const folder = useRef<HTMLInputElement>(null);

  async function takeInOne({ path: name, file }: Given, place: string) {
    if (file.size === 0) return;
    const format = formatOf(file, await file.slice(0, 5).text());
    let { id, received } = await ask<ImportJson>('POST', '/imports', { name, size: file.size, format });
    const { signal } = stopping.current;
    while (received < file.size && !signal.aborted) {
      setRunning({ name, done: received, size: file.size });
      const piece = file.slice(received, received + PIECE);
      ({ id, received } = await putPiece<ImportJson>(
        `/imports/${id}/content?place=${place}`,
        piece,
        received,
        file.size,
        signal,
      ));
    }
  }
  async function takeIn(list: readonly Given[]) {
    stopping.current = new AbortController();
    setProblem(null);
    try {
      for (const [index, given] of list.entries()) {
        if (stopping.current.signal.aborted) break;
        setLeft(list.length - index);
        await takeInOne(given, intoInbox ? 'inbox' : 'archive');
      }
    } catch (error) {
      // Stopped: the list says how far each has come.
      if (!stopping.current.signal.aborted)
        setProblem(`${(error as Error).message} Take the same files in again: it goes on where it stopped.`);
    } finally {
      setRunning(null);
      setLeft(0);
      refresh(client, ['message']);
    }
  }
  async function drop(event: DragEvent) {
    event.preventDefault();
    setOver(false);
    const entries = [...event.dataTransfer.items].flatMap((item) => item.webkitGetAsEntry() ?? []);
    const all: Given[] = [];
    for (const entry of entries) all.push(...(await givenIn(entry)));
    await takeIn(all);
  }
  const picked = (input: HTMLInputElement) => {
    const list = [...(input.files ?? [])].map((file) => ({
      path: file.webkitRelativePath || file.name,
      file,
    }));
    input.value = '';
    void takeIn(list);
  };

  return (
    <section aria-labelledby="past-mail" className={styles.panel}>
      <h2 id="past-mail">Past mail</h2>
      <div
        className={styles.drop}
        data-over={over}
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event) => void drop(event)}
      >
        <p>Drop EML or mbox files here, or a whole folder of them.</p>
        <p className={styles.buttons}>
          <Button size="small" onClick={() => files.current?.click()}>
            Choose files…
          </Button>
          <Button size="small" onClick={() => folder.current?.click()}>
            Choose a folder…
          </Button>
        </p>
        <input
          ref={files}
          type="file"
          multiple
          accept=".eml,.mbox,.mbx,message/rfc822,application/mbox"
          className="unseen"
          tabIndex={-1}
          aria-label="Mail files"
          onChange={(event) => picked(event.target)}
        />
        <input
          ref={(element) => {
            folder.current = element;
            element?.setAttribute('webkitdirectory', '');
          }}
          type="file"
          className="unseen"
          tabIndex={-1}
          aria-label="Folder of mail files"
          onChange={(event) => picked(event.target)}
        />
      </div>
      <Checkbox checked={intoInbox} onChange={(event) => setIntoInbox(event.target.checked)}>
        Put it into the inbox, not the archive
      </Checkbox>
      {running && (
        <div role="status" className={styles.running}>
          <span>
            {running.name}: {sizeWords(running.done)} of {sizeWords(running.size)}
            {left > 1 && `, ${left - 1} more files`}
          </span>
          <Progress
            percent={Math.floor((running.done / running.size) * 100)}
            size="small"
            aria-label="Taken in so far"
          />
          <Button size="small" onClick={() => stopping.current.abort()}>
            Stop
          </Button>
        </div>
      )}
      {problem && <p role="alert">{problem}</p>}
      {data && data.imports.length > 0 && (
        <ul className={styles.done}>
          {data.imports.slice(0, 20).map((each) => (
            <li key={each.id}>
              <strong>{each.name}</strong>: {each.added} taken in
              {each.same > 0 && `, ${each.same} were here already`}
              {each.unreadable > 0 && `, ${each.unreadable} could not be read`}
              {each.received < each.size &&
                `. Stopped at ${Math.floor((each.received / each.size) * 100)} %: choose it again to go on`}
              .
            </li>
          ))}
        </ul>
      )}
      {data && data.aside.length > 0 && (
        <>
          <h3>Kept aside: could not be read</h3>
          <ul className={`linked ${styles.done}`}>
            {data.aside.slice(0, 100).map((each) => (
              <li key={each.id}>
                {each.name}: {each.reason}{' '}
                <a href={`/api/v1/imports/aside/${each.id}`} download>
                  save it
                </a>
              </li>
            ))}
          </ul>
        </>
      )}
      <p>
        <Button size="small" href="/api/v1/messages/export" className={styles.out}>
          Give out all mail as mbox
        </Button>
      </p>
    </section>
  );
}
