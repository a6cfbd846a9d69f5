'use client';
/** The message itself: who it goes to, what it is about, what it says. */
import { Button, Input, type InputRef } from 'antd';
import type { TextAreaRef } from 'antd/es/input/TextArea';
import Link from 'next/link';
import { useState, type ReactNode, type RefObject } from 'react';
import { MAX_SUBJECT } from '../../core/message/limits';
import type { ApiProblem } from '../data/client';
import { useSettings } from '../data/queries';
import { RecipientField } from './RecipientField';
import type { DraftFields } from './useDraft';
import styles from './Composer.module.css';

interface Props {
  fields: DraftFields;
  change: (patch: Partial<DraftFields>) => void;
  problem: ApiProblem | null;
  subject: RefObject<InputRef | null>;
  text: RefObject<TextAreaRef | null>;
  /** Where the cursor stands on opening. */
  begin: 'to' | 'text' | undefined;
  /** What stands below the text. */
  children?: ReactNode;
}

export function MessageFields({ fields, change, problem, subject, text, begin, children }: Props) {
  const { me } = useSettings();
  const [copies, setCopies] = useState(fields.cc.length + fields.bcc.length > 0);
  return (
    <section className={`pane ${styles.message}`} aria-label="Message">
      <div className={styles.row}>
        <span className={styles.label}>From</span>
        {me.address ? (
          <span>
            {me.name} · {me.address}
          </span>
        ) : (
          <Link href="/welcome">Tell Oak Lantern your address first</Link>
        )}
      </div>
      <div className={styles.row}>
        <label className={styles.label} htmlFor="to">
          To
        </label>
        <RecipientField
          id="to"
          label="To"
          value={fields.to}
          problem={problem?.at('to')}
          autoFocus={begin === 'to'}
          onChange={(to) => change({ to })}
        />
        {!copies && (
          <Button type="text" size="small" onClick={() => setCopies(true)}>
            Cc, Bcc
          </Button>
        )}
      </div>
      {copies &&
        (['cc', 'bcc'] as const).map((field) => (
          <div className={styles.row} key={field}>
            <label className={styles.label} htmlFor={field}>
              {field === 'cc' ? 'Cc' : 'Bcc'}
            </label>
            <RecipientField
              id={field}
              label={field === 'cc' ? 'Cc' : 'Bcc'}
              value={fields[field]}
              problem={problem?.at(field)}
              onChange={(list) => change({ [field]: list })}
            />
          </div>
        ))}
      <div className={styles.row}>
        <label className={styles.label} htmlFor="subject">
          Subject
        </label>
        <Input
          id="subject"
          ref={subject}
          variant="borderless"
          className={styles.subject}
          value={fields.subject}
          maxLength={MAX_SUBJECT}
          onChange={(event) => change({ subject: event.target.value })}
        />
      </div>
      <Input.TextArea
        ref={text}
        aria-label="Text"
        variant="borderless"
        className={styles.text}
        value={fields.text}
        autoFocus={begin === 'text'}
        onChange={(event) => change({ text: event.target.value })}
      />
      {children}
    </section>
  );
}
