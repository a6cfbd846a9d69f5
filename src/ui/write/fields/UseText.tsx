'use client';
/** Writing with a kept text: found by a few letters of its name. */
import { Input, type InputRef } from 'antd';
import Link from 'next/link';
import { useState } from 'react';
import type { TextsJson } from '#api/types';
import { folded } from '#core/text/folded';
import { PanelPopover } from '../../common/PanelPopover';
import { useFirstFocus } from '../../common/useFirstFocus';
import { useTexts } from '../../data/texts';
import { useCommand, useKeyName } from '../../shell/commands';
import { moveInChoice } from './moveInChoice';
import styles from './UseText.module.css';

export type KeptText = TextsJson['texts'][number];

/** So many are shown; a few letters more find the others. */
const MOST = 8;

interface Props {
  onChoose: (text: KeptText) => void;
  label?: string;
  /** It answers to the key. */
  command?: boolean;
}

/** Those whose name has these letters, the ones that begin with them first. */
function found(texts: readonly KeptText[], typed: string): KeptText[] {
  const wanted = folded(typed.trim());
  const rank = ({ name, subject }: KeptText) => {
    const own = folded(name);
    if (own.startsWith(wanted)) return 0;
    if (own.includes(wanted)) return 1;
    return folded(subject).includes(wanted) ? 2 : 3;
  };
  return texts.filter((each) => rank(each) < 3).sort((a, b) => rank(a) - rank(b) || b.used - a.used);
}

function Choice({ choose }: { choose: (text: KeptText) => void }) {
  const [typed, setTyped] = useState('');
  const texts = useTexts().data;
  const field = useFirstFocus<InputRef>();
  const list = found(texts ?? [], typed);
  return (
    <div className={styles.choice} onKeyDown={moveInChoice}>
      <Input
        ref={field}
        aria-label="Name of the text"
        placeholder="a few letters of its name"
        value={typed}
        onChange={({ target }) => setTyped(target.value)}
        onKeyDown={(event) => {
          if (event.key !== 'Enter') return;
          event.preventDefault();
          if (list[0]) choose(list[0]);
        }}
      />
      <p className="unseen" aria-live="polite">
        {texts && `${list.length} ${list.length === 1 ? 'text' : 'texts'}`}
      </p>
      <ul aria-label="Texts">
        {list.slice(0, MOST).map((text) => (
          <li key={text.id}>
            <button type="button" onClick={() => choose(text)}>
              <span>{text.name}</span>
              <span className="quiet">{text.subject || text.text.slice(0, 60)}</span>
            </button>
          </li>
        ))}
      </ul>
      {list.length > MOST && <p className="quiet">{list.length - MOST} more: type more letters.</p>}
      {texts && list.length === 0 && (
        <p className="quiet">
          {texts.length === 0 ? 'No text is kept yet. ' : 'No text is called like that. '}
          <Link href="/library">Library</Link>
        </p>
      )}
    </div>
  );
}

export function UseText({ onChoose, label = 'Use a text', command = false }: Props) {
  const [open, setOpen] = useState(false);
  const keyName = useKeyName();
  useCommand('x', command ? () => setOpen(true) : undefined);
  return (
    <PanelPopover
      title="Which text?"
      button={{
        size: 'small',
        children: label,
        title: command ? `Alt Shift ${keyName('x')}` : undefined,
      }}
      open={open}
      onOpenChange={setOpen}
    >
      {(close) => (
        <Choice
          choose={(text) => {
            close();
            onChoose(text);
          }}
        />
      )}
    </PanelPopover>
  );
}
