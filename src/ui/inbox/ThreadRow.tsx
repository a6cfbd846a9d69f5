'use client';
/** One row of the list. It can be chosen, opened, and on a narrow screen swept to either side. */
import Link from 'next/link';
import { memo, useRef, type TouchEvent } from 'react';
import type { ReturnedJson, SearchHitJson } from '../../api/types';
import { recipientsWords, type Words } from '../common/format';
import { RowButton, RowCheck } from '../common/RowParts';
import { useTodoWords } from '../common/useTodoWords';
import styles from './Inbox.module.css';
import type { MessageRow } from './rows';
import { ordinal } from './useMessageActions';

/** Why a thread came back, in few words; my note to myself is told beside it. */
export function returnedWords({ kind, since, until, note, times, from }: ReturnedJson, words: Words): string {
  if (kind === 'to-do') return `to do: ${note}`;
  const often = times > 1 ? `, the ${ordinal(times)} time` : '';
  if (kind === 'answer') return `${from} has answered, before ${until ? words.moment(until) : 'its moment'}`;
  const when = until ? ` until ${words.moment(until)}` : '';
  return `you put this off ${words.moment(since)}${when}${often}`;
}

const noteOf = ({ kind, note }: ReturnedJson) => (kind === 'to-do' ? '' : note);

const FIELDS: Record<NonNullable<SearchHitJson['why']>['field'], string> = {
  ...{ from: 'from', to: 'to', subject: 'subject', body: 'text', file: 'attachment' },
};

function Why({ why }: { why: NonNullable<SearchHitJson['why']> }) {
  const { field, words, from, to } = why;
  return (
    <>
      {FIELDS[field]}: {words.slice(0, from)}
      <mark>{words.slice(from, to)}</mark>
      {words.slice(to)}
    </>
  );
}

interface Props {
  row: MessageRow;
  words: Words;
  href: string;
  open: boolean;
  chosen: boolean;
  choose: (id: string, on: boolean) => void;
  onSnooze: (row: MessageRow) => void;
  /** Archives it, or puts it back where it is archived. */
  onPlace: (row: MessageRow) => void;
  /** Anything of it has the focus. */
  onFocus: (row: MessageRow, at: Element) => void;
}

/** A finger has to go so far, and rather sideways than up or down, pixels. */
const FAR = 70;

/** Sweeping to the right puts away, to the left puts off. */
function useSweep(right: () => void, left: () => void) {
  const from = useRef<{ x: number; y: number } | null>(null);
  const show = (element: HTMLElement, x: number) =>
    element.style.setProperty('--sweep', x === 0 ? '0px' : `${x}px`);
  return {
    onTouchStart: ({ touches }: TouchEvent<HTMLElement>) => {
      from.current = { x: touches[0]!.clientX, y: touches[0]!.clientY };
    },
    onTouchMove: ({ touches, currentTarget }: TouchEvent<HTMLElement>) => {
      if (!from.current) return;
      const [x, y] = [touches[0]!.clientX - from.current.x, touches[0]!.clientY - from.current.y];
      if (Math.abs(y) > Math.abs(x) && Math.abs(x) < 20) from.current = null;
      else show(currentTarget, x);
    },
    onTouchEnd: ({ changedTouches, currentTarget }: TouchEvent<HTMLElement>) => {
      show(currentTarget, 0);
      if (!from.current) return;
      const x = changedTouches[0]!.clientX - from.current.x;
      from.current = null;
      if (x > FAR) right();
      if (x < -FAR) left();
    },
  };
}

export const ThreadRow = memo(function ThreadRow(props: Props) {
  const { row, words, href, open, chosen, choose, onSnooze, onPlace, onFocus } = props;
  const sayTodo = useTodoWords();
  const { message } = row;
  const { returned, snooze, todo } = message;
  const subject = message.subject || '(no subject)';
  const who =
    message.direction === 'out'
      ? `To ${recipientsWords(message.to, message.toCount)}`
      : message.from.name || message.from.address;
  const count = row.kind === 'thread' && row.message.count > 1 ? row.message.count : 0;
  const sweep = useSweep(
    () => onPlace(row),
    () => onSnooze(row),
  );
  const archived = message.place === 'archive';
  const when = snooze
    ? `until ${words.moment(snooze.until)}`
    : returned
      ? `came back ${words.moment(returned.at)}`
      : words.moment(message.at);
  return (
    <div
      className={styles.row}
      data-open={open}
      data-chosen={chosen}
      onFocus={(event) => onFocus(row, event.target)}
      {...sweep}
    >
      <span className={styles.box}>
        <RowCheck
          aria-label={`Choose “${subject}”, ${who}`}
          checked={chosen}
          onChange={(on) => choose(message.id, on)}
        />
      </span>
      <Link
        href={href}
        prefetch={false}
        className={styles.entry}
        aria-current={open ? 'true' : undefined}
        data-row={message.id}
      >
        <span className={styles.from}>
          {who}
          {message.automatic && ' (automatic)'}
          {count > 0 && (
            <span className="quiet">
              {' '}
              · {count}
              <span className="unseen"> messages</span>
            </span>
          )}
        </span>
        <time className={styles.at} dateTime={returned?.at ?? message.at}>
          {when}
        </time>
        <span className={styles.subject} dir="auto">
          {subject}
        </span>
        <span className={styles.preview}>
          {row.kind === 'hit' && row.why ? (
            <Why why={row.why} />
          ) : snooze && row.kind === 'hit' ? (
            `put off${snooze.note ? `: ${snooze.note}` : ''}`
          ) : returned ? (
            [noteOf(returned), returnedWords(returned, words)].filter(Boolean).join(' · ')
          ) : todo ? (
            sayTodo(todo)
          ) : (
            message.preview
          )}
        </span>
      </Link>
      <span className={styles.quick}>
        <RowButton onClick={() => onSnooze(row)} aria-label={`Snooze “${subject}”`} tabIndex={-1}>
          Snooze
        </RowButton>
        <RowButton
          onClick={() => onPlace(row)}
          aria-label={`${archived ? 'Back to the inbox' : 'Archive'}: “${subject}”`}
          tabIndex={-1}
        >
          {archived ? 'To inbox' : 'Archive'}
        </RowButton>
      </span>
    </div>
  );
});
