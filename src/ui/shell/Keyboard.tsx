'use client';
/** The keys that work on every view, and the list of them. */
import { Button } from 'antd';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { COMMANDS, commandOf, keyInForce } from '#core/commandKeys';
import { useSettings } from '../data/queries';
import { runCommand, useCommand } from './commands';
import { useUndoLatest } from './Notices';
import { pressedKey } from './pressedKey';
import { newMessagePath, views } from './views';
import styles from './Keyboard.module.css';

const inField = (event: Event) =>
  event.target instanceof Element &&
  event.target.closest(
    'input:not([type="radio"], [type="checkbox"]), textarea, select, [contenteditable="true"], [role="combobox"], [role="listbox"]',
  ) !== null;

const shown = (selector: string) =>
  [...document.querySelectorAll<HTMLElement>(selector)].filter((each) => each.checkVisibility());

/** What is behind an open dialog is out of reach, for keys too. */
const dialogOpen = () => shown('.ant-modal-wrap, dialog[open]').length > 0;

/** Something that takes input is open over the page: single keys belong to it, wherever the focus is for a moment. */
const openForInput = () =>
  shown('.ant-popover').some(
    (each) => each.querySelector('input, textarea, select, [contenteditable="true"]') !== null,
  );

/** Where `Alt Shift G` goes, in turn. */
const LANDMARKS = ['[data-rail]', '[data-tray]', '#content', '[data-panel]'];

function cycleLandmarks() {
  const present = LANDMARKS.map((selector) => document.querySelector<HTMLElement>(selector)).filter(
    // What is folded away on a narrow screen cannot take the focus.
    (each) => each?.checkVisibility() ?? false,
  ) as HTMLElement[];
  const at = present.findLastIndex((each) => each.contains(document.activeElement));
  present[(at + 1) % present.length]?.focus();
}

export function Keyboard() {
  const router = useRouter();
  const list = useRef<HTMLDialogElement>(null);
  const undoLatest = useUndoLatest();
  const { keys, singleKeys } = useSettings();

  useCommand('n', () => router.push(newMessagePath()));
  useCommand('m', () => router.push(`/write?reminds=${Date.now().toString(36)}`));
  useCommand('/', () => {
    const field = document.querySelector<HTMLInputElement>('[data-find]');
    if (field) {
      field.focus();
      field.select();
    } else router.push('/inbox?find');
  });
  useCommand('?', () => list.current?.showModal());

  useEffect(() => {
    const paths = new Map<string, string>(views.map(({ key, path }) => [key, path]));
    /** @returns false where it is nobody's business */
    const act = (key: string, held: 'none' | 'alt shift' | 'ctrl'): boolean => {
      if (held === 'ctrl') {
        if (key === 'z') undoLatest();
        return key === 'z';
      }
      if (held === 'alt shift' && key === 'g') {
        cycleLandmarks();
        return true;
      }
      const path = paths.get(key);
      if (path) router.push(path);
      const command = commandOf(key, keys);
      return path !== undefined || (command !== undefined && runCommand(command));
    };
    const onKeyDown = (event: KeyboardEvent) => {
      const pressed = pressedKey(event);
      if (!pressed || event.defaultPrevented || dialogOpen()) return;
      if (pressed.held !== 'alt shift' && (inField(event) || openForInput())) return;
      if (pressed.held === 'none' && !singleKeys) return;
      if (act(pressed.key, pressed.held)) event.preventDefault();
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, [router, undoLatest, keys, singleKeys]);

  return (
    <dialog ref={list} className={styles.dialog} aria-labelledby="keys">
      <h2 id="keys">Keys</h2>
      <p className="quiet">
        {singleKeys ? 'Alone outside fields; with Alt Shift everywhere.' : 'With Alt Shift, everywhere.'} Alt
        Shift G goes round rail, tray, content and panel.
      </p>
      <dl className={styles.keys}>
        {views.map(({ key, name }) => (
          <div key={key}>
            <dt>{key}</dt>
            <dd>{name}</dd>
          </div>
        ))}
        {COMMANDS.map(({ key, words }) => (
          <div key={key}>
            <dt>{keyInForce(key, keys).toUpperCase()}</dt>
            <dd>{words}</dd>
          </div>
        ))}
        <div>
          <dt>Ctrl Enter</dt>
          <dd>the main button</dd>
        </div>
        <div>
          <dt>Ctrl Z</dt>
          <dd>undo the latest; again, the one before</dd>
        </div>
        <div>
          <dt>↑ ↓ Enter</dt>
          <dd>move in a list, open</dd>
        </div>
        <div>
          <dt>Space, Shift ↑ ↓</dt>
          <dd>choose in a list</dd>
        </div>
        <div>
          <dt>Ctrl A</dt>
          <dd>choose all of a group of the inbox</dd>
        </div>
      </dl>
      <p>
        <Link href="/settings/inbox#keys" onClick={() => list.current?.close()}>
          Change them
        </Link>
      </p>
      <form method="dialog">
        <Button htmlType="submit">Close</Button>
      </form>
    </dialog>
  );
}
