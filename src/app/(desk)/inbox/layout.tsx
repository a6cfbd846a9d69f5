import type { ReactNode } from 'react';
import { InboxFrame } from '#ui/inbox/InboxFrame';

export default function InboxLayout({ children }: { children: ReactNode }) {
  return <InboxFrame place="inbox">{children}</InboxFrame>;
}
