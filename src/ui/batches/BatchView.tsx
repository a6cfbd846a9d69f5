'use client';
/** One batch: its text, its rows, when they leave, and what became of them. */
import { useQueryClient } from '@tanstack/react-query';
import { Button, Checkbox, InputNumber, Spin } from 'antd';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import type { BatchJson, BatchRowsJson, TestedBatchJson } from '#api/types';
import { KeptField } from '../common/KeptField';
import { useAttempt } from '../common/useAttempt';
import { ApiProblem, ask } from '../data/client';
import { useBatch, useBatchRows } from '../data/batches';
import { refresh } from '../data/queries';
import { BulkBar } from '../departures/BulkBar';
import { useBulk } from '../departures/useBulk';
import { useNotices } from '../shell/Notices';
import { usePrimaryKey } from '../write/usePrimaryKey';
import { BatchGrid } from './BatchGrid';
import { BatchText } from './BatchText';
import { isOpen, progressWords } from './batchWords';
import { rowsWords, useBatchActions } from './useBatchActions';
import styles from './Batches.module.css';
import { useBatchCheck, type Checked } from './useBatchCheck';

type Row = BatchRowsJson['rows'][number];

function Settings({ batch, keep }: { batch: BatchJson; keep: (patch: object) => Promise<void> }) {
  if (batch.state !== 'draft') return null;
  return (
    <section className={`pane ${styles.settings}`} aria-label="When they leave">
      <KeptField
        label="When, where a row says nothing"
        value={batch.when}
        placeholder="wed 9:10, theirs"
        hint={batch.when ? undefined : 'Empty: as soon as it is scheduled, held as usual.'}
        keep={(when) => keep({ when })}
      />
      <label>
        At most{' '}
        <InputNumber
          aria-label="At most so many in a minute"
          min={1}
          max={600}
          value={batch.perMinute}
          placeholder="any"
          onChange={(perMinute) => void keep({ perMinute })}
        />{' '}
        in a minute
      </label>
      <Checkbox checked={batch.spread} onChange={({ target }) => void keep({ spread: target.checked })}>
        Spread over the readers’ next mornings
      </Checkbox>
    </section>
  );
}

/** What one row says, as its reader has it. */
function Shown({ row, onClose }: { row: Checked; onClose: () => void }) {
  return (
    <section className={`pane ${styles.shown}`} aria-label={`The text of row ${row.position}`}>
      <div className={styles.tools}>
        <h2>
          Row {row.position}, {row.name || row.address}
        </h2>
        <span className={styles.spring} />
        <Button size="small" onClick={onClose}>
          Close
        </Button>
      </div>
      <strong dir="auto">{row.subject || '(no subject)'}</strong>
      <div dir="auto" className={styles.words}>
        {row.text}
      </div>
    </section>
  );
}

