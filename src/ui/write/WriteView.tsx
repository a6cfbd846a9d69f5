'use client';
/** The page a message is written on. */
import { Button, Spin } from 'antd';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useState, type ReactNode } from 'react';
import { UNSETTLED_STATES } from '#core/departure/states';
import { useFoundTimes } from '../data/events';
import { useText } from '../data/texts';
import { useLooked } from '../common/useLooked';
import { useAttempt } from '../common/useAttempt';
import { ApiProblem, ask } from '../data/client';
import { useMessage, useSettings } from '../data/queries';
import { useSeries } from '../data/series';
import { formatMailbox } from '#core/message/address';
import { SealedPanel } from '../keys/SealedPanel';
import { useReadable } from '../keys/useReadable';
import { Composer } from './Composer';
import { fieldsOf, sameFields } from './draft/fields';
import { useLeftBehind, useLocalDraft, type LeftBehindState } from './draft/useLocalDraft';
import {
  answerFields,
  correctionFields,
  forwardFields,
  newFields,
  repeatFields,
  textFields,
  unsubscribeFields,
} from './quoting';
import styles from './WriteView.module.css';

function Waiting() {
  return (
    <div className={styles.waiting}>
      <Spin description="Opening the message" />
    </div>
  );
}

function Missing({ words, children }: { words: string; children?: ReactNode }) {
  return (
    <div className={styles.waiting}>
      <p role="alert">{words}</p>
      {children}
      <Link href="/departures">Go to Departures</Link>
    </div>
  );
}

