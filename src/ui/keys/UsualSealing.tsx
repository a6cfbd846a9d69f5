'use client';
/** How new messages are signed and encrypted, and how long my keys stay open. */
import { Checkbox, Select } from 'antd';
import { ENCRYPTS } from '#core/openpgp/key';
import { useSettings } from '../data/queries';
import { useApply } from '../settings/useApply';
import { ENCRYPT_WORDS } from './EncryptionChoice';
import styles from './Keys.module.css';

const MINUTES = [1, 5, 15, 60, 8 * 60];
const minuteWords = (minutes: number) =>
  minutes < 60
    ? `${minutes} ${minutes === 1 ? 'minute' : 'minutes'}`
    : minutes === 60
      ? 'an hour'
      : `${minutes / 60} hours`;

export function UsualSealing() {
  const { usualSign, usualEncrypt, sealSubjects, tellMyKey, keysOpenMinutes } = useSettings();
  const { apply, problem } = useApply();
  const choices = [...new Set([...MINUTES, keysOpenMinutes])].sort((a, b) => a - b);
  return (
    <section className={`pane ${styles.block}`} aria-labelledby="usual-sealing">
      <h2 id="usual-sealing">As usual</h2>
      <Checkbox
        checked={usualSign}
        onChange={({ target: { checked } }) =>
          void apply({ usualSign: checked }, `New messages are ${checked ? '' : 'not '}signed.`, {
            usualSign,
          })
        }
      >
        New messages are signed
      </Checkbox>
      <div className={styles.acts}>
        <label htmlFor="usualEncrypt">New messages are</label>
        <Select
          id="usualEncrypt"
          value={usualEncrypt}
          popupMatchSelectWidth={false}
          options={ENCRYPTS.map((value) => ({ value, label: ENCRYPT_WORDS[value].toLowerCase() }))}
          onChange={(value) =>
            void apply({ usualEncrypt: value }, `New messages: ${ENCRYPT_WORDS[value].toLowerCase()}.`, {
              usualEncrypt,
            })
          }
        />
      </div>
      <Checkbox
        checked={sealSubjects}
        onChange={({ target: { checked } }) =>
          void apply(
            { sealSubjects: checked },
            checked ? 'Subjects are encrypted as well.' : 'Subjects are told outside.',
            { sealSubjects },
          )
        }
      >
        Subjects are encrypted as well: outside it says “[...]”
      </Checkbox>
      <Checkbox
        checked={tellMyKey}
        onChange={({ target: { checked } }) =>
          void apply({ tellMyKey: checked }, `Your key ${checked ? 'goes' : 'does not go'} along.`, {
            tellMyKey,
          })
        }
      >
        Your key goes along in the header of what you send (Autocrypt)
      </Checkbox>
      <div className={styles.acts}>
        <label htmlFor="keysOpenMinutes">Your keys are locked again after</label>
        <Select
          id="keysOpenMinutes"
          value={keysOpenMinutes}
          popupMatchSelectWidth={false}
          options={choices.map((value) => ({ value, label: minuteWords(value) }))}
          onChange={(value) =>
            void apply({ keysOpenMinutes: value }, `Locked after ${minuteWords(value)} without use.`, {
              keysOpenMinutes,
            })
          }
        />
        <span className="quiet">in which nobody has used them</span>
      </div>
      {problem && (
        <p role="alert" className={styles.problem}>
          {problem.message}
        </p>
      )}
    </section>
  );
}
