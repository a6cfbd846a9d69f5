/**
 * The shapes of the HTTP API. Instants are ISO 8601 UTC strings; `local` is the wall-clock time in `zone`,
 * without offset.
 */
import type { Classified } from '#core/reply/classify';
import type { DepartureState, PauseCause } from '#core/departure/states';
import type { OwnKeys } from '#core/commandKeys';
import type { RowAction } from '#core/rowActions';
import type { MailingList } from '#core/message/mailingList';
import type { Strange } from '#core/message/strange';
import type { Language } from '#core/text/language';
import type { CheckId } from '#core/checks/finding';
import type { SetAside } from '#core/checks/setAside';
import type { QuietHours } from '#core/hold/quietHours';
import type { HoldRule } from '#core/hold/rule';
import type { Identity, MessageDetails } from '#core/message/details';
import type { ReportedAction } from '#core/reply/report';
import type { Mailbox } from '#core/message/address';
import type { AnswerTimes } from '#core/people/answerTimes';
import type { PersonalDate } from '#core/people/personalDate';
import type { ZoneGuess } from '#core/people/zoneEvidence';
import type { Choices, IfTheyWriteFirst, Landing, Lateness, Plan, PlanWarning } from '#core/plan/plan';
import type { DayPart, WorkingWeek } from '#core/time/dayParts';
import type { Leave } from '#core/time/leave';
import type { HourCycle } from '#core/time/words';
import type { InboxGroup } from '#core/reply/inboxGroup';
import type { TodoMoment } from '#core/todo/todo';

export interface ClockJson {
  now: string;
  sandbox: boolean;
  /** Clock seconds per real second. */
  rate: number;
  /** Where a sandbox clock is jumping to. */
  target: string | null;
  /** The next moment at which something is due; a sandbox clock waits there until it is done. */
  nextDue: string | null;
}

export interface SettingsJson {
  /** Whom I write as besides. */
  identities: Identity[];
  /** Of the main identity; plain text. */
  signature: string;
  /** The first is the usual one. */
  sentFolders: string[];
  writeAs: 'rich' | 'plain';
  /** Words I have said are spelled right, lower case. */
  ownWords: string[];
  me: Mailbox;
  zone: string;
  holdSeconds: number;
  hourCycle: HourCycle;
  /** In which phrases are read, beside English and those the browser asks for. */
  languages: Language[];
  theme: 'light' | 'dark';
  /** null: office hours. */
  week: WorkingWeek | null;
  leave: Leave[];
  /** null: my zone's. */
  country: string | null;
  region: string | null;
  quietHours: QuietHours;
  /** In order: the first that fits decides. */
  holdRules: HoldRule[];
  /** Checks that are not made. */
  checksOff: CheckId[];
  meantSo: SetAside[];
  /** Addresses, lower case, whose pictures from elsewhere are fetched. */
  picturesFrom: string[];
  /** Single keys act outside fields; else only with Alt Shift. */
  singleKeys: boolean;
  /** Commands, by their usual keys, that have another one. */
  keys: OwnKeys;
  /** What a pull on a row of the inbox uncovers. */
  rowActions: RowAction[];
  /** Days the exact bytes of what has left are kept; null: for good. */
  keepCopiesDays: number | null;
  /** Days what was deleted can be brought back; null: for good. */
  keepDeletedDays: number | null;
}

export interface HoldJson {
  /** 0: at once. */
  ms: number;
  /** It waits until I have looked. */
  review: boolean;
  rule: { name: string; why: string } | null;
  /** Quiet hours hold it until then. */
  quiet: string | null;
}

/** What a hold rule would have done with one of the messages sent last. */
export interface TrialJson {
  departureId: string;
  subject: string;
  to: Mailbox[];
  at: string;
  /** Why it fits; null where it does not. */
  why: string | null;
  /** An earlier rule that fits first. */
  earlier: string | null;
  /** What would have been done, in words. */
  words: string;
}

