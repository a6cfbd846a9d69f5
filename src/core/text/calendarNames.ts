/** Weekdays and months in five languages. */
import type { Language } from './language';

interface CalendarNames {
  /** Monday first; the forms of each that people write, the usual one first. */
  weekdays: string[][];
  /** January first. */
  months: string[][];
}

const forms = (text: string) => text.split(', ').map((each) => each.split(' '));

export const CALENDAR: Readonly<Record<Language, CalendarNames>> = {
  en: {
    weekdays: forms(
      'Monday Mon, Tuesday Tue Tues, Wednesday Wed Weds, Thursday Thu Thur Thurs, Friday Fri, Saturday Sat, Sunday Sun',
    ),
    months: forms(
      'January Jan, February Feb, March Mar, April Apr, May, June Jun, July Jul, August Aug, September Sept Sep, October Oct, November Nov, December Dec',
    ),
  },
  pt: {
    weekdays: forms(
      'segunda-feira segunda, terça-feira terça, quarta-feira quarta, quinta-feira quinta, sexta-feira sexta, sábado, domingo',
    ),
    months: forms(
      'janeiro, fevereiro, março, abril, maio, junho, julho, agosto, setembro, outubro, novembro, dezembro',
    ),
  },
  de: {
    weekdays: forms('Montag, Dienstag, Mittwoch, Donnerstag, Freitag, Samstag Sonnabend, Sonntag'),
    months: forms(
      'Januar Jänner, Februar, März, April, Mai, Juni, Juli, August, September, Oktober, November, Dezember',
    ),
  },
  fr: {
    weekdays: forms('lundi, mardi, mercredi, jeudi, vendredi, samedi, dimanche'),
    months: forms(
      'janvier, février, mars, avril, mai, juin, juillet, août, septembre, octobre, novembre, décembre',
    ),
  },
  es: {
    weekdays: forms('lunes, martes, miércoles, jueves, viernes, sábado, domingo'),
    months: forms(
      'enero, febrero, marzo, abril, mayo, junio, julio, agosto, septiembre setiembre, octubre, noviembre, diciembre',
    ),
  },
};

/** English weekdays, Monday first, long. */
export const englishWeekday = (weekday: number) => CALENDAR.en.weekdays[weekday - 1]![0]!;
