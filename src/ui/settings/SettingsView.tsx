'use client';
/** Settings: each applies at once and says so. */
import { useQueryClient } from '@tanstack/react-query';
import { Button, Input, Radio, Segmented, Select } from 'antd';
import { useState } from 'react';
import type { SettingsJson } from '../../api/types';
import { whyNoHold } from '../../core/hold/length';
import { LANGUAGES, type Language } from '../../core/text/language';
import { HOLD_SECONDS } from '../../core/limits';
import { durationWords, type HourCycle } from '../../core/time/words';
import { ask } from '../data/client';
import { refresh, useSettings } from '../data/queries';
import { TestMessage } from '../welcome/TestMessage';
import { PlaceFields } from '../common/PlaceFields';
import { WorkFields } from '../common/WorkFields';
import { ZonePicker } from '../write/ZonePicker';
import { Checks } from './Checks';
import { HoldRules } from './holds/HoldRules';
import { QuietHours } from './QuietHours';
import styles from './SettingsView.module.css';
import { SignedIn } from './SignedIn';
import { useApply } from './useApply';
import { Writing } from './Writing';

const USUAL_HOLDS = [0, 10, 30, 90, 240, 600, 1800, 7200];

const holdWords = (seconds: number) => (seconds ? durationWords(seconds * 1000) : 'Off');

function Hold() {
  const { holdSeconds } = useSettings();
  const { apply, problem } = useApply();
  const [typed, setTyped] = useState(String(holdSeconds));
  const [refused, setRefused] = useState<string | null>(null);
  const hold = (seconds: number) => {
    setTyped(String(seconds));
    setRefused(null);
    void apply(
      { holdSeconds: seconds },
      seconds ? `Sends are held ${holdWords(seconds)} from now on.` : 'Sends are no longer held.',
    );
  };
  return (
    <section className={`pane ${styles.block}`} aria-labelledby="hold">
      <h2 id="hold">Hold</h2>
      <p className="quiet">How long everything you send now can still be taken back before it leaves.</p>
      <Radio.Group
        aria-label="Usual lengths"
        optionType="button"
        buttonStyle="solid"
        value={holdSeconds}
        onChange={({ target }) => hold(target.value as number)}
        options={USUAL_HOLDS.map((value) => ({ value, label: holdWords(value) }))}
      />
      <form
        className={styles.line}
        onSubmit={(event) => {
          event.preventDefault();
          const seconds = Number(typed.trim() === '' ? NaN : typed.trim().replace(',', '.'));
          const why = whyNoHold(seconds);
          if (why === undefined) hold(seconds);
          else setRefused(why);
        }}
      >
        <label htmlFor="hold-seconds">Exactly</label>
        <Input
          id="hold-seconds"
          inputMode="numeric"
          className={styles.number}
          value={typed}
          status={refused ? 'error' : undefined}
          onChange={({ target }) => {
            setTyped(target.value);
            setRefused(null);
          }}
          aria-describedby="hold-range"
        />
        <span id="hold-range" className="quiet">
          seconds; {HOLD_SECONDS.min} to {HOLD_SECONDS.max}, or 0 for off
        </span>
        <Button htmlType="submit">Apply</Button>
      </form>
      {(refused ?? problem) && (
        <p role="alert" className={styles.problem}>
          {refused ?? problem?.message}
        </p>
      )}
    </section>
  );
}

function Me() {
  const { me, zone } = useSettings();
  const { apply, problem } = useApply();
  const [name, setName] = useState(me.name);
  const [address, setAddress] = useState(me.address);
  const changed = name !== me.name || address !== me.address;
  const keep = () => {
    if (changed) void apply({ me: { name, address } }, 'Your name and address are kept.');
  };
  return (
    <section className={`pane ${styles.block}`} aria-labelledby="me">
      <h2 id="me">You</h2>
      <div className={styles.grid} onBlur={keep}>
        <label htmlFor="my-name">Name</label>
        <Input
          id="my-name"
          autoComplete="name"
          value={name}
          onChange={(event) => setName(event.target.value)}
          onPressEnter={keep}
        />
        <label htmlFor="my-address">Address</label>
        <Input
          id="my-address"
          autoComplete="email"
          value={address}
          status={problem?.at('me') ? 'error' : undefined}
          onChange={(event) => setAddress(event.target.value)}
          onPressEnter={keep}
        />
        <label htmlFor="my-zone">Time zone</label>
        <ZonePicker
          id="my-zone"
          label="Time zone"
          value={zone}
          near={[{ zone, whose: 'yours now' }]}
          onChange={(next) => void apply({ zone: next }, 'Your clock follows this zone from now on.')}
        />
      </div>
      {problem && (
        <p role="alert" className={styles.problem}>
          {problem.message}
        </p>
      )}
    </section>
  );
}

function Work() {
  const { week, leave, zone, country, region } = useSettings();
  const { apply, problem } = useApply();
  const client = useQueryClient();
  return (
    <section className={`pane ${styles.block}`} aria-labelledby="work">
      <h2 id="work">Your working week</h2>
      <p className="quiet">Suggestions and the lighter hours of the time rail follow it.</p>
      <WorkFields
        {...{ week, leave, zone }}
        keep={async (patch) => {
          client.setQueryData(['settings'], await ask<SettingsJson>('PATCH', '/settings', patch));
          refresh(client, ['settings']);
        }}
      />
      <PlaceFields
        {...{ country, region, zone }}
        onChange={(patch) => void apply(patch, 'Your public holidays are known by this from now on.')}
      />
      {problem && (
        <p role="alert" className={styles.problem}>
          {problem.message}
        </p>
      )}
    </section>
  );
}

const LANGUAGE_NAMES: Record<Language, string> = {
  ...{ en: 'English', de: 'German', fr: 'French', es: 'Spanish', pt: 'Portuguese' },
};

function Looks() {
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
        <Select<Language[]>
          id="languages"
          mode="multiple"
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

export function SettingsView() {
  return (
    <div className={styles.page}>
      <h1>Settings</h1>
      <p className="quiet">Every change applies at once.</p>
      <Writing />
      <Hold />
      <QuietHours />
      <HoldRules />
      <Checks />
      <Me />
      <Work />
      <Looks />
      <SignedIn />
      <section className={`pane ${styles.block}`} aria-labelledby="test">
        <h2 id="test">Mail server</h2>
        <p className="quiet">A message to yourself shows whether mail leaves, and whether it comes in.</p>
        <div>
          <TestMessage />
        </div>
      </section>
    </div>
  );
}
