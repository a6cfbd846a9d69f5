'use client';
/** The keys of commands: whether single ones act, and which is whose. */
import { Button, Switch } from 'antd';
import { COMMANDS, keyInForce, whyNoKeys, type CommandKey, type OwnKeys } from '#core/commandKeys';
import { KeptField } from '../common/KeptField';
import { useSettings } from '../data/queries';
import styles from './SettingsView.module.css';
import { useApply } from './useApply';

export function Keys() {
  const { singleKeys, keys } = useSettings();
  const { apply } = useApply();
  const put = async (command: CommandKey, words: string, typed: string) => {
    const key = typed.trim().toLowerCase();
    const others: OwnKeys = { ...keys };
    delete others[command];
    const next = key === command || key === '' ? others : { ...others, [command]: key };
    const why = whyNoKeys(next);
    if (why) throw new Error(why);
    await apply({ keys: next }, `${keyInForce(command, next).toUpperCase()} is for “${words}”.`, { keys });
  };
  return (
    <section className={`pane ${styles.block}`} aria-labelledby="keys">
      <div className={styles.head}>
        <h2 id="keys">Keys</h2>
        <Switch
          aria-label="Single keys"
          checked={singleKeys}
          onChange={(on) =>
            void apply(
              { singleKeys: on },
              on ? 'Single keys act outside fields.' : 'Keys act with Alt Shift only.',
              { singleKeys },
            )
          }
        />
        <span aria-hidden>single keys {singleKeys ? 'on' : 'off'}</span>
      </div>
      <p className="quiet">
        Outside fields a single key is enough; with Alt Shift the same keys act everywhere. Views keep their
        digits.
      </p>
      <div className={styles.keys}>
        {COMMANDS.map(({ key, words }) => (
          <KeptField
            key={key}
            label={words}
            value={keyInForce(key, keys).toUpperCase()}
            keep={(typed) => put(key, words, typed)}
          />
        ))}
      </div>
      {Object.keys(keys).length > 0 && (
        <Button onClick={() => void apply({ keys: {} }, 'All keys are the usual ones.', { keys })}>
          The usual keys again
        </Button>
      )}
    </section>
  );
}
