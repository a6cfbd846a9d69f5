'use client';
/** What the checks found in the message, the gravest first, each with a way out. */
import { Button } from 'antd';
import { useDeferredValue, useMemo, useRef, useState } from 'react';
import { withFix, type Finding, type Move } from '../../core/checks/finding';
import type { CheckedMessage } from '../../core/checks/checkedMessage';
import { CHECK_WORDS, checkMessage } from '../../core/checks/message';
import { toLocal } from '../../core/time/wallClock';
import { zoneCity } from '../../core/time/zones';
import { useCorrespondents, useSettings } from '../data/queries';
import { useNow } from '../data/useNow';
import type { Lands } from '../moment/DayStrips';
import { useCommand } from '../shell/commands';
import { useNotices } from '../shell/Notices';
import styles from './Composer.module.css';

interface Props {
  message: CheckedMessage;
  lands: readonly Lands[];
  onText: (text: string) => void;
  onMove: (move: Move) => void;
}

/** More than this is counted: a line is not a page. */
const SHOWN = 4;
const FIXES = 2;

export function Findings({ message, lands, onText, onMove }: Props) {
  const { zone, checksOff } = useSettings();
  const { show } = useNotices();
  const now = useNow(60_000);
  const people = useCorrespondents().data;
  const [all, setAll] = useState(false);
  const group = useRef<HTMLDivElement>(null);
  // Typing goes before checking.
  const checked = useDeferredValue(message);
  const findings = useMemo(() => {
    const landings = lands.flatMap((land) =>
      land.zone
        ? [{ zone: land.zone, place: land.place ?? '', local: toLocal(Date.parse(land.at), land.zone) }]
        : [],
    );
    return checkMessage(checked, {
      ...{ now, zone, place: zoneCity(zone), landings, people: people ?? [], off: checksOff },
    });
  }, [checked, lands, now, zone, people, checksOff]);
  const { text } = message;

  /** The next finding after the one in focus; the first after the last. */
  function next() {
    const items = [...(group.current?.querySelectorAll<HTMLElement>('[data-finding]') ?? [])];
    const at = items.findIndex((each) => each.contains(document.activeElement));
    items[(at + 1) % items.length]?.focus();
  }
  useCommand('KeyF', findings.length > 0 ? next : undefined);
  if (findings.length === 0) return null;

  function fix(finding: Finding, words: string) {
    // What is found was found in a text that may be a keystroke old.
    if (text.slice(finding.from, finding.to) !== finding.words) return;
    onText(withFix(text, finding, words));
    show({
      words: `“${finding.words}” is now “${words}”.`,
      undo: { label: 'Undo', act: () => onText(text) },
    });
  }
  const shown = all ? findings : findings.slice(0, SHOWN);
  const more = findings.length - shown.length;
  return (
    <div className={styles.findings} role="group" aria-label="Findings" ref={group}>
      <strong title="F goes to the next one, Alt Shift F in fields">
        {findings.length === 1 ? '1 finding' : `${findings.length} findings`}
      </strong>
      {shown.map((finding) => (
        <span
          key={`${finding.check} ${finding.from} ${finding.words}`}
          className={finding.severity === 'stop' ? styles.stop : styles.finding}
          title={CHECK_WORDS[finding.check]}
          data-finding
          tabIndex={-1}
        >
          <span>
            {finding.words && `“${finding.words}” `}
            {finding.why}
            {finding.severity === 'stop' && ': it cannot leave like this'}
          </span>
          {finding.fixes.slice(0, FIXES).map((words) => (
            <Button
              key={words}
              size="small"
              onClick={() => fix(finding, words)}
              aria-label={`Write “${words}” for “${finding.words}”`}
            >
              {words}
            </Button>
          ))}
          {finding.moves?.map((move) => (
            <Button key={move.words} size="small" onClick={() => onMove(move)}>
              {move.words}
            </Button>
          ))}
        </span>
      ))}
      {more > 0 && (
        <Button size="small" type="text" onClick={() => setAll(true)}>
          and {more} more
        </Button>
      )}
    </div>
  );
}
