'use client';
/** One occasion: its date, and what belongs before, at and after it. */
import { useQueryClient } from '@tanstack/react-query';
import { Button, Input, Spin } from 'antd';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { MessageJson, OccasionJson, OccasionSetJson, ScheduledAroundJson, TextsJson } from '#api/types';
import { dayWords, timeWords } from '#core/time/words';
import { zoneCity } from '#core/time/zones';
import { useWords } from '../common/format';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { ActionsHead, RowButton } from '../common/RowParts';
import { shortState } from '../common/shortState';
import { useAttempt } from '../common/useAttempt';
import { ask } from '../data/client';
import { useOccasion } from '../data/occasions';
import { refresh, useSettings } from '../data/queries';
import returns from '../returns/Returns.module.css';
import { useNotices } from '../shell/Notices';
import { UseText } from '../write/fields/UseText';
import { MoveDate } from './MoveDate';
import styles from './Occasions.module.css';
import { assertOffset, OFFSET_HINT, OffsetField } from './OffsetField';

type Around = OccasionJson['messages'][number];

const pathOf = ({ messageId, departureId, leftAt }: Around): string =>
  leftAt ? `/departures/${departureId}` : `/write/${messageId}`;

/** A message more: where it belongs, and the text it begins with. */
function AddMessage({
  add,
}: {
  add: (words: string, text?: TextsJson['texts'][number]) => Promise<unknown>;
}) {
  const [words, setWords] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const tried = (text?: TextsJson['texts'][number]) => {
    try {
      assertOffset(words);
    } catch (error) {
      return setProblem((error as Error).message);
    }
    void add(words, text);
  };
  return (
    <form
      className={styles.foot}
      onSubmit={(event) => {
        event.preventDefault();
        tried();
      }}
    >
      <label htmlFor="around-words" className={styles.label}>
        A message more
      </label>
      <Input
        id="around-words"
        className={styles.words}
        value={words}
        placeholder="3 of their working days before at 9:00"
        status={problem ? 'error' : undefined}
        aria-invalid={problem ? true : undefined}
        aria-describedby="around-hint"
        onChange={({ target }) => {
          setProblem(null);
          setWords(target.value);
        }}
      />
      <Button htmlType="submit">Write it</Button>
      <UseText label="With a text" onChoose={tried} />
      <span
        id="around-hint"
        role={problem ? 'alert' : undefined}
        className={problem ? styles.warning : 'quiet'}
      >
        {problem ?? OFFSET_HINT}
      </span>
    </form>
  );
}

