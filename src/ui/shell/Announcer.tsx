'use client';
/** One polite live region for the whole product, so that announcements never pile up in different places. */
import { createContext, useCallback, useContext, useState, type ReactNode } from 'react';

const AnnounceContext = createContext<(words: string) => void>(() => {});

/** Says words to those who listen rather than look. */
export const useAnnounce = () => useContext(AnnounceContext);

export function AnnouncerProvider({ children }: { children: ReactNode }) {
  const [said, setSaid] = useState({ words: '', count: 0 });
  const announce = useCallback((words: string) => setSaid(({ count }) => ({ words, count: count + 1 })), []);
  return (
    <AnnounceContext value={announce}>
      {children}
      <div role="status" aria-live="polite" className="unseen" data-announcements={said.count}>
        {/* A new element each time: the same words twice are read twice. */}
        <span key={said.count}>{said.words}</span>
      </div>
    </AnnounceContext>
  );
}
