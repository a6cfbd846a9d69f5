'use client';
/** The list at the left, what is open at the right: of the inbox, and of the archive. */
import { useParams, usePathname, useRouter, useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { useSettled } from '../common/useSettled';
import type { InboxOrder, ThreadPlace } from '../data/incoming';
import { isPage } from '../shell/views';
import { FrameContext } from './frame';
import styles from './Inbox.module.css';
import { ThreadList } from './ThreadList';

/** What is typed rests this long before the address knows. */
const KEPT_MS = 300;

/** What is looked for stays in the address, so that it survives reload and can be kept. */
function useQueryInAddress(q: string): void {
  const path = usePathname();
  const params = useSearchParams();
  useEffect(() => {
    const next = new URLSearchParams(params);
    if (q) next.set('q', q);
    else next.delete('q');
    if ((params.get('q') ?? '') === q) return;
    const query = next.toString();
    window.history.replaceState(null, '', query ? `${path}?${query}` : path);
  }, [q, path, params]);
}

const NAMES = { inbox: 'Inbox', archive: 'Archive' };

export function InboxFrame({ place, children }: { place: ThreadPlace; children: ReactNode }) {
  const { id } = useParams<{ id?: string }>();
  const path = usePathname();
  const router = useRouter();
  const [order, setOrder] = useState<InboxOrder>('answer');
  const asked = useSearchParams().get('q') ?? '';
  const [search, setSearch] = useState(asked);
  useQueryInAddress(useSettled(search.trim(), KEPT_MS));
  const listed = useRef<readonly string[]>([]);
  const toFocus = useRef<string | null>(null);
  const goOn = useCallback(
    (from: readonly string[]) => {
      // Whoever has gone to another view meanwhile is not called back.
      if (!window.location.pathname.startsWith(`/${place}`)) return;
      const gone = new Set(from);
      const at = listed.current.findIndex((each) => gone.has(each));
      const after = listed.current.slice(at + 1).find((each) => !gone.has(each));
      const next = after ?? listed.current.findLast((each) => !gone.has(each));
      toFocus.current = next ?? null;
      router.push(next ? `/${place}/${next}` : `/${place}`);
    },
    [router, place],
  );
  const frame = useMemo(() => ({ place, listed, toFocus, goOn }), [place, goOn]);
  return (
    <FrameContext value={frame}>
      <div className={styles.columns} data-open={Boolean(id) || isPage(path)}>
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
