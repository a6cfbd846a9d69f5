'use client';
/** One line beside the moment: what the message asks. */
import { Button } from 'antd';
import { useRef, useState, type Ref } from 'react';
import { DECIDED_WHEN_WORDS } from '#core/question/question';
import { useQuestionOn } from '../data/questions';
import { useWatchOn } from '../data/watches';
import { useCommand, useKeyName } from '../shell/commands';
import { useNotices } from '../shell/Notices';
import watching from '../watches/Watches.module.css';
import { QuestionForm, type QuestionFormHandle } from './QuestionForm';
import { useQuestionActions } from './useQuestionActions';

interface Props {
  /** Of the form, while it is unfolded. */
  form: Ref<QuestionFormHandle>;
  /** On the server; undefined where it is not kept yet. */
  messageId: string | undefined;
  /** Keeps it. @throws (rejects) with words for the person */
  keep: () => Promise<string>;
}

export function QuestionLine({ form, messageId, keep }: Props) {
  const actions = useQuestionActions();
  const keyName = useKeyName();
  const { showProblem } = useNotices();
  const [open, setOpen] = useState(false);
  const opener = useRef<HTMLButtonElement>(null);
  const question = useQuestionOn(messageId);
  const watch = useWatchOn(messageId);
  const show = (on: boolean) =>
    void (on && messageId === undefined ? keep() : Promise.resolve())
      .then(() => setOpen(on))
      .catch(showProblem);
  const unfolded = open && messageId !== undefined;
  const close = () => {
    setOpen(false);
    opener.current?.focus();
  };
  useCommand('q', () => show(true));
  return (
    <>
      <div className={watching.line}>
        <span>
          Question:{' '}
          {question ? (
            <>
              <strong dir="auto">{question.words}</strong>{' '}
              <span dir="auto">{question.answers.join(' · ')}</span>; decided when{' '}
              {DECIDED_WHEN_WORDS[question.decidedWhen]}
            </>
          ) : (
            'none'
          )}
        </span>
        <span>
          <Button
            ref={opener}
            size="small"
            title={keyName('q')}
            aria-expanded={unfolded}
            onClick={() => show(!unfolded)}
          >
            {question ? 'Change question…' : 'Ask…'}
          </Button>
          {question && (
            <Button
              size="small"
              type="text"
              onClick={() => void actions.takeOff(question).then(() => opener.current?.focus())}
            >
              No question
            </Button>
          )}
        </span>
      </div>
      {unfolded && (
        <QuestionForm
          handle={form}
          question={question}
          watch={watch}
          put={async (body) => {
            const done = await actions.put(messageId, body);
            if (done) close();
            return done;
          }}
          close={close}
        />
      )}
    </>
  );
}
