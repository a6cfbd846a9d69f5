'use client';
/** The checks that are made while writing, each to be switched off. */
import { Button, Checkbox } from 'antd';
import { CHECK_IDS } from '#core/checks/finding';
import { CHECK_WORDS } from '#core/checks/message';
import { useSettings } from '../data/queries';
import styles from './SettingsView.module.css';
import { useApply } from './useApply';

export function Checks() {
  const { checksOff, meantSo } = useSettings();
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
      {meantSo.length > 0 && (
        <>
          <h3>Meant so, in every message</h3>
          <ul className={styles.meant}>
            {meantSo.map((each) => (
              <li key={`${each.check} ${each.words}`}>
                <span>
                  {each.words ? `“${each.words}”` : 'Always'}: {CHECK_WORDS[each.check].toLowerCase()}
                </span>
                <Button
                  size="small"
                  type="text"
                  aria-label={`No more: “${each.words}”`}
                  onClick={() =>
                    void apply(
                      { meantSo: meantSo.filter((other) => other !== each) },
                      'It is looked for again.',
                      {
                        meantSo,
                      },
                    )
                  }
                >
                  No more
                </Button>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
