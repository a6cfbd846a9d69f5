'use client';
/** The views that have no room in the bar of a narrow screen. */
import Link from 'next/link';
import { useState } from 'react';
import { PanelPopover } from '../common/PanelPopover';
import { useFirstFocus } from '../common/useFirstFocus';
import styles from './TopBar.module.css';

interface Props {
  views: readonly { name: string; path: string }[];
}

function List({ views, done }: Props & { done: () => void }) {
  const first = useFirstFocus<HTMLAnchorElement>();
  return (
    <ul className={styles.more}>
      {views.map(({ name, path }, index) => (
        <li key={name}>
          <Link href={path} prefetch={false} ref={index === 0 ? first : undefined} onClick={done}>
            {name}
          </Link>
        </li>
      ))}
    </ul>
  );
}

export function MoreViews({ views }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <PanelPopover
      title="More views"
      button={{ type: 'text', className: `${styles.view} ${styles.thumb}`, children: 'More' }}
      open={open}
      onOpenChange={setOpen}
    >
      {(close) => <List views={views} done={close} />}
    </PanelPopover>
  );
}
