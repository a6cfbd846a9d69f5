'use client';
/** What was asked in the thread that is read: how the answers stand, who is missing, what waits for my say. */
import { Button, Select } from 'antd';
import Link from 'next/link';
import { useId, useState } from 'react';
import type { AnswerJson, QuestionJson } from '#api/types';
import { ANSWER_STATUS_WORDS, ANSWERED_HOW_WORDS } from '#core/question/question';
import { isShared } from '#core/offer/offer';
import { useWords } from '../common/format';
import { PanelPopover } from '../common/PanelPopover';
import { useQuestionsNear } from '../data/questions';
import { SlotState } from '../offers/SlotState';
import styles from './Questions.module.css';
import { useQuestionActions, type QuestionActions } from './useQuestionActions';

type Reader = QuestionJson['readers'][number];

const nameOf = ({ name, address }: { name: string; address: string }) => name || address;

/** What waits for me to say what it means. */
const isOpen = ({ status, stands }: AnswerJson) =>
  !stands && (status === 'unclear' || status === 'late' || status === 'somebody-else');

interface GivenProps {
  question: QuestionJson;
  given: AnswerJson;
  actions: QuestionActions;
}

/** Who it came from, when, what is said of it. */
function Came({ question, given }: Omit<GivenProps, 'actions'>) {
  const words = useWords();
  const { from, at, message, answer, status, why, comment, how } = given;
  const who = `${nameOf(from)}, ${words.moment(at)}`;
  const what = answer === null ? '' : `“${question.answers[answer]}” `;
  return (
    <span>
      {message ? (
        <Link href={`/inbox/${message}`} prefetch={false}>
          {who}
        </Link>
      ) : (
        who
      )}
      : {what}
      {what && ANSWERED_HOW_WORDS[how]}{' '}
      {!given.stands && (
        <strong>{status === 'counts' ? 'Changed since' : ANSWER_STATUS_WORDS[status]}</strong>
      )}
      {why && ` ${why}`}
      {comment && (
        <em className={styles.comment} dir="auto">
          {' '}
          {comment}
        </em>
      )}
    </span>
  );
}

/** One that is asked of me: which of the answers it is, for whom, or none. */
function Unsettled({ question, given, actions }: GivenProps) {
  const id = useId();
  // For whom somebody else has answered is said, not guessed.
  const [only, ...others] = question.readers;
  const [reader, setReader] = useState(others.length === 0 ? only?.address : undefined);
  const forWhom = given.reader === null ? reader : undefined;
  const mayCount = given.reader !== null || reader !== undefined;
  const proposed = given.answer ?? given.proposed;
  return (
    <li>
      <Came question={question} given={given} />
      <span className={styles.choices}>
        {given.reader === null && (
          <>
            <label htmlFor={id}>For</label>
            <Select
              id={id}
              size="small"
              value={reader}
              placeholder="whom?"
              onChange={setReader}
              popupMatchSelectWidth={false}
              options={question.readers.map((each) => ({ value: each.address, label: nameOf(each) }))}
            />
          </>
        )}
        {question.answers.map((answer, index) => (
          <Button
            key={index}
            size="small"
            type={index === proposed ? 'primary' : 'default'}
            ghost={index === proposed}
            disabled={!mayCount}
            onClick={() => void actions.judge(question, given, index, forWhom)}
          >
            <span dir="auto">{answer}</span>
          </Button>
        ))}
        <Button size="small" type="text" onClick={() => void actions.judge(question, given, null)}>
          No answer
        </Button>
      </span>
    </li>
  );
}

function ToldForm({
  question,
  put,
}: {
  question: QuestionJson;
  put: (reader: Reader, answer: number) => void;
}) {
  const id = useId();
  const missing = question.readers.find(({ answer }) => answer === null);
  const [address, setAddress] = useState((missing ?? question.readers[0])?.address);
  const [answer, setAnswer] = useState(0);
  const reader = question.readers.find((each) => each.address === address);
  return (
    <form
      className={styles.panel}
      onSubmit={(event) => {
        event.preventDefault();
        if (reader) put(reader, answer);
      }}
    >
      <div className={styles.option}>
        <label htmlFor={`${id}-reader`}>Who</label>
        <Select
          id={`${id}-reader`}
          autoFocus
          size="small"
          value={address}
          onChange={setAddress}
          options={question.readers.map((each) => ({ value: each.address, label: nameOf(each) }))}
        />
      </div>
      <div className={styles.option}>
        <label htmlFor={`${id}-answer`}>Has said</label>
        <Select
          id={`${id}-answer`}
          size="small"
          value={answer}
          onChange={setAnswer}
          options={question.answers.map((label, value) => ({ value, label }))}
        />
      </div>
      <Button type="primary" htmlType="submit">
        Note this answer
      </Button>
    </form>
  );
}

