/** Departures as they are shown: with their message, readers and both clocks. */
import { group } from 'd3-array';
import { offsetWords } from '#core/occasion/offset';
import { heldByWords, type HeldBy } from '#core/hold/decide';
import { usualChoices, type IfTheyWriteFirst, type Lateness, type Plan } from '#core/plan/plan';
import type { Working } from '#core/time/dayParts';
import { whyThen } from '#core/plan/preview';
import { stageWords } from '#core/departure/outcome';
import { PENDING_STATES, type DepartureState, type PauseCause } from '#core/departure/states';
import type { SettledHow, WatchState } from '#core/watch/watch';
import type { ReportedAction } from '#core/reply/report';
import { addressKey } from '#core/message/address';
import { departuresOf, findDeparture, type Departure } from '#store/departures';
import { deliveriesOf } from '#store/deliveries';
import { countUnsettled, listDepartures as page, type DepartureFilter } from '#store/departureList';
import { outcomesOf } from '#store/outcomes';
import { receiptsOf } from '#store/receipts';
import { occasionsOf } from '#store/occasions';
import { filledOf } from '#store/frozen';
import { sealedAmong } from '#store/sealed';
import type { Reading } from '#store/store';
import { findMessages, type Message } from '#store/messages';
import { everyAccount, namesInTrouble, usualAccount } from '../accounts/usualAccount';
import type { Desk } from '../desk';
import { diskTroubleNow, ENGINE_DISK_WORDS } from '../diskTrouble';
import { Invalid, NotFound } from '../errors';
import { receiversOf } from '../messages/envelope';
import { readersAt } from '../people/readers';
import { indexWhatWaits, queryOf } from '../search/search';
import { fillMessage } from '../fields/fillMessage';
import { snapshotOf, type Snapshot } from './restore';

/** What came back of a reader. */
export interface ReceiptView {
  action: ReportedAction;
  /** The other server's words. */
  words: string;
  /** Epoch ms. */
  at: number;
  /** The message that said so; null where that is not known. */
  messageId: string | null;
}

/** One reader of a departure. */
export interface ReaderView {
  name: string;
  address: string;
  field: 'to' | 'cc' | 'bcc';
  zone: string | null;
  /** Where they are, in words. */
  place: string | null;
  /** When they work; undefined for strangers. */
  working: Working | undefined;
  status: 'waiting' | 'accepted' | 'deferred' | 'refused';
  /** The mail server's words. */
  answer: string;
  /** What came back from them or their mail server, in the order it came. */
  receipts: ReceiptView[];
}

/** Moments are epoch ms. */
export interface DepartureView {
  id: string;
  revision: number;
  messageId: string;
  subject: string;
  /** What it says is kept encrypted until it leaves, and after that. */
  sealed: boolean;
  /** The account it leaves through; null where there is no choice. */
  through: string | null;
  /** The series it is of, which of its occurrences, and that it was given something of its own; null for any other. */
  series: { id: string; occurrence: string; differs: boolean } | null;
  plan: Plan;
  whyThen: string;
  state: DepartureState;
  reason: string | null;
  pausedFor: PauseCause | null;
  /** Ms left of its hold while it stands still. */
  holdLeft: number | null;
  /** Its moment has come, and it waits for a mail server that cannot be reached. */
  waitsForServer: boolean;
  /** Its moment has come, and nothing can be written down. */
  waitsForDisk: boolean;
  /** When it was meant to leave. */
  meant: number;
  /** When it leaves: the moment meant, or the next attempt's. */
  due: number;
  attempts: number;
  leftAt: number | null;
  readers: ReaderView[];
  /** The one address it goes to, where it is an individual copy. */
  copyFor: string | null;
  /** What a copy said that has left, where its fields made it other than its message; null for any other. */
  filledText: string | null;
  /** The rule or the quiet hours that hold it; null where it is held as usual, or not at all. */
  heldBy: HeldBy | null;
  ifTheyWriteFirst: IfTheyWriteFirst;
  ifOff: Lateness;
  /** When the first answer by a person came; null where none has. */
  answeredAt: number | null;
  /** The newest watch on it, when that runs out, and what ended it; null where there is none. */
  watch: { state: WatchState; at: number | null; by: SettledHow | null } | null;
  /** What an undo gives back; null where there is no coming back to it. */
  snapshot: Snapshot | null;
}

