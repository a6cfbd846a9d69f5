'use client';
/** What is at hand for messages: texts, linked files, and what was read from them. */
import { Spin } from 'antd';
import { useAllLinks } from '../data/links';
import styles from '../returns/Returns.module.css';
import { LinksTable } from './LinksTable';
import { ReadsTable } from './ReadsTable';
import { TextsTable } from './TextsTable';

export function LibraryView() {
  const { data, error } = useAllLinks();
  return (
    <div className={styles.view}>
      <h1 className="unseen">Library</h1>
      {error && !data && <p role="alert">{error.message}</p>}
      <div className={styles.halves}>
        <TextsTable />
        <section className={`pane ${styles.half}`} aria-labelledby="linked">
          <h2 id="linked">Linked files</h2>
          {!data && !error && <Spin />}
          {data?.links.length === 0 && (
            <p className="quiet">
              Nothing is linked. <em>Link a file</em> in a message has a file read as it leaves, so that the
              newest goes.
            </p>
          )}
          {data && data.links.length > 0 && <LinksTable links={data.links} />}
        </section>
        <section className={`pane ${styles.half}`} aria-labelledby="read">
          <h2 id="read">What went</h2>
          {data?.reads.length === 0 && <p className="quiet">No linked file has gone out yet.</p>}
          {data && data.reads.length > 0 && <ReadsTable reads={data.reads} />}
        </section>
      </div>
    </div>
  );
}
