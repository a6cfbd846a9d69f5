'use client';
/** What an answer now would do: the writer's clock, and whether they are at work. */
import type { MessageJson } from '#api/types';
import { atTheirDesk } from '#core/people/atTheirDesk';
import { dayWords, durationWords, timeWords } from '#core/time/words';
import { useWords } from '../common/format';
import { useWorkingAt } from '../common/useWorkingAt';
import { useSettings } from '../data/queries';
import styles from './Inbox.module.css';

export function WriterClock({ message }: { message: MessageJson }) {
  const { hourCycle } = useSettings();
  const words = useWords();
  const workingAt = useWorkingAt();
  const name = message.from.name || message.from.address;
  if (!message.from.zone) return <p className={styles.clock}>{name} · time zone not known</p>;
  const { local, working, worksAt } = atTheirDesk(
    words.now,
    message.from.zone,
    workingAt(message.from.address),
  );
  const first = name.split(' ')[0];
  return (
    <p className={styles.clock}>
      {name} · {message.from.place}, where it is{' '}
      <strong>{`${dayWords(local, local).split(' ')[0]} ${timeWords(local, hourCycle)}`}</strong>
      {working && ', at work. An answer now lands in the working day.'}
      {worksAt &&
        `, at work in ${durationWords(worksAt - words.now)}. An answer now waits for ${first} until ${words.there(worksAt, message.from.zone)} (your ${words.moment(worksAt)}).`}
    </p>
  );
}
