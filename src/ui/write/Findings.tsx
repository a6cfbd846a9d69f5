'use client';
/** What the checks found in the text, each with what could stand there instead. */
import { Button } from 'antd';
import { useDeferredValue, useMemo } from 'react';
import { agingWords } from '../../core/checks/agingWords';
import { withFix, type Finding } from '../../core/checks/finding';
import { zonelessTimes } from '../../core/checks/zonelessTimes';
import { toLocal } from '../../core/time/wallClock';
import { zoneCity } from '../../core/time/zones';
import { useSettings } from '../data/queries';
import { useNow } from '../data/useNow';
import type { Lands } from '../moment/DayStrips';
import { useNotices } from '../shell/Notices';
import styles from './Composer.module.css';

interface Props {
  text: string;
  lands: readonly Lands[];
  onText: (text: string) => void;
}

/** More than this is counted: a line is not a page. */
const SHOWN = 3;
const FIXES = 2;

export function Findings({ text, lands, onText }: Props) {
  const { zone } = useSettings();
  const { show } = useNotices();
  const now = useNow(60_000);
  // Typing goes before checking.
  const checked = useDeferredValue(text);
  const findings = useMemo(() => {
    const landings = lands.flatMap((land) =>
      land.zone
        ? [{ zone: land.zone, place: land.place ?? '', local: toLocal(Date.parse(land.at), land.zone) }]
        : [],
    );
    const context = { now, zone, place: zoneCity(zone), landings };
    return [...agingWords(checked, context), ...zonelessTimes(checked, context)].sort(
      (a, b) => a.from - b.from,
    );
  }, [checked, lands, now, zone]);
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
  const more = findings.length - SHOWN;
  return (
    <div className={styles.findings} role="group" aria-label="Findings">
      <strong>{findings.length === 1 ? '1 finding' : `${findings.length} findings`}</strong>
      {findings.slice(0, SHOWN).map((finding) => (
        <span key={`${finding.from} ${finding.words}`} className={styles.finding}>
          <span>
            “{finding.words}” {finding.why}
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
        </span>
      ))}
      {more > 0 && <span className="quiet">and {more} more</span>}
    </div>
  );
}
