/** In which language a text is written, among those the product knows. */
import { franc } from 'franc-min';
import type { Language } from '../text/language';

/** ISO 639-3, as they are guessed by. */
const CODES: Record<string, Language> = { eng: 'en', por: 'pt', deu: 'de', fra: 'fr', spa: 'es' };

/** Letters it takes to tell; fewer are taken for what the rest is written in. */
const ENOUGH = 40;
/** And so many are enough. */
const TOLD_BY = 600;

/** What was found lately: of a letter that is being written nearly every line is as it was a key ago. */
const lately = new Map<string, Language | undefined>();
const REMEMBERED = 2000;

/** The language of a text; undefined where it is too short, or none of ours. */
export function languageOf(text: string): Language | undefined {
  if (text.length < ENOUGH) return undefined;
  // The beginning says enough.
  const told = text.slice(0, TOLD_BY);
  if (lately.has(told)) return lately.get(told);
  if (lately.size >= REMEMBERED) lately.clear();
  const language = CODES[franc(told, { only: Object.keys(CODES) })];
  lately.set(told, language);
  return language;
}
