/**
 * What is read apart from everything else: whatever has come from outside, by a process of its own that may be ended at
 * any moment, and is begun anew after that; so each loads what it needs when it is first asked for. Arguments and answers
 * are plain data and bytes.
 */
type Reading = (...input: never[]) => unknown;

/** A function that is loaded when it is first called. */
const later =
  <Read extends Reading>(load: () => Promise<Read>) =>
  async (...input: Parameters<Read>): Promise<Awaited<ReturnType<Read>>> =>
    (await (
      await load()
    )(...input)) as Awaited<ReturnType<Read>>;

export const readings = {
  /** A message that came in, whatever it is. */
  message: later(async () => (await import('#mail/readMail')).readMail),
  /** What the header of a message says that is too strange as a whole. */
  head: later(async () => (await import('#mail/readMail')).readHead),
  /** Messages of a file. */
  filed: later(async () => (await import('#mail/readMail')).readFiled),
  /** Attachments of a source. */
  parts: later(async () => (await import('#mail/parse')).parseAttachments),
  /** HTML for a frame of its own. */
  html: later(async () => (await import('#mail/htmlBody')).htmlBody),
  /** What of HTML is not shown. */
  layout: later(async () => (await import('#mail/htmlBody')).layoutOf),
  /** HTML of a file that is to be written with. */
  harmless: later(async () => (await import('#mail/htmlBody')).harmless),
  /** The words of HTML. */
  plain: later(async () => (await import('#mail/plainText')).plainText),
  /** OpenPGP keys of a file. */
  keys: later(async () => (await import('#mail/openpgp/keys')).readKeyFile),
  /** For whom a message is encrypted, and what lies in it. */
  lock: later(async () => (await import('#mail/openpgp/open')).lockOf),
  opened: later(async () => (await import('#mail/openpgp/readOpened')).readOpened),
  vcard: later(async () => (await import('#core/formats/vcard')).readVcards),
  csv: later(async () => (await import('#core/formats/csv')).readCsv),
  holidays: later(async () => (await import('#core/formats/holidayFile')).readHolidayFile),
  series: later(async () => (await import('#core/formats/seriesFile')).readSeriesFile),
  todos: later(async () => (await import('#core/formats/todoFile')).readTodoFile),
  events: later(async () => (await import('#core/formats/eventFile')).readEventFile),
};

export type Readings = typeof readings;
export type ReadingKind = keyof Readings;
export type ReadingInput<K extends ReadingKind> = Parameters<Readings[K]>;
export type ReadingAnswer<K extends ReadingKind> = Awaited<ReturnType<Readings[K]>>;
