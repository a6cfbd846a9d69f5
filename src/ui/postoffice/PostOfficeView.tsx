'use client';
/** The post office: what really arrived, and the sandbox clock. */
import { Spin } from 'antd';
import Link from 'next/link';
import type { MailboxJson } from '#api/types';
import { sizeWords } from '#core/message/attachment';
import { toLocal } from '#core/time/wallClock';
import { dayWords, timeWords } from '#core/time/words';
import { zoneCity } from '#core/time/zones';
import { useWords } from '../common/format';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { useCorrespondents, useMailbox, useMailboxes, useSettings } from '../data/queries';
import { ClockControls } from './ClockControls';
import { FaultControls } from './FaultControls';
import { SharedFolder } from './SharedFolder';
import styles from './PostOffice.module.css';

function Received({ message, zone }: { message: MailboxJson['messages'][number]; zone: string | undefined }) {
  const { hourCycle } = useSettings();
  const at = Date.parse(message.at);
  const clock = (where: string) => {
    const local = toLocal(at, where);
    return `${dayWords(local, local)} ${timeWords(local, hourCycle, 'always')}`;
  };
  return (
    <article className={`pane ${styles.message}`}>
      <h3>{message.subject || '(no subject)'}</h3>
      <p className={styles.times}>
        <strong>{message.direction === 'received' ? 'Received' : 'Written'}</strong>{' '}
        {message.at.slice(0, 19).replace('T', ' ')} UTC
        {zone && ` · ${clock(zone)} in ${zoneCity(zone)}`}
      </p>
      <div className={styles.text}>{message.text}</div>
      {message.attachments.map(({ name, size, text }, index) => (
        <details key={index}>
          <summary>
            {name || 'without a name'}, {sizeWords(size)}
          </summary>
          {text && <pre tabIndex={0}>{text}</pre>}
        </details>
      ))}
      <details>
        <summary>Headers</summary>
        <pre tabIndex={0}>{[message.envelope, message.headers].filter(Boolean).join('\n\n')}</pre>
      </details>
    </article>
  );
}

function Mailbox({ address }: { address: string }) {
  const { data, error } = useMailbox(address);
  const people = useCorrespondents().data;
  const zone = people?.find((person) => person.addresses.includes(address))?.zone ?? undefined;
  if (error) return <p role="alert">{error.message}</p>;
  if (!data) return <Spin />;
  return (
    <section aria-labelledby="mailbox" className={styles.mailbox}>
      <h2 id="mailbox">{data.name || data.address}</h2>
      <p className="quiet">{data.address}</p>
      {data.messages.length === 0 && <p>Nothing has arrived here yet.</p>}
      {data.messages.map((message) => (
        <Received key={message.id} message={message} zone={zone} />
      ))}
    </section>
  );
}

export function PostOfficeView({ address }: { address: string | undefined }) {
  const { data, error } = useMailboxes();
  const words = useWords();
  return (
    <div className={styles.page}>
      <div className={styles.head}>
        <h1>Post office</h1>
        <p className="quiet">
          Stands in for the outside mail world: what a reader has received, and when. Mail stays on this
          machine.
        </p>
        <ClockControls />
      </div>
      <FaultControls />
      <SharedFolder />
      <div className={styles.columns}>
        <nav aria-label="Mailboxes" className={`pane ${styles.boxes}`} onKeyDown={moveBetweenRows}>
          {error && <p role="alert">{error.message}</p>}
          {data?.map((box) => (
            <Link
              key={box.address}
              href={`/postoffice?mailbox=${encodeURIComponent(box.address)}`}
              aria-current={box.address === address ? 'true' : undefined}
              className={styles.box}
              data-row={box.address}
            >
              <span>
                <strong>{box.name || box.address}</strong> <b>{box.messages || ''}</b>
              </span>
              <span className="quiet">{box.lastAt ? `last ${words.moment(box.lastAt)}` : 'empty'}</span>
            </Link>
          ))}
        </nav>
        {address ? <Mailbox address={address} /> : <p className="quiet">Choose a mailbox to look into it.</p>}
      </div>
    </div>
  );
}
