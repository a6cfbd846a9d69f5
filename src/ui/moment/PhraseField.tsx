'use client';
/** The field for the moment a message leaves at, in words. */
import type { PhraseJson, SuggestionJson } from '#api/types';
import type { Plan } from '#core/plan/plan';
import { ChoiceField, type Choice, type TypedMeaning } from '../common/ChoiceField';
import { useWords } from '../common/format';

interface Props {
  text: string;
  onText: (text: string) => void;
  /** What the text means; undefined while that is not known. */
  result: PhraseJson | undefined;
  suggestions: readonly SuggestionJson[];
  /** The plan in force, marked among the options. */
  plan: Plan;
  onChoose: (plan: Plan, text: string) => void;
  /** It takes the focus once it can be seen. */
  autoFocus?: boolean;
}

const samePlan = (a: Plan, b: Plan) => JSON.stringify(a) === JSON.stringify(b);

export function PhraseField({ text, onText, result, suggestions, plan, onChoose, autoFocus }: Props) {
  const words = useWords();

  const landing = ({ preview, at }: SuggestionJson): string => {
    const [first] = preview.departures;
    const placed = first?.recipients.filter((reader) => reader.zone) ?? [];
    const zones = new Set(preview.departures.flatMap((each) => each.recipients.map((reader) => reader.zone)));
    const mine = `${words.moment(at)} you`;
    if (preview.departures.length > 1) return `${preview.departures.length} copies, from ${mine}`;
    const [reader] = placed;
    if (!reader || zones.size !== 1) return mine;
    const theirs = words.there(at, reader.zone!);
    return theirs === words.moment(at) ? mine : `${theirs} ${reader.place} · ${mine}`;
  };
  const choice = (option: { plan: Plan; words: string }, detail: string): Choice => ({
    words: option.words,
    detail,
    chosen: samePlan(option.plan, plan),
    choose: () => onChoose(option.plan, option.words),
  });
  const meaning: TypedMeaning | undefined =
    result?.kind === 'understood'
      ? { readings: result.readings.map((each) => choice(each, '')) }
      : result?.kind === 'not-understood'
        ? { problem: result.why }
        : undefined;

  return (
    <ChoiceField
      label="When, in words"
      placeholder="wed 9:10 · tomorrow morning, theirs · in 20 min"
      autoFocus={autoFocus}
      text={text}
      onText={onText}
      meaning={meaning}
      suggestions={suggestions.map((each) => choice(each, landing(each)))}
    />
  );
}
