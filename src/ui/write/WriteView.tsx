'use client';
/** Opening a message in Write: loads what there is and decides how it opens. */
import { Spin } from 'antd';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import type { MessageJson } from '../../api/types';
import { UNSETTLED_STATES } from '../../core/departure/states';
import { formatMailbox, type Mailbox } from '../../core/message/address';
import { answerSubject } from '../../core/reply/threading';
import { toLocal } from '../../core/time/wallClock';
import { dayWords, timeWords } from '../../core/time/words';
import { useMessage, useSettings } from '../data/queries';
import { Composer } from './Composer';
import { emptyFields, fieldsOf, type DraftFields } from './useDraft';
import styles from './WriteView.module.css';

function answerFields(message: MessageJson, zone: string): DraftFields {
  const written = toLocal(Date.parse(message.at), zone);
  const quoted = message.text.split('\n').map((line) => (line.startsWith('>') ? `>${line}` : `> ${line}`));
  const who = message.from.name || message.from.address;
  return {
    ...emptyFields,
    to: (message.replyTo.length ? message.replyTo : [message.from]).map(formatMailbox),
    subject: answerSubject(message.subject),
    text: `\n\n${who} wrote on ${dayWords(written)} at ${timeWords(written)}:\n${quoted.join('\n')}\n`,
  };
}

/** To those of an earlier message, or to some of them, about the same thing. */
function correctionFields(message: MessageJson, zone: string, only: string[] | undefined): DraftFields {
  const wanted = (list: Mailbox[]) =>
    list.filter(({ address }) => !only || only.includes(address)).map(formatMailbox);
  const [to, cc, bcc] = [wanted(message.to), wanted(message.cc), wanted(message.bcc)];
  const quoted = answerFields(message, zone).text;
  return {
    // Those named may all have stood in Cc: somebody has to stand in To.
    ...(to.length > 0 ? { to, cc, bcc } : { to: [...cc, ...bcc], cc: [], bcc: [] }),
    subject: only ? message.subject : answerSubject(message.subject),
    text: only ? message.text : quoted,
  };
}

function Waiting() {
  return (
    <div className={styles.waiting}>
      <Spin description="Opening the message" />
    </div>
  );
}

function Missing({ words }: { words: string }) {
  return (
    <div className={styles.waiting}>
      <p role="alert">{words}</p>
      <Link href="/departures">Go to Departures</Link>
    </div>
  );
}

interface NewProps {
  /** The message it answers. */
  answers?: string;
  /** The message of mine it corrects, or says again. */
  corrects?: string;
  /** Only to these addresses of that one, with the same text. */
  only?: string[];
}

/** A new message, the answer to one, or the correction of one. */
export function NewMessage({ answers, corrects, only }: NewProps) {
  const { zone } = useSettings();
  const earlier = answers ?? corrects;
  const answered = useMessage(earlier);
  if (!earlier)
    return <Composer initial={emptyFields} message={undefined} departure={undefined} answers={undefined} />;
  if (answered.error) return <Missing words={answered.error.message} />;
  if (!answered.data) return <Waiting />;
  return (
    <Composer
      initial={corrects ? correctionFields(answered.data, zone, only) : answerFields(answered.data, zone)}
      message={undefined}
      departure={undefined}
      answers={earlier}
    />
  );
}

/** A message that exists: a draft, or a pending one; one that has left opens in Departures. */
export function ExistingMessage({ id }: { id: string }) {
  const router = useRouter();
  const { data: message, error } = useMessage(id);
  const departure = message?.departures.findLast((each) => UNSETTLED_STATES.includes(each.state));
  const left = message?.departures.findLast((each) => each.state === 'sent');
  const settled =
    left ?? (departure && ['releasing', 'unconfirmed'].includes(departure.state) ? departure : undefined);
  // What came in is read, and what has left is looked at; neither is written.
  const elsewhere =
    message?.direction === 'in' ? `/inbox/${id}` : settled ? `/departures/${settled.id}` : undefined;
  useEffect(() => {
    if (elsewhere) router.replace(elsewhere);
  }, [router, elsewhere]);
  if (error) return <Missing words={error.message} />;
  if (!message || elsewhere) return <Waiting />;
  // A draft and a pending one are other composers; what is typed meanwhile is not replaced by a mere refresh.
  return (
    <Composer
      key={`${id} ${departure ? 'pending' : 'draft'}`}
      initial={fieldsOf(message)}
      message={message}
      departure={departure}
      answers={undefined}
    />
  );
}
