'use client';
/** My keys: made here or brought along, open or locked. */
import { Button, Input, Select } from 'antd';
import { useId, useState } from 'react';
import type { KeyJson } from '#api/types';
import { PanelPopover } from '../common/PanelPopover';
import { ask, type ApiProblem } from '../data/client';
import { useKeys } from '../data/keys';
import { refresh, useSettings } from '../data/queries';
import { useQueryClient } from '@tanstack/react-query';
import { useNotices } from '../shell/Notices';
import { KeyLine } from './KeyLine';
import styles from './Keys.module.css';
import { TakeKey } from './TakeKey';
import { useKeyActions, type KeyActions } from './useKeyActions';
import { useUnlock } from './useUnlock';

interface PassphraseFieldProps {
  label: string;
  value: string;
  set: (value: string) => void;
  /** It is one there is, not one that is chosen. */
  known?: boolean;
  wrong?: boolean;
  autoFocus?: boolean;
}

function PassphraseField({ label, value, set, known, wrong, autoFocus }: PassphraseFieldProps) {
  const id = useId();
  return (
    <>
      <label htmlFor={id}>{label}</label>
      <Input.Password
        id={id}
        autoFocus={autoFocus}
        autoComplete={known ? 'off' : 'new-password'}
        value={value}
        status={wrong ? 'error' : undefined}
        onChange={({ target }) => set(target.value)}
      />
    </>
  );
}

function NewKey({ done }: { done: () => void }) {
  const id = useId();
  const client = useQueryClient();
  const { show } = useNotices();
  const { me, identities } = useSettings();
  const [identity, setIdentity] = useState<string | null>(null);
  const [passphrase, setPassphrase] = useState('');
  const [again, setAgain] = useState('');
  const [problem, setProblem] = useState<ApiProblem>();
  const [busy, setBusy] = useState(false);
  const differs = again !== '' && again !== passphrase;
  const make = async () => {
    setBusy(true);
    setProblem(undefined);
    try {
      await ask('POST', '/keys/new', { identity, passphrase });
      refresh(client, ['key']);
      show({
        words: 'Your key is made. Save it as a file with its secret part, and keep that somewhere safe.',
      });
      done();
    } catch (error) {
      setProblem(error as ApiProblem);
    } finally {
      setBusy(false);
    }
  };
  return (
    <form
      className={styles.form}
      aria-label="A new key"
      onSubmit={(event) => {
        event.preventDefault();
        void make();
      }}
    >
      <div className={styles.fields}>
        {identities.length > 0 && (
          <>
            <label htmlFor={`${id}-who`}>For</label>
            <Select
              id={`${id}-who`}
              value={identity ?? ''}
              options={[
                { value: '', label: me.address },
                ...identities.map((each) => ({ value: each.id, label: each.address })),
              ]}
              onChange={(value) => setIdentity(value || null)}
            />
          </>
        )}
        <PassphraseField
          label="Passphrase"
          autoFocus
          wrong={Boolean(problem)}
          value={passphrase}
          set={setPassphrase}
        />
        <PassphraseField label="Once more" wrong={differs} value={again} set={setAgain} />
      </div>
      <p role={problem ? 'alert' : 'status'} className={problem ? styles.problem : 'quiet'}>
        {problem?.message ??
          (differs
            ? 'The two are not the same.'
            : 'Nobody can open what is encrypted to you without it, nor can Oak Lantern: several words are easy to keep.')}
      </p>
      <p className={styles.acts}>
        <Button
          type="primary"
          htmlType="submit"
          loading={busy}
          disabled={passphrase === '' || again !== passphrase}
        >
          Make the key
        </Button>
        <Button type="text" onClick={done}>
          Cancel
        </Button>
      </p>
    </form>
  );
}

