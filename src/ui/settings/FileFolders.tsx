'use client';
/** The folders that files may be linked from. */
import { Button, Input } from 'antd';
import { useState } from 'react';
import { useFiles } from '../data/links';
import { useSettings } from '../data/queries';
import styles from './SettingsView.module.css';
import { useApply } from './useApply';

export function FileFolders() {
  const { fileFolders } = useSettings();
  const { data } = useFiles(null);
  const { apply, problem } = useApply();
  const [typed, setTyped] = useState('');
  const put = (next: string[], words: string) => apply({ fileFolders: next }, words, { fileFolders });
  const shown = data?.fixed ? data.entries.map(({ path }) => path) : fileFolders;
  return (
    <section className={`pane ${styles.block}`} aria-labelledby="files">
      <h2 id="files">Linked files</h2>
      <p className="quiet">
        Files are linked from these folders of the server, and from what is in them; nothing else is read.
        {data?.fixed && ' OAK_FILES says which they are.'}
      </p>
      {shown.map((folder) => (
        <div key={folder} className={styles.line}>
          <code>{folder}</code>
          {!data?.fixed && (
            <Button
              size="small"
              aria-label={`Take out ${folder}`}
              onClick={() =>
                void put(
                  fileFolders.filter((each) => each !== folder),
                  `${folder}: no files are linked from there any more.`,
                )
              }
            >
              Take out
            </Button>
          )}
        </div>
      ))}
      {data && !data.fixed && (
        <form
          className={styles.line}
          onSubmit={(event) => {
            event.preventDefault();
            const folder = typed.trim();
            if (folder === '') return;
            void put([...fileFolders, folder], `Files may be linked from ${folder}.`).then(
              (taken) => taken && setTyped(''),
            );
          }}
        >
          <label htmlFor="file-folder">Another folder</label>
          <Input
            id="file-folder"
            size="small"
            placeholder="/srv/lists"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
          <Button size="small" htmlType="submit">
            Allow
          </Button>
        </form>
      )}
      {problem && (
        <p role="alert" className={styles.problem}>
          {problem.message}
        </p>
      )}
    </section>
  );
}
