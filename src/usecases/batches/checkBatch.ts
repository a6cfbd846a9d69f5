/** What the rows of a batch come to: to whom, what, when, and what is wrong with them. */
import { join } from 'node:path';
import { rowOf, type BatchRow } from '#core/batch/columns';
import { spread } from '#core/batch/pace';
import type { FieldContext } from '#core/fields/fill';
import type { FieldValues } from '#core/fields/values';
import { AddressError, addressKey, parseMailbox, type Mailbox } from '#core/message/address';
import { identityOf } from '#core/message/details';
import { readPhrase } from '#core/phrase/read';
import { kindOf, leavesOnceHeld } from '#core/plan/kinds/registry';
import { resolvePlan } from '#core/plan/moments';
import type { Plan } from '#core/plan/plan';
import { usualHold } from '#core/hold/decide';
import { nextWorkStart } from '#core/time/dayParts';
import { toInstant, toLocal } from '#core/time/wallClock';
import { namedFiles } from '#files/folder';
import { troubleOf } from '#files/handle';
import { TROUBLE_WORDS } from '#core/files/link';
import { rowsOf, type Batch, type BatchRowOf } from '#store/batches';
import { findMessage, type Message } from '#store/messages';
import type { Desk } from '../desk';
import { contextFor } from '../fields/context';
import { filledWith, whyUnfilled } from '../fields/fillMessage';
import { allowedFolders } from '../links/allowedFolders';
import { whyFieldLeft } from '../messages/whyStopped';
import { phraseLanguages } from '../moments/phraseLanguages';
import { meAsPerson, placedReaders, readersAt, type KnownReader } from '../people/readers';
import { knownBatch } from './batches';

export interface RowFinding {
  /** `stop`: it cannot be scheduled like this; `look`: it can, and is worth a look. */
  severity: 'stop' | 'look';
  what: 'address' | 'twice' | 'field' | 'when' | 'file';
  words: string;
}

export interface CheckedRow {
  position: number;
  address: string;
  name: string;
  subject: string;
  text: string;
  /** When it leaves, before what is said about how many in a minute; epoch ms; null where nobody knows. */
  at: number | null;
  /** On the reader’s clock, where that is known. */
  zone: string | null;
  place: string | null;
  local: string | null;
  findings: RowFinding[];
}

/** A row as it would become a message. */
export interface ReadyRow extends CheckedRow {
  mailbox: Mailbox | undefined;
  fields: FieldValues;
  /** Where the files of its own are. */
  paths: string[];
  plan: Plan;
}

/** What is the same for all rows of a batch, read once. */
export interface BatchContext {
  batch: Batch;
  template: Message;
  /** Positions of the rows by address, for those that are there twice. */
  byAddress: ReadonlyMap<string, readonly number[]>;
  /** When those leave that are spread over the mornings, epoch ms by position. */
  mornings: ReadonlyMap<number, number>;
  folders: readonly string[];
}

function mailboxOf({ address, name }: BatchRow): Mailbox | undefined {
  try {
    const mailbox = parseMailbox(address);
    return { address: mailbox.address, name: name || mailbox.name };
  } catch (error) {
    if (error instanceof AddressError) return undefined;
    throw error;
  }
}

/** When their work begins next, epoch ms; of strangers when mine does. */
function nextMorning(desk: Desk, reader: KnownReader | undefined, now: number): number {
  const me = meAsPerson(desk);
  const zone = reader?.zone ?? me.zone;
  const start = nextWorkStart(toLocal(now, zone), (reader?.zone ? reader.working : undefined) ?? me.working);
  return start ? toInstant(start, zone).at : now;
}

/** @throws NotFound */
export function batchContext(desk: Desk, id: string): BatchContext {
  const { db } = desk.store;
  const batch = knownBatch(db, id);
  const { name, address } = identityOf(desk.settings(), null);
  const message = findMessage(db, batch.messageId)!;
  const template = { ...message, fromName: name, fromAddress: address };
  const rows = rowsOf(db, id).map(({ position, cells }) => ({ position, ...rowOf(cells, batch.columns) }));
  const byAddress = new Map<string, number[]>();
  const boxes = rows.map((row) => ({ row, mailbox: mailboxOf(row) }));
  for (const { row, mailbox } of boxes) {
    if (!mailbox) continue;
    const key = addressKey(mailbox.address);
    byAddress.set(key, [...(byAddress.get(key) ?? []), row.position]);
  }
  const now = desk.now();
  const over = batch.spread ? boxes.filter(({ row, mailbox }) => row.when === '' && mailbox) : [];
  const readers = readersAt(
    desk,
    db,
    over.map(({ mailbox }) => mailbox!),
  );
  const starts = spread(readers.map((reader) => nextMorning(desk, reader, now)));
  const mornings = new Map(over.map(({ row }, n) => [row.position, starts[n]!]));
  return { batch, template, byAddress, mornings, folders: allowedFolders(desk, db) };
}

/** Where a file of a row is: as it is written, or by its name in one of the folders. */
async function fileAt(path: string, folders: readonly string[]): Promise<string | { words: string }> {
  const tries = path.startsWith('/') ? [path] : folders.map((folder) => join(folder, path));
  let trouble = 'no folder is allowed that files may come from';
  for (const each of tries) {
    try {
      if ((await namedFiles(each, 'all', folders)).length > 0) return each;
      trouble = TROUBLE_WORDS.missing;
    } catch (error) {
      const known = troubleOf(error);
      if (!known) throw error;
      trouble = TROUBLE_WORDS[known];
    }
  }
  return { words: `“${path}” ${trouble}.` };
}

