'use client';
/** Texts that are kept to be used again. */
import { useQueryClient } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import type { TextJson } from '#api/types';
import { folded } from '#core/text/folded';
import { chosenFile } from '../common/chosenFile';
import { useWords } from '../common/format';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { ActionsHead } from '../common/RowParts';
import { useAttempt } from '../common/useAttempt';
import { ask } from '../data/client';
import { refresh } from '../data/queries';
import { useTexts } from '../data/texts';
import styles from '../returns/Returns.module.css';
import { useNotices } from '../shell/Notices';

/** Fewer are found by looking. */
const MANY = 8;

export function TextsTable() {
  const client = useQueryClient();
  const router = useRouter();
  const words = useWords();
  const attempt = useAttempt();
  const { show } = useNotices();
  const chooser = useRef<HTMLInputElement>(null);
  const [typed, setTyped] = useState('');
  const texts = useTexts().data;
  const wanted = folded(typed.trim());
  const shown = texts?.filter(({ name, subject, text }) =>
    folded(`${name} ${subject} ${text}`).includes(wanted),
  );
  const importFile = (file: File) =>
    attempt(async () => {
      const made = await ask<TextJson>('POST', '/texts/import', {
        text: await file.text(),
        name: file.name.replace(/\.eml$/i, ''),
      });
      refresh(client, ['text']);
      const undo = () =>
        attempt(async () => {
          await ask('DELETE', `/texts/${made.id}`);
          refresh(client, ['text']);
        });
      show({ words: `“${made.name}” is kept.`, undo });
      router.push(`/library/texts/${made.id}`);
    });
  return (
    <section className={`pane ${styles.half}`} aria-labelledby="texts">
      <div className={styles.head}>
        <h2 id="texts">Texts</h2>
        {texts && texts.length > MANY && (
          <Input
            type="search"
            aria-label="Find a text"
            placeholder="Find a text"
            allowClear
            value={typed}
            onChange={({ target }) => setTyped(target.value)}
            style={{ width: 200 }}
          />
        )}
        <input
          ref={chooser}
          type="file"
          accept=".eml,message/rfc822"
          hidden
          aria-label="A message file"
          onChange={(event) => {
            const file = chosenFile(event);
            if (file) void importFile(file);
          }}
        />
        <Button onClick={() => chooser.current?.click()}>Import a message file</Button>
        <Button onClick={() => router.push('/library/new')}>New text</Button>
      </div>
      {texts?.length === 0 && (
        <p className="quiet">
          No text is kept yet. <em>Keep as a text</em> in a message makes one, with its reader’s name as a
          field.
        </p>
      )}
      {shown && shown.length > 0 && (
        <table className={styles.table} onKeyDown={moveBetweenRows}>
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th scope="col">Subject</th>
              <th scope="col">Fields</th>
              <th scope="col">Used</th>
              <ActionsHead />
            </tr>
          </thead>
          <tbody>
            {shown.map(({ id, name, subject, fields, attachments, links, used, usedAt }) => {
              const files = attachments.filter(({ contentId }) => !contentId).length + links;
              return (
                <tr key={id}>
                  <td className={styles.what} data-label="Name">
                    <Link href={`/library/texts/${id}`} data-row={id}>
                      {name}
                    </Link>
                    {files > 0 && (
                      <span className={styles.why}>{files === 1 ? '1 file' : `${files} files`}</span>
                    )}
                  </td>
                  <td data-label="Subject" dir="auto">
                    {subject || '(no subject)'}
                  </td>
                  <td data-label="Fields">{fields.map((field) => field.name).join(', ') || 'none'}</td>
                  <td data-label="Used">
                    {used === 0 ? 'never yet' : used === 1 ? 'once' : `${used} times`}
                    {usedAt && <span className={styles.why}>last {words.moment(usedAt)}</span>}
                  </td>
                  <td className={styles.acts}>
                    <Link href={`/write?text=${id}`} aria-label={`Write with it: “${name}”`} prefetch={false}>
                      Write with it
                    </Link>{' '}
                    <Link
                      href={`/batches/new?text=${id}`}
                      aria-label={`Batch with “${name}”`}
                      prefetch={false}
                    >
                      Batch
                    </Link>
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {texts && texts.length > 0 && shown?.length === 0 && <p className="quiet">No text has these words.</p>}
    </section>
  );
}
