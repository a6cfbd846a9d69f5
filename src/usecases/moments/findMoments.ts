/** Finding a moment: by suggestion, by phrase, by looking for when most readers are at work. */
import { bestMoments as best, type BestMoments } from '#core/moment/best';
import { MOST_SUGGESTIONS, suggestMoments as suggest, type Suggestion } from '#core/moment/suggest';
import { readPhrase as read, type PhraseResult } from '#core/phrase/read';
import { readRepeats } from '#core/phrase/repeats';
import { usualChoices, type PlanPreview } from '#core/plan/plan';
import type { Desk } from '../desk';
import { readBeforeEventPhrase } from '../events/eventPhrases';
import { suggestBeforeEvents } from '../events/suggestBefore';
import { meAsPerson, placedReaders } from '../people/readers';
import type { Language } from '#core/text/language';
import { phraseLanguages } from './phraseLanguages';
import { askedReaders, previewPlan, type AskedRecipient } from './previewPlan';

/** A suggestion with what it comes to. */
export interface SuggestedMoment extends Suggestion {
  preview: PlanPreview;
}

/** @throws Invalid */
export function suggestMoments(desk: Desk, recipients: AskedRecipient[]): SuggestedMoment[] {
  const readers = placedReaders(askedReaders(desk, recipients));
  const [first, ...more] = suggest({ now: desk.now(), me: meAsPerson(desk), readers });
  const suggestions = [...(first ? [first] : []), ...suggestBeforeEvents(desk, recipients), ...more].slice(
    0,
    MOST_SUGGESTIONS,
  );
  return suggestions.map((suggestion) => ({
    ...suggestion,
    preview: previewPlan(desk, { plan: suggestion.plan, recipients, ...usualChoices }),
  }));
}

/** @param asked the languages the browser asks for @throws Invalid */
export function readPhrase(
  desk: Desk,
  text: string,
  recipients: AskedRecipient[],
  asked: readonly Language[] = [],
): PhraseResult {
  const readers = placedReaders(askedReaders(desk, recipients));
  const { hourCycle } = desk.settings();
  const languages = phraseLanguages(desk, asked);
  const context = { now: desk.now(), me: meAsPerson(desk), readers, hourCycle, languages };
  return readBeforeEventPhrase(desk, text) ?? readRepeats(text, context) ?? read(text, context);
}

/** @throws Invalid */
export function bestMoments(desk: Desk, recipients: AskedRecipient[]): BestMoments {
  const readers = placedReaders(askedReaders(desk, recipients));
  return best(desk.now(), desk.settings().zone, readers);
}