function Whole({ batch, rows }: { batch: BatchJson; rows: readonly Row[] }) {
  const client = useQueryClient();
  const router = useRouter();
  const attempt = useAttempt();
  const { show } = useNotices();
  const bulk = useBulk();
  const actions = useBatchActions();
  const [allOrNone, setAllOrNone] = useState(false);
  const [shown, setShown] = useState<Checked | null>(null);
  const [editing, setEditing] = useState(batch.text.trim() === '' && batch.subject === '');
  const [busy, setBusy] = useState<'scheduling' | 'testing' | null>(null);
  const stopping = useRef<AbortController>(undefined);
  const saver = useRef<(() => Promise<boolean>) | null>(null);
  /** What was left last, on its way to the server. */
  const keeping = useRef<Promise<unknown>>(Promise.resolve());
  const { id, counts } = batch;
  // Whatever changes what a row comes to: looked at anew.
  const version = JSON.stringify([
    batch.columns,
    batch.when,
    batch.spread,
    batch.subject,
    batch.text,
    batch.html,
    counts.unmade > 0,
  ]);
  const check = useBatchCheck(id, version);
  const again = () => refresh(client, ['batch']);
  const keep = (patch: object): Promise<void> => {
    const put = async () => {
      const next = await ask<BatchJson>('PATCH', `/batches/${id}`, patch);
      client.setQueryData(['batches', id], next);
      again();
    };
    const kept = put();
    keeping.current = kept.catch(() => undefined);
    return kept;
  };
  const open = rows.filter(isOpen);
  const unmade = [...check.rows.values()].filter(
    ({ position }) => rows.find((row) => row.position === position)?.messageId === null,
  );
  const wrong = unmade.filter(({ findings }) => findings.some(({ severity }) => severity === 'stop'));
  const ready = unmade.length - wrong.length;

  const cells = async (position: number, next: string[]) => {
    keeping.current = attempt(async () => {
      await ask('PATCH', `/batches/${id}/rows/${position}`, { cells: next });
      client.setQueryData<Row[]>(['batches', id, 'rows'], (before) =>
        before?.map((row) => (row.position === position ? { ...row, cells: next } : row)),
      );
      await check.one(position);
    });
    await keeping.current;
    again();
  };
  const remove = (row: Row) =>
    attempt(async () => {
      await ask('DELETE', `/batches/${id}/rows/${row.position}`);
      again();
      check.again();
      const undo = () =>
        attempt(async () => {
          await ask('POST', `/batches/${id}/rows`, { cells: row.cells, position: row.position });
          again();
          check.again();
          show({ words: `Row ${row.position} is back.` });
        });
      show({ words: `Row ${row.position} is taken out.`, undo });
    });
  const add = () =>
    attempt(async () => {
      await ask('POST', `/batches/${id}/rows`, { cells: batch.headings.map(() => '') });
      again();
      check.again();
    });
  const test = (which: 'first' | 'three') => {
    setBusy('testing');
    void attempt(async () => {
      const { departures } = await ask<TestedBatchJson>('POST', `/batches/${id}/test`, { which });
      show({
        words:
          departures.length === 1
            ? 'A test leaves to you now.'
            : `${departures.length} tests leave to you now.`,
      });
    }).finally(() => setBusy(null));
  };
  async function schedule() {
    stopping.current = new AbortController();
    setBusy('scheduling');
    try {
      // What is being typed counts: in a cell, and in the text.
      if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
      await keeping.current;
      if (saver.current && !(await saver.current())) return;
      await actions.schedule(batch, { allOrNone }, stopping.current.signal);
    } catch (error) {
      const why =
        error instanceof ApiProblem && error.status !== 0 ? error.message : 'Scheduling was stopped.';
      show({ words: why, problem: true });
    } finally {
      setBusy(null);
      refresh(client, ['batch', 'departure', 'message']);
    }
  }
  const canSchedule =
    check.progress === null && ready > 0 && !(allOrNone && wrong.length > 0) && busy === null;
  /** The key was pressed while the rows, as they were then, were still looked at. */
  const pressed = useRef<string>(undefined);
  usePrimaryKey(() => {
    if (canSchedule) void schedule();
    else if (check.progress !== null && busy === null) pressed.current = version;
  });
  useEffect(() => {
    if (check.progress !== null || pressed.current === undefined) return;
    const same = pressed.current === version;
    pressed.current = undefined;
    if (same && canSchedule) void schedule();
  });
  const forget = () =>
    attempt(async () => {
      await ask('DELETE', `/batches/${id}`);
      again();
      const undo = () =>
        attempt(async () => {
          await ask('POST', `/batches/${id}/restore`);
          again();
          show({ words: `“${batch.name}” is a batch again.` });
        });
      const goes = counts.pending > 0 ? ` ${counts.pending} of it still leave.` : '';
      show({ words: `“${batch.name}” is deleted.${goes}`, undo });
      router.push('/departures?part=batches');
    });

  return (
    <div className={styles.page}>
      <p>
        <Link href="/departures?part=batches">Batches</Link>
      </p>
      <div className={styles.title}>
        <h1 dir="auto">{batch.name}</h1>
        <span>{progressWords(batch)}</span>
        <span className={styles.spring} />
        <Button type="text" onClick={() => void forget()}>
          Delete this batch
        </Button>
      </div>
      {batch.state === 'scheduling' && busy === null && counts.unmade > 0 && (
        <p role="note" className={styles.wrong}>
          Scheduling was stopped: {counts.unmade} of {counts.rows} rows are not scheduled. Schedule the rest,
          or take back what is.
        </p>
      )}
      {open.length > 0 && (
        <BulkBar
          count={open.length}
          progress={bulk.progress}
          run={(what) =>
            void (what.action === 'take-back'
              ? actions.takeBack(batch)
              : bulk
                  .run(
                    open.map(({ departureId }) => departureId!),
                    what,
                  )
                  .then(again))
          }
          stop={() => bulk.stop()}
        />
      )}
      <Settings batch={batch} keep={keep} />
      <section className={`pane ${styles.summary}`} aria-label="What they say">
        <span className={styles.label}>Text</span>
        <span dir="auto" className={styles.said}>
          <strong>{batch.subject || '(no subject)'}</strong>{' '}
          <span className="quiet">{batch.text.slice(0, 160)}</span>
        </span>
        <Button aria-expanded={editing} onClick={() => setEditing(!editing)}>
          {editing ? 'Fold the text' : 'Edit the text'}
        </Button>
      </section>
      {(editing || shown) && (
        <div className={styles.columns}>
          {editing && (
            <BatchText
              key={id}
              batch={batch}
              saver={saver}
              apart={rows
                .filter(({ differs, leftAt }) => differs && leftAt === null)
                .map(({ position }) => position)}
            />
          )}
          {shown && <Shown row={check.rows.get(shown.position) ?? shown} onClose={() => setShown(null)} />}
        </div>
      )}
      <BatchGrid
        batch={batch}
        rows={rows}
        check={check}
        onColumns={(columns) => void attempt(() => keep({ columns }))}
        onCells={cells}
        onRemove={(row) => void remove(row)}
        onAdd={() => void add()}
        onShow={setShown}
      />
      {counts.unmade > 0 && (
        <footer className={styles.bar}>
          <span role="status">
            {check.progress !== null
              ? `${check.progress} of ${counts.unmade} looked at`
              : (check.broken ??
                (wrong.length > 0
                  ? `${rowsWords(ready)} can leave; something is wrong with ${wrong.length}`
                  : `${rowsWords(ready)} can leave`))}
          </span>
          {check.progress !== null && (
            <>
              <progress value={check.progress} max={counts.unmade} aria-label="Rows looked at" />
              <Button size="small" onClick={check.stop}>
                Stop
              </Button>
            </>
          )}
          {check.broken && (
            <Button size="small" onClick={check.again}>
              Look at them again
            </Button>
          )}
          <span className={styles.spring} />
          <Button disabled={ready === 0 || busy !== null} onClick={() => test('first')}>
            Test the first to myself
          </Button>
          <Button disabled={ready === 0 || busy !== null} onClick={() => test('three')}>
            Test three
          </Button>
          <Checkbox checked={allOrNone} onChange={({ target }) => setAllOrNone(target.checked)}>
            All or none
          </Checkbox>
          {busy === 'scheduling' && <Button onClick={() => stopping.current?.abort()}>Stop</Button>}
          <Button
            type="primary"
            size="large"
            loading={busy === 'scheduling'}
            disabled={!canSchedule}
            onClick={() => void schedule()}
          >
            Schedule {rowsWords(ready)}
          </Button>
        </footer>
      )}
    </div>
  );
}

export function BatchView({ id }: { id: string }) {
  const { data: batch, error } = useBatch(id);
  const rows = useBatchRows(id).data;
  if (error && !batch) return <p role="alert">{error.message}</p>;
  if (!batch || !rows) return <Spin />;
  return <Whole key={id} batch={batch} rows={rows} />;
}
