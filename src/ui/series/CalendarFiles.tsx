'use client';
/** Series to and from calendar files, and the secret address a calendar program reads what leaves under. */
import { Button, Popover } from 'antd';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import type { FeedJson, SeriesImportJson } from '#api/types';
import { chosenFile } from '../common/chosenFile';
import { ask } from '../data/client';
import { refresh } from '../data/queries';
import { useNotices } from '../shell/Notices';
import own from './Series.module.css';

function Address() {
  const client = useQueryClient();
  const { show, showProblem } = useNotices();
  const feed = useQuery({ queryKey: ['feed'], queryFn: () => ask<FeedJson>('GET', '/calendar') }).data;
  const address = feed?.path && window.location.origin + feed.path;
  const change = async (method: 'POST' | 'DELETE', words: string) => {
    try {
      await ask(method, '/calendar');
      await client.invalidateQueries({ queryKey: ['feed'] });
      show({ words });
    } catch (error) {
      showProblem(error);
    }
  };
  return (
    <div className={own.address}>
      <p>
        Under this address a calendar program shows what leaves in the next 90 days. Whoever knows it can read
        that: it can be taken back.
      </p>
      {address ? (
        <>
          <code>{address}</code>
          <span className={own.whole}>
            <Button
              size="small"
              onClick={() =>
                void navigator.clipboard
                  .writeText(address)
                  .then(() => show({ words: 'The address is copied.' }), showProblem)
              }
            >
              Copy
            </Button>
            <Button
              size="small"
              onClick={() => void change('POST', 'A new address; the one before leads nowhere any more.')}
            >
              Another address
            </Button>
            <Button size="small" onClick={() => void change('DELETE', 'The address is taken back.')}>
              Take it back
            </Button>
          </span>
        </>
      ) : (
        <Button size="small" onClick={() => void change('POST', 'The address leads to what leaves.')}>
          Make an address
        </Button>
      )}
    </div>
  );
}

export function CalendarFiles() {
  const client = useQueryClient();
  const { show, showProblem } = useNotices();
  const chooser = useRef<HTMLInputElement>(null);
  const [open, setOpen] = useState(false);
  async function take(file: File) {
    try {
      const { drafts, said } = await ask<SeriesImportJson>('POST', '/series/import', {
        text: await file.text(),
      });
      const made = drafts.length === 1 ? 'One draft is made' : `${drafts.length} drafts are made`;
      show({ words: [`${made}: nothing leaves before you schedule it.`, ...said].join(' ') });
    } catch (error) {
      showProblem(error);
    } finally {
      refresh(client, ['message']);
    }
  }
  return (
    <span className={own.files}>
      <Button href="/api/v1/series/export" download>
        Save as a calendar file
      </Button>
      <Button onClick={() => chooser.current?.click()}>Take in a calendar file…</Button>
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
      <Popover
        open={open}
        onOpenChange={setOpen}
        trigger="click"
        destroyOnHidden
        content={
          <div role="dialog" aria-label="The address for calendar programs">
            <Address />
          </div>
        }
      >
        <Button aria-expanded={open}>Calendar address…</Button>
      </Popover>
    </span>
  );
}
