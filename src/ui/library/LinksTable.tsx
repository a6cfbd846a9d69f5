'use client';
/** What is linked where, and what would go next. */
import Link from 'next/link';
import type { LinksJson } from '#api/types';
import { folderOf, nameOf } from '#core/files/paths';
import { useWords } from '../common/format';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { ActionsHead, RowButton } from '../common/RowParts';
import { afterWords, linkName, nowWords } from '../files/linkWords';
import { useLinkActions } from '../files/useLinkActions';
import styles from '../returns/Returns.module.css';

export function LinksTable({ links }: { links: LinksJson['links'] }) {
  const words = useWords();
  const actions = useLinkActions();
  return (
    <table className={styles.table} onKeyDown={moveBetweenRows}>
      <thead>
        <tr>
          <th scope="col">What is linked</th>
          <th scope="col">Goes with</th>
          <th scope="col">Would go now</th>
          <ActionsHead />
        </tr>
      </thead>
      <tbody>
        {links.map((link) => (
          <tr key={link.id}>
            <td className={styles.what} data-label="What is linked">
              <span>{linkName(link)}</span>
              <span className={styles.why} title={link.path}>
                in {nameOf(folderOf(link.path)) || '/'}
              </span>
            </td>
            <td data-label="Goes with">
              <Link href={`/write/${link.messageId}`} prefetch={false} data-row={link.id}>
                {link.subject || '(no subject)'}
              </Link>
              {!link.used && <span className={styles.why}>A draft: nothing leaves by itself.</span>}
            </td>
            <td data-label="Would go now">
              {link.now.trouble ? (
                <strong className={styles.trouble}>{link.now.trouble}</strong>
              ) : (
                nowWords(link, words.moment)
              )}
              <span className={styles.why}>{afterWords(link)}</span>
            </td>
            <td className={styles.acts}>
              <RowButton
                onClick={() => void actions.remove(link)}
                aria-label={`Take out ${linkName(link)} of “${link.subject}”`}
              >
                Take out
              </RowButton>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
