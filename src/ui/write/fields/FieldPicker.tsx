'use client';
/** The fields there are, to be put where the cursor is. */
import { useState } from 'react';
import { kindOfField, KNOWN_FIELDS } from '#core/fields/fill';
import { keyOf } from '#core/fields/syntax';
import { useFirstFocus } from '../../common/useFirstFocus';
import { PanelPopover } from '../../common/PanelPopover';
import { useCorrespondents } from '../../data/queries';
import { moveInChoice } from './moveInChoice';
import styles from './UseText.module.css';

interface Props {
  /** @param words with its braces */
  onChoose: (words: string) => void;
}

function Choice({ choose }: { choose: (words: string) => void }) {
  const people = useCorrespondents().data;
  const first = useFirstFocus<HTMLButtonElement>();
  const own = new Map<string, string>();
  for (const { columns } of people ?? [])
    for (const name of Object.keys(columns))
      if (kindOfField(keyOf(name)) === 'own') own.set(keyOf(name), 'known of some of your correspondents');
  const all = [...KNOWN_FIELDS, ...[...own].map(([name, says]) => ({ name, says }))];
  return (
    <div className={styles.choice} onKeyDown={moveInChoice}>
      <p className="quiet">
        Any other name in double braces is a field of your own; after a bar stands what is read where nothing
        is known: {'{{first name | friends}}'}.
      </p>
      <ul className={styles.all} aria-label="Fields">
        {all.map(({ name, says }, n) => (
          <li key={name}>
            <button type="button" ref={n === 0 ? first : undefined} onClick={() => choose(`{{${name}}}`)}>
              <span>{`{{${name}}}`}</span>
              <span className="quiet">{says}</span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

export function FieldPicker({ onChoose }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <PanelPopover
      title="Put in a field"
      button={{ size: 'small', children: 'Field…' }}
      open={open}
      onOpenChange={setOpen}
    >
      {(close) => (
        <Choice
          choose={(words) => {
            close();
            onChoose(words);
          }}
        />
      )}
    </PanelPopover>
  );
}
