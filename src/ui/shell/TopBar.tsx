'use client';
import { Button } from 'antd';
import Link from 'next/link';
import { usePathname, useRouter } from 'next/navigation';
import { toLocal } from '../../core/time/wallClock';
import { dayWords, timeWords } from '../../core/time/words';
import { zoneCity } from '../../core/time/zones';
import { countWords } from '../common/format';
import { ask } from '../data/client';
import { useClockReading, usePending, useSettings } from '../data/queries';
import { useInboxCount, useSnoozed, useTodos } from '../data/incoming';
import { useNow } from '../data/useNow';
import { Mark } from './Mark';
import { newMessagePath, views } from './views';
import styles from './TopBar.module.css';

function MyClock() {
  const { zone, hourCycle } = useSettings();
  const clock = useClockReading().data!;
  const local = toLocal(useNow(60_000), zone);
  return (
    <Link href="/settings" className={styles.clock} title="Settings">
      {dayWords(local, local)} · <strong>{timeWords(local, hourCycle)}</strong> {zoneCity(zone)}
      {clock.sandbox && (
        <span className={styles.sandbox}>sandbox{clock.rate !== 1 && ` ×${clock.rate}`}</span>
      )}
    </Link>
  );
}

async function signOut() {
  await ask('DELETE', '/session');
  window.location.assign('/sign-in');
}

export function TopBar({ demo, canSignOut }: { demo: boolean; canSignOut: boolean }) {
  const path = usePathname();
  const router = useRouter();
  const [snoozed, todos] = [useSnoozed().data?.total, useTodos().data?.open];
  const counts: Record<string, number | undefined> = {
    Inbox: useInboxCount(),
    Departures: usePending().data?.unsettled,
    Returns: snoozed === undefined || todos === undefined ? undefined : snoozed + todos,
  };
  const here = (target: string) => (path.startsWith(target) ? 'page' : undefined);
  return (
    <header className={styles.bar}>
      <Link href="/inbox" className={styles.mark}>
        <Mark />
        Oak Lantern
      </Link>
      <nav aria-label="Views" className={styles.views}>
        {views.map(({ name, path: target }) => (
          <Link key={name} href={target} aria-current={here(target)} className={styles.view}>
            {name} {counts[name] !== undefined && <b>{countWords(counts[name])}</b>}
          </Link>
        ))}
        {demo && (
          <Link href="/postoffice" aria-current={here('/postoffice')} className={styles.view}>
            Post office
          </Link>
        )}
        <Link href="/settings" aria-current={here('/settings')} className={styles.view}>
          Settings
        </Link>
      </nav>
      {canSignOut && (
        <Button type="text" size="small" onClick={() => void signOut()}>
          Sign out
        </Button>
      )}
      <MyClock />
      <Button type="primary" onClick={() => router.push(newMessagePath())}>
        Write
      </Button>
    </header>
  );
}
