'use client';
/** What is asked, what can be answered, until when, and what decides it. */
import { Button, Checkbox, Input, Select, type InputRef } from 'antd';
import { useId, useRef, useState, type ClipboardEvent, type Ref } from 'react';
import { flushSync } from 'react-dom';
import type { QuestionJson, WatchJson } from '#api/types';
import {
  ANSWER_LENGTH,
  ANSWERS,
  DECIDED_WHEN,
  DECIDED_WHEN_WORDS,
  keptQuestion,
  QUESTION_LENGTH,
  whyNoQuestion,
  type DecidedWhen,
} from '#core/question/question';
import { useBegun } from '../common/begun';
import { useWords } from '../common/format';
import { useFirstFocus } from '../common/useFirstFocus';
import { useNotices } from '../shell/Notices';
import { deadlineOf, DurationFields, durationOf, type Duration } from '../watches/DurationFields';
import { untilWords } from '../watches/watchWords';
import styles from './Questions.module.css';
import type { AskingHandle } from './useAsking';
import { useAskingForm } from './useAskingForm';
import type { QuestionBody } from './useQuestionActions';

interface Fields {
  words: string;
  answers: readonly string[];
  decidedWhen: DecidedWhen;
  mayComment: boolean;
  duration: Duration | undefined;
  /** How long they are taken has been said here. */
  touched: boolean;
  /** As it was when this was unfolded. */
  seen: QuestionJson | undefined;
}

/** What is begun of it is kept under this name. */
export const questionBegun = (messageId: string) => `question ${messageId}`;

interface Props {
  messageId: string;
  handle: Ref<AskingHandle>;
  /** The one there is. */
  question: QuestionJson | undefined;
  /** The wait for its answers, where there is one. */
  watch: WatchJson | undefined;
  /** @returns whether it is asked */
  put: (body: QuestionBody, seen: QuestionJson | undefined) => Promise<boolean>;
  /** Folds it without keeping anything. */
  close: () => void;
}

