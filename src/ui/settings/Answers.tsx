'use client';
/** What is usually waited for after a message, and what a chaser says. */
import { Button, Input, Select } from 'antd';
import { useId, useState } from 'react';
import type { UsualWatchesJson } from '#api/types';
import type { Chasers } from '#core/watch/chasers';
import type { UsualFor, UsualWatch } from '#core/watch/usual';
import { useCorrespondents, useGroups, useSettings } from '../data/queries';
import { useUsualWatches, useSetUsual } from '../data/watches';
import { ChaserFields } from '../watches/ChaserFields';
import { deadlineOf, DurationFields, type Duration } from '../watches/DurationFields';
import watchStyles from '../watches/Watches.module.css';
import styles from './SettingsView.module.css';
import { useApply } from './useApply';

type Usual = UsualWatchesJson['usual'][number];

const EVERYONE = 'everyone';
const EVERYONE_WORDS = 'everyone else';

const keyOf = (whom: UsualFor) => (whom.for === 'everyone' ? EVERYONE : `${whom.for} ${whom.id}`);
function whomOf(key: string): UsualFor {
  const [of, id] = key.split(' ');
  return of === EVERYONE ? { for: EVERYONE } : { for: of as 'correspondent' | 'group', id: id! };
}

function thenWords({ chasers }: UsualWatch): string {
  if (!chasers) return 'then it comes back';
  const count = chasers.times === 1 ? 'a chaser' : `up to ${chasers.times} chasers`;
  return chasers.then === 'leave' ? `then ${count}, by themselves` : `then ${count}, for my look`;
}

function UsualList({ usual, put }: { usual: readonly Usual[]; put: ReturnType<typeof useSetUsual> }) {
  return (
    <ul className={styles.meant} aria-label="What is usually waited for">
      {usual.map(({ whom, name, words, watch }) => (
        <li key={keyOf(whom)}>
          <span>
            <strong dir="auto">{name || 'Everyone else'}</strong>: {words}, {thenWords(watch)}
          </span>
          <Button
            size="small"
            type="text"
            aria-label={`No more: ${name || EVERYONE_WORDS}`}
            onClick={() =>
              void put(
                whom,
                null,
                `Nothing is usually waited for after messages to ${name || EVERYONE_WORDS}.`,
                watch,
              )
            }
          >
            No more
          </Button>
        </li>
      ))}
    </ul>
  );
}

function ChaserText() {
  const { chaserText } = useSettings();
  const { apply, problem } = useApply();
  const [text, setText] = useState(chaserText);
  const id = useId();
  return (
    <>
      <label htmlFor={id}>What a chaser says, where you write nothing else; your signature follows</label>
      <Input.TextArea
        id={id}
        className={styles.wide}
        dir="auto"
        maxLength={10_000}
        autoSize={{ minRows: 2, maxRows: 8 }}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <div className={styles.line}>
        <Button
          disabled={text.trim() === '' || text === chaserText}
          onClick={() => void apply({ chaserText: text }, 'Chasers say this from now on.', { chaserText })}
        >
          Keep these words
        </Button>
        {problem && <span role="alert">{problem.message}</span>}
      </div>
    </>
  );
}

export function Answers() {
  const usual = useUsualWatches().data ?? [];
  const people = useCorrespondents().data ?? [];
  const groups = useGroups().data ?? [];
  const put = useSetUsual();
  const [whom, setWhom] = useState(EVERYONE);
  const [wait, setWait] = useState<Duration>({ count: 2, unit: 'reader' });
  const [chasers, setChasers] = useState<Chasers | null>(null);
  const id = useId();
  const options = [
    { value: EVERYONE, label: 'Everyone else' },
    ...groups.map((group) => ({ value: keyOf({ for: 'group', id: group.id }), label: group.name })),
    ...people.map((person) => ({
      value: keyOf({ for: 'correspondent', id: person.id }),
      label: person.name || person.addresses[0] || '',
    })),
  ];
  return (
    <section className={`pane ${styles.block}`} aria-labelledby="answers">
      <h2 id="answers">Waiting for answers</h2>
      <p className="quiet">
        What you send is watched like this, unless you say otherwise beside its moment. Somebody goes before
        their group, a group before everyone else.
      </p>
      {usual.length > 0 ? <UsualList usual={usual} put={put} /> : <p>Nothing is watched by itself.</p>}
      <form
        className={styles.usual}
        onSubmit={(event) => {
          event.preventDefault();
          const watch: UsualWatch = { deadline: deadlineOf(wait), settledBy: 'anyone', chasers };
          const name =
            whom === EVERYONE ? EVERYONE_WORDS : options.find(({ value }) => value === whom)!.label;
          const before = usual.find((each) => keyOf(each.whom) === whom)?.watch ?? null;
          void put(whomOf(whom), watch, `What you send to ${name} is watched from now on.`, before);
        }}
      >
        <div className={watchStyles.options}>
          <div className={watchStyles.option}>
            <label htmlFor={`${id}-whom`}>To</label>
            <Select
              id={`${id}-whom`}
              size="small"
              value={whom}
              onChange={setWhom}
              options={options}
              showSearch={{ optionFilterProp: 'label' }}
            />
          </div>
          <div className={watchStyles.option}>
            <label htmlFor={`${id}-count`}>Wait</label>
            <DurationFields id={`${id}-count`} value={wait} onChange={setWait} />
          </div>
          <ChaserFields value={chasers} onChange={setChasers} />
        </div>
        <Button htmlType="submit">Watch as usual</Button>
      </form>
      <ChaserText />
    </section>
  );
}
