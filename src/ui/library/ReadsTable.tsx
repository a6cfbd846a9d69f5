'use client';
/** What was read and went, with what became of the file. */
import type { LinksJson } from '#api/types';
import { sizeWords } from '#core/message/attachment';
import { folderOf, nameOf } from '#core/files/paths';
import { useWords } from '../common/format';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { ActionsHead, RowButton } from '../common/RowParts';
import { useLinkActions } from '../files/useLinkActions';
import styles from '../returns/Returns.module.css';

type Read = LinksJson['reads'][number];

/** What became of the file. */
function became({ clearing, movedTo, leftAt }: Read): string {
  switch (clearing) {
    case 'waiting':
      return leftAt ? 'stays: not everybody has it' : 'is cleared away once all have it';
    case 'due':
    case 'begun':
      return 'is being cleared away';
    case 'done':
      return movedTo ? `moved to ${nameOf(folderOf(movedTo))}` : 'deleted';
    case 'changed':
      return 'left: it had changed since';
    case 'undone':
      return 'put back';
    default:
      return 'stays';
  }
}

export function ReadsTable({ reads }: { reads: Read[] }) {
  const words = useWords();
  const actions = useLinkActions();
  return (
    <table className={styles.table} onKeyDown={moveBetweenRows}>
      <thead>
        <tr>
          <th scope="col">Read</th>
          <th scope="col">File</th>
          <th scope="col">Went with</th>
          <th scope="col">The file</th>
          <ActionsHead />
        </tr>
      </thead>
      <tbody>
        {reads.map((read) => (
          <tr key={read.id}>
            <td className={styles.when} data-label="Read">
              {words.moment(read.readAt)}
            </td>
            <td className={styles.what} data-label="File">
              {read.isKept ? (
                <a
                  href={`/api/v1/attachments/${read.attachmentId}/content`}
                  target="_blank"
                  rel="noreferrer"
                  data-row={read.id}
                >
                  {nameOf(read.path)}
                </a>
              ) : (
                <span>{nameOf(read.path)}</span>
              )}
              <span className={styles.why} title={`SHA-256 ${read.hash}`}>
                {sizeWords(read.size)}, {read.hash.slice(0, 8)}
                {!read.isKept && ', no copy is kept'}
              </span>
            </td>
            <td data-label="Went with">{read.subject || '(no subject)'}</td>
            <td data-label="The file">{became(read)}</td>
            <td className={styles.acts}>
              {read.clearing === 'done' && read.isKept && (
                <RowButton
                  onClick={() => void actions.putBack(read)}
                  aria-label={`Put back ${nameOf(read.path)}`}
                >
                  Put back
                </RowButton>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
