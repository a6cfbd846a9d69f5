'use client';
/** Putting a message off until a moment, and bringing it back. */
import { useQueryClient } from '@tanstack/react-query';
import { Button, Popover } from 'antd';
import { useRef, useState } from 'react';
import type { MessageJson } from '../../api/types';
import { isLocal } from '../../core/time/wallClock';
import { proposeTime } from '../../core/plan/proposal';
import { MomentFields } from '../common/MomentFields';
import { useWords } from '../common/format';
import { ask } from '../data/client';
import { refresh, useSettings } from '../data/queries';
import { useCommand } from '../shell/commands';
import { useNotices } from '../shell/Notices';

function SnoozeForm({
  message,
  put,
}: {
  message: MessageJson;
  put: (until: { local: string; zone: string }) => void;
}) {
  const { zone } = useSettings();
  const { now } = useWords();
  const [until, setUntil] = useState(() => proposeTime(now, zone));
  const theirs = message.from.zone;
  const near = [
    { zone, whose: 'you' },
    ...(theirs && theirs !== zone
      ? [{ zone: theirs, whose: message.from.name, place: message.from.place ?? undefined }]
      : []),
  ];
  return (
    <form
      style={{ width: 320, display: 'grid', gap: 12 }}
      onSubmit={(event) => {
        event.preventDefault();
        put({ local: until.local, zone: until.zone });
      }}
    >
      <MomentFields
        id="snooze"
        value={until}
        near={near}
        onChange={(next) => setUntil({ kind: 'at', ...next })}
      />
      <Button type="primary" htmlType="submit" disabled={!isLocal(until.local)}>
        Put off until then
      </Button>
    </form>
  );
}

export function SnoozeControl({ message }: { message: MessageJson }) {
  const client = useQueryClient();
  const { show, showProblem } = useNotices();
  const words = useWords();
  const [open, setOpen] = useState(false);
  const opener = useRef<HTMLButtonElement>(null);
  useCommand('KeyS', () => setOpen(true));

  const bringBack = async () => {
    try {
      await ask('DELETE', `/messages/${message.id}/snooze`);
      show({ words: 'It is back in the inbox.' });
    } catch (error) {
      showProblem(error);
    }
    refresh(client, ['message', 'return']);
  };
  const put = async (until: { local: string; zone: string }) => {
    try {
      const kept = await ask<MessageJson>('POST', `/messages/${message.id}/snooze`, { until });
      setOpen(false);
      opener.current?.focus();
      show({
        words: `Put off: comes back ${words.moment(kept.snoozedUntil!)}.`,
        undo: { label: 'Undo', act: () => void bringBack() },
      });
    } catch (error) {
      showProblem(error);
    }
    refresh(client, ['message', 'return']);
  };
  return (
    <>
      <Popover
        open={open}
        onOpenChange={setOpen}
        trigger="click"
        destroyOnHidden
        placement="bottomLeft"
        title={message.snoozedUntil ? 'Another moment' : 'Put off until'}
        content={<SnoozeForm message={message} put={(until) => void put(until)} />}
      >
        <Button ref={opener} aria-expanded={open}>
          Snooze
        </Button>
      </Popover>
      {message.snoozedUntil && <Button onClick={() => void bringBack()}>Bring back now</Button>}
    </>
  );
}
