'use client';
/** What every view stands in: theme, data, announcements. */
import { notifyManager, QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import type { ClockJson, SettingsJson } from '#api/types';
import { PassphraseProvider } from '../keys/Passphrase';
import { FirstAnswersProvider } from '../data/first';
import { ThemeProvider } from './ThemeProvider';
import { AnnouncerProvider } from './Announcer';
import { NoticeProvider } from './Notices';

// By timers otherwise, and those of a window in the background fire once a second.
notifyManager.setScheduler(queueMicrotask);

export interface Initial {
  clock: ClockJson;
  settings: SettingsJson;
  /** What its views begin with, by path. */
  answers: Record<string, unknown>;
  /** The newest change all of this knows of, or an older one. */
  seq: number;
}

interface Props {
  initial: Initial;
  /** For the styles made in the browser: the page's policy takes no others. */
  nonce: string | undefined;
  children: ReactNode;
}

export function Providers({ initial, nonce, children }: Props) {
  const [client] = useState(() => {
    const fresh = new QueryClient({
      // Live updates say when something is old; until then it is not.
      defaultOptions: { queries: { staleTime: 60_000, refetchOnWindowFocus: true, retry: 1 } },
    });
    fresh.setQueryData(['clock'], initial.clock);
    fresh.setQueryData(['settings'], initial.settings);
    return fresh;
  });
  return (
    <QueryClientProvider client={client}>
      <FirstAnswersProvider answers={initial.answers}>
        <ThemeProvider nonce={nonce}>
          <AnnouncerProvider>
            <NoticeProvider>
              <PassphraseProvider>{children}</PassphraseProvider>
            </NoticeProvider>
          </AnnouncerProvider>
        </ThemeProvider>
      </FirstAnswersProvider>
    </QueryClientProvider>
  );
}
