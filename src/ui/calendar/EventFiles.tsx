'use client';
/** The calendar to and from calendar files. */
import { Button } from 'antd';
import { useRef, useState } from 'react';
import type { EventImportJson } from '#api/types';
import { chosenFile } from '../common/chosenFile';
import { useAct } from '../common/useAct';
import { ask } from '../data/client';

const count = (n: number, words: string) =>
  n === 0 ? [] : [`${n === 1 ? 'one event' : `${n} events`} ${words}`];

function importWords({ added, changed, kept, lost, unread }: EventImportJson): string {
  const done = [
    ...count(added, 'put in'),
    ...count(changed, 'changed'),
    ...count(kept, 'known already'),
  ].join(', ');
  const [first] = lost;
  const rest = lost.length > 1 ? ` and ${lost.length - 1} more` : '';
  return [
    done ? `${done[0]!.toUpperCase()}${done.slice(1)}.` : 'Nothing was put in.',
    first && `Not kept: ${first.what}${first.summary ? ` (“${first.summary}”)` : ''}${rest}.`,
    unread.length > 0 &&
      `Not taken: ${unread[0]}${unread.length > 1 ? ` And ${unread.length - 1} more.` : ''}`,
  ]
    .filter(Boolean)
    .join(' ');
}

export function EventFiles() {
  const { act } = useAct();
  const chooser = useRef<HTMLInputElement>(null);
  const [taking, setTaking] = useState(false);
  async function take(file: File) {
    setTaking(true);
    await act(async (asking) => {
      const result = await ask<EventImportJson>(
        'POST',
        '/events/import',
        { text: await file.text() },
        asking,
      );
      return { words: importWords(result), done: `taking in ${file.name}` };
    });
    setTaking(false);
  }
  return (
    <>
      <Button size="small" href="/api/v1/events/export" download>
        Save as a calendar file
      </Button>
      <Button size="small" loading={taking} onClick={() => chooser.current?.click()}>
        Take in a calendar file…
      </Button>
      <input
        ref={chooser}
        type="file"
        accept=".ics,text/calendar"
        hidden
        aria-label="A calendar file"
        onChange={(event) => {
          const file = chosenFile(event);
          if (file) void take(file);
        }}
      />
    </>
  );
}
