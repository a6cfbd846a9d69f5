'use client';
/** One row of the list. It can be chosen and opened; its buttons show where the pointer is, or after a pull. */
import Link from 'next/link';
import { memo, useRef, useState, type TouchEvent } from 'react';
import type { ReturnedJson, SearchHitJson } from '#api/types';
import type { RowAction } from '#core/rowActions';
import { ordinal } from '#core/time/words';
import { recipientsWords, type Words } from '../common/format';
import { RowButton, RowCheck } from '../common/RowParts';
import { useTodoWords } from '../common/useTodoWords';
import { useSettings } from '../data/queries';
import styles from './Inbox.module.css';
import { isFresh, type MessageRow } from './rows';

/** Why a thread came back, in few words; my note to myself is told beside it. */
export function returnedWords(
  { kind, since, until, note, times, from, words: said, chaser }: ReturnedJson,
  words: Words,
): string {
  if (kind === 'to-do') return `to do: ${note}`;
  if (kind === 'silence')
    return from
      ? [`no answer from ${from}, asked ${words.moment(since)}`, chaser].filter(Boolean).join('. ')
      : 'you wanted it back now';
  if (kind === 'question') return said;
  if (kind === 'undelivered') return `not delivered to ${from}${said ? `: ${said}` : ''}`;
  if (kind === 'review') return `waits for your look${until ? `, due ${words.moment(until)}` : ''}`;
  const often = times > 1 ? `, the ${ordinal(times)} time` : '';
  if (kind === 'answer') return `${from} has answered, before ${until ? words.moment(until) : 'its moment'}`;
  const when = until ? ` until ${words.moment(until)}` : '';
  return `you put this off ${words.moment(since)}${when}${often}`;
}

const noteOf = ({ kind, note }: ReturnedJson) => (kind === 'to-do' ? '' : note);

const FIELDS: Record<NonNullable<SearchHitJson['why']>['field'], string> = {
  from: 'from',
  to: 'to',
  subject: 'subject',
  body: 'text',
  file: 'attachment',
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
  choose: (ids: readonly string[], on: boolean) => void;
  /** One of its buttons was pressed. */
  onAct: (row: MessageRow, action: RowAction) => void;
  /** Anything of it has the focus. */
  onFocus: (row: MessageRow, at: Element) => void;
}

/** A finger has to go so far, and rather sideways than up or down, pixels. */
const FAR = 48;

/** A pull to either side uncovers the buttons of the row, a second one covers them again; it does nothing by itself. */
function usePull() {
  const [pulled, setPulled] = useState(false);
  const from = useRef<{ x: number; y: number } | null>(null);
  const onTouchStart = ({ touches }: TouchEvent<HTMLElement>) => {
    from.current = { x: touches[0]!.clientX, y: touches[0]!.clientY };
  };
  const onTouchEnd = ({ changedTouches }: TouchEvent<HTMLElement>) => {
    if (!from.current) return;
    const [x, y] = [changedTouches[0]!.clientX - from.current.x, changedTouches[0]!.clientY - from.current.y];
    from.current = null;
    if (Math.abs(x) > FAR && Math.abs(x) > Math.abs(y)) setPulled(!pulled);
  };
  return { pulled, touch: { onTouchStart, onTouchEnd } };
}

export const ThreadRow = memo(function ThreadRow(props: Props) {
  const { row, words, href, open, chosen, choose, onAct, onFocus } = props;
  const sayTodo = useTodoWords();
  const { message } = row;
  const { returned, snooze, todo } = message;
  const subject = message.subject || '(no subject)';
  const who =
    message.direction === 'out'
      ? `To ${recipientsWords(message.to, message.toCount)}`
      : message.from.name || message.from.address;
  const count = row.kind === 'thread' && row.message.count > 1 ? row.message.count : 0;
  const { pulled, touch } = usePull();
  const fresh = isFresh(message);
  const done = [
    message.answered && 'answered',
    message.forwarded && 'forwarded',
    message.leaving && 'departure pending',
  ]
    .filter(Boolean)
    .join(', ');
  const { rowActions } = useSettings();
  const archived = message.place === 'archive';
  const buttons: Record<RowAction, { words: string; label?: string }> = {
    snooze: { words: 'Snooze' },
    archive: archived ? { words: 'To inbox', label: 'Back to the inbox' } : { words: 'Archive' },
    'to-do': { words: 'To-do' },
    seen: fresh ? { words: 'Seen' } : { words: 'New' },
  };
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
      data-new={fresh}
      onFocus={(event) => onFocus(row, event.target)}
      data-pulled={pulled}
      {...touch}
    >
      <span className={styles.box}>
        <RowCheck
          aria-label={`Choose “${subject}”, ${who}`}
          checked={chosen}
          onChange={(on) => choose([message.id], on)}
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
          {fresh && <span className={styles.mark}>new</span>}
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
        <span className={styles.about}>
          <span className={styles.subject} dir="auto">
            {subject}
          </span>
          <span className={styles.preview}>
            {done && (
              <span className={styles.done}>
                {done}
                <span className="unseen">. </span>
              </span>
            )}
            {row.kind === 'hit' && row.why ? (
              <Why why={row.why} />
            ) : snooze && row.kind === 'hit' ? (
              `put off${snooze.note ? `: ${snooze.note}` : ''}`
            ) : returned ? (
              [noteOf(returned), returnedWords(returned, words)].filter(Boolean).join(' · ')
            ) : todo ? (
              sayTodo(todo)
            ) : (
              message.preview || (message.protection === 'encrypted' && 'encrypted')
            )}
          </span>
        </span>
      </Link>
      <span className={styles.quick}>
        {rowActions.map((action) => {
          const { words: name, label } = buttons[action];
          return (
            <RowButton
              key={action}
              tabIndex={-1}
              aria-label={`${label ?? name}: “${subject}”`}
              onClick={() => onAct(row, action)}
            >
              {name}
            </RowButton>
          );
        })}
      </span>
    </div>
  );
});
