'use client';
/** The passphrase of my keys is asked for where something needs them; then that is done. */
import { useQueryClient } from '@tanstack/react-query';
import { Button, Input, type InputRef } from 'antd';
import { useCallback, useEffect, useId, useRef, useState, type ReactNode } from 'react';
import { ask, whenLocked, type ApiProblem } from '../data/client';
import { refresh } from '../data/queries';
import styles from './Keys.module.css';
import { UnlockContext } from './useUnlock';

interface Wanted {
  why: string;
  done: (open: boolean) => void;
}

export function PassphraseProvider({ children }: { children: ReactNode }) {
  const client = useQueryClient();
  const dialog = useRef<HTMLDialogElement>(null);
  const field = useRef<InputRef>(null);
  const [wanted, setWanted] = useState<Wanted>();
  const [typed, setTyped] = useState('');
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const id = useId();
  // Several things may need it at once: one answer is for all.
  const waiting = useRef<Promise<boolean>>(undefined);
  const unlock = useCallback((why: string) => {
    waiting.current ??= new Promise<boolean>((resolve) => {
      setWanted({
        why,
        done: (open) => {
          waiting.current = undefined;
          setWanted(undefined);
          setTyped('');
          setProblem(undefined);
          resolve(open);
        },
      });
    });
    return waiting.current;
  }, []);
  useEffect(() => whenLocked(unlock), [unlock]);
  useEffect(() => {
    if (wanted) dialog.current?.showModal();
    else dialog.current?.close();
    if (wanted) field.current?.focus();
  }, [wanted]);
  const submit = async () => {
    setBusy(true);
    setProblem(undefined);
    try {
      await ask('POST', '/keys/unlock', { passphrase: typed });
      refresh(client, ['key', 'departure']);
      wanted?.done(true);
    } catch (error) {
      setProblem((error as ApiProblem).message);
      field.current?.select();
    } finally {
      setBusy(false);
    }
  };
  return (
    <UnlockContext value={unlock}>
      {children}
      <dialog
        ref={dialog}
        className={styles.dialog}
        aria-labelledby={`${id}-title`}
        onCancel={(event) => {
          event.preventDefault();
          wanted?.done(false);
        }}
      >
        {wanted && (
          <form
            className={styles.asking}
            // What is typed here is for no command.
            onKeyDown={(event) => event.stopPropagation()}
            onSubmit={(event) => {
              event.preventDefault();
              event.stopPropagation();
              void submit();
            }}
          >
            <h2 id={`${id}-title`}>Your key is locked</h2>
            <p>{wanted.why}</p>
            <label htmlFor={`${id}-words`}>Passphrase</label>
            <Input.Password
              id={`${id}-words`}
              ref={field}
              autoComplete="off"
              value={typed}
              status={problem ? 'error' : undefined}
              aria-describedby={`${id}-problem`}
              onChange={({ target }) => setTyped(target.value)}
            />
            <p id={`${id}-problem`} role="alert" className={styles.problem}>
              {problem}
            </p>
            <p className={styles.acts}>
              <Button type="primary" htmlType="submit" loading={busy} disabled={typed === ''}>
                Open it
              </Button>
              <Button
                onClick={() => {
                  wanted.done(false);
                }}
              >
                Not now
              </Button>
            </p>
          </form>
        )}
      </dialog>
    </UnlockContext>
  );
}
