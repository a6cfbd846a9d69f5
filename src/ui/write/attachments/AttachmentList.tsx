'use client';
/** What is attached: name, size, how far it has come, and a way out. */
import { Button } from 'antd';
import { useRef, type ReactNode, type RefObject } from 'react';
import { useQueryClient } from '@tanstack/react-query';
import type { AttachmentJson } from '#api/types';
import { sizeWords } from '#core/message/attachment';
import { ask } from '../../data/client';
import { refresh } from '../../data/queries';
import { useNotices } from '../../shell/Notices';
import type { Uploads } from './useUploads';
import styles from './AttachmentList.module.css';

interface Props {
  there: readonly AttachmentJson[];
  uploads: Uploads;
  /** Opens the choice of files. */
  chooser: RefObject<HTMLInputElement | null>;
  /** What stands beside, on the same line. */
  children?: ReactNode;
}

/** “PDF”, “PNG”; the ending where the type says nothing. */
const kindOf = ({ name, type }: { name: string; type: string }): string => {
  const ending = /\.([a-z0-9]{1,5})$/i.exec(name)?.[1];
  return (ending ?? type.split('/')[1] ?? type).toUpperCase();
};

export function AttachmentList({ there, uploads, chooser, children }: Props) {
  const client = useQueryClient();
  const { show, showProblem } = useNotices();
  const add = useRef<HTMLButtonElement>(null);
  const onTheirWay = new Set(uploads.list.map(({ attachment }) => attachment));
  const whole = there.filter(({ id, contentId, linked }) => !contentId && !linked && !onTheirWay.has(id));
  const going = uploads.list.filter(({ inline }) => !inline);
  const size = there
    .filter(({ contentId, linked }) => !contentId && !linked)
    .reduce((sum, each) => sum + each.size, 0);

  const change = (method: string, path: string) =>
    ask(method, path).then(() => refresh(client, ['message']), showProblem);

  async function takeOut({ id, name }: AttachmentJson) {
    for (const upload of uploads.list) if (upload.attachment === id) uploads.drop(upload.id);
    await change('DELETE', `/attachments/${id}`);
    add.current?.focus();
    show({
      words: `“${name}” is taken out.`,
      undo: () => change('POST', `/attachments/${id}/restore`),
      brief: true,
    });
  }

  return (
    <div className={styles.row} role="group" aria-label="Attachments">
      <Button ref={add} size="small" onClick={() => chooser.current?.click()}>
        Attach a file
      </Button>
      <input
        ref={chooser}
        type="file"
        multiple
        hidden
        aria-label="Files to attach"
        onChange={(event) => {
          void uploads.add([...(event.target.files ?? [])]);
          event.target.value = '';
        }}
      />
      {children}
      {whole.length + going.length === 0 && <span className="quiet">or drop or paste one here</span>}
      {whole.map((each) => (
        <span key={each.id} className={styles.file}>
          {each.received === each.size ? (
            <a
              href={`/api/v1/attachments/${each.id}/content`}
              target="_blank"
              rel="noreferrer"
              title={each.type}
            >
              {each.name}
            </a>
          ) : (
            <span>{each.name}</span>
          )}
          <span className="quiet">
            {kindOf(each)} · {sizeWords(each.size)}
          </span>
          {each.received < each.size && (
            <strong className={styles.broken}>
              {Math.floor((100 * each.received) / each.size)} % of it is here; attach it again if it does not
              go on
            </strong>
          )}
          <Button
            type="text"
            size="small"
            aria-label={`Take out ${each.name}`}
            onClick={() => void takeOut(each)}
          >
            Take out
          </Button>
        </span>
      ))}
      {going.map((each) => (
        <span key={each.id} className={styles.file}>
          <span>{each.name}</span>
          <progress max={each.size || 1} value={each.sent} aria-label={`${each.name} on its way`} />
          <span className="quiet">
            {each.problem ?? `${sizeWords(each.sent)} of ${sizeWords(each.size)}`}
          </span>
          <Button
            type="text"
            size="small"
            aria-label={`Stop ${each.name}`}
            onClick={() => {
              uploads.drop(each.id);
              if (each.attachment) void change('DELETE', `/attachments/${each.attachment}`);
              add.current?.focus();
            }}
          >
            Stop
          </Button>
        </span>
      ))}
      {whole.length > 1 && <span className="quiet">{sizeWords(size)} in all</span>}
      {uploads.refusal && (
        <p role="alert" className={styles.broken}>
          {uploads.refusal}
        </p>
      )}
    </div>
  );
}