export interface PreviewJson {
  /** How it would be held; null where it does not leave now. */
  hold: HoldJson | null;
  departures: {
    at: string;
    /** The last instant at which it may still leave if nothing was running at its moment; null: then it asks. */
    latest: string | null;
    recipients: Landing[];
    warnings: PlanWarning[];
  }[];
  sentence: string;
  warnings: PlanWarning[];
}

/** A moment worth proposing, and what it comes to. */
export interface SuggestionJson {
  plan: Plan;
  at: string;
  /** What speaks for it. */
  words: string;
  preview: PreviewJson;
}

export type { PhraseResult as PhraseJson } from '#core/phrase/read';

export interface BestJson {
  /** Readers counted: those whose zone is known. */
  readers: number;
  days: { date: string; cells: { hour: number; at: string | null; working: number }[] }[];
  best: { at: string; working: number }[];
}

/** The parts of somebody's day, one after another. */
export interface StripJson {
  zone: string;
  place: string;
  /** Those who share these days. */
  names: string[];
  /** False where no holiday calendar is known for their country; its code then. */
  noHolidaysFor: string | null;
  parts: StripPartJson[];
}

export interface StripPartJson {
  from: string;
  until: string;
  part: DayPart;
  /** The name of the holiday, the note of the leave; else empty. */
  words: string;
}

export interface BoardJson {
  rows: { id: string; parts: StripPartJson[] }[];
}

export interface ReaderJson {
  name: string;
  address: string;
  field: 'to' | 'cc' | 'bcc';
  zone: string | null;
  place: string | null;
  /** The reader's wall-clock time when it leaves. */
  local: string | null;
  dayPart: string | null;
  /** In words, to follow a time: “before work”. */
  dayPartWords: string | null;
  status: 'waiting' | 'accepted' | 'deferred' | 'refused';
  /** The mail server's words. */
  answer: string;
  /** What came back from them or their mail server. */
  receipts: {
    action: ReportedAction;
    words: string;
    at: string;
    /** The message that said so. */
    messageId: string | null;
  }[];
}

export interface DepartureJson {
  id: string;
  revision: number;
  messageId: string;
  subject: string;
  plan: Plan;
  /** Why it leaves then, in few words. */
  whyThen: string;
  state: DepartureState;
  reason: string | null;
  /** Why it stands still; null unless it is paused. */
  pausedFor: PauseCause | null;
  /** Seconds left of its hold while it stands still; null where it was not held. */
  holdLeft: number | null;
  /** Its moment has come, and it waits for a mail server that cannot be reached. */
  waitsForServer: boolean;
  /** Its moment has come, and nothing can be written to the disk; `reason` says why. */
  waitsForDisk: boolean;
  /** What it is, for the undo of whatever is done to it; null where there is no coming back to it. */
  snapshot: SnapshotJson | null;
  /** When it leaves, or left. */
  at: string;
  local: string;
  zone: string;
  /** When it was meant to leave. */
  meant: string;
  attempts: number;
  leftAt: string | null;
  recipients: ReaderJson[];
  /** The one address it goes to, where it is an individual copy. */
  copyFor: string | null;
  /** The rule or the quiet hours that hold it, in words; null where it is held as usual, or not at all. */
  heldBy: string | null;
  /** Quiet hours hold it. */
  quiet: boolean;
  ifTheyWriteFirst: IfTheyWriteFirst;
  ifOff: Lateness;
}

export interface DeparturePageJson {
  departures: DepartureJson[];
  cursor: string | null;
  unsettled: number;
  /** What of `q` was not understood. */
  problems: { part: string; why: string }[];
}

/** What became of one thing done to several departures. */
/** What a departure was; given back to `restore`, it is that again. */
export interface SnapshotJson {
  state: 'held' | 'scheduled' | 'paused';
  plan: Plan;
  meant: string;
  due: string;
  pausedFor: PauseCause | null;
  /** Ms. */
  holdLeft: number | null;
  reason: string | null;
  heldBy: { rule: { name: string; why: string } | null; quiet: string | null } | null;
}

