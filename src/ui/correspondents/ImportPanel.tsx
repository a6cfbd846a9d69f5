'use client';
/** Reading a vCard or CSV file: first what would change, then doing it. */
import { useQueryClient } from '@tanstack/react-query';
import { Button } from 'antd';
import { useRef, useState } from 'react';
import type { PeopleImportJson } from '#api/types';
import { chosenFile } from '../common/chosenFile';
import { ask } from '../data/client';
import { refresh } from '../data/queries';
import { useNotices } from '../shell/Notices';
import styles from './CorrespondentsView.module.css';
import { SidePanel } from './SidePanel';

/** More rows than this nobody reads; what is wrong is shown first. */
const SHOWN = 200;

const WHAT: Record<PeopleImportJson['rows'][number]['what'], string> = {
  add: 'add',
  change: 'change',
  same: 'as it is',
  group: 'group',
  error: 'left out',
};
const RANK = { error: 0, change: 1, add: 2, group: 3, same: 4 };

const STOPPED = {
  reading: 'Stopped. Nothing was changed; choose the file again to go on.',
  taking:
    'Stopped. What had been taken in by then stays; choose the file again to see the rest, and to go on.',
};

const formatOf = (text: string) => (/^\s*BEGIN:VCARD/i.test(text) ? 'vcard' : 'csv');

export function ImportPanel({ onClose }: { onClose: () => void }) {
  const client = useQueryClient();
  const { show } = useNotices();
  const [text, setText] = useState<string | null>(null);
  const [result, setResult] = useState<PeopleImportJson | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const stopping = useRef(new AbortController());

  async function send(content: string, commit: boolean) {
    setBusy(true);
    setProblem(null);
    stopping.current = new AbortController();
    const { signal } = stopping.current;
    try {
      const body = { format: formatOf(content), text: content, commit };
      const answer = await ask<PeopleImportJson>('POST', '/correspondents/import', body, { signal });
      if (!commit) return setResult(answer);
      refresh(client, ['correspondent']);
      show({ words: `${answer.added} added, ${answer.changed} changed.` });
      onClose();
    } catch (error) {
      setResult(null);
      if (signal.aborted && commit) refresh(client, ['correspondent']);
      setProblem(signal.aborted ? STOPPED[commit ? 'taking' : 'reading'] : (error as Error).message);
    } finally {
      setBusy(false);
    }
  }
  async function read(file: File | undefined) {
    if (!file) return;
    const content = await file.text();
    setText(content);
    await send(content, false);
  }

  const rows = result && [...result.rows].sort((a, b) => RANK[a.what] - RANK[b.what] || a.row - b.row);
  const errors = rows?.filter(({ what }) => what === 'error').length ?? 0;
  const some = result && result.added + result.changed + result.groups > 0;
  return (
    <SidePanel heading="Import correspondents" onClose={onClose}>
      <div className={styles.field}>
        <label htmlFor="import-file">A vCard (.vcf) or CSV file</label>
        <input
          id="import-file"
          type="file"
          accept=".vcf,.csv,text/vcard,text/csv"
          onChange={(event) => void read(chosenFile(event))}
        />
      </div>
      {busy && (
        <p role="status" className={styles.foot}>
          Reading…
          <Button size="small" onClick={() => stopping.current.abort()}>
            Stop
          </Button>
        </p>
      )}
      {problem && (
        <p role="alert" className={styles.problem}>
          {problem}
        </p>
      )}
      {result && rows && (
        <>
          <p role="status">
            {result.added} to add, {result.changed} to change, {result.same} as they are
            {result.groups > 0 && `, ${result.groups} groups`}
            {errors > 0 && `, ${errors} left out`}. Nothing is changed yet.
          </p>
          <div className={styles.foot}>
            <Button type="primary" disabled={!some || busy} onClick={() => void send(text!, true)}>
              Take them in
            </Button>
          </div>
          <table className={styles.result}>
            <thead>
              <tr>
                <th scope="col">Row</th>
                <th scope="col">Name</th>
                <th scope="col">What</th>
                <th scope="col">In particular</th>
              </tr>
            </thead>
            <tbody>
              {rows.slice(0, SHOWN).map((row) => (
                <tr key={row.row} className={row.what === 'error' ? styles.error : undefined}>
                  <td>{row.row}</td>
                  <td>{row.name}</td>
                  <td>{WHAT[row.what]}</td>
                  <td>{row.detail}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {rows.length > SHOWN && <p className="quiet">and {rows.length - SHOWN} more rows</p>}
        </>
      )}
    </SidePanel>
  );
}