/** Names, each with when they said so, and why. */
function Names({ question, index }: { question: QuestionJson; index: number }) {
  const words = useWords();
  return question.readers
    .filter(({ chosen }) => chosen.includes(index))
    .map((reader, at) => {
      const given = question.given.find(
        (each) => each.stands && each.reader === reader.address && each.answer === index,
      );
      return (
        <span key={reader.address}>
          {at > 0 && ', '}
          {given?.message ? (
            <Link href={`/inbox/${given.message}`} prefetch={false}>
              {nameOf(reader)}
            </Link>
          ) : (
            nameOf(reader)
          )}
          {given && <span className="quiet"> {words.moment(given.at)}</span>}
          {given?.comment && (
            <em className={styles.comment} dir="auto">
              {' '}
              “{given.comment}”
            </em>
          )}
        </span>
      );
    });
}

function endWords({ state, closesAt, closedAt }: QuestionJson, moment: (at: string) => string): string {
  if (state === 'not-left') return 'It has not left.';
  if (state === 'closed')
    return closedAt && closedAt === closesAt
      ? `Closed ${moment(closedAt)}.`
      : `The deadline was ${moment(closesAt!)}.`;
  return closesAt ? `Answers are taken until ${moment(closesAt)}.` : 'Answers are taken until you close it.';
}

function QuestionNote({ question, actions }: { question: QuestionJson; actions: QuestionActions }) {
  const words = useWords();
  const [noting, setNoting] = useState(false);
  const { state, readers, given, answers, tally, decided, ahead, unclear, offer } = question;
  const asked = given.filter(isOpen);
  const rest = given.filter((each) => !isOpen(each));
  const missing = readers.filter(({ chosen }) => chosen.length === 0);
  const left = state !== 'not-left';
  return (
    <section
      className={styles.note}
      data-state={unclear > 0 ? 'unclear' : state}
      aria-label={offer ? 'Times offered' : 'A question'}
    >
      <p className={styles.head}>
        <strong dir="auto">{question.words}</strong>
        <span>
          {offer && isShared(offer) && offer.slots.some(({ event }) => event) && (
            <>
              <strong>Settled</strong>,{' '}
            </>
          )}
          {decided && !offer && (
            <>
              <strong>Decided: {ahead}</strong>,{' '}
            </>
          )}
          {left && `${tally}. `}
          {endWords(question, (at) => words.moment(at))}
        </span>
      </p>
      {left && (
        <>
          <dl className={styles.counts}>
            {answers.map((answer, index) => {
              const count = readers.filter(({ chosen }) => chosen.includes(index)).length;
              return (
                <div key={index}>
                  <dt dir="auto">{answer}</dt>
                  <dd>
                    <span
                      className={styles.bar}
                      aria-hidden
                      style={{ inlineSize: `${(count / Math.max(1, readers.length)) * 100}%` }}
                    />
                    <b>{count}</b> <Names question={question} index={index} />{' '}
                    <SlotState question={question} index={index} />
                  </dd>
                </div>
              );
            })}
            {missing.length > 0 && (
              <div data-missing>
                <dt>No answer</dt>
                <dd>
                  <b>{missing.length}</b>{' '}
                  {missing
                    .map((each) => `${nameOf(each)}${each.reached ? '' : ' (has not got it yet)'}`)
                    .join(', ')}
                </dd>
              </div>
            )}
          </dl>
          {asked.length > 0 && (
            <ul className={styles.given} aria-label="What waits for your say">
              {asked.map((each) => (
                <Unsettled key={each.id} question={question} given={each} actions={actions} />
              ))}
            </ul>
          )}
          <p className={styles.acts}>
            {!offer && given.some(({ stands }) => stands) && (
              <Button size="small" onClick={() => void actions.tell(question)}>
                Tell them all
              </Button>
            )}
            <PanelPopover
              open={noting}
              onOpenChange={setNoting}
              title="Answered otherwise, by telephone for instance"
              button={{ size: 'small', children: 'Note an answer…' }}
            >
              {(close) => (
                <ToldForm
                  question={question}
                  put={(reader, answer) =>
                    void actions.told(question, reader, answer).then((done) => done && close())
                  }
                />
              )}
            </PanelPopover>
            {question.closedAt ? (
              <Button size="small" type="text" onClick={() => void actions.reopen(question)}>
                Open it again
              </Button>
            ) : (
              <Button size="small" type="text" onClick={() => void actions.close(question)}>
                Close it
              </Button>
            )}
          </p>
          {rest.length > 0 && (
            <details className={styles.rest}>
              <summary>Everything that was answered ({given.length})</summary>
              <ul className={styles.given}>
                {rest.map((each) => (
                  <li key={each.id}>
                    <Came question={question} given={each} />
                  </li>
                ))}
              </ul>
            </details>
          )}
        </>
      )}
    </section>
  );
}

export function QuestionNotes({ messageId }: { messageId: string }) {
  const questions = useQuestionsNear(messageId).data ?? [];
  const actions = useQuestionActions();
  return questions
    .filter(({ state, message }) => state !== 'not-left' || message === messageId)
    .map((question) => <QuestionNote key={question.id} question={question} actions={actions} />);
}
