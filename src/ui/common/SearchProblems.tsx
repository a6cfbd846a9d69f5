'use client';
import styles from './SearchProblems.module.css';

/** What of a search was not understood, and why. */
export function SearchProblems({ problems }: { problems: readonly { part: string; why: string }[] }) {
  return problems.map(({ part, why }) => (
    <p key={`${part} ${why}`} role="alert" className={styles.problem}>
      {part}: {why}
    </p>
  ));
}
