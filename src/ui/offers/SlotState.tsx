'use client';
/** Beside an offered time: that it is in the calendar, that it is gone, or the way to settle on it. */
import { Button } from 'antd';
import Link from 'next/link';
import type { QuestionJson } from '#api/types';
import { isShared } from '#core/offer/offer';
import { calendarPath } from '../shell/views';
import styles from './Offers.module.css';
import { useOfferActions } from './useOfferActions';

interface Props {
  question: QuestionJson;
  index: number;
}

export function SlotState({ question, index }: Props) {
  const actions = useOfferActions();
  const { offer, answers, state } = question;
  const slot = offer?.slots[index];
  if (!offer || !slot) return null;
  if (slot.event)
    return (
      <Link
        href={calendarPath({ id: slot.event, occurrence: null }, slot.at.slice(0, 10))}
        prefetch={false}
        className={styles.state}
      >
        In the calendar
      </Link>
    );
  if (slot.state === 'filled')
    return <span className={styles.state}>not free any more: {slot.filledBy}</span>;
  if (slot.state === 'past') return <span className={styles.state}>past</span>;
  if (slot.state === 'taken') return null;
  if (!isShared(offer) || state === 'not-left') return null;
  return (
    <Button size="small" type="text" onClick={() => void actions.settle(question, index, answers[index]!)}>
      Settle on this
    </Button>
  );
}
