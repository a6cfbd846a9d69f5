'use client';
/** The message itself: who it goes to, what it is about, what it says, and what goes with it. */
import { Button, Input, Select, type InputRef } from 'antd';
import Link from 'next/link';
import { useState, type ReactNode, type RefObject } from 'react';
import type { AttachmentJson } from '#api/types';
import { MAX_SUBJECT } from '#core/limits';
import type { ApiProblem } from '../data/client';
import { useSettings } from '../data/queries';
import { AttachmentList } from './attachments/AttachmentList';
import { LinkButton, LinkedFiles } from './attachments/LinkedFiles';
import type { Uploads } from './attachments/useUploads';
import { Body } from './body/Body';
import type { BodyHandle, OnLinks } from './body/BodyHandle';
import type { PictureSource } from './body/pictureView';
import type { DraftFields } from './draft/fields';
import { MessageOptions, optionWords } from './MessageOptions';
import { RecipientField } from '../common/RecipientField';
import { signedAs } from './quoting';
import styles from './Composer.module.css';

interface Props {
  fields: DraftFields;
  change: (patch: Partial<DraftFields>) => void;
  onLinks: OnLinks;
  problem: ApiProblem | null;
  subject: RefObject<InputRef | null>;
  body: RefObject<BodyHandle | null>;
  attached: readonly AttachmentJson[];
  uploads: Uploads;
  chooser: RefObject<HTMLInputElement | null>;
  pictures: PictureSource;
  /** On the server; undefined where it is not kept yet. */
  messageId: string | undefined;
  /** Resolves to that, keeping it on the server first where it is new. */
  kept: () => Promise<string>;
  /** Where the cursor stands on opening. */
  begin: 'to' | 'text' | undefined;
  /** Where it was in the text before. */
  cursor: { from: number; to: number } | undefined;
  /** What stands beside the ways to attach something. */
  beside?: ReactNode;
  /** What stands below the text. */
  children?: ReactNode;
}

function From({ fields, change }: Pick<Props, 'fields' | 'change'>) {
  const settings = useSettings();
  const { me, identities } = settings;
  if (!me.address) return <Link href="/welcome">Tell Oak Lantern your address first</Link>;
  const words = ({ name, address }: { name: string; address: string }) =>
    name ? `${name} · ${address}` : address;
  if (identities.length === 0) return <span>{words(me)}</span>;
  return (
    <Select
      variant="borderless"
      className={styles.from}
      aria-label="From"
      popupMatchSelectWidth={false}
      value={fields.identity ?? ''}
      options={[
        { value: '', label: words(me) },
        ...identities.map((each) => ({ value: each.id, label: words(each) })),
      ]}
      onChange={(value) => change(signedAs(fields, settings, value || null))}
    />
  );
}

export function MessageFields(props: Props) {
  const { fields, change, problem, subject, body, attached, uploads, chooser, pictures, begin, children } =
    props;
  const { sentFolders } = useSettings();
  const [opened, setOpened] = useState(false);
  // Whoever is copied is seen, also where a finding put them there.
  const copies = opened || fields.cc.length + fields.bcc.length > 0;
  const tooLong = fields.subject.length - MAX_SUBJECT;
  const unusual = optionWords(fields, sentFolders[0]!);
  const [more, setMore] = useState(false);
  const [over, setOver] = useState(false);
  const takeFiles = (files: FileList | undefined) => {
    if (files?.length) void uploads.add([...files]);
  };
  return (
    <section
      className={`pane ${styles.message} ${over ? styles.over : ''}`}
      aria-label="Message"
      onDragOver={(event) => {
        if (!event.dataTransfer.types.includes('Files')) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        setOver(false);
        // The text has taken a picture.
        if (event.isDefaultPrevented() || event.dataTransfer.files.length === 0) return;
        event.preventDefault();
        takeFiles(event.dataTransfer.files);
      }}
      onPaste={(event) => {
        const { files, types } = event.clipboardData;
        if (event.isDefaultPrevented() || files.length === 0 || types.includes('text/html')) return;
        event.preventDefault();
        takeFiles(files);
      }}
    >
      <div className={styles.row}>
        <span className={styles.label}>From</span>
        <From fields={fields} change={change} />
        <span className={styles.spring} />
        {unusual && !more && <span className={`quiet ${styles.unusual}`}>{unusual}</span>}
        <Button type="text" size="small" aria-expanded={more} onClick={() => setMore(!more)}>
          {more ? 'Less' : 'More about it'}
        </Button>
      </div>
      {more && <MessageOptions fields={fields} change={change} problem={problem} />}
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
          <Button type="text" size="small" onClick={() => setOpened(true)}>
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
          dir="auto"
          value={fields.subject}
          aria-invalid={tooLong > 0}
          aria-describedby={tooLong > 0 ? 'subject-problem' : undefined}
          onChange={(event) => change({ subject: event.target.value })}
        />
      </div>
      {tooLong > 0 && (
        <p id="subject-problem" role="alert" className={styles.wrong}>
          A subject has {MAX_SUBJECT} characters at most; this is {tooLong} more. Nothing was cut off.
        </p>
      )}
      <Body
        handle={body}
        cursor={props.cursor}
        value={fields}
        autoFocus={begin === 'text'}
        onChange={change}
        onLinks={props.onLinks}
        pictures={pictures}
        onPicture={async (file) => (await uploads.add([file], true))[0]?.contentId ?? undefined}
      />
      <AttachmentList there={attached} uploads={uploads} chooser={chooser}>
        <LinkButton kept={props.kept} />
        {props.beside}
      </AttachmentList>
      <LinkedFiles messageId={props.messageId} />
      {children}
    </section>
  );
}
