'use client';
/** What keeps the product from working, on every view: said once, with what to do. */
import { useQueryClient } from '@tanstack/react-query';
import { Button } from 'antd';
import Link from 'next/link';
import { Fragment } from 'react';
import type { HealthJson } from '#api/types';
import { useWords } from '../common/format';
import { ask } from '../data/client';
import { useHealth } from '../data/queries';
import { useNotices } from './Notices';
import styles from './Banners.module.css';

const waitWords = (waiting: number) =>
  waiting === 0
    ? 'Nothing waits for it yet.'
    : `${waiting} ${waiting === 1 ? 'message waits' : 'messages wait'} for it.`;

type ServerHealth = HealthJson['accounts'][number];

/** @param named whether it has to be said which account it is */
function ServerTrouble({ server, named }: { server: ServerHealth; named: boolean }) {
  const client = useQueryClient();
  const words = useWords();
  const { showProblem } = useNotices();
  const retry = () =>
    ask<HealthJson>('POST', '/mail-server/retry', { account: server.id }).then(
      (health) => client.setQueryData(['health'], health),
      showProblem,
    );
  return (
    <div role="alert" className={styles.banner}>
      <p>
        {named && `${server.name}: `}
        {server.trouble} {waitWords(server.waiting)} Out of reach since {words.moment(server.since!)},{' '}
        {server.trying ? 'being tried right now.' : `tried again at ${words.moment(server.nextTry!)}.`}
      </p>
      {!server.trying && (
        <Button size="small" onClick={() => void retry()}>
          Try now
        </Button>
      )}
    </div>
  );
}

export function Banners() {
  const health = useHealth().data;
  if (!health) return null;
  const { engine, reader, disk, failing, mailServer, accounts } = health;
  return (
    <>
      {!engine.running && (
        <div role="alert" className={styles.banner}>
          <p>
            The engine is not running: nothing leaves or comes back. It is started again by itself; if this
            stays, stop Oak Lantern and start it again. What you write meanwhile is kept.
          </p>
        </div>
      )}
      {!reader.running && (
        <div role="alert" className={styles.banner}>
          <p>
            Mail is not taken in at the moment: the reader is not running. It is started again by itself, and
            whoever has mail for you keeps it until then.
          </p>
        </div>
      )}
      {disk.trouble && (
        <div role="alert" className={styles.banner}>
          <p>
            {disk.trouble}{' '}
            {disk.waiting > 0 &&
              `${disk.waiting} ${disk.waiting === 1 ? 'message is' : 'messages are'} past the moment to leave.`}
          </p>
        </div>
      )}
      {failing.map((each) => (
        <div role="alert" className={styles.banner} key={each.words}>
          <p>
            At the moment {each.words}
            {each.count > 1 && ` (${each.count} of them)`}. It is tried again by itself; everything else goes
            on.
          </p>
        </div>
      ))}
      {!mailServer.configured && (
        <div role="alert" className={styles.banner}>
          <p>
            No mail server is set, so nothing can leave. {waitWords(mailServer.waiting)}{' '}
            <Link href="/settings/accounts">Add an account</Link>, or start Oak Lantern with OAK_SMTP_URL.
          </p>
        </div>
      )}
      {accounts.map((each) => (
        <Fragment key={each.id}>
          {each.trouble && <ServerTrouble server={each} named={accounts.length > 1} />}
          {each.mailboxTrouble && (
            <div role="alert" className={styles.banner}>
              <p>
                {each.name}: {each.mailboxTrouble} Mail does not come in by it at the moment; it is tried
                again by itself. <Link href="/settings/accounts">Look at the account</Link>
              </p>
            </div>
          )}
        </Fragment>
      ))}
    </>
  );
}
