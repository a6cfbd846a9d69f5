import '@fontsource-variable/figtree';
import '@fontsource-variable/source-serif-4';
import 'antd/dist/antd.css';
import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import { Providers } from '../ui/shell/Providers';
import { Shell } from '../ui/shell/Shell';
import '../ui/base.css';
import { readClock } from '../usecases/clock/sandbox';
import { hasPostOffice } from '../usecases/lookIntoPostOffice';
import { presentClock } from './api/v1/present';
import { theDesk } from './api/v1/respond';

// The first paint carries the clock and the settings as they are.
export const dynamic = 'force-dynamic';

export const metadata: Metadata = { title: 'Oak Lantern', icons: { icon: '/mark.svg' } };

export default function Layout({ children }: { children: ReactNode }) {
  const desk = theDesk();
  const initial = { clock: presentClock(readClock(desk)), settings: desk.settings() };
  return (
    <html lang="en" data-theme={initial.settings.theme}>
      <body>
        <Providers initial={initial}>
          <Shell demo={hasPostOffice()}>{children}</Shell>
        </Providers>
      </body>
    </html>
  );
}
