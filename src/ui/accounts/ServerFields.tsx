'use client';
/** Where a server is and how it is reached. */
import { Checkbox, Input, InputNumber, Select } from 'antd';
import { useId } from 'react';
import { SECURITIES, SECURITY_WORDS, usualPort, type Security, type ServerKind } from '#core/message/account';
import styles from './Accounts.module.css';

export interface ServerDraft {
  host: string;
  port: number | null;
  security: Security;
  /** As whom it is signed in; null: as the address; empty: nobody is. */
  user: string | null;
}

interface Props {
  kind: ServerKind;
  title: string;
  value: ServerDraft;
  change: (patch: Partial<ServerDraft>) => void;
  /** What is wrong with it, in words. */
  problem?: string;
}

export function ServerFields({ kind, title, value, change, problem }: Props) {
  const id = useId();
  const { host, port, security, user } = value;
  return (
    <fieldset className={styles.server} aria-describedby={problem ? `${id}-problem` : undefined}>
      <legend>{title}</legend>
      <label htmlFor={`${id}-host`}>Server</label>
      <Input
        id={`${id}-host`}
        autoComplete="off"
        placeholder={kind === 'smtp' ? 'smtp.place.example' : 'imap.place.example'}
        status={problem ? 'error' : undefined}
        aria-invalid={problem ? true : undefined}
        value={host}
        onChange={({ target }) => change({ host: target.value })}
      />
      <label htmlFor={`${id}-security`}>Connection</label>
      <Select<Security>
        id={`${id}-security`}
        value={security}
        options={SECURITIES.map((each) => ({ value: each, label: SECURITY_WORDS[each] }))}
        onChange={(next) => change({ security: next, port: null })}
      />
      <label htmlFor={`${id}-port`}>Port</label>
      <InputNumber
        id={`${id}-port`}
        min={1}
        max={65_535}
        controls={false}
        placeholder={String(usualPort(kind, security))}
        value={port}
        onChange={(next) => change({ port: next })}
      />
      <label htmlFor={`${id}-user`}>User name</label>
      <Input
        id={`${id}-user`}
        autoComplete="off"
        placeholder={user === '' ? 'nobody signs in' : 'the address'}
        disabled={user === ''}
        value={user ?? ''}
        onChange={({ target }) => change({ user: target.value || null })}
      />
      {kind === 'smtp' && (
        <Checkbox
          className={styles.wide}
          checked={user === ''}
          onChange={({ target }) => change({ user: target.checked ? '' : null })}
        >
          It takes mail without signing in
        </Checkbox>
      )}
      {problem && (
        <p role="alert" id={`${id}-problem`} className={styles.trouble}>
          {problem}
        </p>
      )}
    </fieldset>
  );
}
