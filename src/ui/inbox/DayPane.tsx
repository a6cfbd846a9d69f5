'use client';
/** Nothing is open: what the day holds. What needs a decision, what leaves and comes back next, what is new. */
import Link from 'next/link';
import type { ReactNode } from 'react';
import type { DepartureJson, MessageSummaryJson, TodoListedJson, WatchJson } from '#api/types';
import { toLocal } from '#core/time/wallClock';
import { longDayWords } from '#core/time/words';
import { landsWords, recipientsWords, useWords } from '../common/format';
import { StatePill } from '../common/StatePill';
import { useSnoozed, useThreads, useTodos } from '../data/incoming';
import { useWatchesBrief } from '../data/watches';
import { waitedFor } from '../watches/watchWords';
import { usePending, useSettings } from '../data/queries';
import styles from './Inbox.module.css';
import { isElsewhere } from './rows';

/** So much of each is told. */
const TOLD = 5;

interface Line {
  key: string;
  href: string;
  at: string | null;
  what: ReactNode;
}

interface PartProps {
  heading: string;
  lines: readonly Line[];
  /** Where the rest is, and how many there are in all; `open` where there are more than are known here. */
  rest: { href: string; count: number; open?: boolean };
  /** Where there is nothing; not given, nothing is said. */
  none?: string;
}

function Part({ heading, lines, rest, none }: PartProps) {
  if (rest.count === 0 && none === undefined) return null;
  const more = rest.count - Math.min(lines.length, TOLD);
  return (
    <section aria-label={heading}>
      <h2>{heading}</h2>
      {rest.count === 0 && <p className="quiet">{none}</p>}
      <ul>
        {lines.slice(0, TOLD).map(({ key, href, at, what }) => (
          <li key={key}>
            <Link href={href} prefetch={false}>
              {at !== null && <time>{at}</time>}
              <span className={styles.what}>{what}</span>
            </Link>
          </li>
        ))}
        {(more > 0 || rest.open) && (
          <li>
            <Link href={rest.href}>{rest.open ? 'and more' : `and ${more} more`}</Link>
          </li>
        )}
      </ul>
    </section>
  );
}

const subjectOf = ({ subject }: { subject: string }) => subject || '(no subject)';
/** It stands still until I say what is to become of it. */
const needsMe = ({ state }: DepartureJson) => ['paused', 'failed', 'unconfirmed'].includes(state);

/** What comes back by itself, or is due, the soonest first. */
function comingBack(
  snoozed: readonly MessageSummaryJson[],
  todos: readonly TodoListedJson[],
  watches: readonly WatchJson[],
) {
  return [
    ...snoozed.flatMap((message) =>
      message.snooze
        ? [
            {
              at: message.snooze.until,
              message,
              href: isElsewhere(message) ? '/returns' : `/inbox/${message.id}`,
              note: message.snooze.note,
            },
          ]
        : [],
    ),
    ...todos.flatMap(({ todo, message }) => {
      const at = todo.remindAt ?? todo.dueAt;
      return at
        ? [{ at, message, href: message ? `/inbox/${message.id}` : '/returns', note: todo.what }]
        : [];
    }),
    ...watches.flatMap((watch) =>
      watch.at
        ? [
            {
              at: watch.at,
              message: { subject: watch.subject },
              href: `/inbox/${watch.message}`,
              note: watch.settledBy === 'me' ? watch.note : `unless ${waitedFor(watch)} answers`,
            },
          ]
        : [],
    ),
  ].sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
}

export function DayPane() {
  const { zone } = useSettings();
  const words = useWords();
  const pending = usePending().data;
  const snoozed = useSnoozed().data;
  const todos = useTodos().data;
  const watches = useWatchesBrief().data;
  const threads = useThreads('inbox', 'time').data?.pages[0];
  const all = pending?.departures ?? [];
  // Of very many only the first are known.
  const isPart = Boolean(pending?.cursor);
  const departures = (list: DepartureJson[], state: boolean) =>
    list.map((each): Line => ({
      key: each.id,
      href: `/departures?row=${each.id}`,
      at: state ? null : words.moment(each.at),
      what: (
        <>
          {state && <StatePill departure={each} />} <strong dir="auto">{subjectOf(each)}</strong> to{' '}
          {recipientsWords(each.recipients)}
          {!state && <span className="quiet"> · lands {landsWords(each, words)}</span>}
        </>
      ),
    }));
  const deciding = all.filter(needsMe);
  const leaving = all.filter((each) => each.state === 'held' || each.state === 'scheduled');
  const back = comingBack(snoozed?.messages ?? [], todos?.todos ?? [], watches?.watches ?? []);
  const fresh = threads?.messages.filter((each) => each.fresh) ?? [];
  return (
    <article className={styles.day} aria-labelledby="day">
      <h1 id="day">{longDayWords(toLocal(words.now, zone))}</h1>
      <Part
        heading="Needs a decision"
        lines={departures(deciding, true)}
        rest={{ href: '/departures', count: deciding.length, open: deciding.length > TOLD && isPart }}
      />
      <Part
        heading="Leaves next"
        lines={departures(leaving, false)}
        rest={{ href: '/departures', count: leaving.length, open: isPart }}
        none="Nothing waits to leave."
      />
      <Part
        heading="Comes back next"
        lines={back.map(({ at, message, href, note }) => ({
          key: `${href} ${at} ${note}`,
          href,
          at: words.moment(at),
          what: (
            <>
              <strong dir="auto">{message ? subjectOf(message) : note}</strong>
              {message && note && <span className="quiet"> · {note}</span>}
            </>
          ),
        }))}
        rest={{ href: '/returns', count: back.length }}
        none="Nothing is put off, and nothing is to be done."
      />
      <Part
        heading="New"
        lines={fresh.map((each) => ({
          key: each.id,
          href: `/inbox/${each.id}`,
          at: words.moment(each.at),
          what: (
            <>
              <strong>{each.from.name || each.from.address}</strong> <span dir="auto">{subjectOf(each)}</span>
            </>
          ),
        }))}
        rest={{ href: '/inbox', count: threads?.unseen.count ?? 0 }}
        none="Nothing is new: all has been seen."
      />
    </article>
  );
}