/** The plan a phrase means for one reader; or why it means none. */
function planOf(desk: Desk, phrase: string, reader: KnownReader | undefined): Plan | { words: string } {
  if (phrase.trim() === '') return { kind: 'now' };
  const readers = placedReaders(reader ? [reader] : []);
  const { hourCycle } = desk.settings();
  const languages = phraseLanguages(desk, []);
  const result = readPhrase(phrase, { now: desk.now(), me: meAsPerson(desk), readers, hourCycle, languages });
  if (result.kind === 'empty') return { kind: 'now' };
  if (result.kind === 'not-understood') return { words: `“${phrase}”: ${result.why}` };
  if (result.readings.length > 1) {
    const ways = result.readings.map(({ plan }) => kindOf(plan).words.exact(plan));
    return { words: `“${phrase}” is ${ways.slice(0, 3).join(', or ')}: name the day.` };
  }
  return result.readings[0]!.plan;
}

/** @returns when it leaves, epoch ms; or why it does not */
function momentOf(desk: Desk, plan: Plan, reader: KnownReader | undefined): number | { words: string } {
  const now = desk.now();
  try {
    const hold = usualHold(leavesOnceHeld(plan) ? desk.settings().holdSeconds : 0);
    const { at } = resolvePlan(plan, { now, hold }, reader?.zone);
    return at < now ? { words: 'This moment is past.' } : at;
  } catch (error) {
    return { words: (error as Error).message };
  }
}

const asAt = (at: number, zone: string): Plan => ({
  kind: 'at',
  local: toLocal(at, zone).slice(0, 16),
  zone,
});

/** What stands in the way of filling the text. */
function unfilled(desk: Desk, message: Message, context: FieldContext): string | undefined {
  const stop = whyFieldLeft(() => desk.settings(), filledWith(message, context));
  return stop && (whyUnfilled(message, context) ?? stop.words);
}

export async function checkRow(
  desk: Desk,
  of: BatchContext,
  { position, cells }: BatchRowOf,
): Promise<ReadyRow> {
  const { batch, template, byAddress, mornings, folders } = of;
  const row = rowOf(cells, batch.columns);
  const findings: RowFinding[] = [];
  const stop = (what: RowFinding['what'], words: string) => findings.push({ severity: 'stop', what, words });
  const mailbox = mailboxOf(row);
  if (!row.address) stop('address', 'This row has no address.');
  else if (!mailbox) stop('address', `“${row.address}” is no address.`);
  if (mailbox && !/@[^@]*\./.test(mailbox.address))
    findings.push({
      severity: 'look',
      what: 'address',
      words: `“${mailbox.address}” ends in no domain that mail goes to from everywhere.`,
    });
  const twins = (mailbox && byAddress.get(addressKey(mailbox.address))) ?? [];
  if (twins.length > 1) {
    const others = twins.filter((each) => each !== position).join(', ');
    findings.push({ severity: 'look', what: 'twice', words: `The same address stands in row ${others}.` });
  }
  const [reader] = mailbox ? readersAt(desk, desk.store.db, [mailbox]) : [];
  const morning = mornings.get(position);
  const zone = reader?.zone ?? desk.settings().zone;
  const planned =
    morning === undefined ? planOf(desk, row.when || batch.whenWords, reader) : asAt(morning, zone);
  const plan: Plan = 'words' in planned ? { kind: 'now' } : planned;
  const moment = 'words' in planned ? planned : momentOf(desk, plan, reader);
  if (typeof moment !== 'number') stop('when', moment.words);
  const at = typeof moment === 'number' ? moment : null;
  const fields: FieldValues = Object.fromEntries(
    Object.entries(row.values).map(([name, value]) => [name, { '': value }]),
  );
  const message = { ...template, fields };
  const context = contextFor(desk, desk.store.db, message, reader, at ?? desk.now());
  const open = mailbox && unfilled(desk, message, context);
  if (open) stop('field', open);
  const paths: string[] = [];
  for (const file of row.files) {
    const found = await fileAt(file, folders);
    if (typeof found === 'string') paths.push(found);
    else stop('file', found.words);
  }
  const { subject, text } = filledWith(
    { subject: template.subject, text: template.text, html: null },
    context,
  );
  return {
    position,
    address: mailbox?.address ?? row.address,
    name: reader?.name ?? mailbox?.name ?? row.name,
    subject,
    text,
    at,
    zone: reader?.zone ?? null,
    place: reader?.place ?? null,
    local: at === null || !reader?.zone ? null : toLocal(at, reader.zone).slice(0, 16),
    findings,
    mailbox,
    fields,
    paths,
    plan,
  };
}

/** So many are looked at before others have their turn. */
const TURN = 20;

export interface CheckedRows {
  rows: ReadyRow[];
  /** The position to go on from; null where all were looked at. */
  next: number | null;
}

/**
 * Rows that have not become messages, from a position on.
 * @param limit so many rows are looked at
 * @param signal ends it; what was found by then is given
 * @throws (rejects) NotFound
 */
export async function checkRows(
  desk: Desk,
  id: string,
  from: number,
  limit: number,
  signal?: AbortSignal,
): Promise<CheckedRows> {
  const of = batchContext(desk, id);
  const some = rowsOf(desk.store.db, id, from, limit + 1);
  const rows: ReadyRow[] = [];
  for (const [n, row] of some.slice(0, limit).entries()) {
    if (signal?.aborted) return { rows, next: row.position };
    if (row.messageId === null) rows.push(await checkRow(desk, of, row));
    if (n % TURN === TURN - 1) await new Promise((resolve) => setImmediate(resolve));
  }
  return { rows, next: some[limit]?.position ?? null };
}