function Whole({ occasion }: { occasion: OccasionJson }) {
  const client = useQueryClient();
  const router = useRouter();
  const attempt = useAttempt();
  const words = useWords();
  const { show } = useNotices();
  const { hourCycle } = useSettings();
  const [moving, setMoving] = useState(false);
  const { id, name, local, zone, messages } = occasion;
  const again = () => refresh(client, ['occasion', 'departure', 'message']);
  const act = <T,>(work: () => Promise<T>) => attempt(work).finally(again);
  const drafts = new Set(messages.filter(({ state }) => state === null).map(({ messageId }) => messageId))
    .size;
  const place = async ({ messageId }: Around, next: string) => {
    await ask('PUT', `/occasions/${id}/messages/${messageId}`, { offset: next });
    again();
  };
  const takeOut = (each: Around) =>
    act(async () => {
      await ask('DELETE', `/occasions/${id}/messages/${each.messageId}`);
      const undo = () =>
        act(async () => {
          await ask('PUT', `/occasions/${id}/messages/${each.messageId}`, { offset: each.words });
          show({ words: `“${each.subject}” belongs to it again.` });
        });
      show({ words: `“${each.subject}” does not move with it any more.`, undo });
    });
  const schedule = (message?: string) =>
    act(async () => {
      const { scheduled, left } = await ask<ScheduledAroundJson>('POST', `/occasions/${id}/schedule`, {
        message,
      });
      const [first] = left;
      const rest = first ? ` “${first.subject || '(no subject)'}”: ${first.why}` : '';
      show({
        words: `${scheduled.length === 1 ? '1 message' : `${scheduled.length} messages`} scheduled.${rest}`,
        problem: left.length > 0,
      });
    });
  const add = (offset: string, text?: TextsJson['texts'][number]) =>
    act(async () => {
      const begun = text ? { subject: text.subject, text: text.text, html: text.html } : {};
      const draft = await ask<MessageJson>('POST', '/messages', begun);
      if (text) await ask('POST', `/messages/${draft.id}/texts`, { text: text.id });
      await ask('PUT', `/occasions/${id}/messages/${draft.id}`, { offset });
      router.push(`/write/${draft.id}`);
    });
  const move = async (to: { local: string; zone: string }) => {
    await act(async () => {
      await ask('PATCH', `/occasions/${id}`, to);
      setMoving(false);
      const undo = () =>
        act(async () => {
          await ask('PATCH', `/occasions/${id}`, { local, zone });
          show({ words: `“${name}” is on its date again.` });
        });
      show({ words: `“${name}” has moved, and what belongs to it.`, undo });
    });
  };
  const keepSet = () =>
    act(async () => {
      const set = await ask<OccasionSetJson>('POST', `/occasions/${id}/set`, { name });
      const undo = () => act(() => ask('DELETE', `/occasion-sets/${set.id}`));
      show({
        words: `“${set.name}” is kept for the next one, with ${set.items.length === 1 ? '1 message' : `${set.items.length} messages`}.`,
        undo,
      });
    });
  const remove = () =>
    act(async () => {
      await ask('DELETE', `/occasions/${id}`);
      const undo = () => act(() => ask('POST', `/occasions/${id}/restore`));
      show({ words: `“${name}” is deleted; its messages go on as they are planned.`, undo });
      router.push('/departures?part=occasions');
    });
  return (
    <div className={styles.page}>
      <p>
        <Link href="/departures?part=occasions">Occasions</Link>
      </p>
      <div className={styles.title}>
        <h1 dir="auto">{name}</h1>
        <span>
          {dayWords(local)} {timeWords(local, hourCycle)} in {zoneCity(zone)}
        </span>
        <span className={styles.spring} />
        <Button aria-expanded={moving} onClick={() => setMoving(!moving)}>
          Move the date
        </Button>
        <Button onClick={() => void keepSet()} disabled={messages.length === 0}>
          Keep for the next one
        </Button>
        <Button type="text" onClick={() => void remove()}>
          Delete
        </Button>
      </div>
      {moving && <MoveDate occasion={occasion} move={move} onClose={() => setMoving(false)} />}
      <section className={`pane ${styles.pane}`} aria-labelledby="around">
        <div className={styles.line}>
          <h2 id="around">What belongs around it</h2>
          <span className={styles.spring} />
          {drafts > 0 && (
            <Button type="primary" onClick={() => void schedule()}>
              {drafts === 1 ? 'Schedule the draft' : `Schedule all ${drafts} drafts`}
            </Button>
          )}
        </div>
        {messages.length === 0 && (
          <p className="quiet">Nothing yet. Say below where the first one belongs.</p>
        )}
        {messages.length > 0 && (
          <table className={returns.table} onKeyDown={moveBetweenRows}>
            <thead>
              <tr>
                <th scope="col">Where it belongs</th>
                <th scope="col">Leaves (you)</th>
                <th scope="col">Lands (them)</th>
                <th scope="col">Message</th>
                <th scope="col">State</th>
                <ActionsHead />
              </tr>
            </thead>
            <tbody>
              {messages.map((each) => {
                const subject = each.subject || '(no subject)';
                return (
                  <tr key={`${each.messageId} ${each.departureId}`}>
                    <td data-label="Where it belongs">
                      {each.leftAt ? (
                        each.words
                      ) : (
                        <OffsetField
                          label={`Where “${subject}” belongs`}
                          value={each.words}
                          keep={(next) => place(each, next)}
                        />
                      )}
                    </td>
                    <td data-label="Leaves (you)">
                      {each.at ? words.moment(each.at) : 'no such day'}
                      {each.differs && <span className={returns.why}>moved by hand: it stays there</span>}
                    </td>
                    <td data-label="Lands (them)">
                      {each.lands && (
                        <>
                          {dayWords(each.lands.local, each.lands.local)}{' '}
                          {timeWords(each.lands.local, hourCycle)}
                          <span className={returns.why}>{each.lands.place}</span>
                        </>
                      )}
                    </td>
                    <td data-label="Message">
                      <Link href={pathOf(each)} data-row={each.messageId} prefetch={false} dir="auto">
                        {subject}
                      </Link>
                      <span className={returns.why}>
                        {each.readers.map((reader) => reader.name || reader.address).join(', ') ||
                          'nobody yet'}
                      </span>
                    </td>
                    <td data-label="State">{shortState(each.state, each.pausedFor)}</td>
                    <td className={returns.acts}>
                      {each.state === null && (
                        <RowButton
                          aria-label={`Schedule “${subject}”`}
                          onClick={() => void schedule(each.messageId)}
                        >
                          Schedule
                        </RowButton>
                      )}
                      {!each.leftAt && (
                        <RowButton aria-label={`Take out “${subject}”`} onClick={() => void takeOut(each)}>
                          Take out
                        </RowButton>
                      )}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        )}
        <AddMessage add={add} />
      </section>
    </div>
  );
}

export function OccasionView({ id }: { id: string }) {
  const { data: occasion, error } = useOccasion(id);
  if (error && !occasion) return <p role="alert">{error.message}</p>;
  if (!occasion) return <Spin />;
  return <Whole key={id} occasion={occasion} />;
}
