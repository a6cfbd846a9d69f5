'use client';
/** What is chosen about one linked file. */
import { Button, Input, InputNumber, Select } from 'antd';
import { useId, useState, type ReactNode } from 'react';
import type { LinksJson } from '#api/types';
import type { LinkPolicy } from '#core/files/link';
import { submitOnCtrlEnter } from '../common/submitOnCtrlEnter';
import { FilePicker } from './FilePicker';
import styles from './LinkForm.module.css';

type Link = LinksJson['links'][number];
export type LinkChange = Partial<
  Pick<
    Link,
    | 'which'
    | 'ifMissing'
    | 'ifEmpty'
    | 'ifUnchanged'
    | 'ifBusy'
    | 'ifLarger'
    | 'largerThan'
    | 'line'
    | 'after'
    | 'moveTo'
    | 'settleSeconds'
  >
>;

const POLICIES: { value: LinkPolicy; label: string }[] = [
  { value: 'ask', label: 'wait and ask me' },
  { value: 'skip', label: 'do not send it then' },
  { value: 'without', label: 'send it without' },
];
/** A select takes no null. */
const AGAIN = 'again';
const MEGABYTE = 1_000_000;

interface Props {
  link: Link;
  keep: (change: LinkChange) => void;
}

export function LinkForm({ link, keep }: Props) {
  const id = useId();
  const [change, setChange] = useState<LinkChange>({});
  const [picking, setPicking] = useState(false);
  const set = (patch: LinkChange) => setChange((before) => ({ ...before, ...patch }));
  const now = { ...link, ...change };
  const policies = [now.ifMissing, now.ifEmpty, now.ifUnchanged, now.ifBusy, now.ifLarger];

  const line = (key: string, label: string, field: ReactNode) => (
    <div className={styles.line} key={key}>
      <label htmlFor={`${id}-${key}`}>{label}</label>
      {field}
    </div>
  );
  const policy = (key: 'ifMissing' | 'ifEmpty' | 'ifBusy' | 'ifLarger', label: string) =>
    line(
      key,
      label,
      <Select
        id={`${id}-${key}`}
        size="small"
        value={now[key]}
        options={POLICIES}
        onChange={(value: LinkPolicy) => set({ [key]: value })}
      />,
    );
  return (
    <form
      className={styles.form}
      onKeyDown={submitOnCtrlEnter}
      onSubmit={(event) => {
        event.preventDefault();
        keep(change);
      }}
    >
      <div>
        {line(
          'which',
          'What goes',
          <Select
            id={`${id}-which`}
            size="small"
            value={now.which}
            options={[
              { value: 'all', label: 'all that is there' },
              { value: 'newest', label: 'the newest file alone' },
            ]}
            onChange={(which: Link['which']) => set({ which })}
          />,
        )}
        {policy('ifMissing', 'Where nothing is there')}
        {policy('ifEmpty', 'Where it is empty')}
        {line(
          'ifUnchanged',
          'Where the same went last',
          <Select
            id={`${id}-ifUnchanged`}
            size="small"
            value={now.ifUnchanged ?? AGAIN}
            options={[{ value: AGAIN, label: 'send it again' }, ...POLICIES]}
            onChange={(value: string) => set({ ifUnchanged: value === AGAIN ? null : (value as LinkPolicy) })}
          />,
        )}
        {line(
          'settleSeconds',
          'It is whole after standing still for',
          <InputNumber
            id={`${id}-settleSeconds`}
            size="small"
            min={0}
            max={600}
            precision={0}
            suffix="s"
            value={now.settleSeconds}
            onChange={(value) => set({ settleSeconds: value ?? link.settleSeconds })}
          />,
        )}
        {policy('ifBusy', 'Where it is being written all the while')}
        {line(
          'largerThan',
          'At most',
          <InputNumber
            id={`${id}-largerThan`}
            size="small"
            min={0.1}
            max={25}
            step={0.5}
            suffix="MB"
            placeholder="25"
            value={now.largerThan === null ? null : now.largerThan / MEGABYTE}
            onChange={(value) => set({ largerThan: value === null ? null : Math.round(value * MEGABYTE) })}
          />,
        )}
        {policy('ifLarger', 'Where it is larger')}
        {policies.includes('without') &&
          line(
            'line',
            'Then the text ends with',
            <Input
              id={`${id}-line`}
              size="small"
              maxLength={2000}
              value={now.line}
              placeholder="The list follows tomorrow."
              onChange={(event) => set({ line: event.target.value })}
            />,
          )}
        {line(
          'after',
          'Once all have it',
          <Select
            id={`${id}-after`}
            size="small"
            value={now.after}
            options={[
              { value: 'keep', label: 'the file stays' },
              { value: 'move', label: 'it is moved to a folder' },
              { value: 'delete', label: 'it is deleted' },
            ]}
            onChange={(after: Link['after']) => {
              set({ after });
              setPicking(after === 'move' && !now.moveTo);
            }}
          />,
        )}
        {now.after === 'move' &&
          line(
            'moveTo',
            'Moved to',
            <Button
              id={`${id}-moveTo`}
              size="small"
              aria-expanded={picking}
              onClick={() => setPicking(!picking)}
            >
              {now.moveTo ?? 'Choose a folder'}
            </Button>,
          )}
      </div>
      {now.after === 'move' && picking && (
        <FilePicker
          purpose="folder"
          choose={([moveTo]) => {
            set({ moveTo: moveTo! });
            setPicking(false);
          }}
        />
      )}
      <p className="quiet">
        What went is kept with the message. A file is cleared away only as it was read; if it has changed
        since, it stays.
      </p>
      <div>
        <Button size="small" type="primary" htmlType="submit" disabled={Object.keys(change).length === 0}>
          Keep
        </Button>
      </div>
    </form>
  );
}
