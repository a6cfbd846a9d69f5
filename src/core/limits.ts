/**
 * Every limit of what is written here and of what comes in, in one place; docs/operations.md names them. What is over a
 * limit of reading is kept whole all the same, and said to be not wholly read.
 */

/** Seconds a hold may last, besides 0 for off. */
export const HOLD_SECONDS = { min: 10, max: 120 * 60, default: 90 } as const;

/** Characters of a subject; longer ones are folded by every reader anyway. */
export const MAX_SUBJECT = 500;

/** Recipients of one message over all fields. */
export const MAX_RECIPIENTS = 500;

/** Characters of text or HTML. */
export const MAX_BODY = 2_000_000;

const MB = 1024 * 1024;

/** What comes in by LMTP. */
export const INTAKE = {
  /** Bytes of a message (RFC 1870); a longer one is answered 552. */
  messageBytes: 50 * MB,
  /** Bytes after which a client that goes on all the same is hung up on. */
  patienceBytes: 1024 * MB,
  /** Milliseconds a message may take to come, and a connection may be silent (RFC 5321 §4.5.3.2.7). */
  messageMs: 30 * 60_000,
  silenceMs: 5 * 60_000,
  /** Connections at once, in all and from one address; one more is answered 421. */
  connections: 100,
  connectionsOfOne: 50,
  /** Recipients of one message; more are answered 452, and come by another (RFC 5321 §4.5.3.1.10). */
  recipients: 1000,
} as const;

/** How long handing a message over may take, ms, however the server fills the time (RFC 5321 §4.5.3.2). */
export const HANDOVER = {
  /** Until the final dot; the message's own length comes on top. */
  toDotMs: 5 * 60_000,
  /** From the final dot to the answer. */
  afterDotMs: 10 * 60_000,
  /** What takes longer leaves its place among the connections to others. */
  slowMs: 30_000,
} as const;

/** What is read of an incoming message, or of a file. */
export const READING = {
  /** Bytes of all header fields together. */
  headerBytes: MB,
  /** Parts (RFC 2046), and how deep they may stand in each other. */
  parts: 1000,
  depth: 50,
  /** Names in To, Cc and Reply-To together. */
  recipients: 10_000,
  /** Ids in References. */
  references: 1000,
  /** Links that are remembered. */
  links: 2000,
  /** Characters of a subject, a name or an address. */
  line: 2000,
  /** Characters of text. */
  text: 1_000_000,
  /** People, to-dos or days of one file. */
  entries: 20_000,
  /** Messages of one mailbox file that cannot be read; one with more is none. */
  unreadable: 2000,
  /** Characters of text, and of the names of those it went to, that are looked through when something is searched. */
  searched: 200_000,
  /** Of these so many in which parts of words are found. */
  searchedParts: 20_000,
  /** People of one message who are remembered for completion; what names more is known by its sender only. */
  met: 500,
  /** Characters in which dates and times are looked for. */
  looked: 20_000,
  /** Characters of HTML, elements in each other, and attributes of one. */
  html: 2_000_000,
  htmlDepth: 200,
  htmlAttributes: 200,
} as const;

/** Milliseconds of work and bytes of memory that one reading may take. */
export const EFFORT = {
  /** Of what a person waits for, and of a message the first time: it then waits until others have been read. */
  shortMs: 3000,
  /** Of a message the second time, of a file; and for each million bytes of it besides. */
  longMs: 10_000,
  longMsPerMB: 600,
  memoryBytes: 512 * MB,
} as const;
