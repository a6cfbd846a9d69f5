'use client';
/** The first page: who I am, where I am, and whether the mail server works. */
import { useQueryClient } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import Link from 'next/link';
import { useState, useSyncExternalStore, type FormEvent } from 'react';
import type { SettingsJson } from '#api/types';
import { canonicalZone } from '#core/time/zones';
import { ApiProblem, ask } from '../data/client';
import { refresh, useHealth, useSettings } from '../data/queries';
import { useNotices } from '../shell/Notices';
import { ZonePicker } from '../write/ZonePicker';
import { TestMessage } from './TestMessage';
import styles from './WelcomeView.module.css';

/** The zone this browser is in; undefined where it is none we know. */
function browserZone(): string | undefined {
  try {
    return canonicalZone(Intl.DateTimeFormat().resolvedOptions().timeZone);
  } catch {
    return undefined;
  }
}

const neverChanges = () => () => {};

function AboutYou() {
  const client = useQueryClient();
  const { me, zone: known } = useSettings();
  const { showProblem } = useNotices();
  const [name, setName] = useState(me.name);
  const [address, setAddress] = useState(me.address);
  const [chosen, setChosen] = useState<string>();
  const [problem, setProblem] = useState<ApiProblem | null>(null);
  // Only the browser knows: the first drawing comes from the server, which may be elsewhere.
  const guessed = useSyncExternalStore(neverChanges, browserZone, () => undefined);
  const zone = chosen ?? guessed ?? known;
  async function begin(event: FormEvent) {
    event.preventDefault();
    try {
      const patch = { me: { name, address }, zone };
      client.setQueryData(['settings'], await ask<SettingsJson>('PATCH', '/settings', patch));
      refresh(client, ['settings']);
    } catch (error) {
      if (error instanceof ApiProblem && error.at('me')) setProblem(error);
      else showProblem(error);
    }
  }
  return (
    <form className={`pane ${styles.block}`} onSubmit={(event) => void begin(event)}>
      <h2>Who is writing?</h2>
      <label htmlFor="name">Name</label>
      <Input
        id="name"
        size="large"
        autoComplete="name"
        autoFocus
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <label htmlFor="address">Address</label>
      <Input
        id="address"
        size="large"
        autoComplete="email"
        value={address}
        status={problem ? 'error' : undefined}
        aria-describedby={problem ? 'address-problem' : undefined}
        onChange={(event) => {
          setAddress(event.target.value);
          setProblem(null);
        }}
      />
      {problem && (
        <p id="address-problem" role="alert" className={styles.problem}>
          {problem.message}
        </p>
      )}
      <label htmlFor="zone">Time zone</label>
      <ZonePicker
        id="zone"
        label="Time zone"
        value={zone}
        near={[{ zone, whose: chosen ? 'yours' : 'where this browser is' }]}
        onChange={setChosen}
      />
      <Button type="primary" size="large" htmlType="submit" className={styles.begin}>
        Begin
      </Button>
    </form>
  );
}

export function WelcomeView() {
  const { me } = useSettings();
  const health = useHealth().data;
  return (
    <div className={styles.page}>
      <h1>{me.address ? `Good to have you here, ${me.name || me.address}` : 'Welcome to Oak Lantern'}</h1>
      {!me.address ? (
        <>
          <p className={styles.lead}>
            It decides when a message leaves, and keeps it retractable until it has. Three things first; each
            can be changed later in Settings.
          </p>
          <AboutYou />
        </>
      ) : (
        <>
          <section className={`pane ${styles.block}`} aria-labelledby="test">
            <h2 id="test">Does the mail server work?</h2>
            {health && !health.mailServer.configured ? (
              <p>
                None is set yet: <Link href="/settings/accounts">add an account</Link>. Until then you can
                write; nothing leaves.
              </p>
            ) : (
              <TestMessage />
            )}
          </section>
          <p>
            <Link href="/write">Write a message</Link> · <Link href="/inbox">Go to the inbox</Link> ·{' '}
            <Link href="/settings">Settings</Link>
          </p>
        </>
      )}
    </div>
  );
}
