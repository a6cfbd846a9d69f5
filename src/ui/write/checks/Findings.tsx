'use client';
/** What the checks found in the message, the gravest first, each with a way out. */
import { Button } from 'antd';
import { useEffect, useRef, useState } from 'react';
import type { Finding, Move } from '#core/checks/finding';
import { findingWords } from '#core/checks/findingWords';
import { CHECK_WORDS } from '#core/checks/message';
import { canBeSetAside } from '#core/checks/setAside';
import { useAnnounce } from '../../shell/Announcer';
import { useCommand } from '../../shell/commands';
import styles from '../Composer.module.css';

interface Props {
  findings: readonly Finding[];
  onFix: (finding: Finding, words: string) => void;
  onMove: (move: Move) => void;
  onMeant: (finding: Finding) => void;
  /** Goes to its words in the text. */
  onShow: (finding: Finding) => void;
}

/** More than this is counted: a line is not a page. */
const SHOWN = 4;
const FIXES = 2;
/** Typing rests so long before what was found is said. */
const SAID_AFTER_MS = 1200;

const keyOf = ({ check, words }: Finding) => `${check} ${words}`;

/** Each finding is said once, when the typing rests: how many, and the first of them. */
function useSaid(findings: readonly Finding[]): void {
  const announce = useAnnounce();
  const said = useRef(new Set<string>());
  useEffect(() => {
    const timer = setTimeout(() => {
      const fresh = findings.filter((each) => !said.current.has(keyOf(each)));
      for (const each of fresh) said.current.add(keyOf(each));
      const [first] = fresh;
      if (!first) return;
      const count = fresh.length === 1 ? 'Found' : `${fresh.length} found, first`;
      announce(`${count}: ${findingWords(first)}. Alt Shift F goes to it.`);
    }, SAID_AFTER_MS);
    return () => clearTimeout(timer);
  }, [findings, announce]);
}

export function Findings({ findings, onFix, onMove, onMeant, onShow }: Props) {
  useSaid(findings);
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
          onKeyDown={(event) => {
            if (event.key !== 'Enter' || event.target !== event.currentTarget) return;
            event.preventDefault();
            onShow(finding);
          }}
        >
          {finding.field === 'text' && finding.to > 0 ? (
            // By keyboard it is Enter on the finding itself: Tab goes to its ways out.
            <button
              type="button"
              className={styles.words}
              title="Go there"
              tabIndex={-1}
              onClick={() => onShow(finding)}
            >
              {findingWords(finding)}
            </button>
          ) : (
            <span>{findingWords(finding)}</span>
          )}
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
          {canBeSetAside(finding) && (
            <Button
              size="small"
              type="text"
              aria-label={`It is meant so: ${findingWords(finding)}`}
              onClick={() => onMeant(finding)}
            >
              Meant so
            </Button>
          )}
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
