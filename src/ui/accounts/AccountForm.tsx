'use client';
/** An account is added, or changed: its servers are tried at once, and what is wrong is said where it was typed. */
import { Button, Checkbox, Input, InputNumber } from 'antd';
import { useId, useState } from 'react';
import type { AccountJson, FoundServersJson } from '#api/types';
import { ask, type ApiProblem } from '../data/client';
import styles from './Accounts.module.css';
import { useAccountToTry } from '../data/accounts';
import { draftOf, draftToTry, emptyDraft, requestOf, withFound, type AccountDraft } from './accountDraft';
import { ServerFields, type ServerDraft } from './ServerFields';

interface Props {
  /** The one to be changed; null for a new one. */
  account: AccountJson | null;
  keep: (request: object) => Promise<AccountJson>;
  done: (kept: AccountJson) => void;
  cancel: () => void;
}

/** The account that ships with the demo, where there is one. */
function TryShipped({ take }: { take: (draft: AccountDraft) => void }) {
  const toTry = useAccountToTry().data;
  if (!toTry) return null;
  return (
    <>
      <span />
      <div>
        <Button size="small" onClick={() => take(draftToTry(toTry))}>
          Try the one that ships
        </Button>
      </div>
    </>
  );
}

export function AccountForm({ account, keep, done, cancel }: Props) {
  const id = useId();
  const [draft, setDraft] = useState<AccountDraft>(() => (account ? draftOf(account) : emptyDraft()));
  const [found, setFound] = useState<string>();
  const [problem, setProblem] = useState<ApiProblem>();
  const [busy, setBusy] = useState(false);
  const set = (patch: Partial<AccountDraft>) => setDraft((before) => ({ ...before, ...patch }));
  const server = (kind: 'smtp' | 'imap') => (patch: Partial<ServerDraft>) =>
    setDraft((before) => {
      const known = before[kind];
      return known ? { ...before, [kind]: { ...known, ...patch } } : before;
    });
  const during = async (work: () => Promise<void>) => {
    setBusy(true);
    setProblem(undefined);
    try {
      await work();
    } catch (error) {
      setProblem(error as ApiProblem);
    } finally {
      setBusy(false);
    }
  };
  const find = () =>
    during(async () => {
      const servers = await ask<FoundServersJson>('POST', '/accounts/find', { address: draft.address });
      setDraft((before) => withFound(before, servers));
      setFound(servers.words);
    });
  const submit = (untried: boolean) =>
    during(async () => {
      const request = requestOf(draft, account, untried);
      if (Object.keys(request).length === 0) return cancel();
      done(await keep(request));
    });
  const { address, name, password, smtp, imap, perMinute, plainHost } = draft;
  const at = (path: string) => problem?.at(path);
  const isOpen = smtp.security === 'none' || imap?.security === 'none';
  const unreachable = at('smtp') ?? at('imap');
  const elsewhere = problem && !unreachable && !at('address') && !at('plainHost') && !at('password');
  return (
    <form
      className={styles.form}
      aria-label={account ? `Account ${account.name}` : 'A new account'}
      onSubmit={(event) => {
        event.preventDefault();
        void submit(false);
      }}
    >
      <div className={styles.fields}>
        {!account && (
          <>
            <label htmlFor={`${id}-address`}>Address</label>
            <div className={styles.beside}>
              <Input
                id={`${id}-address`}
                autoFocus
                inputMode="email"
                autoComplete="off"
                placeholder="you@place.example"
                status={at('address') ? 'error' : undefined}
                aria-invalid={at('address') ? true : undefined}
                value={address}
                onChange={({ target }) => set({ address: target.value })}
              />
              <Button disabled={!address.trim() || busy} onClick={() => void find()}>
                Find its servers
              </Button>
            </div>
            <TryShipped take={setDraft} />
          </>
        )}
        <label htmlFor={`${id}-password`}>Password</label>
        <Input.Password
          id={`${id}-password`}
          autoComplete="off"
          placeholder={account ? 'as it is kept' : undefined}
          value={password}
          onChange={({ target }) => set({ password: target.value })}
        />
        <label htmlFor={`${id}-name`}>Called here</label>
        <Input
          id={`${id}-name`}
          autoComplete="off"
          placeholder="its address"
          value={name}
          onChange={({ target }) => set({ name: target.value })}
        />
      </div>
      <p role="status" className="quiet">
        {at('address') ?? found ?? ''}
      </p>
      <div className={styles.servers}>
        <ServerFields
          kind="smtp"
          title="Mail is sent through"
          value={smtp}
          change={server('smtp')}
          problem={at('smtp')}
        />
        {imap && (
          <ServerFields
            kind="imap"
            title="Mail is read from"
            value={imap}
            change={server('imap')}
            problem={at('imap')}
          />
        )}
      </div>
      <Checkbox
        checked={imap !== null}
        onChange={({ target }) => set({ imap: target.checked ? emptyDraft().imap : null })}
      >
        Keep its mailbox the same as this desk (IMAP)
      </Checkbox>
      <div className={styles.fields}>
        <label htmlFor={`${id}-pace`}>Messages a minute, at most</label>
        <InputNumber
          id={`${id}-pace`}
          min={1}
          max={100_000}
          controls={false}
          placeholder="as fast as it takes them"
          className={styles.pace}
          value={perMinute}
          onChange={(next) => set({ perMinute: next })}
        />
        {isOpen && (
          <>
            <label htmlFor={`${id}-plain`}>Server that may go without encryption</label>
            <Input
              id={`${id}-plain`}
              autoComplete="off"
              placeholder="its name once more"
              aria-describedby={`${id}-plain-words`}
              status={at('plainHost') ? 'error' : undefined}
              value={plainHost}
              onChange={({ target }) => set({ plainHost: target.value })}
            />
            <span />
            <span
              id={`${id}-plain-words`}
              role={at('plainHost') ? 'alert' : undefined}
              className={at('plainHost') ? styles.trouble : 'quiet'}
            >
              {at('plainHost') ??
                'Everybody on the way there can read the password and the mail. This machine itself needs no leave.'}
            </span>
          </>
        )}
      </div>
      {elsewhere && (
        <p role="alert" className={styles.trouble}>
          {problem.message}
        </p>
      )}
      <div className={styles.acts}>
        <Button htmlType="submit" type="primary" loading={busy} disabled={!smtp.host || !address}>
          {account ? 'Try and keep it' : 'Try and add it'}
        </Button>
        {unreachable && (
          <Button disabled={busy} onClick={() => void submit(true)}>
            Keep it all the same
          </Button>
        )}
        <Button type="text" onClick={cancel}>
          Cancel
        </Button>
      </div>
    </form>
  );
}
