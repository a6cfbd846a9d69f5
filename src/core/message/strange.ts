/** Why an incoming message could not be read, or not wholly: it is kept as it came, and this is said of it. */
import { READING } from '../limits';

export const STRANGE = ['time', 'memory', 'form', 'header', 'depth', 'parts', 'people', 'text'] as const;

export type Strange = (typeof STRANGE)[number];

/** Of these nothing is known but what its header says. */
const UNREAD: readonly Strange[] = ['time', 'memory', 'form', 'header', 'depth'];

const number = (value: number) => value.toLocaleString('en');

const WHY: Record<Strange, string> = {
  time: 'Reading it took too long.',
  memory: 'Reading it took too much memory.',
  form: 'It is not written as messages are.',
  header: `Its header is longer than ${number(READING.headerBytes / 1024 / 1024)} MB.`,
  depth: `Its parts stand in each other deeper than ${READING.depth} times.`,
  parts: `It has more than ${number(READING.parts)} parts; those after them are not listed.`,
  people: `It names more than ${number(READING.recipients)} people; those after them are not listed.`,
  text: `Its text is longer than ${number(READING.text)} characters; what follows is not shown.`,
};

/** True where nothing but its header could be read. */
export const isUnread = (strange: Strange): boolean => UNREAD.includes(strange);

/** What is said of it above its words. */
export const strangeWords = (strange: Strange): string =>
  `${isUnread(strange) ? 'Kept, too strange to read' : 'Kept whole, not read to its end'}. ${WHY[strange]}`;
