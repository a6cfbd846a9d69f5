'use client';
/** What somebody has answered to questions of mine. */
import Link from 'next/link';
import { useWords } from '../common/format';
import { useAnswerHabit } from '../data/queries';
import styles from './Questions.module.css';

export function Answered({ id, name }: { id: string; name: string }) {
  const words = useWords();
  const questions = useAnswerHabit(id).data?.questions ?? [];
  if (questions.length === 0) return null;
  return (
    <section aria-label="What they have answered">
      <h3>What {name} has answered</h3>
      <ul className={styles.answered}>
        {questions.map(({ question, message, words: asked, answer, at }) => (
          <li key={question}>
            <Link href={`/inbox/${message}`} prefetch={false} dir="auto">
              {asked}
            </Link>{' '}
            <strong dir="auto">{answer}</strong> <span className="quiet">{words.moment(at)}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
