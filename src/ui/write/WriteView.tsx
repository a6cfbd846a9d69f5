'use client';
/** Opening a message in Write: loads what there is and decides how it opens. */
import { Spin } from 'antd';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import type { MessageJson } from '../../api/types';
import { UNSETTLED_STATES } from '../../core/departure/states';
import { formatMailbox } from '../../core/message/address';
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

/** A new message, or the answer to one. */
export function NewMessage({ answers }: { answers: string | undefined }) {
  const { zone } = useSettings();
  const answered = useMessage(answers);
  if (!answers)
    return <Composer initial={emptyFields} message={undefined} departure={undefined} answers={undefined} />;
  if (answered.error) return <Missing words={answered.error.message} />;
  if (!answered.data) return <Waiting />;
  return (
    <Composer
      initial={answerFields(answered.data, zone)}
      message={undefined}
      departure={undefined}
      answers={answers}
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
  // Another state begins another composer; what is typed meanwhile is not replaced by a mere refresh.
  return (
    <Composer
      key={`${id} ${departure?.state ?? 'draft'}`}
      initial={fieldsOf(message)}
      message={message}
      departure={departure}
      answers={undefined}
    />
  );
}
