'use client';
/** Walking the folders that files may be linked from: by mouse, by arrows, and by what is typed. */
import { Button, Input, type InputRef } from 'antd';
import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import type { FilesJson } from '#api/types';
import { sizeWords } from '#core/message/attachment';
import { isPattern, nameOf } from '#core/files/paths';
import { useWords } from '../common/format';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { useFirstFocus } from '../common/useFirstFocus';
import { useSettled } from '../common/useSettled';
import { useFiles } from '../data/links';
import styles from './FilePicker.module.css';

type Entry = FilesJson['entries'][number];

/** What is typed rests this long before it is looked for. */
const RESTS_MS = 120;

interface Props {
  /** What is chosen: files to be linked, something to be watched, or a folder to move to. */
  purpose: 'link' | 'watch' | 'folder';
  /** @param paths files, a folder, or a folder and a pattern of names */
  choose: (paths: string[], which: 'all' | 'newest') => void;
}

const inFolder = (folder: string, name: string) => `${folder === '/' ? '' : folder}/${name}`;

export function FilePicker({ purpose, choose }: Props) {
  const folders = purpose === 'folder';
  const words = useWords();
  const [under, setUnder] = useState<string | null>(null);
  const [typed, setTyped] = useState('');
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const field = useFirstFocus<InputRef>();
  const list = useRef<HTMLUListElement>(null);
  const q = useSettled(typed.trim(), RESTS_MS);
  const { data, error, isPlaceholderData } = useFiles(under, under === null ? '' : q);
  const entries = (data?.entries ?? []).filter(({ kind }) => !folders || kind === 'folder');
  const { folder = null, above = null, total = 0 } = data ?? {};
  const pattern = folder !== null && isPattern(typed.trim()) ? inFolder(folder, typed.trim()) : null;

  // Where there is one folder only, it is the one.
  const [only] = data && data.folder === null && data.entries.length === 1 ? data.entries : [];
  const started = useRef(false);
  useEffect(() => {
    if (!only || started.current) return;
    started.current = true;
    setUnder(only.path);
  }, [only]);

  const go = (to: string | null) => {
    setUnder(to);
    setTyped('');
    setChosen([]);
    field.current?.focus();
  };
  // What is watched is one path.
  const others = (before: readonly string[]) => (purpose === 'watch' ? [] : before);
  const toggle = ({ path }: Entry) =>
    setChosen((before) =>
      before.includes(path) ? before.filter((each) => each !== path) : [...others(before), path],
    );
  const press = (entry: Entry) => (entry.kind === 'folder' ? go(entry.path) : toggle(entry));
  const link = (entry: Entry) => choose([...new Set([...others(chosen), entry.path])], 'all');

  function takeOnly(): void {
    const [entry] = entries;
    if (entries.length !== 1 || !entry) return;
    if (entry.kind === 'folder') go(entry.path);
    else link(entry);
  }
  // Pressed before what is typed has been looked for, Enter takes what is found then.
  const found = q === typed.trim() && data !== undefined && data.folder === under && !isPlaceholderData;
  const entered = useRef(false);
  useEffect(() => {
    if (!found || !entered.current) return;
    entered.current = false;
    takeOnly();
  });

  function onKeyDown(event: KeyboardEvent<HTMLElement>) {
    const entry = entries.find(({ path }) => path === document.activeElement?.getAttribute('data-row'));
    const up = () => folder !== null && go(above);
    if (event.key === 'Backspace' && entry) up();
    else if (event.key === 'ArrowLeft' && entry) up();
    else if (event.key === 'ArrowRight' && entry?.kind === 'folder') go(entry.path);
    else if (event.key === ' ' && entry?.kind === 'file') toggle(entry);
    else if (event.key === 'Enter' && entry?.kind === 'file') link(entry);
    else return moveBetweenRows(event);
    event.preventDefault();
  }
  function onFieldKey(event: KeyboardEvent<HTMLElement>) {
    const rows = [...(list.current?.querySelectorAll<HTMLElement>('[data-row]') ?? [])];
    if (event.key === 'ArrowDown') rows[0]?.focus();
    else if (event.key === 'Enter' && pattern) choose([pattern], 'all');
    else if (event.key === 'Enter' && found) takeOnly();
    else if (event.key === 'Enter') entered.current = true;
    else if (event.key === 'Backspace' && typed === '' && folder !== null) go(above);
    else return;
    event.preventDefault();
  }

  const verb = purpose === 'watch' ? 'Watch' : 'Link';
  const place = folder === null ? 'Folders that files may be linked from' : nameOf(folder) || folder;
  return (
    <div className={styles.picker}>
      <div className={styles.place}>
        <Button size="small" disabled={folder === null} onClick={() => go(above)}>
          Up
        </Button>
        <bdi title={folder ?? undefined}>{place}</bdi>
      </div>
      <Input
        ref={field}
        size="small"
        aria-label="Find in this folder"
        placeholder="part of a name, or a pattern as stock-*.csv"
        value={typed}
        onChange={(event) => {
          entered.current = false;
          setTyped(event.target.value);
        }}
        onKeyDown={onFieldKey}
      />
      <ul ref={list} className={styles.entries} aria-label={place} onKeyDown={onKeyDown}>
        {entries.map((entry) => (
          <li key={entry.path}>
            <button
              type="button"
              className={styles.entry}
              data-row={entry.path}
              data-kind={entry.kind}
              aria-pressed={entry.kind === 'file' ? chosen.includes(entry.path) : undefined}
              onClick={() => press(entry)}
            >
              <span dir="auto">
                {entry.name}
                {entry.kind === 'folder' && '/'}
              </span>
              {entry.kind === 'file' && (
                <span className="quiet">
                  {sizeWords(entry.size)}, {words.moment(entry.modifiedAt!)}
                </span>
              )}
            </button>
          </li>
        ))}
      </ul>
      {error && <p role="alert">{error.message}</p>}
      {data && entries.length === 0 && (
        <p className="quiet">
          {folder === null
            ? 'No folder is there yet that files may be linked from. Settings › Server and sessions says which.'
            : q
              ? 'Nothing of that name is here.'
              : 'Nothing is in here.'}
        </p>
      )}
      {total > entries.length && !folders && (
        <p className="quiet">
          {entries.length} of {total}: type a part of the name to find the others.
        </p>
      )}
      <div className={styles.acts}>
        {folders ? (
          <Button
            size="small"
            type="primary"
            disabled={folder === null}
            onClick={() => choose([folder!], 'all')}
          >
            Choose this folder
          </Button>
        ) : (
          <>
            {pattern ? (
              <>
                <Button size="small" type="primary" onClick={() => choose([pattern], 'all')}>
                  {verb} all that are called so
                </Button>
                {purpose === 'link' && (
                  <Button size="small" onClick={() => choose([pattern], 'newest')}>
                    The newest of them
                  </Button>
                )}
              </>
            ) : (
              <Button
                size="small"
                type="primary"
                disabled={chosen.length === 0}
                onClick={() => choose([...chosen], 'all')}
              >
                {chosen.length > 1
                  ? `${verb} ${chosen.length} files`
                  : chosen.length === 1
                    ? `${verb} “${nameOf(chosen[0]!)}”`
                    : verb}
              </Button>
            )}
            <Button size="small" disabled={folder === null} onClick={() => choose([folder!], 'all')}>
              All of this folder
            </Button>
            {purpose === 'link' && (
              <Button size="small" disabled={folder === null} onClick={() => choose([folder!], 'newest')}>
                Its newest file
              </Button>
            )}
          </>
        )}
      </div>
    </div>
  );
}
