'use client';
/** What a message asks or says of an event: when that is on both clocks, what I have then, and what I answer. */
import { Button, Input } from 'antd';
import Link from 'next/link';
import { useRef, useState } from 'react';
import type { MessageCalendarJson, MessageJson } from '#api/types';
import { ANSWERS, ATTENDANCE_WORDS, type InvitationAnswer } from '#core/calendar/invitation';
import { useMessageCalendar, useEventPhrase } from '../data/events';
import { PlacedBands, PlacedWhen } from '../found/PlacedBands';
import { calendarPath } from '../shell/views';
import styles from './Invitations.module.css';
import { useInvitationActions } from './useInvitationActions';

type Invitation = NonNullable<MessageCalendarJson['invitation']>;

const BUTTONS: Record<InvitationAnswer, string> = { accepted: 'Come', tentative: 'Perhaps', declined: 'Not' };
const MINE: Record<InvitationAnswer, string> = {
  accepted: 'You come',
  tentative: 'You come perhaps',
  declined: 'You do not come',
};

/** How my answer stands: it may have been taken back. */
function answerWords({ answer, method }: Invitation): string {
  if (!answer) return '';
  const { attendance, state } = answer;
  if (method === 'COUNTER') {
    const done = attendance === 'accepted' ? 'You moved it there' : 'You keep the time';
    return state === 'sent' ? `${done}: told.` : `${done}; the message that says so has not left.`;
  }
  if (state === null) return `${MINE[attendance]}, but your answer was deleted: they do not know.`;
  if (state === 'draft') return `${MINE[attendance]}, but your answer is a draft: they do not know.`;
  if (state === 'sent') return `${MINE[attendance]}: answered.`;
  return `${MINE[attendance]}: your answer has not left yet.`;
}

/** Another time, in words; what is understood is read back first. */
function AnotherTime({
  invitation,
  propose,
}: {
  invitation: Invitation;
  propose: (time: { start: string; end: string; zone?: string }) => void;
}) {
  const [phrase, setPhrase] = useState('');
  // The reader of phrases wants a name, too.
  const asked = phrase.trim() === '' ? '' : `${phrase}, ${invitation.summary || 'it'}`;
  const { data } = useEventPhrase(asked);
  const first = asked !== '' && data?.kind === 'understood' ? data.readings[0] : undefined;
  return (
    <form
      className={styles.line}
      onSubmit={(event) => {
        event.preventDefault();
        if (first) propose({ start: first.start, end: first.end, ...(first.zone && { zone: first.zone }) });
      }}
    >
      <Input
        autoFocus
        size="small"
        className={styles.phrase}
        aria-label="Another time, in words"
        placeholder="fri 14-15, their time"
        value={phrase}
        onChange={(event) => setPhrase(event.target.value)}
      />
      <Button size="small" htmlType="submit" disabled={!first}>
        Propose it
      </Button>
      <span className="quiet" role="status">
        {first
          ? `${first.words}${first.meets.length > 0 ? `, during ${first.meets.map((each) => `“${each}”`).join(' and ')}` : ''}`
          : data?.kind === 'not-understood' && asked
            ? 'Say a day and a time.'
            : ''}
      </span>
    </form>
  );
}

function Whole({ message, invitation }: { message: MessageJson; invitation: Invitation }) {
  const actions = useInvitationActions();
  const [another, setAnother] = useState(false);
  // Not disabled meanwhile: the focus would be nowhere.
  const busy = useRef(false);
  const { summary, when, over, method } = invitation;
  const give = async (body: Parameters<typeof actions.answer>[2]) => {
    if (busy.current) return;
    busy.current = true;
    const done = await actions.answer(message.id, summary, body);
    busy.current = false;
    if (done) setAnother(false);
  };
  const answerable = method === 'REQUEST' && over === null;
  const proposed = method === 'COUNTER' && over === null;
  const others = invitation.attendees.filter(({ address }) => address !== invitation.organizer?.address);
  return (
    <section className={styles.invitation} aria-label="Invitation">
      <h2 className={styles.heading}>
        <span dir="auto">{summary || '(no name)'}</span> <span className="quiet">{invitation.says}</span>
      </h2>
      {when && <PlacedWhen placed={when} />}
      {when && (answerable || proposed) && (
        <PlacedBands placed={when} name={invitation.name} zone={invitation.zone} />
      )}
      {(invitation.repeats || invitation.location) && (
        <p className="quiet">
          {[invitation.repeats && `repeats ${invitation.repeats}`, invitation.location]
            .filter(Boolean)
            .join(' · ')}
        </p>
      )}
      {invitation.did && <p>{invitation.did}</p>}
      {over !== null && <p>{over}</p>}
      {others.length > 1 && (
        <p className="quiet">
          {others
            .slice(0, 8)
            .map(({ name, address, attendance }) => `${name || address} ${ATTENDANCE_WORDS[attendance]}`)
            .join(', ')}
          {others.length > 8 && ` and ${others.length - 8} more`}.
        </p>
      )}
      {invitation.answer && (
        <p role="status">
          {answerWords(invitation)}{' '}
          {invitation.answer.state === 'draft' && (
            <Link href={`/write/${invitation.answer.messageId}`} prefetch={false}>
              Open it
            </Link>
          )}
        </p>
      )}
      <p className={styles.line}>
        {answerable && (
          <>
            {ANSWERS.map((answer) => (
              <Button
                key={answer}
                size="small"
                type={answer === (invitation.answer?.attendance ?? 'accepted') ? 'primary' : 'default'}
                aria-pressed={invitation.answer?.attendance === answer}
                onClick={() => void give({ answer })}
              >
                {BUTTONS[answer]}
              </Button>
            ))}
            {!invitation.repeats && (
              <Button size="small" aria-expanded={another} onClick={() => setAnother(!another)}>
                Another time…
              </Button>
            )}
          </>
        )}
        {proposed && !invitation.answer?.state && (
          <>
            <Button
              size="small"
              type="primary"
              onClick={() => void actions.counter(message.id, summary, true)}
            >
              Move it there…
            </Button>
            <Button size="small" onClick={() => void actions.counter(message.id, summary, false)}>
              Keep the time
            </Button>
          </>
        )}
        {invitation.event && when && (
          <Link href={calendarPath(invitation.event, when.at.slice(0, 10))} prefetch={false}>
            In the calendar
          </Link>
        )}
      </p>
      {another && answerable && (
        <AnotherTime
          invitation={invitation}
          propose={(time) => void give({ answer: 'tentative', ...time })}
        />
      )}
    </section>
  );
}

export function InvitationPanel({ message }: { message: MessageJson }) {
  const { data } = useMessageCalendar(message.direction === 'in' ? message.id : undefined);
  return data?.invitation ? <Whole key={message.id} message={message} invitation={data.invitation} /> : null;
}

/** Below a message of mine: what calendar programs read in it. */
export function CarriesCalendar({ messageId }: { messageId: string }) {
  const { data } = useMessageCalendar(messageId);
  if (!data?.carries) return null;
  const { method, summary } = data.carries;
  const what = {
    REQUEST: 'an invitation to',
    REPLY: 'your answer to the invitation to',
    CANCEL: 'that it is called off:',
    COUNTER: 'another time for',
    DECLINECOUNTER: 'that the time stays:',
  }[method];
  return (
    <p className={styles.carries} role="note">
      With it goes, for calendar programs, {what} <strong dir="auto">{summary}</strong>.
    </p>
  );
}