/** What it waits for, or why it is where it is. */
function whyNow({ state, stage, reason }: Departure, disk: string | undefined): string | null {
  return disk ?? (state === 'releasing' && stage ? stageWords(stage) : reason);
}

const seriesOf = ({ seriesId, occurrence, differs }: Departure): DepartureView['series'] =>
  seriesId === null ? null : { id: seriesId, occurrence: occurrence!, differs };

const seriesWhy = ({ seriesId, differs }: Departure): string =>
  seriesId === null ? '' : differs ? 'series, differs: ' : 'series: ';

/** Of what repeats with its fields filled. */
const subjectOf = (desk: Desk, message: Message | undefined, departure: Departure): string =>
  message ? fillMessage(desk, desk.store.db, message, departure).subject : '';

const filledTextOf = (db: Reading, { id, reader, leftAt }: Departure): string | null =>
  reader !== null && leftAt !== null ? (filledOf(db, id)?.text ?? null) : null;

function views(desk: Desk, departures: Departure[]): DepartureView[] {
  const { db } = desk.store;
  const { zone, hourCycle } = desk.settings();
  const messageIds = [...new Set(departures.map((departure) => departure.messageId))];
  const messages = new Map(findMessages(db, messageIds).map((message) => [message.id, message]));
  const recipients = receiversOf(db, messageIds);
  const known = new Map(
    readersAt(desk, db, recipients).map((reader) => [addressKey(reader.address), reader]),
  );
  const deliveries = new Map(
    deliveriesOf(
      db,
      departures.map((departure) => departure.id),
    ).map((delivery) => [`${delivery.departureId} ${delivery.address}`, delivery]),
  );
  const receipts = group(
    receiptsOf(
      db,
      departures.map(({ id }) => id),
    ),
    ({ departureId }) => departureId,
  );
  /** A report that does not say whom it is about can be about one only. */
  const alone = ({ reader, messageId }: Departure) =>
    reader !== null || ofMessage.get(messageId)?.length === 1;
  const ofMessage = group(recipients, ({ messageId }) => messageId);
  const readersOf = (departure: Departure): ReaderView[] =>
    (ofMessage.get(departure.messageId) ?? []).flatMap((each): ReaderView[] => {
      if (departure.reader && addressKey(departure.reader) !== addressKey(each.address)) return [];
      const delivery = deliveries.get(`${departure.id} ${each.address}`);
      const person = known.get(addressKey(each.address));
      return [
        {
          name: each.name || person?.name || '',
          address: each.address,
          field: each.field,
          zone: person?.zone ?? null,
          place: person?.place ?? null,
          working: person?.working,
          status: delivery?.status ?? 'waiting',
          answer: delivery?.answer ?? '',
          receipts: (receipts.get(departure.id) ?? [])
            .filter(
              ({ address }) => address === addressKey(each.address) || (address === '' && alone(departure)),
            )
            .map(({ action, words, at, messageId }) => ({ action, words, at, messageId })),
        },
      ];
    });
  const outcomes = outcomesOf(
    db,
    departures.map(({ id }) => id),
  );
  const occasions = occasionsOf(db, messageIds);
  const occasionWhy = ({ messageId }: Departure) => {
    const found = occasions.get(messageId);
    return found && `${offsetWords(found.offset)}, ${found.occasion.name}`;
  };
  const sealed = sealedAmong(db, messageIds);
  const accounts = everyAccount(db);
  const usual = usualAccount(db);
  const through = ({ account }: Departure) =>
    accounts.length > 1 ? (accounts.find(({ id }) => id === (account || usual))?.name ?? null) : null;
  const down = new Set(namesInTrouble(db));
  const disk = diskTroubleNow(desk);
  const now = desk.now();
  return departures.map((departure) => {
    const readers = readersOf(departure);
    const { answeredAt, watch, watchAt, watchBy } = outcomes.get(departure.id)!;
    const overdue = PENDING_STATES.includes(departure.state) && departure.due <= now;
    return {
      id: departure.id,
      revision: departure.revision,
      messageId: departure.messageId,
      subject: subjectOf(desk, messages.get(departure.messageId), departure),
      sealed: sealed.has(departure.messageId),
      through: through(departure),
      series: seriesOf(departure),
      plan: departure.plan,
      whyThen:
        (departure.heldBy && heldByWords(departure.heldBy)) ??
        occasionWhy(departure) ??
        seriesWhy(departure) + whyThen(departure.plan, zone, hourCycle, readers),
      state: departure.state,
      reason: whyNow(departure, disk && overdue ? ENGINE_DISK_WORDS[disk] : undefined),
      pausedFor: departure.pausedFor,
      holdLeft: departure.holdLeft,
      waitsForServer: down.has(departure.account) && !disk && overdue,
      waitsForDisk: disk !== undefined && overdue,
      meant: departure.meant,
      due: departure.due,
      attempts: departure.attempts,
      leftAt: departure.leftAt,
      copyFor: departure.reader,
      filledText: filledTextOf(db, departure),
      heldBy: departure.heldBy,
      ifTheyWriteFirst: departure.ifTheyWriteFirst,
      ifOff: departure.ifOff ?? usualChoices.ifOff,
      answeredAt,
      watch: watch && { state: watch, at: watchAt, by: watchBy },
      snapshot: snapshotOf(departure) ?? null,
      readers,
    };
  });
}

