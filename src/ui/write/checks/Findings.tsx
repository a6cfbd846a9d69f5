'use client';
/** What the checks found in the message, the gravest first, each with a way out. */
import { Button } from 'antd';
import { useRef, useState } from 'react';
import type { Finding, Move } from '../../../core/checks/finding';
import { CHECK_WORDS } from '../../../core/checks/message';
import { useCommand } from '../../shell/commands';
import styles from '../Composer.module.css';

interface Props {
  findings: readonly Finding[];
  onFix: (finding: Finding, words: string) => void;
  onMove: (move: Move) => void;
}

/** More than this is counted: a line is not a page. */
const SHOWN = 4;
const FIXES = 2;

export function Findings({ findings, onFix, onMove }: Props) {
  const [all, setAll] = useState(false);
  const group = useRef<HTMLDivElement>(null);

  /** The next finding after the one in focus; the first after the last. */
  function next() {
    const items = [...(group.current?.querySelectorAll<HTMLElement>('[data-finding]') ?? [])];
    const at = items.findIndex((each) => each.contains(document.activeElement));
    items[(at + 1) % items.length]?.focus();
  }
  useCommand('f', findings.length > 0 ? next : undefined);
  if (findings.length === 0) return null;

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
              onClick={() => onFix(finding, words)}
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