export function QuestionForm({ handle, messageId, question, watch, put, close }: Props) {
  const id = useId();
  const say = useWords();
  const first = useFirstFocus<InputRef>();
  const list = useRef<HTMLOListElement>(null);
  const { show } = useNotices();
  const begun = useBegun(
    questionBegun(messageId),
    (): Fields => ({
      words: question?.words ?? '',
      answers: question?.answers ?? ['', ''],
      decidedWhen: question?.decidedWhen ?? 'everyone',
      mayComment: question?.mayComment ?? true,
      duration: durationOf(watch),
      touched: false,
      seen: question,
    }),
    () =>
      show({ words: 'What you began to ask is not asked yet. It is here when you open the message again.' }),
  );
  const { words, answers, decidedWhen, mayComment, duration, touched, seen } = begun.fields;
  const [problem, setProblem] = useState<{ field: string; words: string }>();

  const change = (next: readonly string[]) => {
    begun.change({ answers: next });
    setProblem(undefined);
  };
  const focusOn = (index: number) => list.current?.querySelectorAll('input')[index]?.focus();
  /** Drawn at once: what is typed next belongs there already. */
  const changeAndFocus = (next: readonly string[], index: number) => {
    flushSync(() => change(next));
    focusOn(index);
  };
  const add = () => changeAndFocus([...answers, ''], answers.length);
  const remove = (index: number) =>
    changeAndFocus(
      answers.filter((_, at) => at !== index),
      Math.max(0, index - 1),
    );
  /** Several lines are several answers. */
  const paste = (event: ClipboardEvent<HTMLInputElement>, index: number) => {
    const lines = event.clipboardData
      .getData('text')
      .split(/[\r\n]+/)
      .map((line) => line.trim());
    const several = lines.filter(Boolean);
    if (several.length < 2) return;
    event.preventDefault();
    change([...answers.slice(0, index), ...several, ...answers.slice(index + 1)].slice(0, ANSWERS.most));
  };
  const submit = async (): Promise<boolean> => {
    const given = { words, answers: answers.filter((each) => each.trim() !== ''), decidedWhen, mayComment };
    const kept = keptQuestion(given);
    const why = whyNoQuestion(kept);
    setProblem(why);
    if (why) {
      first.current?.focus();
      return false;
    }
    const deadline = duration && (touched || !seen) ? deadlineOf(duration) : undefined;
    return begun.keep(() => put({ ...kept, answers: [...kept.answers], deadline }, seen));
  };
  const leave = () => {
    begun.end();
    close();
  };
  const isEmpty = !words.trim() && answers.every((each) => !each.trim());
  const pressed = useAskingForm({ handle, isEmpty, submit, close: leave });

  return (
    <div role="dialog" aria-labelledby={`${id}-title`} className={styles.form} onKeyDown={pressed}>
      <h3 id={`${id}-title`}>{question ? 'What it asks' : 'Ask a question'}</h3>
      <label htmlFor={`${id}-words`}>Question</label>
      <Input
        id={`${id}-words`}
        ref={first}
        dir="auto"
        maxLength={QUESTION_LENGTH}
        value={words}
        placeholder="Which day suits you?"
        aria-invalid={problem?.field === 'words'}
        onChange={(event) => {
          begun.change({ words: event.target.value });
          setProblem(undefined);
        }}
      />
      <fieldset className={styles.answers}>
        <legend>Answers to choose from</legend>
        <ol ref={list}>
          {answers.map((answer, index) => (
            <li key={index}>
              <Input
                size="small"
                dir="auto"
                aria-label={`Answer ${index + 1}`}
                maxLength={ANSWER_LENGTH}
                value={answer}
                aria-invalid={problem?.field === `answers.${index}`}
                onChange={(event) =>
                  change(answers.map((each, at) => (at === index ? event.target.value : each)))
                }
                onPaste={(event) => paste(event, index)}
                onPressEnter={(event) => {
                  if (event.ctrlKey || event.metaKey || event.nativeEvent.isComposing) return;
                  if (index + 1 < answers.length) focusOn(index + 1);
                  else if (answer.trim() && answers.length < ANSWERS.most) add();
                }}
              />
              {answers.length > ANSWERS.fewest && (
                <Button
                  size="small"
                  type="text"
                  aria-label={`Remove answer ${index + 1}`}
                  onClick={() => remove(index)}
                >
                  Remove
                </Button>
              )}
            </li>
          ))}
        </ol>
        {answers.length < ANSWERS.most && (
          <Button size="small" onClick={add}>
            Add an answer
          </Button>
        )}
      </fieldset>
      <div className={styles.options}>
        <div className={styles.option}>
          <label htmlFor={`${id}-count`}>Answers are taken</label>
          {duration ? (
            <DurationFields
              id={`${id}-count`}
              value={duration}
              onChange={(next) => {
                begun.change({ duration: next, touched: true });
              }}
            />
          ) : (
            <span>
              {watch && untilWords(watch, say)}{' '}
              <Button size="small" onClick={() => begun.change({ duration: { count: 2, unit: 'reader' } })}>
                So many days…
              </Button>
            </span>
          )}
        </div>
        <div className={styles.option}>
          <label htmlFor={`${id}-decided`}>Decided when</label>
          <Select<DecidedWhen>
            id={`${id}-decided`}
            size="small"
            value={decidedWhen}
            onChange={(next) => begun.change({ decidedWhen: next })}
            options={DECIDED_WHEN.map((value) => ({ value, label: DECIDED_WHEN_WORDS[value] }))}
          />
        </div>
        <Checkbox
          checked={mayComment}
          onChange={(event) => begun.change({ mayComment: event.target.checked })}
        >
          They may say why
        </Checkbox>
      </div>
      {problem && (
        <p role="alert" className={styles.problem}>
          {problem.words}
        </p>
      )}
      <p className="quiet">
        Readers press an answer in whatever mail program they use, or write it. A date as the end is chosen
        under “If nobody answers”.
      </p>
      <p className={styles.acts}>
        <Button type="primary" ghost onClick={() => void submit()}>
          {question ? 'Keep the changes' : 'Ask this'}
        </Button>
        <Button type="text" onClick={leave}>
          Leave it
        </Button>
      </p>
    </div>
  );
}
