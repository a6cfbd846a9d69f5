'use client';
/** Settings, a section at a time, and what is looked for in them: each change applies at once and says so. */
import { Input } from 'antd';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { Fragment, useEffect, useState, type ReactNode } from 'react';
import { Accounts } from '../accounts/Accounts';
import { OthersKeys } from '../keys/OthersKeys';
import { OwnKeys } from '../keys/OwnKeys';
import { UsualSealing } from '../keys/UsualSealing';
import { TestMessage } from '../welcome/TestMessage';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { Answers } from './Answers';
import { Backups } from './Backups';
import { Checks } from './Checks';
import { Hold } from './Hold';
import { HoldRules } from './holds/HoldRules';
import { FileFolders } from './FileFolders';
import { Kept } from './Kept';
import { Keys } from './Keys';
import { Looks } from './Looks';
import { Me } from './Me';
import { QuietHours } from './QuietHours';
import { Rows } from './Rows';
import { findParts, SECTIONS, type SectionId } from './sections';
import styles from './SettingsView.module.css';
import { SignedIn } from './SignedIn';
import { Work } from './Work';
import { Writing } from './Writing';

function Test() {
  return (
    <section className={`pane ${styles.block}`} aria-labelledby="test">
      <h2 id="test">Test message</h2>
      <p className="quiet">A message to yourself shows whether mail leaves, and whether it comes in.</p>
      <div>
        <TestMessage />
      </div>
    </section>
  );
}

const PARTS: Record<(typeof SECTIONS)[number]['parts'][number]['id'], ReactNode> = {
  writing: <Writing />,
  checks: <Checks />,
  answers: <Answers />,
  hold: <Hold />,
  quiet: <QuietHours />,
  rules: <HoldRules />,
  rows: <Rows />,
  keys: <Keys />,
  me: <Me />,
  work: <Work />,
  looks: <Looks />,
  accounts: <Accounts />,
  test: <Test />,
  'own-keys': <OwnKeys />,
  'others-keys': <OthersKeys />,
  'usual-sealing': <UsualSealing />,
  files: <FileFolders />,
  kept: <Kept />,
  backups: <Backups />,
  'signed-in': <SignedIn />,
};

/** The part one has come for is in view, and its heading has the focus. */
function useCameFor(section: SectionId): void {
  useEffect(() => {
    const go = () => {
      const heading = document.getElementById(window.location.hash.slice(1));
      if (!heading?.closest('section')) return;
      heading.tabIndex = -1;
      heading.focus();
      heading.scrollIntoView({ block: 'start' });
    };
    const timer = requestAnimationFrame(go);
    window.addEventListener('hashchange', go);
    return () => {
      cancelAnimationFrame(timer);
      window.removeEventListener('hashchange', go);
    };
  }, [section]);
}

function Contents({ section }: { section: SectionId }) {
  const router = useRouter();
  const [text, setText] = useState('');
  const found = findParts(text);
  const finding = text.trim() !== '';
  const hrefOf = (part: { section: string; id: string }) => `/settings/${part.section}#${part.id}`;
  return (
    <nav
      aria-label="Sections"
      className={styles.contents}
      onKeyDown={(event) => moveBetweenRows(event, 'data-section')}
    >
      <Input
        data-find
        type="search"
        aria-label="Find a setting"
        placeholder="Find a setting: quiet"
        allowClear
        value={text}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'ArrowDown') {
            event.preventDefault();
            event.currentTarget.closest('nav')?.querySelector<HTMLElement>('[data-section]')?.focus();
          }
          if (event.key === 'Enter' && found[0]) router.push(hrefOf(found[0]));
        }}
      />
      {finding && (
        <p role="status" className="quiet">
          {found.length === 0 ? 'No setting is called so.' : `${found.length} found`}
        </p>
      )}
      <ul>
        {finding
          ? found.map((part) => (
              <li key={part.id}>
                <Link href={hrefOf(part)} data-section>
                  {part.name}
                </Link>
              </li>
            ))
          : SECTIONS.map(({ id, name, parts }) => (
              <li key={id}>
                <Link
                  href={`/settings/${id}`}
                  data-section
                  aria-current={id === section ? 'page' : undefined}
                >
                  {name}
                  {parts.length > 1 && <small>{parts.map((part) => part.name).join(' · ')}</small>}
                </Link>
              </li>
            ))}
      </ul>
    </nav>
  );
}

export function SettingsView({ section }: { section: SectionId }) {
  const { name, parts } = SECTIONS.find(({ id }) => id === section)!;
  useCameFor(section);
  return (
    <div className={styles.columns}>
      <Contents section={section} />
      <div className={styles.page}>
        <h1>Settings: {name}</h1>
        <p className="quiet">Every change applies at once.</p>
        {parts.map(({ id }) => (
          <Fragment key={id}>{PARTS[id]}</Fragment>
        ))}
      </div>
    </div>
  );
}