/** What this browser still has of messages that never reached the server: several are gathered in one line. */
function LeftBehind({ list, goOn, throwAway }: LeftBehindState) {
  const [open, setOpen] = useState(false);
  const several = list.length > 1;
  return (
    <section className={`pane ${styles.leftBehind}`} aria-label="Left behind">
      {several && (
        <p>
          You had begun <strong>{list.length} messages</strong> here that were cut off before they were saved.{' '}
          <Button size="small" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? 'Hide them' : 'Look at them'}
          </Button>{' '}
          <Button size="small" type="text" onClick={() => list.forEach(throwAway)}>
            Throw them all away
          </Button>
        </p>
      )}
      {(!several || open) && (
        <ul className={styles.leftList}>
          {list.map((each) => (
            <li key={each.key}>
              <span className={styles.leftWords} dir="auto">
                {!several && 'You had begun '}
                {each.fields.subject ? (
                  <strong>{each.fields.subject}</strong>
                ) : several ? (
                  'Without a subject'
                ) : (
                  'a message without a subject'
                )}
                {!several && ' here'}
                {each.fields.to.length > 0 && ` to ${each.fields.to.join(', ')}`}
                {!several && ', and it was cut off before it was saved.'}
              </span>{' '}
              <Button size="small" onClick={() => goOn(each)}>
                Go on with it
              </Button>{' '}
              <Button size="small" type="text" onClick={() => throwAway(each)}>
                Throw it away
              </Button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

interface NewProps {
  /** The message it answers. */
  answers?: string;
  /** The answer goes to all. */
  all?: boolean;
  /** The message it passes on. */
  forwards?: string;
  /** The message of mine it corrects, or says again. */
  corrects?: string;
  /** The message of mine that is to leave again and again. */
  repeats?: string;
  /** To myself, at another time. */
  reminds?: boolean;
  /** The message whose mailing list it leaves. */
  unsubscribes?: string;
  /** The kept text it is written with. */
  text?: string;
  /** Only to these addresses of that one, with the same text. */
  only?: string[];
  /** The time spoken of in it that the answer takes up, ISO. */
  accepts?: string;
  /** The time spoken of in it instead of which others are offered, ISO. */
  offers?: string;
}

/** A new message, the answer to one, one that passes another on, or the correction of one. */
export function NewMessage({
  answers,
  all = false,
  forwards,
  corrects,
  repeats,
  reminds = false,
  unsubscribes,
  text,
  only,
  accepts,
  offers,
}: NewProps) {
  const settings = useSettings();
  const earlier = answers ?? forwards ?? corrects ?? repeats ?? unsubscribes;
  const about = useMessage(earlier);
  const readable = useReadable(about.data);
  const again = useSeries(repeats && about.data?.seriesId);
  // Who answers it, or passes it on, has it before them.
  useLooked(answers || forwards ? about.data : undefined, 'message');
  const times = useFoundTimes(accepts === undefined ? undefined : answers);
  const kept = useText(text);
  const left = useLeftBehind(earlier === undefined && text === undefined);
  if (about.error) return <Missing words={about.error.message} />;
  if (kept.error) return <Missing words={kept.error.message} />;
  if (earlier ? !readable : text ? !kept.data : !left.known) return <Waiting />;
  if (accepts && times.isPending) return <Waiting />;
  if (repeats && about.data!.seriesId && !again.data) return <Waiting />;
  if (unsubscribes && !about.data?.list?.mail)
    return <Missing words="This message names no address by which its list is left." />;
  if (left.goingOn) {
    const { fields, answers: to, forwards: passing } = left.goingOn;
    const beginning = { initial: fields, answers: to ?? undefined, forwards: passing ?? undefined };
    return (
      <Composer
        key={left.goingOn.key}
        beginning={{ ...beginning, local: left.goingOn }}
        message={undefined}
        departure={undefined}
        begin="text"
      />
    );
  }
  const initial = answers
    ? answerFields(readable!, settings, all, only, times.data?.times.find(({ at }) => at === accepts)?.yes)
    : forwards
      ? forwardFields(readable!, settings)
      : corrects
        ? correctionFields(readable!, settings, only)
        : repeats
          ? repeatFields(readable!, settings, again.data)
          : unsubscribes
            ? unsubscribeFields(about.data!, settings)
            : reminds
              ? { ...newFields(settings), to: [formatMailbox(settings.me)] }
              : text
                ? textFields(kept.data!, settings)
                : newFields(settings);
  return (
    <div className={styles.begun}>
      {left.list.length > 0 && <LeftBehind {...left} />}
      <Composer
        beginning={{ initial, answers: answers ?? corrects, forwards, local: undefined }}
        message={undefined}
        departure={undefined}
        begin={answers || corrects ? 'text' : 'to'}
        withText={text}
        offers={offers}
      />
    </div>
  );
}

const GONE =
  'This message is gone: it was deleted elsewhere, or it was a chaser, and there is an answer, or nothing is waited for any more.';

/** It was here, and is not: nobody has done that on this page. It comes back as a draft, and with it what was typed here. */
function Gone({ id }: { id: string }) {
  const attempt = useAttempt();
  const bringBack = () => void attempt(() => ask('POST', `/messages/${id}/restore`));
  return (
    <Missing words={GONE}>
      <Button type="primary" onClick={bringBack}>
        Bring it back as a draft
      </Button>
    </Missing>
  );
}

/** A message that exists: a draft, or a pending one; one that has left opens in Departures. */
export function ExistingMessage({ id }: { id: string }) {
  const router = useRouter();
  const { data: message, error } = useMessage(id);
  const departure = message?.departures.findLast((each) => UNSETTLED_STATES.includes(each.state));
  // What is sealed while it is open here has been sent, from here or another window: nobody wants to write with it any more.
  const [came, setCame] = useState<'sealed' | 'open'>();
  const now = message && (message.protection ? 'sealed' : 'open');
  if (now && came !== now && (came === undefined || now === 'open')) setCame(now);
  const series = useSeries(message?.seriesId);
  const kind = departure || message?.seriesId ? 'pending' : 'draft';
  const isGone = message !== undefined && error instanceof ApiProblem && error.status === 404;
  const local = useLocalDraft(id, isGone ? 'gone' : kind);
  const left = message?.departures.findLast((each) => each.state === 'sent');
  const settled =
    left ?? (departure && ['releasing', 'unconfirmed'].includes(departure.state) ? departure : undefined);
  // What came in is read, and what has left is looked at; neither is written.
  const elsewhere =
    message?.direction === 'in' ? `/inbox/${id}` : settled ? `/departures/${settled.id}` : undefined;
  useEffect(() => {
    if (elsewhere) router.replace(elsewhere);
  }, [router, elsewhere]);
  if (isGone) return <Gone id={id} />;
  if (error) return <Missing words={error.message} />;
  if (!message || elsewhere || !local.known || (message.seriesId && !series.data)) return <Waiting />;
  if (message.protection)
    return <SealedPanel message={message} departure={departure} atOnce={came === 'sealed'} />;
  const initial = fieldsOf(message);
  // The server may have got it, and only the answer was lost.
  const unkept = local.draft && !sameFields(local.draft.fields, initial) ? local.draft : undefined;
  // A draft and a pending one are other composers; what is typed meanwhile is not replaced by a mere refresh.
  return (
    <Composer
      key={`${id} ${kind}`}
      beginning={{ initial, answers: undefined, forwards: undefined, local: unkept }}
      message={message}
      departure={departure}
      series={message.seriesId ? series.data : undefined}
      begin={undefined}
    />
  );
}
