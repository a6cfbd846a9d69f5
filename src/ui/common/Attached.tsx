'use client';
/** What came with a message, or went with it: to be saved; pictures also to be looked at. */
import { Button } from 'antd';
import type { ReactNode } from 'react';
import type { AttachmentJson } from '#api/types';
import { sizeWords } from '#core/message/attachment';
import { useAttempt } from './useAttempt';
import { useKeyActions } from '../keys/useKeyActions';
import styles from './Attached.module.css';

/** As a message says it (RFC 3156 §7), or as most programs name such files. */
const isKey = ({ type, name }: AttachmentJson) =>
  type === 'application/pgp-keys' || /\.(?:asc|pgp)$/i.test(name);

function TakeKey({ attachment: { id, name } }: { attachment: AttachmentJson }) {
  const attempt = useAttempt();
  const { take } = useKeyActions();
  return (
    <Button
      size="small"
      aria-label={`Take the key in: ${name}`}
      onClick={() => void attempt(() => take({ attachment: id }))}
    >
      Take the key in
    </Button>
  );
}

interface FileLink {
  href: string;
  name: string;
  type: string;
  /** Bytes. */
  size: number;
}

/** Files to be saved, wherever they lie. @param children stand after them */
export function FileLinks({ files, children }: { files: readonly FileLink[]; children?: ReactNode }) {
  if (files.length === 0) return null;
  return (
    <section className={`linked ${styles.list}`} aria-label="Attachments">
      {files.map(({ href, name, type, size }) => (
        <a key={href} href={href} target="_blank" rel="noreferrer" title={type}>
          {name} <span className="quiet">{sizeWords(size)}</span>
        </a>
      ))}
      {children}
    </section>
  );
}

export function Attached({ attachments }: { attachments: readonly AttachmentJson[] }) {
  const shown = attachments.filter(({ contentId }) => contentId === null);
  return (
    <FileLinks files={shown.map((each) => ({ ...each, href: `/api/v1/attachments/${each.id}/content` }))}>
      {shown.filter(isKey).map((each) => (
        <TakeKey key={each.id} attachment={each} />
      ))}
    </FileLinks>
  );
}
