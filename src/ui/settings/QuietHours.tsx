'use client';
/** The hours in which nothing that is sent leaves. */
import { Radio, Switch } from 'antd';
import { readQuiet, writeQuiet } from '#core/hold/quietText';
import { KeptField } from '../common/KeptField';
import { useSettings } from '../data/queries';
import styles from './SettingsView.module.css';
import { useApply } from './useApply';

export function QuietHours() {
  const { quietHours } = useSettings();
  const { apply, problem } = useApply();
  const hours = writeQuiet(quietHours.days);
  return (
    <section className={`pane ${styles.block}`} aria-labelledby="quiet">
      <div className={styles.head}>
        <h2 id="quiet">Quiet hours</h2>
        <Switch
          aria-label="Quiet hours"
          checked={quietHours.on}
          onChange={(on) =>
            void apply(
              { quietHours: { ...quietHours, on } },
              on ? 'What you send in quiet hours waits until they end.' : 'Nothing is held by quiet hours.',
            )
          }
        />
        <span aria-hidden>{quietHours.on ? 'on' : 'off'}</span>
      </div>
      <p className="quiet">
        What you send in them is held until they end, and stands on top of Departures to be reconsidered. What
        is scheduled for a moment of its own leaves then all the same.
      </p>
      <KeptField
        label="From and to, by the weekday they begin on"
        value={hours}
        hint="Mo-Fr 21:40-06:50; Sa-Su 23:00-09:00, or never."
        keep={async (text) => {
          const days = [...readQuiet(text)];
          await apply({ quietHours: { ...quietHours, days } }, `Quiet hours: ${writeQuiet(days)}.`, {
            quietHours,
          });
        }}
      />
      <Radio.Group
        aria-label="When they end"
        value={quietHours.after ?? 'leaves'}
        onChange={({ target }) => {
          const after = target.value as 'leaves' | 'waits';
          void apply(
            { quietHours: { ...quietHours, after } },
            after === 'waits'
              ? 'What quiet hours hold waits until you have looked at it.'
              : 'What quiet hours hold leaves when they end.',
            { quietHours },
          );
        }}
        options={[
          { value: 'leaves', label: 'When they end it leaves' },
          { value: 'waits', label: 'It waits for me to look' },
        ]}
      />
      {problem && (
        <p role="alert" className={styles.problem}>
          {problem.message}
        </p>
      )}
    </section>
  );
}
