'use client';
/** The rows of a batch as a grid: mended in place, each with what it comes to and what is wrong with it. */
import { Button, Input, Select } from 'antd';
import Link from 'next/link';
import { useState } from 'react';
import type { BatchJson, BatchRowsJson } from '#api/types';
import { COLUMN_ROLES, type ColumnRole } from '#core/batch/columns';
import { dayWords, timeWords } from '#core/time/words';
import { useWords } from '../common/format';
import { RowButton } from '../common/RowParts';
import { useSettings } from '../data/queries';
import { rowPath, rowState } from './batchWords';
import styles from './Batches.module.css';
import type { BatchCheck, Checked } from './useBatchCheck';

type Row = BatchRowsJson['rows'][number];
type Column = BatchJson['columns'][number];

/** So many rows are drawn at once. */
const PAGE = 50;

const ROLE_WORDS: Record<ColumnRole, string> = {
  address: 'address',
  name: 'name',
  when: 'when it leaves',
  file: 'file',
  field: 'a field',
  unused: 'not used',
};

interface Props {
  batch: BatchJson;
  rows: readonly Row[];
  check: BatchCheck;
  onColumns: (columns: Column[]) => void;
  onCells: (position: number, cells: string[]) => Promise<void>;
  onRemove: (row: Row) => void;
  onAdd: () => void;
  onShow: (row: Checked) => void;
}

interface CellProps {
  value: string;
  label: string;
  /** An address is longer than most of what else there is. */
  wide: boolean;
  keep: (value: string) => Promise<void>;
}

/** A cell that is kept when it is left. */
function Cell({ value, label, wide, keep }: CellProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const leave = () => {
    if (typed === null || typed === value) return setTyped(null);
    void keep(typed).finally(() => setTyped(null));
  };
  return (
    <Input
      size="small"
      variant="borderless"
      dir="auto"
      aria-label={label}
      data-wide={wide || undefined}
      title={value.length > 20 ? value : undefined}
      value={typed ?? value}
      onChange={({ target }) => setTyped(target.value)}
      onBlur={leave}
      onKeyDown={(event) => {
        if (event.key === 'Enter') leave();
        if (event.key === 'Escape' && typed !== null) {
          event.stopPropagation();
          setTyped(null);
        }
      }}
    />
  );
}

function ColumnHead({
  heading,
  column,
  onChange,
}: {
  heading: string;
  column: Column;
  onChange: (next: Column) => void;
}) {
  return (
    <span className={styles.head}>
      <span dir="auto">{heading || '(no heading)'}</span>
      <Select
        size="small"
        variant="borderless"
        aria-label={`What the column ${heading || 'without heading'} is`}
        value={column.role}
        popupMatchSelectWidth={false}
        options={COLUMN_ROLES.map((value) => ({
          value,
          label: value === 'field' && column.role === 'field' ? `{{${column.field}}}` : ROLE_WORDS[value],
        }))}
        onChange={(role) =>
          onChange({ role, field: role === 'field' ? heading.trim().toLowerCase().replace(/\s+/g, ' ') : '' })
        }
      />
    </span>
  );
}

function Leaves({ row, checked }: { row: Row; checked: Checked | undefined }) {
  const words = useWords();
  const { hourCycle } = useSettings();
  if (row.messageId !== null)
    return (
      <>
        <strong>{rowState(row)}</strong>
        {(row.leftAt ?? row.due) && row.state !== 'draft' && row.state !== 'ended' && (
          <span className={styles.why}>{words.moment((row.leftAt ?? row.due)!)}</span>
        )}
        {row.differs && <span className={styles.why}>edited by hand</span>}
      </>
    );
  if (!checked) return <span className="quiet">not looked at</span>;
  const [stop] = checked.findings.filter(({ severity }) => severity === 'stop');
  return (
    <>
      {checked.at && !stop && words.moment(checked.at)}
      {checked.local && !stop && (
        <span className={styles.why}>
          lands {dayWords(checked.local, checked.local)} {timeWords(checked.local, hourCycle)}
          {checked.place && ` in ${checked.place}`}
        </span>
      )}
      {checked.findings.map(({ severity, words: found }) => (
        <span key={found} className={severity === 'stop' ? styles.wrong : styles.look}>
          {found}
        </span>
      ))}
    </>
  );
}

