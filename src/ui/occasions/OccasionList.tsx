'use client';
/** Named dates with what belongs around them, and the sets kept for the next one. */
import { useQueryClient } from '@tanstack/react-query';
import { Button, Input, Select } from 'antd';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { OccasionJson } from '#api/types';
import { isLocal, toLocal } from '#core/time/wallClock';
import { dayWords, timeWords } from '#core/time/words';
import { zoneCity } from '#core/time/zones';
import { useWords } from '../common/format';
import { MomentFields } from '../common/MomentFields';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { RowButton } from '../common/RowParts';
import { useAttempt } from '../common/useAttempt';
import { ApiProblem, ask } from '../data/client';
import { useOccasions, useSets } from '../data/occasions';
import { refresh, useSettings } from '../data/queries';
import returns from '../returns/Returns.module.css';
import { useNotices } from '../shell/Notices';
import styles from './Occasions.module.css';

/** A month on, in the evening: somewhere to begin. */
const FIRST_PROPOSAL_MS = 28 * 86_400_000;

function NewOccasion({ onClose }: { onClose: () => void }) {
  const client = useQueryClient();
  const router = useRouter();
  const words = useWords();
  const { zone } = useSettings();
  const sets = useSets().data ?? [];
  const [name, setName] = useState('');
  const [set, setSet] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [date, setDate] = useState(() => ({
    local: `${toLocal(words.now + FIRST_PROPOSAL_MS, zone).slice(0, 10)}T19:00`,
    zone,
  }));
  async function add() {
    try {
      const made = await ask<OccasionJson>('POST', '/occasions', { name, ...date, set: set || undefined });
      refresh(client, ['occasion', 'message', 'text']);
      router.push(`/occasions/${made.id}`);
    } catch (error) {
      setProblem(error instanceof ApiProblem ? error.message : 'This did not work. Try again.');
    }
  }
  return (
    <section className={`pane ${styles.pane}`} aria-labelledby="new-occasion">
      <h2 id="new-occasion">A new occasion</h2>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <div className={styles.line}>
          <label htmlFor="occasion-name" className={styles.label}>
            Name
          </label>
          <Input
            id="occasion-name"
            className={styles.words}
            autoFocus
            value={name}
            maxLength={200}
            placeholder="Opening night"
            onChange={({ target }) => {
              setProblem(null);
              setName(target.value);
            }}
          />
          {sets.length > 0 && (
            <>
              <label htmlFor="occasion-set" className={styles.label}>
                With the messages of
              </label>
              <Select
                id="occasion-set"
                value={set}
                onChange={setSet}
                popupMatchSelectWidth={false}
                options={[
                  { value: '', label: 'none: it begins empty' },
                  ...sets.map((each) => ({ value: each.id, label: `${each.name}, ${each.items.length}` })),
                ]}
              />
            </>
          )}
        </div>
        <div className={styles.date}>
          <MomentFields id="occasion" value={date} onChange={setDate} near={[{ zone, whose: 'you' }]} />
        </div>
        {problem && <p role="alert">{problem}</p>}
        <div className={styles.foot}>
          <Button type="primary" htmlType="submit" disabled={!name.trim() || !isLocal(date.local)}>
            Name this date
          </Button>
          <Button onClick={onClose}>Leave it</Button>
        </div>
      </form>
    </section>
  );
}

const countOf = ({ messages }: OccasionJson): string => {
  const left = messages.filter(({ leftAt }) => leftAt !== null).length;
  const drafts = messages.filter(({ state }) => state === null).length;
  return [
    messages.length === 0 ? 'nothing yet' : `${left} of ${messages.length} left`,
    drafts > 0 && (drafts === 1 ? '1 draft' : `${drafts} drafts`),
  ]
    .filter(Boolean)
    .join(', ');
};

export function OccasionList() {
  const client = useQueryClient();
  const attempt = useAttempt();
  const words = useWords();
  const { hourCycle } = useSettings();
  const { show } = useNotices();
  const occasions = useOccasions().data;
  const sets = useSets().data ?? [];
  const [adding, setAdding] = useState(false);
  const removeSet = (id: string, name: string) =>
    attempt(async () => {
      await ask('DELETE', `/occasion-sets/${id}`);
      refresh(client, ['occasion']);
      const undo = () =>
        attempt(async () => {
          await ask('POST', `/occasion-sets/${id}/restore`);
          refresh(client, ['occasion']);
        });
      show({ words: `The set “${name}” is deleted; its texts stay.`, undo });
    });
  return (
    <>
      {adding && <NewOccasion onClose={() => setAdding(false)} />}
      <section className={`pane ${styles.pane}`} aria-labelledby="occasions">
        <div className={styles.line}>
          <h2 id="occasions">Occasions</h2>
          <span className={styles.spring} />
          {!adding && <Button onClick={() => setAdding(true)}>New occasion</Button>}
        </div>
        {occasions?.length === 0 && (
          <p className="quiet">
            No occasion yet. It is a named date with messages before, at and after it: the date moves, they
            move.
          </p>
        )}
        {occasions && occasions.length > 0 && (
          <table className={returns.table} onKeyDown={moveBetweenRows}>
            <thead>
              <tr>
                <th scope="col">Occasion</th>
                <th scope="col">When, there</th>
                <th scope="col">What belongs to it</th>
                <th scope="col">Next</th>
              </tr>
            </thead>
            <tbody>
              {occasions.map((occasion) => {
                const { id, name, local, zone, messages } = occasion;
                const next = messages.find(
                  ({ leftAt, at, state }) => leftAt === null && at !== null && state !== null,
                );
                return (
                  <tr key={id}>
                    <td className={returns.what} data-label="Occasion">
                      <Link href={`/occasions/${id}`} data-row={id} prefetch={false} dir="auto">
                        {name}
                      </Link>
                    </td>
                    <td data-label="When, there">
                      {dayWords(local)} {timeWords(local, hourCycle)} in {zoneCity(zone)}
                    </td>
                    <td data-label="What belongs to it">{countOf(occasion)}</td>
                    <td data-label="Next">
                      {next && (
                        <>
                          {words.moment(next.at!)}
                          <span className={returns.why} dir="auto">
                            {next.words}: {next.subject}
                          </span>
                        </>
                      )}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        )}
      </section>
      {sets.length > 0 && (
        <section className={`pane ${styles.pane}`} aria-labelledby="sets">
          <h2 id="sets">Kept for the next one</h2>
          <table className={returns.table} onKeyDown={moveBetweenRows}>
            <tbody>
              {sets.map(({ id, name, items }) => (
                <tr key={id}>
                  <th scope="row">{name}</th>
                  <td>{items.map((item) => item.words).join(', ')}</td>
                  <td className={returns.acts}>
                    <RowButton
                      data-row={id}
                      aria-label={`Delete the set ${name}`}
                      onClick={() => void removeSet(id, name)}
                    >
                      Delete
                    </RowButton>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
    </>
  );
}
