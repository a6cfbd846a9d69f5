'use client';
/** The checks that are made while writing, each to be switched off. */
import { Checkbox } from 'antd';
import { CHECK_IDS } from '../../core/checks/finding';
import { CHECK_WORDS } from '../../core/checks/message';
import { useSettings } from '../data/queries';
import styles from './SettingsView.module.css';
import { useApply } from './useApply';

export function Checks() {
  const { checksOff } = useSettings();
  const { apply } = useApply();
  return (
    <section className={`pane ${styles.block}`} aria-labelledby="checks">
      <h2 id="checks">Checks</h2>
      <p className="quiet">Made while you write. Only what is found is shown.</p>
      <div className={styles.checks}>
        {CHECK_IDS.map((check) => (
          <Checkbox
            key={check}
            checked={!checksOff.includes(check)}
            onChange={({ target }) =>
              void apply(
                {
                  checksOff: target.checked
                    ? checksOff.filter((each) => each !== check)
                    : [...checksOff, check],
                },
                `“${CHECK_WORDS[check]}” is ${target.checked ? 'looked for' : 'not looked for'} from now on.`,
              )
            }
          >
            {CHECK_WORDS[check]}
          </Checkbox>
        ))}
      </div>
    </section>
  );
}
