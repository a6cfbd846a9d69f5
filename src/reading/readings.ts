/**
 * What is read apart from everything else: whatever has come from outside, by a process of its own that may be ended at
 * any moment. Arguments and answers are plain data and bytes.
 */
import { readCsv } from '../core/formats/csv';
import { readHolidayFile } from '../core/formats/holidayFile';
import { readTodoFile } from '../core/formats/todoFile';
import { readVcards } from '../core/formats/vcard';
import { htmlBody, layoutOf } from '../mail/htmlBody';
import { parseAttachments } from '../mail/parse';
import { plainText } from '../mail/plainText';
import { readFiled, readHead, readMail } from '../mail/readMail';

export const readings = {
  /** A message that came in, whatever it is. */
  message: readMail,
  /** What the header of a message says that is too strange as a whole. */
  head: readHead,
  /** Messages of a file. */
  filed: readFiled,
  /** Attachments of a source. */
  parts: parseAttachments,
  /** HTML for a frame of its own. */
  html: htmlBody,
  /** What of HTML is not shown. */
  layout: layoutOf,
  /** The words of HTML. */
  plain: plainText,
  vcard: readVcards,
  csv: readCsv,
  holidays: readHolidayFile,
  todos: readTodoFile,
};

export type Readings = typeof readings;
export type ReadingKind = keyof Readings;
export type ReadingInput<K extends ReadingKind> = Parameters<Readings[K]>;
export type ReadingAnswer<K extends ReadingKind> = Awaited<ReturnType<Readings[K]>>;
