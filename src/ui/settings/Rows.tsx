'use client';
/** What a pull on a row of the inbox uncovers. */
import type { RowAction } from '#core/rowActions';
import { SelectMany } from '../common/SelectMany';
import { useSettings } from '../data/queries';
import styles from './SettingsView.module.css';
import { useApply } from './useApply';

const NAMES: Record<RowAction, string> = {
  snooze: 'Snooze',
  archive: 'Archive',
  'to-do': 'To-do',
  seen: 'Seen or new',
};
const ACTIONS = Object.keys(NAMES) as RowAction[];

export function Rows() {
  const { rowActions } = useSettings();
  const { apply, problem } = useApply();
  return (
    <section className={`pane ${styles.block}`} aria-labelledby="rows">
      <h2 id="rows">Rows of the inbox</h2>
      <p className="quiet">
        With the pointer on a row, or pulled to a side with a finger, it shows these buttons. Nothing is done
        before one is pressed. Two at most.
      </p>
      <label htmlFor="row-actions">Buttons of a row</label>
      <SelectMany<RowAction>
        id="row-actions"
        maxCount={2}
        className={styles.wide}
        value={rowActions}
        options={ACTIONS.map((value) => ({ value, label: NAMES[value] }))}
        onChange={(value) =>
          void apply(
            { rowActions: value },
            value.length > 0
              ? `A row shows: ${value.map((each) => NAMES[each]).join(', ')}.`
              : 'A row shows no buttons.',
            { rowActions },
          )
        }
      />
      {problem && (
        <p role="alert" className={styles.problem}>
          {problem.message}
        </p>
      )}
    </section>
  );
}
