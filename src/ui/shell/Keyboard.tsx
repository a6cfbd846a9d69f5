'use client';
/** The keys that work on every view, and the list of them. */
import { Button } from 'antd';
import { useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { tinykeys } from 'tinykeys';
import { keyHelp, runCommand, useCommand } from './commands';
import { newMessagePath, views } from './views';
import styles from './Keyboard.module.css';

const inField = (event: Event) =>
  event.target instanceof Element &&
  event.target.closest(
    'input, textarea, select, [contenteditable="true"], [role="combobox"], [role="listbox"]',
  ) !== null;

/** Something that takes input is open over the page: single keys belong to it, wherever the focus is for a moment. */
const openForInput = () =>
  [...document.querySelectorAll<HTMLElement>('.ant-popover, .ant-modal-wrap, dialog[open]')].some(
    (each) =>
      each.checkVisibility() &&
      each.querySelector('input, textarea, select, [contenteditable="true"]') !== null,
  );

/** Where `Alt Shift G` goes, in turn. */
const LANDMARKS = ['[data-rail]', '[data-tray]', '#content', '[data-panel]'];

function cycleLandmarks() {
  const present = LANDMARKS.map((selector) => document.querySelector<HTMLElement>(selector)).filter(
    (each) => each !== null,
  );
  const at = present.findLastIndex((each) => each.contains(document.activeElement));
  present[(at + 1) % present.length]?.focus();
}

export function Keyboard() {
  const router = useRouter();
  const list = useRef<HTMLDialogElement>(null);

  useCommand('KeyN', () => router.push(newMessagePath()));
  useCommand('Slash', () => {
    const field = document.querySelector<HTMLInputElement>('[data-find]');
    if (field) {
      field.focus();
      field.select();
    } else router.push('/inbox?find');
  });
  useCommand('?', () => list.current?.showModal());

  useEffect(() => {
    const bindings: Record<string, (event: KeyboardEvent) => void> = {};
    const bind = (code: string, act: () => boolean | void) => {
      const guarded = (event: KeyboardEvent, chord: boolean) => {
        if (event.defaultPrevented || (!chord && (inField(event) || openForInput()))) return;
        if (act() !== false) event.preventDefault();
      };
      bindings[code] = (event) => guarded(event, false);
      bindings[`Alt+Shift+${code}`] = (event) => guarded(event, true);
    };
    for (const { code } of keyHelp) bind(code, () => runCommand(code));
    // Wherever the keyboard has it: by itself, with Shift, or among the digits.
    for (const slash of ['/', 'Shift+/'])
      bindings[slash] = (event) => {
        if (event.defaultPrevented || inField(event) || openForInput()) return;
        event.preventDefault();
        runCommand('Slash');
      };
    bindings['Shift+?'] = (event) => {
      if (inField(event) || openForInput()) return;
      event.preventDefault();
      runCommand('?');
    };
    for (const { key, path } of views) bind(`Digit${key}`, () => router.push(path));
    bindings['Alt+Shift+KeyG'] = (event) => {
      event.preventDefault();
      cycleLandmarks();
    };
    return tinykeys(window, bindings);
  }, [router]);

  return (
    <dialog ref={list} className={styles.dialog} aria-labelledby="keys">
      <h2 id="keys">Keys</h2>
      <p className="quiet">
        Alone outside fields; with Alt Shift everywhere. Alt Shift G goes round rail, tray, content and panel.
      </p>
      <dl className={styles.keys}>
        {views.map(({ key, name }) => (
          <div key={key}>
            <dt>{key}</dt>
            <dd>{name}</dd>
          </div>
        ))}
        {keyHelp.map(({ key, words }) => (
          <div key={key}>
            <dt>{key}</dt>
            <dd>{words}</dd>
          </div>
        ))}
        <div>
          <dt>Ctrl Enter</dt>
          <dd>the main button</dd>
        </div>
        <div>
          <dt>↑ ↓ Enter</dt>
          <dd>move in a list, open</dd>
        </div>
      </dl>
      <form method="dialog">
        <Button htmlType="submit">Close</Button>
      </form>
    </dialog>
  );
}
