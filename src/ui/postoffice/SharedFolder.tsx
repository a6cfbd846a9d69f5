'use client';
/** The folder colleagues keep files in: one of them saves a new version when asked. */
import { Button } from 'antd';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import type { SharedFileJson, SharedFilesJson } from '#api/types';
import { sizeWords } from '#core/message/attachment';
import { useAttempt } from '../common/useAttempt';
import { useWords } from '../common/format';
import { ask } from '../data/client';
import { useNotices } from '../shell/Notices';
import styles from './PostOffice.module.css';

export function SharedFolder() {
  const client = useQueryClient();
  const attempt = useAttempt();
  const { show } = useNotices();
  const words = useWords();
  const files = useQuery({
    queryKey: ['shared-files'],
    queryFn: async () => (await ask<SharedFilesJson>('GET', '/postoffice/files')).files,
  }).data;
  if (!files || files.length === 0) return null;
  const save = (name: string) =>
    attempt(async () => {
      const saved = await ask<SharedFileJson>('POST', '/postoffice/files', { name });
      await client.invalidateQueries({ queryKey: ['shared-files'] });
      show({ words: `A colleague has saved a new version of “${name}”, ${sizeWords(saved.size)}.` });
    });
  return (
    <section className={`pane ${styles.shared}`} aria-labelledby="shared">
      <h2 id="shared">Shared folder</h2>
      {files.map(({ name, size, at }) => (
        <p key={name}>
          <strong>{name}</strong>{' '}
          <span className="quiet">
            {sizeWords(size)}, saved {words.moment(at)}
          </span>{' '}
          <Button size="small" onClick={() => void save(name)}>
            Save a new version of “{name}”
          </Button>
        </p>
      ))}
    </section>
  );
}
