'use client';
/** Who I am, and where. */
import { Input } from 'antd';
import { useState } from 'react';
import { useSettings } from '../data/queries';
import { ZonePicker } from '../write/ZonePicker';
import styles from './SettingsView.module.css';
import { useApply } from './useApply';

export function Me() {
  const { me, zone } = useSettings();
  const { apply, problem } = useApply();
  const [name, setName] = useState(me.name);
  const [address, setAddress] = useState(me.address);
  const changed = name !== me.name || address !== me.address;
  const keep = () => {
    if (changed) void apply({ me: { name, address } }, 'Your name and address are kept.');
  };
  return (
    <section className={`pane ${styles.block}`} aria-labelledby="me">
      <h2 id="me">You</h2>
      <div className={styles.grid} onBlur={keep}>
        <label htmlFor="my-name">Name</label>
        <Input
          id="my-name"
          autoComplete="name"
          value={name}
          onChange={(event) => setName(event.target.value)}
          onPressEnter={keep}
        />
        <label htmlFor="my-address">Address</label>
        <Input
          id="my-address"
          autoComplete="email"
          value={address}
          status={problem?.at('me') ? 'error' : undefined}
          onChange={(event) => setAddress(event.target.value)}
          onPressEnter={keep}
        />
        <label htmlFor="my-zone">Time zone</label>
        <ZonePicker
          id="my-zone"
          label="Time zone"
          value={zone}
          near={[{ zone, whose: 'yours now' }]}
          onChange={(next) => void apply({ zone: next }, 'Your clock follows this zone from now on.')}
        />
      </div>
      {problem && (
        <p role="alert" className={styles.problem}>
          {problem.message}
        </p>
      )}
    </section>
  );
}
