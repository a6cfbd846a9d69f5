/** The words by which people say that something repeats, as they are compared: without case and marks. */
import type { Language } from '../text/language';

export interface RepeatWords {
  /** Alternatives of a regular expression, each. */
  every: string;
  /** Every second one. */
  second: string;
  hour: string;
  day: string;
  /** A day of the working week. */
  workday: string;
  week: string;
  month: string;
  year: string;
  /** “daily” and its kind, by unit. */
  single: Partial<Record<'hour' | 'day' | 'week' | 'month' | 'year', string>>;
  /** Which of them in a month, from 1; -1 is the last. */
  ordinals: Record<string, number>;
  /** Between an ordinal with its day and the month. */
  of: string;
  on: string;
  and: string;
  until: string;
  times: string;
}

export const REPEAT_WORDS: Readonly<Record<Language, RepeatWords>> = {
  en: {
    every: 'every|each',
    second: 'second|other|2nd|two',
    hour: 'hours?',
    day: 'days?',
    workday: 'weekdays?|working days?|workdays?',
    week: 'weeks?',
    month: 'months?',
    year: 'years?',
    single: { hour: 'hourly', day: 'daily', week: 'weekly', month: 'monthly', year: 'yearly|annually' },
    ordinals: { first: 1, '1st': 1, second: 2, '2nd': 2, third: 3, '3rd': 3, fourth: 4, '4th': 4, last: -1 },
    of: 'of|in',
    on: 'on the|on',
    and: 'and|,|&',
    until: 'until|till|up to',
    times: 'times',
  },
  de: {
    every: 'jeden|jede|jedes|jeder|alle',
    second: 'zweiten|zweite|zweites|zweiter|zwei|2\\.',
    hour: 'stunden?',
    day: 'tage?n?',
    workday: 'werktage?s?|arbeitstage?s?',
    week: 'wochen?',
    month: 'monate?n?s?',
    year: 'jahre?n?s?',
    single: { hour: 'stundlich', day: 'taglich', week: 'wochentlich', month: 'monatlich', year: 'jahrlich' },
    ordinals: {
      ersten: 1,
      erster: 1,
      zweiten: 2,
      zweiter: 2,
      dritten: 3,
      vierten: 4,
      letzten: -1,
      letzter: -1,
    },
    of: 'im|in|des',
    on: 'am',
    and: 'und|,',
    until: 'bis zum|bis',
    times: 'mal',
  },
  pt: {
    every: 'todos os|todas as|todo|toda|cada',
    second: 'duas|dois|2',
    hour: 'horas?',
    day: 'dias?',
    workday: 'dias? ute?is|dia util',
    week: 'semanas?',
    month: 'mes(?:es)?',
    year: 'anos?',
    single: { day: 'diariamente', week: 'semanalmente', month: 'mensalmente', year: 'anualmente' },
    ordinals: {
      primeira: 1,
      primeiro: 1,
      segundo: 2,
      terceira: 3,
      terceiro: 3,
      quarta: 4,
      ultima: -1,
      ultimo: -1,
    },
    of: 'de|do',
    on: 'no dia|dia|no|na',
    and: 'e|,',
    until: 'ate ao|ate a|ate',
    times: 'vezes',
  },
  fr: {
    every: 'chaque|tous les|toutes les',
    second: 'deux|deuxieme|2',
    hour: 'heures?',
    day: 'jours?',
    workday: 'jours? ouvres?|jours? ouvrables?',
    week: 'semaines?',
    month: 'mois',
    year: 'ans?|annees?',
    single: {
      day: 'quotidiennement',
      week: 'hebdomadairement',
      month: 'mensuellement',
      year: 'annuellement',
    },
    ordinals: { premier: 1, premiere: 1, deuxieme: 2, troisieme: 3, quatrieme: 4, dernier: -1, derniere: -1 },
    of: 'de|du',
    on: 'le',
    and: 'et|,',
    until: "jusqu'au|jusqu'a|jusqu’au|jusqu’a",
    times: 'fois',
  },
  es: {
    every: 'cada|todos los|todas las',
    second: 'dos|segundo|2',
    hour: 'horas?',
    day: 'dias?',
    workday: 'dias? laborables?|dias? habil(?:es)?',
    week: 'semanas?',
    month: 'mes(?:es)?',
    year: 'anos?',
    single: { day: 'diariamente', week: 'semanalmente', month: 'mensualmente', year: 'anualmente' },
    ordinals: { primer: 1, primero: 1, segundo: 2, tercer: 3, cuarto: 4, ultimo: -1 },
    of: 'de|del',
    on: 'el dia|el',
    and: 'y|,',
    until: 'hasta el|hasta',
    times: 'veces',
  },
};
