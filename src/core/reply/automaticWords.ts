/** Words by which programs say that no person wrote, where no field says so: the last resort. */
import { ownParts } from '../text/ownParts';
import { folded } from '../text/folded';

/** What stands at the beginning of subjects of away-messages, by language; folded. */
const AWAY_SUBJECTS = [
  ...[
    'auto(?:matic)?[- ]?(?:reply|response)',
    'out of (?:the )?office',
    'away from (?:the )?office',
    'away',
    'on (?:leave|vacation)',
  ],
  ...[
    'automatische antwort',
    'auto(?:matische)?[- ]?antwort',
    'abwesenheit(?:snotiz)?',
    'abwesend',
    'au(?:ss|ß)er haus',
  ],
  ...['resposta automatica', 'ausencia', 'ausente', 'fora do escritorio'],
  ...['respuesta automatica', 'fuera de (?:la )?oficina'],
  ...['reponse automatique', 'absence(?: du bureau)?', 'absente?'],
  ...['risposta automatica', 'fuori ufficio', 'assente', 'assenza'],
  ...['automatisch antwoord', 'afwezig(?:heid)?', 'niet aanwezig'],
  ...['autosvar', 'automatiska?t? svar', 'franvaro(?:meddelande)?', 'fravær(?:smelding)?'],
  ...['automatyczna odpowiedz', 'odpowiedz automatyczna', 'nieobecnosc'],
  ...['automaattinen vastaus', 'poissa', 'automaticka odpoved', 'автоответ', 'автоматический ответ'],
];
const AWAY = new RegExp(`^(?:${AWAY_SUBJECTS.join('|')})(?![\\p{L}\\p{N}])`, 'u');

/**
 * What a subject begins with where it is that of an away-message; undefined for any other.
 * @param alone true where nothing else tells it: then a colon has to follow, since a person may write about being away
 */
export function awaySubject(subject: string, alone: boolean): string | undefined {
  const plain = folded(subject.trim());
  const said = AWAY.exec(plain)?.[0];
  if (said === undefined || (alone && !/^\s*[:：]/.test(plain.slice(said.length)))) return undefined;
  return subject.trim().slice(0, said.length);
}

// Of one sentence: this … message … automatic, in any order.
const THIS =
  /\b(?:this|dies(?:e|es|er)?|esta|este|isto|esto|ceci|cette|ce|questo|questa|dit|deze|detta|denne|dette|to jest|ta)\b/;
const MESSAGE =
  /\b(?:messages?|e-?mail|reply|response|notification|nachricht|antwort|mensagem|resposta|mensaje|respuesta|correo|courriel|reponse|messaggio|risposta|bericht|antwoord|meddelande|melding|besked|svar|wiadomosc|odpowiedz)\b/;
const AUTOMATIC = /automat(?:i|y)|automated|auto-generated/;

/** Further down a text a person may write about machines. */
const SENTENCES = 3;

/** The sentence in which a text says of itself that a machine wrote it; undefined where none does. Quotes say nothing. */
export function saysAutomatic(text: string): string | undefined {
  const own = ownParts(text)
    .map((part) => part.text)
    .join('\n')
    .trim();
  const sentences = own.split(/(?<=[.!?])\s+|\n\s*\n/).slice(0, SENTENCES);
  return sentences.find((sentence) => {
    const plain = folded(sentence);
    return THIS.test(plain) && MESSAGE.test(plain) && AUTOMATIC.test(plain);
  });
}
