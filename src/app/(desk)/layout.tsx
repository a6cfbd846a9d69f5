import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { Providers } from '#ui/shell/Providers';
import { Shell } from '#ui/shell/Shell';
import { readClock } from '#usecases/clock/sandbox';
import { hasPostOffice } from '#usecases/lookIntoPostOffice';
import { presentClock } from '../api/v1/present';
import { theDesk } from '../api/v1/respond';

/** The first paint carries the clock and the settings as they are. */
export default async function DeskLayout({ children }: { children: ReactNode }) {
  const desk = theDesk();
  const initial = { clock: presentClock(readClock(desk)), settings: desk.settings() };
  const nonce = (await headers()).get('x-nonce') ?? undefined;
  const signedIn = Boolean(process.env.OAK_PASSPHRASE);
  return (
    <Providers initial={initial} nonce={nonce}>
      <Shell demo={hasPostOffice()} canSignOut={signedIn}>
        {children}
      </Shell>
    </Providers>
  );
}
