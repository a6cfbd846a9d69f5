'use client';
/** What came with a message, or went with it: to be saved; pictures also to be looked at. */
import type { AttachmentJson } from '#api/types';
import { sizeWords } from '#core/message/attachment';
import styles from './Attached.module.css';

export function Attached({ attachments }: { attachments: readonly AttachmentJson[] }) {
  const shown = attachments.filter(({ contentId }) => contentId === null);
  if (shown.length === 0) return null;
  return (
    <section className={`linked ${styles.list}`} aria-label="Attachments">
      {shown.map(({ id, name, type, size }) => (
        <a key={id} href={`/api/v1/attachments/${id}/content`} target="_blank" rel="noreferrer" title={type}>
          {name} <span className="quiet">{sizeWords(size)}</span>
        </a>
      ))}
    </section>
  );
}
