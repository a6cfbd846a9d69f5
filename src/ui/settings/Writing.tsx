'use client';
/** As whom I write, how a message begins, and where sent copies go. */
import { Button, Input, Segmented, Select } from 'antd';
import { useId, useState } from 'react';
import type { Identity } from '#core/message/details';
import { KeptField } from '../common/KeptField';
import { useAccounts } from '../data/accounts';
import { useSettings } from '../data/queries';
import styles from './SettingsView.module.css';
import { useApply } from './useApply';

interface SignatureProps {
  value: string;
  keep: (signature: string) => void;
}

function Signature({ value, keep }: SignatureProps) {
  const [typed, setTyped] = useState(value);
  return (
    <label className={styles.signature}>
      Signature
      <Input.TextArea
        autoSize={{ minRows: 2, maxRows: 8 }}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => {
          if (typed !== value) keep(typed);
        }}
      />
    </label>
  );
}

/** Shown where there is something to choose. */
function AccountChoice({
  who,
  value,
  choose,
}: {
  who: string;
  value: string | null;
  choose: (account: string | null) => void;
}) {
  const id = useId();
  const accounts = useAccounts().data ?? [];
  const usual = accounts.find((each) => each.usual);
  const others = accounts.filter((each) => each.id !== '');
  if (accounts.length < 2) return null;
  return (
    <div className={styles.line}>
      <label htmlFor={id}>Messages of {who} leave through</label>
      <Select
        id={id}
        popupMatchSelectWidth={false}
        value={value ?? ''}
        options={[
          { value: '', label: `the usual account (${usual?.name ?? 'none'})` },
          ...others.map((each) => ({ value: each.id, label: each.name })),
        ]}
        onChange={(next) => choose(next || null)}
      />
    </div>
  );
}

function OtherIdentity({
  identity,
  put,
}: {
  identity: Identity;
  put: (next: Identity | null) => Promise<boolean>;
}) {
  const kept = async (patch: Partial<Identity>) => void (await put({ ...identity, ...patch }));
  const who = identity.name || identity.address || 'somebody';
  return (
    <fieldset className={styles.identity}>
      <legend>{who}</legend>
      <KeptField label="Name they see" value={identity.name} keep={(name) => kept({ name })} />
      <KeptField label="Address they see" value={identity.address} keep={(address) => kept({ address })} />
      <Signature value={identity.signature} keep={(signature) => void kept({ signature })} />
      <AccountChoice who={who} value={identity.account} choose={(account) => void kept({ account })} />
      <Button onClick={() => void put(null)}>Take {who} out</Button>
    </fieldset>
  );
}

export function Writing() {
  const { me, signature, account, identities, sentFolders, writeAs } = useSettings();
  const { apply, problem } = useApply();
  const [address, setAddress] = useState('');
  const put = (at: number) => (next: Identity | null) =>
    apply(
      { identities: next ? identities.with(at, next) : identities.filter((_, index) => index !== at) },
      next ? `${next.name || next.address} is kept.` : `${identities[at]!.address} is taken out.`,
      next ? undefined : { identities },
    );
  async function add() {
    const next = {
      id: crypto.randomUUID(),
      name: me.name,
      address: address.trim(),
      signature,
      account: null,
    };
    const words = `You can write as ${next.address} from now on.`;
    if (await apply({ identities: [...identities, next] }, words)) setAddress('');
  }
  return (
    <section className={`pane ${styles.block}`} aria-labelledby="writing">
      <h2 id="writing">Writing</h2>
      <div className={styles.line}>
        <span>A new message begins as</span>
        <Segmented<'rich' | 'plain'>
          aria-label="A new message begins as"
          value={writeAs}
          options={[
            { value: 'rich', label: 'Rich text' },
            { value: 'plain', label: 'Plain text' },
          ]}
          onChange={(value) => void apply({ writeAs: value }, 'New messages begin like this from now on.')}
        />
      </div>
      <Signature
        value={signature}
        keep={(next) => void apply({ signature: next }, 'New messages are signed like this.', { signature })}
      />
      <AccountChoice
        who={me.name || me.address || 'yourself'}
        value={account}
        choose={(next) =>
          void apply({ account: next }, 'Your messages leave through it from now on.', { account })
        }
      />
      <KeptField
        label="Folders for sent copies"
        value={sentFolders.join(', ')}
        hint="The first is the usual one; several with commas between."
        keep={async (text) => {
          const folders = text.split(',').map((each) => each.trim());
          if (!folders.some(Boolean)) throw new Error('Name at least one folder.');
          await apply({ sentFolders: folders.filter(Boolean) }, 'Sent copies can be kept in these.');
        }}
      />
      <h3>Others you write as</h3>
      {identities.map((each, index) => (
        <OtherIdentity key={each.id} identity={each} put={put(index)} />
      ))}
      <form
        className={styles.line}
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <label htmlFor="identity-address">Another address of yours</label>
        <Input
          id="identity-address"
          className={styles.address}
          autoComplete="off"
          value={address}
          placeholder="loans@wrenfield.example"
          onChange={(event) => setAddress(event.target.value)}
        />
        <Button htmlType="submit" disabled={!address.trim()}>
          Add
        </Button>
      </form>
      {problem && (
        <p role="alert" className={styles.problem}>
          {problem.message}
        </p>
      )}
    </section>
  );
}