export interface BulkJson {
  /** With what each was before; null where it was in no state to come back to. */
  done: { id: string; snapshot: SnapshotJson | null }[];
  failed: { id: string; subject: string; why: string }[];
}

/** Why a message came back. */
export interface ReturnedJson {
  at: string;
  /** Its moment came, somebody answered before it, or the reminder of a to-do went off. */
  kind: 'snooze' | 'answer' | 'to-do';
  /** Since when it had been put off, and until when. */
  since: string;
  until: string | null;
  /** The words its moment was chosen by. */
  words: string;
  /** My note to myself; of a to-do what is to be done. */
  note: string;
  /** How often it has been put off. */
  times: number;
  /** Who answered. */
  from: string | null;
}

export interface SnoozeJson {
  until: string;
  /** The words its moment was chosen by. */
  words: string;
  note: string;
  wholeThread: boolean;
  early: boolean;
  /** How often it has been put off, this time counted. */
  times: number;
  /** “every 2 weeks on Monday”; null for once. */
  repeat: string | null;
  since: string;
}

export interface TodoJson {
  id: string;
  messageId: string | null;
  what: string;
  note: string;
  start: TodoMoment | null;
  due: TodoMoment | null;
  /** When it is over; null where it is undated. */
  dueAt: string | null;
  remindAt: string | null;
  sound: boolean;
  state: 'open' | 'done' | 'dropped';
  doneAt: string | null;
  revision: number;
  createdAt: string;
}

export interface TodoChangedJson {
  todo: TodoJson;
  /** What else of it moved, in words. */
  said: string[];
}

export interface TodoImportJson {
  added: number;
  changed: number;
  same: number;
  /** What of them is not kept, in words. */
  said: string[];
}

export interface TodoListedJson {
  todo: TodoJson;
  message: MessageSummaryJson | null;
}

export interface ReturnSuggestionsJson {
  snoozes: { at: string; words: string }[];
  todos: { words: string; due: TodoMoment | null; remindAt: string | null }[];
}

export interface ReminderJson {
  id: number;
  at: string;
  kind: 'snooze' | 'answer' | 'to-do';
  messageId: string | null;
  todoId: string | null;
  words: string;
  sound: boolean;
}

/** A thread by its newest message where it is. */
export interface ThreadJson extends MessageSummaryJson {
  /** Messages in the thread. */
  count: number;
  /** Something of it in the inbox has not been seen. */
  fresh: boolean;
  /** The last that came of it: said to be known, what is done with the thread goes for everything up to that. */
  newestId: string;
  /** Where it stands in the inbox; null where the list is by time. */
  group: InboxGroup | null;
}

export interface ThreadPageJson {
  messages: ThreadJson[];
  /** Counted up to 10,000. */
  total: number;
  /** How many threads of the inbox have something new, and since when. */
  unseen: { count: number; since: string | null };
  cursor: string | null;
}

export interface SearchHitJson {
  message: MessageSummaryJson;
  /** Where it fits, and the words around it. */
  why: {
    field: 'from' | 'to' | 'subject' | 'body' | 'file';
    words: string;
    from: number;
    to: number;
  } | null;
}

export interface SearchJson {
  hits: SearchHitJson[];
  cursor: string | null;
  /** What of the question was not understood. */
  problems: { part: string; why: string }[];
}

export interface SearchSuggestionJson {
  /** What the last word becomes. */
  text: string;
  words: string;
}

export interface ImportJson {
  id: string;
  name: string;
  /** Bytes, and how many of them have come. */
  size: number;
  received: number;
  format: 'mbox' | 'eml';
  added: number;
  /** Messages that were here already. */
  same: number;
  unreadable: number;
  createdAt: string;
}

export interface ImportsJson {
  imports: ImportJson[];
  /** What could not be read. */
  aside: { id: string; name: string; reason: string; at: string }[];
}

export interface MovedJson {
  moved: string[];
  missing: string[];
}

