import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { Providers } from '#ui/shell/Providers';
import { Shell } from '#ui/shell/Shell';
import { readClock } from '#usecases/clock/sandbox';
import { hasPostOffice } from '#usecases/lookIntoPostOffice';
import { firstAnswers } from './firstAnswers';
import { presentClock } from '../api/v1/present';
import { theDesk } from '../api/v1/respond';

/** The first paint carries what the view begins with, as it is. */
export default async function DeskLayout({ children }: { children: ReactNode }) {
  const desk = theDesk();
  const asked = await headers();
  const nonce = asked.get('x-nonce') ?? undefined;
  const first = await firstAnswers(asked.get('x-path') ?? '/');
  const initial = { clock: presentClock(readClock(desk)), settings: desk.settings(), ...first };
  const signedIn = Boolean(process.env.OAK_PASSPHRASE);
  return (
    <Providers initial={initial} nonce={nonce}>
      <Shell demo={hasPostOffice()} canSignOut={signedIn} known={first.seq}>
        {children}
      </Shell>
    </Providers>
  );
}
