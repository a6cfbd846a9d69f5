'use client';
/** One line beside the moment: what happens if nobody answers. */
import { Button } from 'antd';
import { useState } from 'react';
import { useWords } from '../common/format';
import { useUsualFor, useWatchesNear, useWatchOn } from '../data/watches';
import { useMessageActions } from '../inbox/useMessageActions';
import { useNotices } from '../shell/Notices';
import { WatchButton } from './WatchButton';
import styles from './Watches.module.css';
import { untilWords } from './watchWords';

interface Props {
  /** On the server; undefined where it is not kept yet. */
  messageId: string | undefined;
  subject: string;
  /** Those it goes to. */
  recipients: readonly string[];
  /** Whether it is watched as is usual; undefined of what is under way, which is watched already or is not. */
  asUsual: boolean | undefined;
  onAsUsual: (wanted: boolean) => void;
  /** Keeps it. @throws (rejects) with words for the person */
  keep: () => Promise<string>;
}

export function WatchLine({ messageId, subject, recipients, asUsual, onAsUsual, keep }: Props) {
  const words = useWords();
  const actions = useMessageActions();
  const { showProblem } = useNotices();
  const [open, setOpen] = useState(false);
  const watch = useWatchOn(messageId);
  const chases = useWatchesNear(messageId).data?.some((each) =>
    each.chasers?.made.some(({ message }) => message === messageId),
  );
  const found = useUsualFor(recipients, asUsual !== undefined);
  const usual = asUsual === undefined || watch ? undefined : found;
  // What is kept already is kept as it is typed; another save would change what waits to leave.
  const show = (on: boolean) =>
    void (on && messageId === undefined ? keep() : Promise.resolve())
      .then(() => setOpen(on))
      .catch(showProblem);
  return (
    <div className={styles.line}>
      <span>
        If nobody answers:{' '}
        {watch ? (
          <>
            <strong>{watch.chasers ? 'a chaser' : 'back'}</strong>, waiting {untilWords(watch, words)}
          </>
        ) : usual && asUsual ? (
          <>
            <strong>{usual.chasers ? 'a chaser' : 'back'}</strong>, waiting {usual.words}, {usual.because}
          </>
        ) : chases ? (
          'the wait it is part of goes on'
        ) : (
          'nothing'
        )}
      </span>
      <span>
        {/* One button, kept or not: who is on it stays on it. */}
        <WatchButton
          messages={[{ id: messageId ?? '', subject }]}
          watch={watch}
          size="small"
          label={watch ? 'Change…' : 'Watch…'}
          open={open && messageId !== undefined}
          onOpenChange={show}
          actions={actions}
        />
        {usual && (
          <Button size="small" type="text" onClick={() => onAsUsual(!asUsual)}>
            {asUsual ? 'Not this time' : 'As usual'}
          </Button>
        )}
        {watch && (
          <Button size="small" type="text" onClick={() => void actions.endWatch(watch)}>
            No watch
          </Button>
        )}
      </span>
    </div>
  );
}
