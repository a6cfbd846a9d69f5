/** In which language a text is written, among those the product knows. */
import { franc } from 'franc-min';
import { CALENDAR } from '../text/calendarNames';
import type { Language } from '../text/language';

/** ISO 639-3, as they are guessed by. */
const CODES: Record<string, Language> = { eng: 'en', por: 'pt', deu: 'de', fra: 'fr', spa: 'es' };

/** Letters it takes to tell; fewer are taken for what the rest is written in. */
const ENOUGH = 40;
/** Of fewer than so many small words say more than letters do. */
const SHORT = 200;
/** And so many are enough. */
const TOLD_BY = 600;

/** Small words and greetings that are of one language, for texts too short to tell by their letters. */
const SMALL: Record<Language, string> = {
  en: 'the and of to is are was were you your we our for with this that it have has not will would please dear hi hello thanks thank my be at by from they i',
  pt: 'os uma um do da dos das em não está estão são foi para por com que muito obrigada obrigado tudo olá cara caro caros caras bom dia boa tarde noite seu sua nós segue é ao aos à às de vou prezado prezada',
  de: 'der die das und ist sind war nicht ich wir sie ihr ihre ihren ihnen mit von für auf bei im am zum zur ein eine einen den dem liebe lieber hallo bitte vielen dank guten sehr geehrte geehrter hier alles wird',
  fr: 'le les des une et est sont nous vous je votre vos notre pour avec dans sur pas ce cette du au aux merci bonjour bonsoir cher chère voici ci être été à de mon ma mes',
  es: 'el los las una y es son está están usted su sus muy gracias hola estimado estimada por favor del al nos le les pero buenos buenas días tardes noches querido querida ayer de mi',
};
/** The days of the week tell as much; those of one word only. */
const SMALL_WORDS = (Object.keys(SMALL) as Language[]).map((language) => ({
  language,
  words: new Set([
    ...SMALL[language].split(' '),
    ...CALENDAR[language].weekdays.flatMap(([name]) => name!.toLowerCase().split('-')[0]!),
  ]),
}));

/** The language most of the small words of a short text are of; undefined where two are as likely, or none is. */
function bySmallWords(text: string): Language | undefined {
  const words = text.toLowerCase().match(/\p{L}+/gu) ?? [];
  const [first, second] = SMALL_WORDS.map(({ language, words: small }) => ({
    language,
    count: words.filter((word) => small.has(word)).length,
  })).sort((a, b) => b.count - a.count);
  return first!.count > second!.count ? first!.language : undefined;
}

/** What was found lately: of a letter that is being written nearly every line is as it was a key ago. */
const lately = new Map<string, Language | undefined>();
const REMEMBERED = 2000;

function byLetters(text: string): Language | undefined {
  if (text.length < ENOUGH) return undefined;
  // The beginning says enough.
  const told = text.slice(0, TOLD_BY);
  if (lately.has(told)) return lately.get(told);
  if (lately.size >= REMEMBERED) lately.clear();
  const language = CODES[franc(told, { only: Object.keys(CODES) })];
  lately.set(told, language);
  return language;
}

/** The language of a text; undefined where it is too short, or none of ours. */
export const languageOf = (text: string): Language | undefined =>
  text.length < SHORT ? (bySmallWords(text) ?? byLetters(text)) : byLetters(text);
