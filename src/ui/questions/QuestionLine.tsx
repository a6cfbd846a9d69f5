'use client';
/** What the message asks: a line beside the moment where it asks something, and the form while it is unfolded. */
import { Button } from 'antd';
import { DECIDED_WHEN_WORDS } from '#core/question/question';
import { useQuestionOn } from '../data/questions';
import { useWatchOn } from '../data/watches';
import watching from '../watches/Watches.module.css';
import { QuestionForm } from './QuestionForm';
import type { Asking } from './useAsking';
import { useQuestionActions } from './useQuestionActions';

interface Props {
  /** On the server; undefined where it is not kept yet. */
  messageId: string | undefined;
  asking: Asking;
}

export function QuestionLine({ messageId, asking: { open, show, close, opener, form } }: Props) {
  const actions = useQuestionActions();
  const asked = useQuestionOn(messageId);
  // Times are offered by a line of their own.
  const question = asked?.offer ? undefined : asked;
  const watch = useWatchOn(messageId);
  return (
    <>
      {question && (
        <div className={watching.line}>
          <span>
            Question: <strong dir="auto">{question.words}</strong>{' '}
            <span dir="auto">{question.answers.join(' · ')}</span>; decided when{' '}
            {DECIDED_WHEN_WORDS[question.decidedWhen]}
          </span>
          <span>
            <Button size="small" onClick={() => show(!open)}>
              Change question…
            </Button>
            <Button
              size="small"
              type="text"
              onClick={() => void actions.takeOff(question).then(() => opener.current?.focus())}
            >
              No question
            </Button>
          </span>
        </div>
      )}
      {open && (
        <QuestionForm
          handle={form}
          messageId={messageId!}
          question={question}
          watch={watch}
          put={async (body, seen) => {
            const done = await actions.put(messageId!, body, seen);
            if (done) close();
            return done;
          }}
          close={close}
        />
      )}
    </>
  );
}
