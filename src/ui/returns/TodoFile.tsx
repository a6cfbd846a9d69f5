'use client';
/** To-dos taken in from a file, and given out as one. */
import { Button } from 'antd';
import { useRef } from 'react';
import type { TodoImportJson } from '#api/types';
import { chosenFile } from '../common/chosenFile';
import { ask } from '../data/client';
import { useNotices } from '../shell/Notices';

export function TodoFile() {
  const input = useRef<HTMLInputElement>(null);
  const { show, showProblem } = useNotices();
  const read = async (file: File | undefined) => {
    if (!file) return;
    try {
      const { added, changed, same, said } = await ask<TodoImportJson>('POST', '/todos/import', {
        text: await file.text(),
      });
      show({
        words: [`${added} to-dos added, ${changed} changed, ${same} as they were.`, ...said].join(' '),
        problem: said.length > 0,
      });
    } catch (error) {
      showProblem(error);
    }
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        accept=".ics,text/calendar"
        aria-label="To-dos from a file"
        className="unseen"
        tabIndex={-1}
        onChange={(event) => void read(chosenFile(event))}
      />
      <Button size="small" onClick={() => input.current?.click()}>
        Take in a file…
      </Button>
      <Button size="small" href="/api/v1/todos/export">
        Give out as a file
      </Button>
    </>
  );
}
