'use client';
/** Accounts: what mail is sent through and read from, each with how it is doing. */
import { Button } from 'antd';
import { useId, useState } from 'react';
import type { AccountJson } from '#api/types';
import { placeLabel, SECURITY_WORDS } from '#core/message/account';
import { PanelPopover } from '../common/PanelPopover';
import { useAccounts } from '../data/accounts';
import { AccountForm } from './AccountForm';
import styles from './Accounts.module.css';
import { MailboxPart } from './MailboxPart';
import { useAccountActions, type AccountActions } from './useAccountActions';

const pendingWords = (pending: number) =>
  pending === 0
    ? 'nothing is to leave through it'
    : `${pending} ${pending === 1 ? 'message is' : 'messages are'} to leave through it`;

const sendingWords = (place: NonNullable<AccountJson['smtp']>) =>
  `${placeLabel(place)}, ${SECURITY_WORDS[place.security]}`;

function OneAccount({ account, actions }: { account: AccountJson; actions: AccountActions }) {
  const headId = useId();
  const { id, name, address, smtp, usual, trouble, pending, perMinute, mailbox } = account;
  const [changing, setChanging] = useState(false);
  const [ending, setEnding] = useState(false);
  return (
    <li className={styles.account} aria-labelledby={headId}>
      <p className={styles.head}>
        <strong id={headId} dir="auto">
          {name}
        </strong>
        {usual && <span className={styles.usual}>Usual</span>}
        {address && address !== name && <span className="quiet">{address}</span>}
      </p>
      <p>
        Sends through {smtp ? <bdi>{sendingWords(smtp)}</bdi> : 'the server named by OAK_SMTP_URL'}
        {perMinute !== null && `, ${perMinute} a minute at most`}; {pendingWords(pending)}.
      </p>
      {trouble && (
        <p role="alert" className={styles.trouble}>
          {trouble}
        </p>
      )}
      {mailbox && <MailboxPart account={account} mailbox={mailbox} actions={actions} />}
      {id === '' ? (
        <p className="quiet">It is set up by the environment variables of this desk, and changed there.</p>
      ) : (
        <p className={styles.acts}>
          <Button size="small" aria-label={`Try now: ${name}`} onClick={() => void actions.tryOut(account)}>
            Try now
          </Button>
          <Button
            size="small"
            aria-expanded={changing}
            aria-label={`Change: ${name}`}
            onClick={() => setChanging(!changing)}
          >
            Change
          </Button>
          <PanelPopover
            open={ending}
            onOpenChange={setEnding}
            title={`Take ${name} off`}
            button={{
              size: 'small',
              type: 'text',
              children: 'Take off…',
              'aria-label': `Take off…: ${name}`,
            }}
          >
            {(close) => (
              <div className={styles.panel}>
                <p>
                  {pending > 0 &&
                    `What is to leave through it (${pending}) leaves through the usual account from now on. `}
                  What came by it stays here, and nothing is changed on its servers.
                </p>
                <Button autoFocus danger onClick={() => void actions.remove(account).then(close)}>
                  Take it off
                </Button>
              </div>
            )}
          </PanelPopover>
        </p>
      )}
      {changing && (
        <AccountForm
          account={account}
          keep={(request) => actions.keep(id, request)}
          done={() => setChanging(false)}
          cancel={() => setChanging(false)}
        />
      )}
    </li>
  );
}

export function Accounts() {
  const { data: accounts } = useAccounts();
  const actions = useAccountActions();
  const [adding, setAdding] = useState(false);
  if (!accounts) return null;
  return (
    <section className={`pane ${styles.pane}`} aria-labelledby="accounts">
      <h2 id="accounts">Accounts</h2>
      {accounts.length === 0 ? (
        <p className="quiet">
          There is none yet, so nothing can leave. An account is the server your mail is sent through, and the
          mailbox it comes to.
        </p>
      ) : (
        <ul className={styles.list} aria-label="Accounts">
          {accounts.map((account) => (
            <OneAccount key={account.id} account={account} actions={actions} />
          ))}
        </ul>
      )}
      {adding ? (
        <AccountForm
          account={null}
          keep={actions.add}
          done={() => setAdding(false)}
          cancel={() => setAdding(false)}
        />
      ) : (
        <Button type={accounts.length === 0 ? 'primary' : 'default'} onClick={() => setAdding(true)}>
          Add an account
        </Button>
      )}
    </section>
  );
}
