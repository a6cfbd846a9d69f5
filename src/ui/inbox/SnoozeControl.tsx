'use client';
/** Putting a message off until a moment, and bringing it back. */
import { useQueryClient } from '@tanstack/react-query';
import { Button } from 'antd';
import { useState } from 'react';
import type { MessageJson } from '../../api/types';
import { proposeTime } from '../../core/plan/proposal';
import { useWords } from '../common/format';
import type { LocalMoment } from '../common/MomentFields';
import { MomentPopover } from '../common/MomentPopover';
import { ask } from '../data/client';
import { refresh, useSettings } from '../data/queries';
import { useCommand } from '../shell/commands';
import { useNotices } from '../shell/Notices';

export function SnoozeControl({ message }: { message: MessageJson }) {
  const client = useQueryClient();
  const { zone } = useSettings();
  const { show, showProblem } = useNotices();
  const words = useWords();
  const [open, setOpen] = useState(false);
  useCommand('KeyS', () => setOpen(true));
  const theirs = message.from.zone;
  const near = [
    { zone, whose: 'you' },
    ...(theirs && theirs !== zone
      ? [{ zone: theirs, whose: message.from.name, place: message.from.place ?? undefined }]
      : []),
  ];

  const bringBack = async () => {
    try {
      await ask('DELETE', `/messages/${message.id}/snooze`);
      show({ words: 'It is back in the inbox.' });
    } catch (error) {
      showProblem(error);
    }
    refresh(client, ['message', 'return']);
  };
  const putOff = async (until: LocalMoment) => {
    try {
      const kept = await ask<MessageJson>('POST', `/messages/${message.id}/snooze`, { until });
      show({
        words: `Put off: comes back ${words.moment(kept.snoozedUntil!)}.`,
        undo: { label: 'Undo', act: () => void bringBack() },
      });
      return true;
    } catch (error) {
      showProblem(error);
      return false;
    } finally {
      refresh(client, ['message', 'return']);
    }
  };
  return (
    <>
      <MomentPopover
        id="snooze"
        title={message.snoozedUntil ? 'Another moment' : 'Put off until'}
        initial={() => proposeTime(words.now, zone)}
        near={near}
        submit="Put off until then"
        button={{ children: 'Snooze' }}
        open={open}
        onOpenChange={setOpen}
        onChosen={putOff}
      />
      {message.snoozedUntil && <Button onClick={() => void bringBack()}>Bring back now</Button>}
    </>
  );
}
