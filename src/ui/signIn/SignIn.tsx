'use client';
/** Signing in with the passphrase; the one page that shows nothing of the mail. */
import { useState, type FormEvent } from 'react';
import { ApiProblem, ask } from '../data/client';
import { Mark } from '../shell/Mark';
import styles from './SignIn.module.css';

export function SignIn() {
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  async function signIn(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const passphrase = new FormData(event.currentTarget).get('passphrase');
    setBusy(true);
    setProblem('');
    try {
      await ask('POST', '/session', { passphrase });
      window.location.assign('/');
    } catch (error) {
      setProblem(error instanceof ApiProblem ? error.message : 'Something went wrong here. Try again.');
      setBusy(false);
    }
  }
  return (
    <main className={styles.page}>
      <form className={`pane ${styles.form}`} onSubmit={(event) => void signIn(event)}>
        <h1>
          <Mark /> Oak Lantern
        </h1>
        <label htmlFor="passphrase">Passphrase</label>
        <input
          id="passphrase"
          name="passphrase"
          type="password"
          autoComplete="current-password"
          autoFocus
          required
          aria-describedby={problem ? 'problem' : undefined}
        />
        {problem && (
          <p id="problem" role="alert">
            {problem}
          </p>
        )}
        <button type="submit" disabled={busy}>
          Sign in
        </button>
        <p className="quiet">It is the OAK_PASSPHRASE that Oak Lantern was started with.</p>
      </form>
    </main>
  );
}
