/**
 * Labelled mails (test/data/checks/mails.txt): what the checks are to find in each, written on Tuesday 24 November 2026
 * at 15:00 in Lisbon. A line is `readers | subject | text => findings`, ¶ ends a line of the text, ✓ is a mail that is
 * meant as it is. Readers are letters of {@link PEOPLE} or an address, copies after +; `@` names when it lands there,
 * `a` that something is attached, `re` that it answers.
 */
import { readFileSync } from 'node:fs';
import { parseMailbox } from '#core/message/address';
import type { CheckedMessage, MessageContext } from '#core/checks/checkedMessage';
import { checkMessage, spelledWords } from '#core/checks/message';
import { wordKey, type Dictionary } from '#core/checks/spelling';
import { toInstant, toLocal } from '#core/time/wallClock';
import { zoneCity } from '#core/time/zones';
import { unknownWords } from '#spelling/dictionaries';
import { blankMessage, knowsNothing } from './checks';

const ZONE = 'Europe/Lisbon';
const NOW = toInstant('2026-11-24T15:00', ZONE).at;
const MINUTES_MS = 120_000;
const ME = 'Tamsin Oyelaran';

const PEOPLE: Record<string, { name: string; address: string; zone: string }> = {
  h: { name: 'Haruki Anzai', address: 'h.anzai@lacquer-osaka.example', zone: 'Asia/Tokyo' },
  b: { name: 'Bela Sousa', address: 'bela@wrenfield.example', zone: ZONE },
  l: { name: 'Luísa Brandão', address: 'luisa@seguros-brandao.example', zone: ZONE },
  r: { name: 'Rui Tavares', address: 'rui.tavares@wrenfield.example', zone: ZONE },
  k: { name: 'Ines Klein', address: 'ines.klein@lichtmuseum.example', zone: 'Europe/Vienna' },
  p: { name: 'Paul Mercier', address: 'p.mercier@phares.example', zone: 'Europe/Paris' },
  o: { name: 'Odhiambo Wekesa', address: 'o.wekesa@customs-broker.example', zone: 'Africa/Nairobi' },
  m: { name: 'Marisol Quintero', address: 'm.quintero@faro.example', zone: 'America/Mexico_City' },
};
/** What the subjects and the sent mail of the registrar are full of. */
const TRADE = [
  'fresnel',
  'argand',
  'urushi',
  'kiribako',
  'carnet',
  'lux',
  'adeyemi',
  'leihvertrag',
  'wrenfield',
];
const people = Object.values(PEOPLE).map(({ name, address }) => ({ name, addresses: [address] }));

export interface LabelledMail {
  line: string;
  message: CheckedMessage;
  context: MessageContext;
  /** `attachment attached`: the check, and its words. */
  expected: string[];
}

const one = { name: 'list.pdf', size: 1000, received: 1000 };

function read(line: string): LabelledMail {
  const [mail, label] = line.split(' => ') as [string, string];
  const [head, subject, text] = mail.split('|').map((each) => each.trim()) as [string, string, string];
  const written = /^<(.*)>(?: |$)/.exec(head)?.[1];
  const [readers, ...flags] = written ? [''] : head.split(' ');
  const [letters, when] = readers!.split('@') as [string, string | undefined];
  const listed = [...letters.replace('+', '')].map((letter) => PEOPLE[letter]!);
  const lands = (zone: string) => (when ? `${when}:00` : toLocal(NOW + MINUTES_MS, zone));
  return {
    line,
    message: {
      ...blankMessage,
      subject,
      text: text.replaceAll('¶', '\n'),
      answers: flags.includes('re'),
      visible: written ? [parseMailbox(written)] : listed.map(({ name, address }) => ({ name, address })),
      attachments: flags.includes('a') ? [one] : [],
    },
    context: {
      ...knowsNothing,
      now: NOW,
      zone: ZONE,
      place: 'Lisbon',
      people,
      ownNames: [ME],
      landings: listed.map(({ zone }) => ({ zone, place: zoneCity(zone), local: lands(zone) })),
    },
    expected: label === '✓' ? [] : label.split('; '),
  };
}

/** @param half of the set: those the rules were written by, or those that were kept aside */
export const labelledMails = (half: 'written by' | 'kept aside'): LabelledMail[] =>
  readFileSync('test/data/checks/mails.txt', 'utf8')
    .trim()
    .split('\n')
    .filter((_, index) => Math.floor(index / 2) % 2 === (half === 'written by' ? 0 : 1))
    .map(read);

/** The dictionary's answers for a message, as the page asks for them. */
export async function dictionaryFor(
  message: CheckedMessage,
  context: Parameters<typeof spelledWords>[1],
): Promise<Dictionary> {
  const words = spelledWords(message, context);
  const unknown = new Map(
    (await unknownWords(words)).map(({ language, word, suggestions }) => [
      wordKey(language, word),
      suggestions,
    ]),
  );
  return new Map(
    words.map(({ language, word }) => {
      const key = wordKey(language, word);
      return [key, unknown.get(key) ?? 'known'];
    }),
  );
}

export interface Judged {
  expected: number;
  found: number;
  /** Mails in which something was found that is none. */
  falseAlarms: number;
  mails: number;
  /** What went wrong, a line each. */
  wrong: string[];
}

const meets = (found: string, expected: string) => {
  const [[check, ...words], [wanted, ...meant]] = [found.split(' '), expected.split(' ')];
  const [a, b] = [words.join(' '), meant.join(' ')];
  return check === wanted && (a.includes(b) || b.includes(a));
};

export async function judge(mails: readonly LabelledMail[]): Promise<Judged> {
  const result: Judged = { expected: 0, found: 0, falseAlarms: 0, mails: mails.length, wrong: [] };
  for (const mail of mails) {
    const dictionary = await dictionaryFor(mail.message, { ...mail.context, ownWords: TRADE });
    const found = checkMessage(mail.message, { ...mail.context, dictionary }).map(
      ({ check, words }) => `${check} ${words}`,
    );
    const missed = mail.expected.filter((wanted) => !found.some((each) => meets(each, wanted)));
    const extra = found.filter((each) => !mail.expected.some((wanted) => meets(each, wanted)));
    result.expected += mail.expected.length;
    result.found += mail.expected.length - missed.length;
    if (extra.length > 0) result.falseAlarms++;
    for (const each of missed) result.wrong.push(`missed: ${each} in ${mail.line}`);
    for (const each of extra) result.wrong.push(`false: ${each} in ${mail.line}`);
  }
  return result;
}