export interface MessageSummaryJson {
  id: string;
  threadId: string;
  direction: 'in' | 'out';
  from: Mailbox & { zone: string | null; place: string | null };
  /** In a list only the first of many. */
  to: Mailbox[];
  /** How many there are in To. */
  toCount: number;
  subject: string;
  preview: string;
  at: string;
  /** When it was written, by its own Date, and the offset that carries, minutes. */
  writtenAt: string | null;
  writtenOffset: number | null;
  /** It came in and has not been looked at. */
  unseen: boolean;
  /** I have answered it, or passed it on, and that has left. */
  answered: boolean;
  forwarded: boolean;
  /** Something of mine in its thread waits to leave. */
  leaving: boolean;
  automatic: boolean;
  place: 'inbox' | 'snoozed' | 'archive' | null;
  /** When it came back into the inbox, and why. */
  returned: ReturnedJson | null;
  snoozedUntil: string | null;
  /** How it is put off. */
  snooze: SnoozeJson | null;
  /** The open to-do on it. */
  todo: TodoJson | null;
  /** Something is attached. */
  attached: boolean;
}

export interface AttachmentJson {
  id: string;
  messageId: string;
  name: string;
  /** Media type. */
  type: string;
  /** Bytes, and how many of them are here. */
  size: number;
  received: number;
  /** Content-ID of a picture that stands in the text; else null. */
  contentId: string | null;
}

/** Somebody past mail went to or came from. */
export interface MetAddressJson {
  name: string;
  address: string;
  times: number;
  lastAt: string;
}

/** Links in a message whose pages are known from messages with other organisations only. */
export interface LinkCompanyJson {
  links: { url: string; organisations: string[] }[];
}

/** Words of a text that no dictionary knows. */
export interface SpellingJson {
  /** The likeliest first; for the first few only. */
  words: { word: string; language: Language; suggestions: string[] }[];
}

export interface HistoryJson {
  at: string;
  what: string;
  from: string | null;
  to: string | null;
  why: string | null;
}

/** A mailing list, and when it was left by one request. */
export type MailingListJson = Omit<MailingList, 'leftAt'> & { leftAt: string | null };

export interface MessageJson extends MessageSummaryJson, MessageDetails {
  attachments: AttachmentJson[];
  /** It answers another message. */
  answering: boolean;
  revision: number;
  cc: Mailbox[];
  bcc: Mailbox[];
  replyTo: Mailbox[];
  text: string;
  html: string | null;
  /** What it reports of a departure of mine. */
  reportOn: {
    departureId: string;
    subject: string;
    said: { address: string; action: ReportedAction; words: string }[];
  } | null;
  /** What it is, and what tells it; null for what I write. */
  classified: Classified | null;
  /** The mailing list it came by. */
  list: MailingListJson | null;
  /** The Message-ID; null until it has left. */
  headerId: string | null;
  /** How a draft is to leave; null: now. */
  plan: Plan | null;
  choices: Choices;
  departures: DepartureJson[];
  /** Why not all of one that came in could be read; null where all was. */
  strange: Strange | null;
  /** What of its HTML is not shown as it came; null where there is none. */
  layout: {
    /** Pictures from elsewhere. */
    remote: number;
    /** What was taken out: “2 scripts”. */
    removed: string[];
    /** Links whose words name another address than the one they lead to; each says so in the HTML. */
    misleading: number;
    /** Its sender's pictures are fetched. */
    pictures: boolean;
  } | null;
  /** The other messages of its thread, oldest first. */
  thread: MessageSummaryJson[];
  history: HistoryJson[];
}

export interface MessagePageJson {
  messages: MessageSummaryJson[];
  total: number;
}

export interface CorrespondentJson {
  id: string;
  name: string;
  addresses: string[];
  /** null where it is not known, or not confirmed. */
  zone: string | null;
  /** What their mail says about it, while it is not confirmed. */
  zoneGuess: ZoneGuess | null;
  place: string | null;
  country: string | null;
  region: string | null;
  /** null: office hours. */
  week: WorkingWeek | null;
  leave: Leave[];
  dates: PersonalDate[];
  holidays: HolidaysKnown;
  /** How long they take to answer, ms. */
  answers: AnswerTimes | null;
}

