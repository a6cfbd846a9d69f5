'use client';
import { Button } from 'antd';
import Link from 'next/link';
import { usePathname, useRouter } from 'next/navigation';
import { toLocal } from '#core/time/wallClock';
import { dayWords, timeWords } from '#core/time/words';
import { zoneCity } from '#core/time/zones';
import { countWords } from '../common/format';
import { ask } from '../data/client';
import { forgetSeen } from '../data/seen';
import { useClockReading, usePending, useSettings } from '../data/queries';
import { useUnseen, useSnoozed, useTodos } from '../data/incoming';
import { useWatchesBrief } from '../data/watches';
import { useNow } from '../data/useNow';
import { Mark } from './Mark';
import { MoreViews } from './MoreViews';
import { newMessagePath, views } from './views';
import styles from './TopBar.module.css';

function MyClock() {
  const { zone, hourCycle } = useSettings();
  const clock = useClockReading().data!;
  const local = toLocal(useNow(60_000), zone);
  const [day, time, city] = [dayWords(local, local), timeWords(local, hourCycle), zoneCity(zone)];
  const sandbox = clock.sandbox && `sandbox${clock.rate === 1 ? '' : ` ×${clock.rate}`}`;
  return (
    <Link href="/settings" prefetch={false} className={styles.clock} title="Settings">
      {day} · <strong>{time}</strong>
      <span className="unseen">,</span> {city}
      {sandbox && (
        <>
          <span className="unseen">,</span> <span className={styles.sandbox}>{sandbox}</span>
        </>
      )}
    </Link>
  );
}

/** So many views stand in the bar of a narrow screen; the rest is behind *More*. */
const AT_HAND = 3;
const SETTINGS = { name: 'Settings', path: '/settings' };

async function signOut() {
  await ask('DELETE', '/session');
  await forgetSeen();
  window.location.assign('/sign-in');
}

export function TopBar({ demo, canSignOut }: { demo: boolean; canSignOut: boolean }) {
  const path = usePathname();
  const router = useRouter();
  const [snoozed, todos] = [useSnoozed().data?.total, useTodos().data?.open];
  const waiting = useWatchesBrief().data?.waiting;
  const counts: Record<string, number | undefined> = {
    Inbox: useUnseen(),
    Departures: usePending().data?.unsettled,
    Returns:
      snoozed === undefined || todos === undefined || waiting === undefined
        ? undefined
        : snoozed + todos + waiting,
  };
  const others = [...(demo ? [{ name: 'Post office', path: '/postoffice' }] : []), SETTINGS];
  const here = (target: string) => (path.startsWith(target) ? 'page' : undefined);
  return (
    <header className={styles.bar}>
      <Link href="/inbox" prefetch={false} className={styles.mark}>
        <Mark />
        Oak Lantern
      </Link>
      <nav aria-label="Views" className={styles.views}>
        {views.map(({ name, path: target }) => (
          <Link key={name} href={target} prefetch={false} aria-current={here(target)} className={styles.view}>
            {name}{' '}
            {counts[name] !== undefined && (
              <b>
                {countWords(counts[name])}
                {name === 'Inbox' && <span className="unseen"> new</span>}
              </b>
            )}
          </Link>
        ))}
        {others.map(({ name, path: target }) => (
          <Link key={name} href={target} prefetch={false} aria-current={here(target)} className={styles.view}>
            {name}
          </Link>
        ))}
        <Link href={newMessagePath()} className={`${styles.view} ${styles.thumb}`} prefetch={false}>
          Write
        </Link>
        <MoreViews views={[...views.slice(AT_HAND), ...others]} />
      </nav>
      {canSignOut && (
        <Button type="text" size="small" onClick={() => void signOut()}>
          Sign out
        </Button>
      )}
      <MyClock />
      <Button type="primary" className={styles.write} onClick={() => router.push(newMessagePath())}>
        Write
      </Button>
    </header>
  );
}
