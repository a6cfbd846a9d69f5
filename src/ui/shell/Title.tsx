'use client';
/** What the window is called: what is new, what is open, which view. */
import { usePathname } from 'next/navigation';
import { useUnseen } from '../data/incoming';
import { useDeparture, useMessage } from '../data/queries';
import { isPage, views } from './views';

const OTHERS: Record<string, string> = {
  write: 'Write',
  settings: 'Settings',
  postoffice: 'Post office',
  welcome: 'Welcome',
};

export function Title() {
  const path = usePathname();
  const [, view = '', id] = path.split('/');
  const isMessage = !isPage(path) && ['inbox', 'archive', 'write'].includes(view);
  const message = useMessage(isMessage ? id : undefined).data;
  const departure = useDeparture(view === 'departures' ? id : undefined).data;
  const unseen = useUnseen();
  const subject = id && (message ?? departure)?.subject;
  const name = views.find((each) => each.path === `/${view}`)?.name ?? OTHERS[view];
  const title = [unseen ? `${unseen} new` : null, subject, name, 'Oak Lantern'].filter(Boolean).join(' · ');
  return <title>{title}</title>;
}
