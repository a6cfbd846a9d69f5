/** Occasions as they are shown: with what belongs around them, in order. */
import { offsetWords, type Offset } from '#core/occasion/offset';
import type { DepartureState, PauseCause } from '#core/departure/states';
import { toInstant, toLocal } from '#core/time/wallClock';
import { departuresOf } from '#store/departures';
import { findMessage } from '#store/messages';
import { allOccasions, allSets, messagesAround, type OccasionRow } from '#store/occasions';
import type { Desk } from '../desk';
import { filledWith, hasFields } from '../fields/fillMessage';
import { contextFor } from '../fields/context';
import { receivers } from '../messages/envelope';
import { readersAt } from '../people/readers';
import { around } from './aroundPlan';
import { knownOccasion } from './occasions';

export interface AroundView {
  messageId: string;
  departureId: string | null;
  subject: string;
  readers: { name: string; address: string }[];
  offset: Offset;
  /** In words that mean it again. */
  words: string;
  /** When it leaves, or would; null where there is no such day. */
  at: number | null;
  /** On the clock of its one reader, where that is known. */
  lands: { local: string; place: string } | null;
  /** null for a draft. */
  state: DepartureState | null;
  pausedFor: PauseCause | null;
  leftAt: number | null;
  /** It was moved by hand: the occasion does not move it. */
  differs: boolean;
}

export interface OccasionView extends Omit<OccasionRow, 'deletedAt'> {
  /** Epoch ms. */
  at: number;
  messages: AroundView[];
}

const MINUTE = 60_000;

function viewOf(desk: Desk, { deletedAt: _, ...occasion }: OccasionRow): OccasionView {
  const { db } = desk.store;
  const messages = messagesAround(db, occasion.id).flatMap(({ messageId, offset }): AroundView[] => {
    const message = findMessage(db, messageId);
    if (!message || message.deletedAt !== null) return [];
    const all = receivers(db, messageId);
    const departures = departuresOf(db, messageId).filter(
      ({ state }) => state !== 'ended' && state !== 'draft',
    );
    return (departures.length > 0 ? departures : [undefined]).map((departure): AroundView => {
      const reader = departure?.reader ?? null;
      const theirs = reader ? all.filter(({ address }) => address === reader) : all;
      const [known] = theirs.length === 1 ? readersAt(desk, db, theirs) : [];
      const moment = around(desk, db, occasion, offset, messageId, reader);
      const at = departure?.leftAt ?? departure?.due ?? moment?.at ?? null;
      const shown = hasFields(message)
        ? filledWith(message, contextFor(desk, db, message, known, at ?? desk.now(), { messageId }))
        : message;
      return {
        messageId,
        departureId: departure?.id ?? null,
        subject: shown.subject,
        readers: theirs.map(({ name, address }) => ({ name, address })),
        offset,
        words: offsetWords(offset),
        at,
        lands:
          at === null || !known?.zone
            ? null
            : { local: toLocal(at, known.zone).slice(0, 16), place: known.place ?? '' },
        state: departure?.state ?? null,
        pausedFor: departure?.pausedFor ?? null,
        leftAt: departure?.leftAt ?? null,
        differs:
          departure !== undefined && moment !== undefined && Math.abs(departure.meant - moment.at) >= MINUTE,
      };
    });
  });
  return {
    ...occasion,
    at: toInstant(occasion.local, occasion.zone).at,
    messages: messages.sort((a, b) => (a.at ?? 0) - (b.at ?? 0)),
  };
}

/** @throws NotFound */
export const readOccasion = (desk: Desk, id: string): OccasionView =>
  viewOf(desk, knownOccasion(desk.store.db, id));

/** By their dates. */
export const listOccasions = (desk: Desk): OccasionView[] =>
  allOccasions(desk.store.db).map((row) => viewOf(desk, row));

export interface SetView {
  id: string;
  name: string;
  createdAt: number;
  items: { words: string; to: string[] }[];
}

/** The newest first. */
export const listSets = (desk: Desk): SetView[] =>
  allSets(desk.store.db).map(({ id, name, createdAt, items }) => ({
    id,
    name,
    createdAt,
    items: items.map(({ offset, to }) => ({ words: offsetWords(offset), to })),
  }));
