'use client';
/** Who is signed in, and ending it. */
import { useQueryClient } from '@tanstack/react-query';
import { Button } from 'antd';
import Bowser from 'bowser';
import type { SessionJson } from '#api/types';
import { useWords } from '../common/format';
import { ask } from '../data/client';
import { refresh, useSessions } from '../data/queries';
import { useNotices } from '../shell/Notices';
import styles from './SettingsView.module.css';

/** “Firefox on Linux”, as far as the browser says. */
function browserWords(agent: string): string {
  // It throws for an empty one.
  const { browser, os } = Bowser.parse(agent || 'unknown');
  return [browser.name || 'A program', os.name && `on ${os.name}`].filter(Boolean).join(' ');
}

/** Shown where a passphrase is asked for. */
export function SignedIn() {
  const client = useQueryClient();
  const words = useWords();
  const { show, showProblem } = useNotices();
  const sessions = useSessions().data ?? [];
  if (sessions.length === 0) return null;
  const end = (path: string, said: string) =>
    ask('DELETE', path)
      .then(() => show({ words: said }), showProblem)
      .finally(() => refresh(client, ['session']));
  const others = sessions.filter(({ current }) => !current);
  const name = ({ agent, from }: SessionJson) => `${browserWords(agent)}, from ${from}`;
  return (
    <section className={`pane ${styles.block}`} aria-labelledby="signed-in">
      <h2 id="signed-in">Signed in</h2>
      <p className="quiet">
        Whoever is signed in sees everything. Ending it works at once, in every window of that browser.
      </p>
      <ul className={styles.sessions}>
        {sessions.map((session) => (
          <li key={session.id}>
            <span>
              <strong>{browserWords(session.agent)}</strong>, from {session.from}
              <span className="quiet">
                {' '}
                {session.current ? 'this browser' : `seen last ${words.moment(session.seenAt)}`} · since{' '}
                {words.moment(session.createdAt)} · at most until {words.moment(session.until)}
              </span>
            </span>
            {!session.current && (
              <Button
                size="small"
                aria-label={`End ${name(session)}`}
                onClick={() => void end(`/sessions/${session.id}`, `${name(session)}: signed out.`)}
              >
                End
              </Button>
            )}
          </li>
        ))}
      </ul>
      {others.length > 1 && (
        <Button onClick={() => void end('/sessions', 'Everyone else is signed out.')}>End all others</Button>
      )}
    </section>
  );
}
