/** Until when a message may be put off: suggestions, phrases, dates. */
import { wallOf } from '#core/plan/kinds/registry';
import { readPhrase, type PhraseResult } from '#core/phrase/read';
import { suggestSnoozes, type SnoozeSuggestion } from '#core/snooze/suggest';
import type { Language } from '#core/text/language';
import { localAt } from '#core/time/dayParts';
import { partMinute } from '#core/time/partOfDay';
import { toInstant } from '#core/time/wallClock';
import type { Desk } from '../desk';
import { Invalid } from '../errors';
import { meAsPerson } from '../people/readers';
import { phraseLanguages } from '../moments/phraseLanguages';
import { readingOf } from './readingOf';

/** @throws NotFound */
export function suggestSnooze(desk: Desk, messageId: string): SnoozeSuggestion[] {
  return suggestSnoozes({ ...readingOf(desk, messageId), hourCycle: desk.settings().hourCycle });
}

/** What a phrase means, on my clock unless it says theirs. @param asked the languages the browser asks for @throws NotFound */
export function readSnoozePhrase(
  desk: Desk,
  messageId: string,
  text: string,
  asked: readonly Language[] = [],
): PhraseResult {
  const { now, me, writer } = readingOf(desk, messageId);
  const { hourCycle } = desk.settings();
  const languages = phraseLanguages(desk, asked);
  const readers = writer ? [writer] : [];
  return readPhrase(text, { now, me, readers, hourCycle, mineFirst: true, languages });
}

/** A moment as it is asked for: exactly one of these. */
export interface SnoozeUntil {
  /** An instant, a wall-clock time in a zone, or a day, which means my start of day then. */
  until?: string | { local: string; zone: string };
  /** The words of one of the suggestions. */
  suggestion?: string;
  phrase?: string;
}

/**
 * The moment, epoch ms, and the words it was chosen by.
 * @throws NotFound; Invalid where there is no such moment, or several are meant
 */
export function snoozeMoment(
  desk: Desk,
  messageId: string,
  { until, suggestion, phrase }: SnoozeUntil,
  asked: readonly Language[] = [],
): { until: number; words: string } {
  if (suggestion !== undefined) {
    const found = suggestSnooze(desk, messageId).find(({ words }) => words === suggestion);
    if (!found)
      throw new Invalid('This is none of the suggestions any more. Ask for them again.', 'suggestion');
    return { until: found.at, words: found.words };
  }
  if (phrase !== undefined) {
    const result = readSnoozePhrase(desk, messageId, phrase, asked);
    if (result.kind === 'empty') throw new Invalid('Say until when.', 'phrase');
    if (result.kind === 'not-understood') throw new Invalid(result.why, 'phrase');
    const [first, ...others] = result.readings;
    if (others.length > 0) {
      const words = result.readings.map((reading) => reading.words).join('; or ');
      throw new Invalid(`This may mean several moments: ${words}.`, 'phrase');
    }
    const wall = wallOf(first!.plan);
    if (!wall?.zone) throw new Invalid('Say a moment to come back at.', 'phrase');
    return { until: toInstant(wall.local, wall.zone).at, words: phrase.trim() };
  }
  if (until === undefined) throw new Invalid('Say until when.', 'until');
  if (typeof until === 'object') return { until: toInstant(until.local, until.zone).at, words: '' };
  if (/^\d{4}-\d{2}-\d{2}$/.test(until)) {
    const { zone, working } = meAsPerson(desk);
    return { until: toInstant(localAt(until, partMinute('start', until, working)), zone).at, words: '' };
  }
  return { until: Date.parse(until), words: '' };
}
