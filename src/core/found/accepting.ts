/** A found time taken up, in the language it was proposed in. */
import type { Language } from '../text/language';
import { toLocal } from '../time/wallClock';

interface Said {
  at: (day: string, time: string) => string;
  yours: string;
  ours: string;
  suits: (when: string) => string;
}

const SAID: Readonly<Record<Language, Said>> = {
  en: {
    at: (day, time) => `${day} at ${time}`,
    yours: 'your time',
    ours: 'my time',
    suits: (when) => `Yes, ${when} suits me.`,
  },
  pt: {
    at: (day, time) => `${day} às ${time}`,
    yours: 'hora sua',
    ours: 'hora minha',
    suits: (when) => `Sim, ${when} está bem para mim.`,
  },
  de: {
    at: (day, time) => `${day} um ${time} Uhr`,
    yours: 'Ihrer Zeit',
    ours: 'meiner Zeit',
    suits: (when) => `Ja, ${when} passt mir.`,
  },
  fr: {
    at: (day, time) => `${day} à ${time}`,
    yours: 'votre heure',
    ours: 'mon heure',
    suits: (when) => `Oui, ${when} me convient.`,
  },
  es: {
    at: (day, time) => `${day} a las ${time}`,
    yours: 'hora suya',
    ours: 'hora mía',
    suits: (when) => `Sí, ${when} me va bien.`,
  },
};

const dayIn = (local: string, language: Language) =>
  new Intl.DateTimeFormat(language === 'en' ? 'en-GB' : language, {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    timeZone: 'UTC',
  }).format(new Date(`${local.slice(0, 10)}T00:00Z`));

/**
 * “Thursday 26 November at 10:00 your time (01:00 my time)”.
 * @param at epoch ms @param theirs @param mine IANA zones @param wholeDay no time was said
 */
export function whenIn(
  at: number,
  theirs: string,
  mine: string,
  wholeDay: boolean,
  language: Language,
): string {
  const said = SAID[language];
  const [there, here] = [toLocal(at, theirs), toLocal(at, mine)];
  if (wholeDay) return dayIn(there, language);
  const time = (local: string) => local.slice(11, 16);
  const when = said.at(dayIn(there, language), time(there));
  if (there === here) return when;
  const own =
    there.slice(0, 10) === here.slice(0, 10) ? time(here) : said.at(dayIn(here, language), time(here));
  return `${when} ${said.yours} (${own} ${said.ours})`;
}

/** “Yes, Thursday 26 November at 10:00 your time (01:00 my time) suits me.” */
export const acceptingWords = (when: string, language: Language): string => SAID[language].suits(when);
