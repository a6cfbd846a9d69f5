'use client';
/** What times the message offers: a line beside the moment, and the form while it is unfolded. */
import { Button } from 'antd';
import { lengthWords } from '#core/offer/offer';
import { useQuestionOn } from '../data/questions';
import { useWatchOn } from '../data/watches';
import type { Asking } from '../questions/useAsking';
import watching from '../watches/Watches.module.css';
import { OfferForm } from './OfferForm';
import { useOfferActions } from './useOfferActions';

interface Props {
  /** On the server; undefined where it is not kept yet. */
  messageId: string | undefined;
  subject: string;
  recipients: string[];
  around: number | undefined;
  asking: Asking;
  /** Times are offered by now. */
  onOffered: () => void;
}

export function OfferLine({ messageId, subject, recipients, around, asking, onOffered }: Props) {
  const { open, show, close, opener, form } = asking;
  const actions = useOfferActions();
  const asked = useQuestionOn(messageId);
  const watch = useWatchOn(messageId);
  const question = asked?.offer ? asked : undefined;
  return (
    <>
      {question && (
        <div className={watching.line}>
          <span>
            Offers: <strong dir="auto">{question.offer!.summary}</strong>,{' '}
            {lengthWords(question.offer!.minutes)}:{' '}
            {question.answers.slice(0, question.offer!.slots.length).join(' · ')}
          </span>
          <span>
            <Button size="small" onClick={() => show(!open)}>
              Change times…
            </Button>
            <Button
              size="small"
              type="text"
              onClick={() => void actions.takeOff(question).then(() => opener.current?.focus())}
            >
              No times
            </Button>
          </span>
        </div>
      )}
      {open && (
        <OfferForm
          handle={form}
          question={question}
          watch={watch}
          messageId={messageId!}
          recipients={recipients}
          subject={subject}
          around={question ? undefined : around}
          put={async (body, seen) => {
            const done = await actions.put(messageId!, body, seen);
            if (done) {
              onOffered();
              close();
            }
            return done;
          }}
          close={close}
        />
      )}
    </>
  );
}
