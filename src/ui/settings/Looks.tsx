'use client';
/** How times are written, in which languages phrases are read, and by which light. */
import { Segmented } from 'antd';
import type { SettingsJson } from '#api/types';
import { LANGUAGES, type Language } from '#core/text/language';
import type { HourCycle } from '#core/time/words';
import { SelectMany } from '../common/SelectMany';
import { useSettings } from '../data/queries';
import styles from './SettingsView.module.css';
import { useApply } from './useApply';

const LANGUAGE_NAMES: Record<Language, string> = {
  en: 'English',
  de: 'German',
  fr: 'French',
  es: 'Spanish',
  pt: 'Portuguese',
};

export function Looks() {
  const { hourCycle, theme, languages } = useSettings();
  const { apply } = useApply();
  return (
    <section className={`pane ${styles.block}`} aria-labelledby="looks">
      <h2 id="looks">Times, words and colours</h2>
      <Segmented<HourCycle>
        aria-label="Hours"
        value={hourCycle}
        onChange={(value) =>
          void apply({ hourCycle: value }, value === 24 ? 'Times run to 24 hours.' : 'Times run to 12 hours.')
        }
        options={[
          { value: 24, label: '24 hours, 16:30' },
          { value: 12, label: '12 hours, 4:30 pm' },
        ]}
      />
      <Segmented<SettingsJson['theme']>
        aria-label="Colours"
        value={theme}
        onChange={(value) =>
          void apply({ theme: value }, value === 'dark' ? 'Dark from now on.' : 'Light from now on.')
        }
        options={[
          { value: 'light', label: 'Light' },
          { value: 'dark', label: 'Dark' },
        ]}
      />
      <div className={styles.languages}>
        <label htmlFor="languages">Languages of the phrases I write</label>
        <SelectMany<Language>
          id="languages"
          showSearch={{ optionFilterProp: 'label' }}
          value={languages}
          onChange={(value) => void apply({ languages: value }, 'Phrases are read in these languages.')}
          options={LANGUAGES.filter((language) => language !== 'en').map((value) => ({
            value,
            label: LANGUAGE_NAMES[value],
          }))}
          placeholder="English, and those of this browser"
        />
        <p className="quiet">English and the languages of this browser are read as well.</p>
      </div>
    </section>
  );
}
