'use client';
/** A whole thread, as it was written: what is read open, the rest folded, each with its own clock. */
import { Button, Spin } from 'antd';
import Link from 'next/link';
import { useEffect, useRef, useState } from 'react';
import type { MessageJson, MessageSummaryJson } from '#api/types';
import { threadOrder } from '#core/reply/threadOrder';
import { recipientsWords, useWords } from '../common/format';
import { StatePill } from '../common/StatePill';
import { useMessage } from '../data/queries';
import { MessageWords } from '../keys/OpenedMessage';
import { useAnnounce } from '../shell/Announcer';
import { BounceLink } from './BounceLink';
import styles from './Inbox.module.css';
import { MessageMeta } from './MessageMeta';

/** More that stand before what is read are behind a press. */
const FOLDED = 3;
/** So many that are new are open from the start, the last ones. */
const NEW_OPEN = 5;

/** What is new of a thread beside what is read: it is not to count as seen folded away. */
const newOf = ({ thread }: MessageJson): string[] =>
  thread.flatMap(({ id, unseen }) => (unseen ? id : [])).slice(-NEW_OPEN);

function who({ direction, from, to, toCount }: MessageSummaryJson): string {
  return direction === 'in' ? from.name || from.address : `You, to ${recipientsWords(to, toCount)}`;
}

function Opened({ message }: { message: MessageJson }) {
  return (
    <>
      <MessageMeta message={message} />
      <BounceLink message={message} />
      <MessageWords message={message} />
    </>
  );
}

/** What I wrote: how it stands, and the way to where it is written or has left. */
function Own({ message }: { message: MessageJson }) {
  const departure = message.departures.at(-1);
  return (
    <p className={styles.ownState}>
      {departure ? <StatePill departure={departure} /> : <span className="quiet">Draft</span>}{' '}
      <Link href={`/write/${message.id}`}>{departure?.state === 'sent' ? 'its departure' : 'open it'}</Link>
    </p>
  );
}

function Unfolded({ id }: { id: string }) {
  const { data, error } = useMessage(id);
  if (error) return <p role="alert">{error.message}</p>;
  if (!data) return <Spin />;
  return (
    <>
      {data.direction === 'out' && <Own message={data} />}
      <Opened message={data} />
    </>
  );
}

interface RowProps {
  each: MessageSummaryJson;
  late: boolean;
  /** It came while the thread was open. */
  fresh: boolean;
  /** The message itself, where it is the one that is read. */
  read: MessageJson | undefined;
  open: boolean;
  onOpen: (open: boolean) => void;
}

function Row({ each, late, fresh, read, open, onOpen }: RowProps) {
  const words = useWords();
  const { zone, place } = each.from;
  const there = each.direction === 'in' && zone ? words.besideMine(each.at, zone) : null;
  const marks = [
    fresh ? 'just arrived' : each.unseen && 'new',
    late && 'came late',
    each.answered && 'answered',
    each.forwarded && 'forwarded',
  ].filter((mark) => typeof mark === 'string');
  const heading = (
    <>
      <strong>{who(each)}</strong>{' '}
      <span className="quiet">
        {words.moment(each.at)}
        {there && `, ${there} in ${place}`}
      </span>
      {marks.map((mark) => (
        <span key={mark} className={styles.mark} data-mark={mark}>
          {mark}
        </span>
      ))}
      {!open && (
        <span className={styles.first}>
          {each.preview || (each.protection === 'encrypted' && 'encrypted')}
        </span>
      )}
    </>
  );
  return (
    <li className={styles.message} data-message={each.id} data-read={read !== undefined}>
      {read ? (
        <p className={styles.head}>{heading}</p>
      ) : (
        <button type="button" className={styles.head} aria-expanded={open} onClick={() => onOpen(!open)}>
          {heading}
        </button>
      )}
      {open && (read ? <Opened message={read} /> : <Unfolded id={each.id} />)}
    </li>
  );
}

/** What has come into the thread since it was opened: said once, and not taken for read. */
function useArrived(message: MessageJson) {
  const announce = useAnnounce();
  const [known, setKnown] = useState(() => new Set([message, ...message.thread].map(({ id }) => id)));
  const arrived = message.thread.filter(({ id, direction }) => direction === 'in' && !known.has(id));
  const told = useRef(new Set<string>());
  useEffect(() => {
    for (const each of arrived) {
      if (told.current.has(each.id)) continue;
      told.current.add(each.id);
      announce(`${who(each)} has written in this thread just now. What you do goes for what you have read.`);
    }
  });
  return { arrived, take: () => setKnown(new Set([message, ...message.thread].map(({ id }) => id))) };
}

interface Props {
  message: MessageJson;
  /** Opens a message of the thread in this one's place. */
  onRead: (id: string) => void;
}

export function ThreadMessages({ message, onRead }: Props) {
  const [opened, setOpened] = useState<ReadonlySet<string>>(() => new Set(newOf(message)));
  const [all, setAll] = useState(false);
  const { arrived, take } = useArrived(message);
  const fresh = new Set(arrived.map(({ id }) => id));
  const times = (each: MessageSummaryJson) => ({
    each,
    at: Date.parse(each.at),
    writtenAt: each.writtenAt === null ? null : Date.parse(each.writtenAt),
  });
  const ordered = threadOrder([message, ...message.thread].map(times));
  const at = ordered.findIndex(({ message: { each } }) => each.id === message.id);
  const firstOpen = ordered.findIndex(({ message: { each } }) => opened.has(each.id));
  const before = firstOpen < 0 ? at : Math.min(at, firstOpen);
  const hidden = all || before <= FOLDED ? 0 : before - 1;
  const toggle = (id: string, on: boolean) =>
    setOpened((before) => new Set(on ? [...before, id] : [...before].filter((one) => one !== id)));
  return (
    <section aria-label={ordered.length === 1 ? 'Message' : `Thread, ${ordered.length} messages`}>
      {arrived.length > 0 && (
        <p className={styles.note} role="note">
          <span>
            <strong>{who(arrived.at(-1)!)}</strong> has written in this thread just now. What you do goes for
            what you have read.
          </span>
          <Button
            size="small"
            onClick={() => {
              take();
              onRead(arrived.at(-1)!.id);
            }}
          >
            Read it
          </Button>
        </p>
      )}
      {hidden > 0 && (
        <Button size="small" type="text" className={styles.earlier} onClick={() => setAll(true)}>
          {hidden} earlier messages
        </Button>
      )}
      <ol className={styles.messages}>
        {ordered.slice(hidden).map(({ message: { each }, late }) => (
          <Row
            key={each.id}
            each={each}
            late={late}
            fresh={fresh.has(each.id)}
            read={each.id === message.id ? message : undefined}
            open={each.id === message.id || opened.has(each.id)}
            onOpen={(on) => toggle(each.id, on)}
          />
        ))}
      </ol>
    </section>
  );
}
