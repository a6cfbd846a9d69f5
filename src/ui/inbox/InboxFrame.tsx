'use client';
/** The list at the left, what is open at the right: of the inbox, and of the archive. */
import { useParams, usePathname, useRouter } from 'next/navigation';
import { useCallback, useMemo, useRef, useState, type ReactNode } from 'react';
import type { InboxOrder, ThreadPlace } from '../data/incoming';
import { PAST_MAIL } from '../shell/views';
import { FrameContext } from './frame';
import styles from './Inbox.module.css';
import { ThreadList } from './ThreadList';

const NAMES = { inbox: 'Inbox', archive: 'Archive' };

export function InboxFrame({ place, children }: { place: ThreadPlace; children: ReactNode }) {
  const { id } = useParams<{ id?: string }>();
  const path = usePathname();
  const router = useRouter();
  const [order, setOrder] = useState<InboxOrder>('answer');
  const [search, setSearch] = useState('');
  const [first, setFirst] = useState<string | null>(null);
  const listed = useRef<readonly string[]>([]);
  const toFocus = useRef<string | null>(null);
  const goOn = useCallback(
    (from: readonly string[]) => {
      const gone = new Set(from);
      const at = listed.current.findIndex((each) => gone.has(each));
      const after = listed.current.slice(at + 1).find((each) => !gone.has(each));
      const next = after ?? listed.current.findLast((each) => !gone.has(each));
      toFocus.current = next ?? null;
      router.push(next ? `/${place}/${next}` : `/${place}`);
    },
    [router, place],
  );
  const frame = useMemo(() => ({ place, listed, toFocus, first, setFirst, goOn }), [place, first, goOn]);
  return (
    <FrameContext value={frame}>
      <div className={styles.columns} data-open={Boolean(id) || path === PAST_MAIL}>
        <div className={styles.side}>
          <h1 className="unseen">{NAMES[place]}</h1>
          <ThreadList order={order} setOrder={setOrder} search={search} setSearch={setSearch} />
        </div>
        <div className={styles.reading} data-beside>
          {children}
        </div>
      </div>
    </FrameContext>
  );
}