export function BatchGrid({ batch, rows, check, onColumns, onCells, onRemove, onAdd, onShow }: Props) {
  const [page, setPage] = useState(0);
  // Those that were wrong when it was asked: what is mended does not vanish under one’s hands.
  const [only, setOnly] = useState<ReadonlySet<number> | null>(null);
  const isWrong = ({ position }: Row) => Boolean(check.rows.get(position)?.findings.length);
  const wrong = rows.filter(isWrong);
  const shown = only ? rows.filter(({ position }) => only.has(position)) : rows;
  const pages = Math.max(1, Math.ceil(shown.length / PAGE));
  const at = Math.min(page, pages - 1);
  const { headings, columns } = batch;
  const fixed = batch.state !== 'draft';
  return (
    <section className={`pane ${styles.grid}`} aria-labelledby="batch-rows">
      <div className={styles.tools}>
        <h2 id="batch-rows">Rows</h2>
        {(wrong.length > 0 || only) && (
          <Button
            size="small"
            onClick={() => setOnly(only ? null : new Set(wrong.map(({ position }) => position)))}
          >
            {only ? 'Show all rows' : `Show the ${wrong.length} with something to look at`}
          </Button>
        )}
        <span className={styles.spring} />
        {pages > 1 && (
          <>
            <Button
              size="small"
              disabled={at === 0}
              aria-label="The rows before"
              onClick={() => setPage(at - 1)}
            >
              ‹
            </Button>
            <span aria-live="polite">
              {at * PAGE + 1} to {Math.min((at + 1) * PAGE, shown.length)} of {shown.length}
            </span>
            <Button
              size="small"
              disabled={at === pages - 1}
              aria-label="The next rows"
              onClick={() => setPage(at + 1)}
            >
              ›
            </Button>
          </>
        )}
        <Button size="small" onClick={onAdd}>
          Add a row
        </Button>
      </div>
      <div className={styles.scroll}>
        <table className={styles.table}>
          <thead>
            <tr>
              <th scope="col">Row</th>
              {headings.map((heading, n) => (
                <th scope="col" key={n}>
                  {fixed ? (
                    <span className={styles.head}>
                      <span dir="auto">{heading}</span>
                      <span className="quiet">
                        {columns[n]!.role === 'field'
                          ? `{{${columns[n]!.field}}}`
                          : ROLE_WORDS[columns[n]!.role]}
                      </span>
                    </span>
                  ) : (
                    <ColumnHead
                      heading={heading}
                      column={columns[n]!}
                      onChange={(next) => onColumns(columns.map((each, m) => (m === n ? next : each)))}
                    />
                  )}
                </th>
              ))}
              <th scope="col">Leaves, and what is wrong</th>
              <th scope="col">
                <span className="unseen">What can be done</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {shown.slice(at * PAGE, (at + 1) * PAGE).map((row) => {
              const checked = check.rows.get(row.position);
              const path = rowPath(row);
              return (
                <tr key={row.position} data-wrong={isWrong(row) || undefined}>
                  <th scope="row">{row.position}</th>
                  {row.cells.map((cell, n) => (
                    <td key={n} dir="auto" data-label={headings[n]}>
                      {row.messageId === null ? (
                        <Cell
                          value={cell}
                          wide={columns[n]!.role === 'address'}
                          label={`${headings[n] || `column ${n + 1}`}, row ${row.position}`}
                          keep={(value) =>
                            onCells(
                              row.position,
                              row.cells.map((each, m) => (m === n ? value : each)),
                            )
                          }
                        />
                      ) : (
                        <span className={styles.cell}>{cell}</span>
                      )}
                    </td>
                  ))}
                  <td className={styles.leaves}>
                    <Leaves row={row} checked={checked} />
                  </td>
                  <td className={styles.acts}>
                    {path ? (
                      <Link href={path} prefetch={false} aria-label={`Open row ${row.position}`}>
                        Open
                      </Link>
                    ) : (
                      <>
                        {checked && (
                          <RowButton
                            aria-label={`Show the text of row ${row.position}`}
                            onClick={() => onShow(checked)}
                          >
                            Text
                          </RowButton>
                        )}
                        <RowButton aria-label={`Take out row ${row.position}`} onClick={() => onRemove(row)}>
                          Take out
                        </RowButton>
                      </>
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
    </section>
  );
}
