/** In which languages phrases are read. */
import type { Language } from '#core/text/language';
import type { Desk } from '../desk';

/** Mine, then those the browser asks for, then English; each once. */
export const phraseLanguages = (desk: Desk, asked: readonly Language[]): Language[] => [
  ...new Set<Language>([...desk.settings().languages, ...asked, 'en']),
];
