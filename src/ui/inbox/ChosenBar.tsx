'use client';
/** What can be done with all threads that are chosen. */
import { Button } from 'antd';
import { useState } from 'react';
import type { MessageSummaryJson } from '#api/types';
import type { ThreadPlace } from '../data/incoming';
import { TodoButton } from '../returns/TodoButton';
import { useCommand, useKeyName } from '../shell/commands';
import styles from './Inbox.module.css';
import { isFresh } from './rows';
import { SnoozeButton } from './SnoozeButton';
import { WatchButton } from '../watches/WatchButton';
import type { MessageActions } from './useMessageActions';

interface Props {
  messages: readonly MessageSummaryJson[];
  place: ThreadPlace;
  actions: MessageActions;
  /** @param gone true where they have left the list */
  done: (gone: boolean) => void;
}

export function ChosenBar({ messages, place, actions, done }: Props) {
  const [snoozing, setSnoozing] = useState(false);
  const [planning, setPlanning] = useState(false);
  const [watching, setWatching] = useState(false);
  const keyName = useKeyName();
  const put = async () => {
    if (await (place === 'archive' ? actions.backToInbox : actions.archive)(messages)) done(true);
  };
  useCommand('a', () => void put(), true);
  useCommand('s', () => setSnoozing(true), true);
  useCommand('d', () => setPlanning(true), true);
  useCommand('w', () => setWatching(true), true);
  const unseen = messages.some(isFresh);
  const mark = () => void actions.mark(messages, unseen ? 'seen' : 'new');
  useCommand('v', mark, true);
  return (
    <div role="group" aria-label="With those chosen" className={styles.chosenBar}>
      <span role="status">{messages.length} chosen</span>
      <Button size="small" onClick={() => void put()}>
        {place === 'archive' ? 'Back to the inbox' : 'Archive'}
      </Button>
      <SnoozeButton
        messages={messages}
        size="small"
        open={snoozing}
        onOpenChange={setSnoozing}
        actions={actions}
        onDone={() => done(true)}
      />
      <TodoButton
        messages={messages}
        size="small"
        open={planning}
        onOpenChange={setPlanning}
        actions={actions}
        onDone={() => done(false)}
      />
      <WatchButton
        messages={messages}
        size="small"
        open={watching}
        onOpenChange={setWatching}
        actions={actions}
        onDone={() => done(false)}
      />
      <Button size="small" title={keyName('v')} onClick={mark}>
        {unseen ? 'Seen' : 'New'}
      </Button>
      <Button
        size="small"
        className={styles.out}
        href={`/api/v1/messages/export?ids=${messages.map(({ id }) => id).join(',')}`}
      >
        Export
      </Button>
      <Button size="small" type="text" onClick={() => done(false)}>
        Clear
      </Button>
    </div>
  );
}
