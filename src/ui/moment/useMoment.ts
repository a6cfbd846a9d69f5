'use client';
/** The moment of the message being written: its plan, what is typed in words, and what both come to. */
import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import type { PhraseJson } from '#api/types';
import { isReadable } from '#core/plan/kinds/registry';
import type { Choices, Plan } from '#core/plan/plan';
import { useSame } from '../common/useSame';
import { useSettled } from '../common/useSettled';
import { ApiProblem, ask } from '../data/client';
import { usePhrase, usePreview, useSuggestions, type PreviewAsked } from '../data/queries';

interface Props {
  plan: Plan;
  choices: Choices;
  /** Addresses and groups, as text. */
  recipients: string[];
  message: PreviewAsked['message'];
  inSpiteOfQuiet?: boolean;
  minute: number;
}

/** Typing rests this long before it is read. */
const READ_AFTER_MS = 120;

/** Why what is typed is no moment yet, in a sentence, and what it wants. */
export interface Unclear {
  why: string;
  what: 'reading' | 'mend' | 'choose';
}

const notYet = (detail: string) => new ApiProblem(422, detail, [{ path: 'plan', detail }]);

/** The one plan a phrase means. @throws ApiProblem in words where there is none, or several */
function onlyPlan(result: PhraseJson): Plan | undefined {
  if (result.kind === 'empty') return undefined;
  if (result.kind === 'not-understood') throw notYet(`When? ${result.why}`);
  if (result.readings.length > 1)
    throw notYet(`When? The words mean ${result.readings.length} moments: choose one of them.`);
  return result.readings[0]!.plan;
}

export function useMoment(initial: Props) {
  const { recipients, message, inSpiteOfQuiet = false, minute } = initial;
  const client = useQueryClient();
  const [chosen, setChosen] = useState(initial.plan);
  const [choices, setChoices] = useState(initial.choices);
  const [text, setText] = useState('');
  const read = useSettled(text.trim(), READ_AFTER_MS);
  const phrase = usePhrase(read, recipients, minute);
  const result = read !== '' && read === text.trim() ? phrase.data : undefined;
  const only =
    result?.kind === 'understood' && result.readings.length === 1 ? result.readings[0]!.plan : undefined;
  // Words with one meaning are in force as they stand; taken away, what was chosen before is again.
  const plan = useSame(only ?? chosen);
  /** Another plan, chosen by hand: whatever was typed is done with. */
  const setPlan = useCallback((next: Plan) => {
    setText('');
    setChosen(next);
  }, []);

  const readable = isReadable(plan);
  /** Words are typed that are not, or not yet, one moment. */
  const unclear: Unclear | undefined =
    text.trim() === '' || only
      ? undefined
      : result === undefined
        ? { why: 'Reading the words of the moment…', what: 'reading' }
        : result.kind === 'not-understood'
          ? { why: `When? ${result.why}`, what: 'mend' }
          : { why: 'When? The words mean several moments.', what: 'choose' };
  const preview = usePreview({
    plan: readable ? plan : null,
    choices,
    recipients,
    minute,
    message,
    inSpiteOfQuiet,
  });
  const suggestions = useSuggestions(recipients, minute).data ?? [];

  /**
   * The plan as it stands, with the words typed last.
   * @throws (rejects) ApiProblem where they mean nothing yet, or several moments
   */
  const settle = useCallback(async (): Promise<Plan> => {
    const typed = text.trim();
    if (typed === '') return plan;
    const body = { text: typed, recipients: recipients.map((address) => ({ address })) };
    const answer = await client.fetchQuery({
      queryKey: ['phrase', typed, recipients, minute],
      queryFn: () => ask<PhraseJson>('POST', '/moments/phrase', body),
    });
    return onlyPlan(answer) ?? plan;
  }, [client, text, plan, recipients, minute]);

  return {
    plan,
    setPlan,
    choices,
    setChoices,
    readable,
    unclear,
    preview,
    suggestions,
    settle,
    phrase: { text, type: setText, result },
  };
}
