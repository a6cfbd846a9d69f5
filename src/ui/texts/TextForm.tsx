'use client';
/** A kept text as it is written: its name, its subject, its words, and the fields in them. */
import { Input } from 'antd';
import { useRef, type ReactNode } from 'react';
import { fieldsOf, kindOfField, KNOWN_FIELDS } from '#core/fields/fill';
import { MAX_SUBJECT } from '#core/limits';
import type { ApiProblem } from '../data/client';
import { Body } from '../write/body/Body';
import type { BodyHandle } from '../write/body/BodyHandle';
import type { PictureSource } from '../write/body/pictureView';
import { FieldPicker } from '../write/fields/FieldPicker';
import styles from './Texts.module.css';

export interface TextWords {
  name?: string;
  subject: string;
  text: string;
  html: string | null;
}

interface Props {
  words: TextWords;
  onChange: (patch: Partial<TextWords>) => void;
  problem: ApiProblem | null;
  pictures: PictureSource;
  onPicture: (file: File) => Promise<string | undefined>;
  autoFocus?: boolean;
  /** What stands below the words. */
  children?: ReactNode;
}

const SAYS: Record<ReturnType<typeof kindOfField>, string> = {
  reader: 'of the reader',
  mine: 'of you',
  date: 'reckoned as it leaves',
  occurrence: 'only in what repeats',
  occasion: 'of the occasion it belongs to',
  own: 'of your own: the reader’s, or given as you write',
};

const saysOf = (name: string) =>
  KNOWN_FIELDS.find((each) => each.name === name)?.says ?? SAYS[kindOfField(name)];

const NO_LINKS = () => {};

export function TextForm({ words, onChange, problem, pictures, onPicture, autoFocus, children }: Props) {
  const body = useRef<BodyHandle>(null);
  const fields = fieldsOf(words.subject, words.text);
  const wrong = problem?.at('name');
  return (
    <section
      className={`pane ${styles.form}`}
      aria-label={words.name === undefined ? 'The text' : 'Text that is kept'}
    >
      {words.name !== undefined && (
        <>
          <div className={styles.row}>
            <label htmlFor="text-name">Name</label>
            <Input
              id="text-name"
              value={words.name}
              autoFocus={autoFocus}
              maxLength={200}
              placeholder="what it is found by"
              status={wrong ? 'error' : undefined}
              aria-invalid={wrong ? true : undefined}
              aria-describedby={wrong ? 'text-name-problem' : undefined}
              onChange={({ target }) => onChange({ name: target.value })}
            />
          </div>
          {wrong && (
            <p role="alert" id="text-name-problem" className={styles.wrong}>
              {wrong}
            </p>
          )}
        </>
      )}
      <div className={styles.row}>
        <label htmlFor="text-subject">Subject</label>
        <Input
          id="text-subject"
          dir="auto"
          maxLength={MAX_SUBJECT}
          value={words.subject}
          onChange={({ target }) => onChange({ subject: target.value })}
        />
      </div>
      <div className={styles.row}>
        <FieldPicker onChoose={(field) => body.current?.insertWords(field)} />
        {words.name !== undefined && <span className="quiet">Your signature comes with each message.</span>}
      </div>
      <Body
        handle={body}
        cursor={undefined}
        value={words}
        autoFocus={false}
        onChange={onChange}
        onLinks={NO_LINKS}
        pictures={pictures}
        onPicture={onPicture}
      />
      {fields.length > 0 && (
        <ul className={styles.fields} aria-label="Fields in it">
          {[...new Map(fields.map((field) => [field.name, field])).values()].map(({ name, instead }) => (
            <li key={name}>
              <strong>{`{{${name}}}`}</strong> {saysOf(name)}
              {instead !== undefined && `; else “${instead}”`}
            </li>
          ))}
        </ul>
      )}
      {children}
    </section>
  );
}
