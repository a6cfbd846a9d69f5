'use client';
/** When I work, and whose holidays I have. */
import { useQueryClient } from '@tanstack/react-query';
import type { SettingsJson } from '#api/types';
import { PlaceFields } from '../common/PlaceFields';
import { WorkFields } from '../common/WorkFields';
import { ask } from '../data/client';
import { refresh, useSettings } from '../data/queries';
import styles from './SettingsView.module.css';
import { useApply } from './useApply';

export function Work() {
  const { week, leave, zone, country, region } = useSettings();
  const { apply, problem } = useApply();
  const client = useQueryClient();
  return (
    <section className={`pane ${styles.block}`} aria-labelledby="work">
      <h2 id="work">Your working week</h2>
      <p className="quiet">Suggestions and the lighter hours of the time rail follow it.</p>
      <WorkFields
        week={week}
        leave={leave}
        zone={zone}
        keep={async (patch) => {
          client.setQueryData(['settings'], await ask<SettingsJson>('PATCH', '/settings', patch));
          refresh(client, ['settings']);
        }}
      />
      <PlaceFields
        country={country}
        region={region}
        zone={zone}
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