/** @throws NotFound */
export function readDeparture(desk: Desk, id: string): DepartureView {
  const departure = findDeparture(desk.store.db, id);
  if (!departure) throw new NotFound('There is no such departure.');
  return views(desk, [departure])[0]!;
}

/** The departures of one message, oldest first. */
export function readDeparturesOf(desk: Desk, messageId: string): DepartureView[] {
  return views(desk, departuresOf(desk.store.db, messageId));
}

export interface DeparturePage {
  departures: DepartureView[];
  /** Give it back for the next page; null at the end. */
  cursor: string | null;
  /** How many departures still matter: pending, under way, or waiting for a decision; counted up to 10,000. */
  unsettled: number;
  /** What of the question was not understood. */
  problems: { part: string; why: string }[];
}

const writeCursor = ({ due, id }: Departure) => Buffer.from(`${due} ${id}`).toString('base64url');

function readCursor(cursor: string): { due: number; id: string } {
  const match = /^(\d+) (\S+)$/.exec(Buffer.from(cursor, 'base64url').toString());
  if (!match) throw new Invalid('This is not a cursor from an earlier page.', 'cursor');
  return { due: Number(match[1]), id: match[2]! };
}

/** What is looked for, in the same words as in the inbox; days and states are chosen here otherwise. */
function askedFor(desk: Desk, search: string | undefined) {
  if (!search) return { about: undefined, problems: [] };
  const query = queryOf(desk, search);
  const problems = [...query.problems];
  if (query.state || query.since || query.before)
    problems.push({
      part: search,
      why: 'Days and states are looked for in the inbox and the archive alone.',
    });
  indexWhatWaits(desk);
  return { about: query, problems };
}

/** @throws Invalid for a cursor that is none of ours */
export function listDepartures(
  desk: Desk,
  filter: Omit<DepartureFilter, 'after' | 'about'> & { cursor?: string; search?: string },
): DeparturePage {
  const { cursor, limit, search, ...rest } = filter;
  const { about, problems } = askedFor(desk, search);
  const after = cursor ? readCursor(cursor) : undefined;
  const rows = page(desk.store.db, { ...rest, about, after, limit: limit + 1 });
  const shown = rows.slice(0, limit);
  return {
    departures: views(desk, shown),
    cursor: rows.length > limit ? writeCursor(shown.at(-1)!) : null,
    unsettled: countUnsettled(desk.store.db),
    problems,
  };
}