function OtherPassphrase({ value, done }: { value: KeyJson; done: () => void }) {
  const client = useQueryClient();
  const { show } = useNotices();
  const [before, setBefore] = useState('');
  const [after, setAfter] = useState('');
  const [problem, setProblem] = useState<string>();
  const change = async () => {
    try {
      await ask('PATCH', `/keys/${value.id}`, { before, passphrase: after });
      refresh(client, ['key']);
      show({ words: 'It has another passphrase from now on, and is locked.' });
      done();
    } catch (error) {
      setProblem((error as ApiProblem).message);
    }
  };
  return (
    <form
      className={styles.form}
      aria-label="Another passphrase"
      onSubmit={(event) => {
        event.preventDefault();
        void change();
      }}
    >
      <div className={styles.fields}>
        <PassphraseField label="The one it has" known autoFocus value={before} set={setBefore} />
        <PassphraseField label="The new one" value={after} set={setAfter} />
      </div>
      {problem && (
        <p role="alert" className={styles.problem}>
          {problem}
        </p>
      )}
      <p className={styles.acts}>
        <Button type="primary" htmlType="submit" disabled={before === '' || after === ''}>
          Change it
        </Button>
        <Button type="text" onClick={done}>
          Cancel
        </Button>
      </p>
    </form>
  );
}

function OwnKey({ value, actions }: { value: KeyJson; actions: KeyActions }) {
  const unlock = useUnlock();
  const [changing, setChanging] = useState(false);
  const [ending, setEnding] = useState(false);
  const name = value.people[0]?.address ?? value.id;
  return (
    <>
      <KeyLine value={value} mark={value.open ? 'Open' : 'Locked'}>
        {value.open ? (
          <Button size="small" aria-label={`Lock: ${name}`} onClick={() => void actions.lock()}>
            Lock
          </Button>
        ) : (
          <Button
            size="small"
            aria-label={`Open…: ${name}`}
            onClick={() => void unlock('It is open until nobody has used it for a while.')}
          >
            Open…
          </Button>
        )}
        <Button
          size="small"
          aria-expanded={changing}
          aria-label={`Another passphrase: ${name}`}
          onClick={() => setChanging(!changing)}
        >
          Another passphrase
        </Button>
        <Button
          size="small"
          type="text"
          href={`/api/v1/keys/${value.id}/file?secret=true`}
          aria-label={`Save with its secret part: ${name}`}
        >
          Save with its secret part
        </Button>
        <PanelPopover
          open={ending}
          onOpenChange={setEnding}
          title="Take this key away"
          button={{
            size: 'small',
            type: 'text',
            children: 'Take away…',
            'aria-label': `Take away…: ${name}`,
          }}
        >
          {(close) => (
            <div className={styles.asking}>
              <p>What is encrypted to it, here and elsewhere, cannot be read without it. Save it first.</p>
              <Button autoFocus danger onClick={() => void actions.remove(value).then(close)}>
                Take it away
              </Button>
            </div>
          )}
        </PanelPopover>
      </KeyLine>
      {changing && <OtherPassphrase value={value} done={() => setChanging(false)} />}
    </>
  );
}

export function OwnKeys() {
  const { data: keys } = useKeys();
  const actions = useKeyActions();
  const [making, setMaking] = useState(false);
  if (!keys) return null;
  const mine = keys.filter((key) => key.mine);
  return (
    <section className={`pane ${styles.block}`} aria-labelledby="own-keys">
      <h2 id="own-keys">Your keys</h2>
      <p className="quiet">
        With a key (OpenPGP) others can write to you so that nobody on the way can read it, and can tell that
        it was you who wrote to them. Its secret part is locked by a passphrase, which is kept nowhere.
      </p>
      {mine.length > 0 && (
        <ul className={styles.list} aria-label="Your keys">
          {mine.map((key) => (
            <OwnKey key={key.id} value={key} actions={actions} />
          ))}
        </ul>
      )}
      {making ? (
        <NewKey done={() => setMaking(false)} />
      ) : (
        <Button type={mine.length === 0 ? 'primary' : 'default'} onClick={() => setMaking(true)}>
          Make a key
        </Button>
      )}
      <TakeKey mine label="Bring one along…" />
    </section>
  );
}
