'use client';
/** Beginning a batch: a table pasted or from a file, or a group; with a kept text or without. */
import { useQueryClient } from '@tanstack/react-query';
import { Button, Input, Select } from 'antd';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import type { BatchJson } from '#api/types';
import { readTable } from '#core/batch/table';
import { chosenFile } from '../common/chosenFile';
import { submitOnCtrlEnter } from '../common/submitOnCtrlEnter';
import { ApiProblem, ask } from '../data/client';
import { refresh, useGroups } from '../data/queries';
import { useText } from '../data/texts';
import { UseText } from '../write/fields/UseText';
import styles from './Batches.module.css';

/** What the cells come to, in words. */
function tableWords(table: string): { words: string; wrong: boolean } {
  if (table.trim() === '') return { words: 'Nothing is pasted yet.', wrong: false };
  try {
    const { headings, rows } = readTable(table);
    const named = headings.filter(Boolean).join(', ');
    return { words: `${rows.length} ${rows.length === 1 ? 'row' : 'rows'}: ${named}`, wrong: false };
  } catch (error) {
    return { words: (error as Error).message, wrong: true };
  }
}

export function NewBatch({ text }: { text: string | undefined }) {
  const client = useQueryClient();
  const router = useRouter();
  const groups = useGroups().data;
  const chooser = useRef<HTMLInputElement>(null);
  const [textId, setTextId] = useState(text);
  const kept = useText(textId).data;
  const [table, setTable] = useState('');
  const [group, setGroup] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [beginning, setBeginning] = useState(false);
  const read = tableWords(table);
  async function begin() {
    setBeginning(true);
    try {
      const from = group === null ? { table } : { group };
      const made = await ask<BatchJson>('POST', '/batches', { ...from, text: textId });
      refresh(client, ['batch', 'text']);
      router.push(`/batches/${made.id}`);
    } catch (error) {
      setProblem(error instanceof ApiProblem ? error.message : 'This did not work. Try again.');
      setBeginning(false);
    }
  }
  return (
    <form
      className={styles.page}
      onKeyDown={submitOnCtrlEnter}
      onSubmit={(event) => {
        event.preventDefault();
        void begin();
      }}
    >
      <p>
        <Link href="/departures?part=batches">Batches</Link>
      </p>
      <h1>A new batch</h1>
      <section className={`pane ${styles.begin}`} aria-label="A new batch">
        <div className={styles.line}>
          <span className={styles.label}>Text</span>
          <span>{kept ? <strong>{kept.name}</strong> : 'none yet: it is written with the batch'}</span>
          <UseText label={kept ? 'Another text' : 'Choose a text'} onChoose={({ id }) => setTextId(id)} />
        </div>
        <div className={styles.line}>
          <label className={styles.label} htmlFor="batch-group">
            Readers
          </label>
          <Select
            id="batch-group"
            aria-label="Readers"
            value={group ?? ''}
            onChange={(value) => {
              setProblem(null);
              setGroup(value || null);
            }}
            options={[
              { value: '', label: 'from a table' },
              ...(groups ?? []).map(({ id, name, members }) => ({
                value: id,
                label: `the group ${name}, ${members.length}`,
              })),
            ]}
            popupMatchSelectWidth={false}
          />
          {group === null && (
            <>
              <input
                ref={chooser}
                type="file"
                accept=".csv,.tsv,.txt,text/csv"
                hidden
                aria-label="A table"
                onChange={(event) => {
                  const file = chosenFile(event);
                  if (file) void file.text().then(setTable);
                }}
              />
              <Button onClick={() => chooser.current?.click()}>From a CSV file</Button>
            </>
          )}
        </div>
        {group === null && (
          <>
            <label htmlFor="batch-table" className={styles.caption}>
              Cells, pasted from a spreadsheet: the first line says what they are
            </label>
            <Input.TextArea
              id="batch-table"
              value={table}
              rows={10}
              dir="auto"
              spellCheck={false}
              placeholder={
                'email\tname\tloan number\twhen\nh.anzai@lacquer-osaka.example\tHaruki Anzai\tWF-2041\twed 9:10, theirs'
              }
              aria-describedby="batch-read"
              onChange={({ target }) => {
                setProblem(null);
                setTable(target.value);
              }}
            />
            <p id="batch-read" aria-live="polite" className={read.wrong ? styles.wrong : 'quiet'}>
              {read.words}
            </p>
          </>
        )}
        {problem && (
          <p role="alert" className={styles.wrong}>
            {problem}
          </p>
        )}
        <div className={styles.foot}>
          <Button
            type="primary"
            htmlType="submit"
            loading={beginning}
            disabled={group === null && (table.trim() === '' || read.wrong)}
          >
            Look at the rows
          </Button>
          <span className="quiet">Nothing leaves yet.</span>
        </div>
      </section>
    </form>
  );
}
