import type { ReactNode } from 'react';
import { InboxFrame } from '#ui/inbox/InboxFrame';

export default function ArchiveLayout({ children }: { children: ReactNode }) {
  return <InboxFrame place="archive">{children}</InboxFrame>;
}