export type HolidaysKnown = 'known' | 'added' | 'none yet' | 'place not known';

/** Of a country. */
export interface HolidayPlaceJson {
  holidays: HolidaysKnown;
  /** Its parts with holidays of their own, by name. */
  regions: { code: string; name: string }[];
}

export interface GroupJson {
  id: string;
  name: string;
  members: string[];
}

/** What an import does, or would do. */
export interface PeopleImportJson {
  added: number;
  changed: number;
  same: number;
  groups: number;
  rows: { row: number; name: string; what: 'add' | 'change' | 'same' | 'group' | 'error'; detail: string }[];
}

export interface ZoneJson {
  id: string;
  city: string;
  country: string;
  countryCode: string;
  aliases: string[];
  /** Minutes east of UTC at present. */
  offset: number;
}

export interface MailboxSummaryJson {
  address: string;
  name: string;
  messages: number;
  lastAt: string | null;
}

export interface MailboxJson {
  address: string;
  name: string;
  messages: {
    id: number;
    at: string;
    direction: 'received' | 'written';
    /** The SMTP commands it came with. */
    envelope: string;
    headers: string;
    subject: string;
    from: string;
    to: string[];
    text: string;
  }[];
}

/** Whether the product is at work, and what keeps it from working. */
/** Someone signed in. Times are real, whatever clock rules. */
export interface SessionJson {
  id: string;
  createdAt: string;
  seenAt: string;
  until: string;
  /** The address it was begun from, and what the browser said of itself. */
  from: string;
  agent: string;
  /** The one that asks. */
  current: boolean;
}

export interface SessionsJson {
  sessions: SessionJson[];
}

export interface HealthJson {
  engine: {
    running: boolean;
    /** When it last gave a sign of life, in real time. */
    seenAt: string | null;
  };
  /** Who takes mail in. */
  reader: {
    running: boolean;
    /** Messages that have come in and have not been read. */
    waiting: number;
  };
  /** What could not happen at its moment, and is tried again; everything else goes on. */
  failing: {
    /** What does not happen, to follow a time: “something put off does not come back”. */
    words: string;
    count: number;
    /** In real time. */
    since: string;
    nextTry: string;
  }[];
  disk: {
    /** What keeps the engine from writing anything down, in words; null while nothing does. */
    trouble: string | null;
    /** Departures whose moment has come and that wait for it. */
    waiting: number;
  };
  mailServer: {
    /** False where none is set: departures wait. */
    configured: boolean;
    /** What is wrong, in words; null while nothing is. */
    trouble: string | null;
    since: string | null;
    nextTry: string | null;
    /** It is being tried at this moment. */
    trying: boolean;
    /** How many departures wait for it. */
    waiting: number;
  };
}

/** An editing lease. */
export interface EditJson {
  /** Give it back with every sign of life, and when closing; null where the departure stands still anyway. */
  token: string | null;
  /** Real seconds after which silence counts as gone. */
  seconds: number;
  departure: DepartureJson;
}

/** How the post office misbehaves. */
export interface FaultsJson {
  greylist: string[];
  refuse: string[];
  drop: 'before-data' | 'in-data' | 'after-dot' | 'after-dot-unkept' | null;
  dropTimes: number | null;
  answerAfterSeconds: number;
  downUntil: string | null;
  refuseStartTls: boolean;
}

/** One live update, as the `data` of a server-sent event. */
export interface ChangeJson {
  topic: 'departure' | 'message' | 'return' | 'settings' | 'clock' | 'correspondent' | 'health' | 'session';
  ref: string;
}

/** A problem document (RFC 9457). */
export interface ProblemJson {
  type: string;
  title: string;
  status: number;
  /** For the person who asked, saying what to do. */
  detail: string;
  /** The fields it concerns, by path. */
  errors?: { path: string; detail: string }[];
}
