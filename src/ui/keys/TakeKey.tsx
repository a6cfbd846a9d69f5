'use client';
/** A key is taken in from a file, or from what is pasted. */
import { Button, Input } from 'antd';
import { useId, useRef, useState } from 'react';
import { chosenFile } from '../common/chosenFile';
import type { ApiProblem } from '../data/client';
import styles from './Keys.module.css';
import { keyRequest, useKeyActions } from './useKeyActions';

interface Props {
  /** It may be mine: its passphrase is asked for. */
  mine?: boolean;
  label: string;
}

export function TakeKey({ mine = false, label }: Props) {
  const id = useId();
  const { take } = useKeyActions();
  const chooser = useRef<HTMLInputElement>(null);
  const [pasting, setPasting] = useState(false);
  const [given, setGiven] = useState<{ name: string; request: object }>();
  const [text, setText] = useState('');
  const [passphrase, setPassphrase] = useState('');
  const [problem, setProblem] = useState<ApiProblem>();
  const [busy, setBusy] = useState(false);
  const close = () => {
    setPasting(false);
    setGiven(undefined);
    setText('');
    setPassphrase('');
    setProblem(undefined);
  };
  const submit = async (request: object) => {
    setBusy(true);
    setProblem(undefined);
    try {
      await take({ ...request, ...(mine && passphrase && { passphrase }) });
      close();
    } catch (error) {
      setProblem(error as ApiProblem);
    } finally {
      setBusy(false);
    }
  };
  const choose = async (file: File | undefined) => {
    if (!file) return;
    const request = await keyRequest(file);
    if (!mine) return submit(request);
    setPasting(true);
    setGiven({ name: file.name, request });
  };
  return (
    <>
      <p className={styles.acts}>
        <Button onClick={() => chooser.current?.click()}>{label}</Button>
        <Button
          type="text"
          aria-label={`Paste it…: ${label}`}
          aria-expanded={pasting}
          onClick={() => (pasting ? close() : setPasting(true))}
        >
          Paste it…
        </Button>
        <input
          ref={chooser}
          type="file"
          hidden
          aria-label={label}
          accept=".asc,.gpg,.pgp,.key,application/pgp-keys"
          onChange={(event) => void choose(chosenFile(event))}
        />
      </p>
      {problem && (
        <p role="alert" className={styles.problem}>
          {problem.message}
        </p>
      )}
      {pasting && (
        <form
          className={styles.form}
          aria-label={label}
          onSubmit={(event) => {
            event.preventDefault();
            void submit(given?.request ?? { text });
          }}
        >
          {given ? (
            <p>
              From <strong>{given.name}</strong>
            </p>
          ) : (
            <>
              <label htmlFor={`${id}-text`}>The key as text, from “BEGIN PGP” to “END PGP”</label>
              <Input.TextArea
                id={`${id}-text`}
                autoFocus
                rows={6}
                spellCheck={false}
                value={text}
                onChange={({ target }) => setText(target.value)}
              />
            </>
          )}
          {mine && (
            <div className={styles.fields}>
              <label htmlFor={`${id}-words`}>Its passphrase</label>
              <Input.Password
                id={`${id}-words`}
                autoComplete="off"
                autoFocus={given !== undefined}
                value={passphrase}
                onChange={({ target }) => setPassphrase(target.value)}
              />
            </div>
          )}
          <p className={styles.acts}>
            <Button type="primary" htmlType="submit" loading={busy} disabled={!given && text.trim() === ''}>
              Take it in
            </Button>
            <Button type="text" onClick={close}>
              Cancel
            </Button>
          </p>
        </form>
      )}
    </>
  );
}
