'use client';
/** Messages that are not on their way. */
import { Button, Spin } from 'antd';
import Link from 'next/link';
import { recipientsWords, useWords } from '../common/format';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { useDrafts } from '../data/queries';
import styles from './DeparturesView.module.css';
import { EmptyTable } from './EmptyTable';
import { useDepartureActions } from './useDepartureActions';

export function DraftList() {
  const { data, error } = useDrafts();
  const words = useWords();
  const { remove } = useDepartureActions();
  if (error && !data) return <p role="alert">{error.message}</p>;
  if (!data) return <Spin />;
  if (data.messages.length === 0)
    return <EmptyTable words="No drafts. What you begin to write is kept here by itself." />;
  return (
    <div className={`pane ${styles.frame}`}>
      <table className={styles.table} onKeyDown={moveBetweenRows} aria-label="Drafts">
        <thead>
          <tr>
            <th scope="col">Changed</th>
            <th scope="col">To</th>
            <th scope="col">Subject</th>
            <th scope="col">
              <span className="unseen">Actions</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {data.messages.map((message) => (
            <tr key={message.id} className={styles.row}>
              <td className={styles.lands} data-label="Changed">
                {words.moment(message.at)}
              </td>
              <td className={styles.to} data-label="To">
                {recipientsWords(message.to)}
              </td>
              <td className={styles.subject}>
                <Link href={`/write/${message.id}`} data-row={message.id}>
                  {message.subject || '(no subject)'}
                </Link>
                <span className="quiet"> {message.preview}</span>
              </td>
              <td className={styles.actions}>
                <Button
                  size="small"
                  type="text"
                  onClick={() => void remove(message)}
                  aria-label={`Delete “${message.subject}”`}
                >
                  Delete
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
