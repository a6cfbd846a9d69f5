'use client';
/** The fields of the text, as one reader after another has them, with a place to fill what is missing. */
import { Button, Input } from 'antd';
import Link from 'next/link';
import { useState } from 'react';
import type { FilledJson } from '#api/types';
import { withValue, type FieldValues } from '#core/fields/values';
import styles from './FieldsPanel.module.css';

type For = FilledJson['readers'][number];
type Field = For['fields'][number];

interface Props {
  readers: readonly For[];
  values: FieldValues;
  onValues: (values: FieldValues) => void;
  /** Has it go as individual copies; undefined where it does, or cannot. */
  onIndividual: (() => void) | undefined;
}

const nameOf = ({ name, address }: For) => name || address || 'all of them together';
const headingOf = (reader: For) =>
  reader.address === '' ? 'Fields, for all of them together' : `Fields, as ${nameOf(reader)} has them`;

interface ValueProps extends Pick<Props, 'values' | 'onValues'> {
  field: Field;
  reader: For;
  several: boolean;
}

function ValueField({ field, reader, several, values, onValues }: ValueProps) {
  const { name, given } = field;
  const own = values[name]?.[reader.address.toLowerCase()];
  const forAll = values[name]?.[''] ?? '';
  // Of one reader alone, what is given is for whoever comes besides, too.
  const key = several ? reader.address : '';
  return (
    <span className={styles.give}>
      <Input
        size="small"
        value={own ?? (several ? given : forAll)}
        aria-label={several ? `${name} for ${nameOf(reader)}` : `Value of ${name}`}
        placeholder="only in this message"
        onChange={({ target }) => onValues(withValue(values, name, key, target.value))}
      />
      {several && own && (
        <Button
          size="small"
          type="text"
          aria-label={`The same for all: ${name}`}
          onClick={() => onValues({ ...values, [name]: { '': own } })}
        >
          The same for all
        </Button>
      )}
    </span>
  );
}

/** Lines in which something was filled. */
function changedLines(filled: For): string[] {
  return filled.text.split('\n').filter((line) => line.includes('{{'));
}

export function FieldsPanel({ readers, values, onValues, onIndividual }: Props) {
  const [at, setAt] = useState(0);
  const [whole, setWhole] = useState(false);
  const index = Math.min(at, readers.length - 1);
  const reader = readers[index];
  if (!reader || reader.fields.length === 0) return null;
  const open = readers.filter(({ fields }) => fields.some(({ why }) => why !== null));
  const nextOpen = readers.findIndex(
    (each, n) =>
      n !== index && open.includes(each) && (n > index || !open.some((o) => readers.indexOf(o) > index)),
  );
  const several = readers.length > 1;
  const unfilled = changedLines(reader);
  return (
    <section className={styles.panel} aria-label="Fields">
      <div className={styles.head}>
        <h2>{headingOf(reader)}</h2>
        {several && (
          <span className={styles.steps}>
            <Button
              size="small"
              disabled={index === 0}
              aria-label="The reader before"
              onClick={() => setAt(index - 1)}
            >
              ‹
            </Button>
            <span aria-live="polite">
              {index + 1} of {readers.length}
            </span>
            <Button
              size="small"
              disabled={index === readers.length - 1}
              aria-label="The next reader"
              onClick={() => setAt(index + 1)}
            >
              ›
            </Button>
          </span>
        )}
        {nextOpen >= 0 && (
          <Button size="small" type="text" onClick={() => setAt(nextOpen)}>
            {open.length === 1 ? '1 reader lacks something' : `${open.length} readers lack something`}
          </Button>
        )}
        <Button size="small" type="text" aria-expanded={whole} onClick={() => setWhole(!whole)}>
          {whole ? 'Hide the text filled' : 'Show the text filled'}
        </Button>
      </div>
      {reader.address === '' && onIndividual && open.length > 0 && (
        <p className={styles.together}>
          All of them get one message, so what differs from reader to reader cannot be filled.{' '}
          <Button size="small" onClick={onIndividual}>
            Send individual copies
          </Button>
        </p>
      )}
      <table className={styles.fields}>
        <thead className="unseen">
          <tr>
            <th scope="col">Field</th>
            <th scope="col">Becomes</th>
            <th scope="col">Given here</th>
          </tr>
        </thead>
        <tbody>
          {reader.fields.map((field) => (
            <tr key={field.name}>
              <th scope="row">{`{{${field.name}}}`}</th>
              <td dir="auto">
                {field.value ?? (
                  <strong className={styles.missing}>
                    {field.name} {field.why}.
                  </strong>
                )}
                {field.value === null && field.kind === 'reader' && reader.correspondentId && (
                  <>
                    {' '}
                    <Link href={`/correspondents?person=${reader.correspondentId}`}>Tell it for good</Link>
                  </>
                )}
              </td>
              <td>
                {(field.kind === 'own' ||
                  field.given ||
                  (field.value === null && field.kind === 'reader')) && (
                  <ValueField
                    field={field}
                    reader={reader}
                    several={several}
                    values={values}
                    onValues={onValues}
                  />
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {whole && (
        <div className={styles.filled} role="group" aria-label={`The text as ${nameOf(reader)} reads it`}>
          <strong dir="auto">{reader.subject || '(no subject)'}</strong>
          <div dir="auto">{reader.text}</div>
          {unfilled.length > 0 && <p className="quiet">What stands in braces is not filled yet.</p>}
        </div>
      )}
    </section>
  );
}
