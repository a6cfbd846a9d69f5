/**
 * Wall-clock times and instants, both ways. An instant is epoch milliseconds; a wall-clock time ("local") is an
 * ISO string without offset, `2026-12-01T08:30` or with seconds.
 */
import { Temporal } from 'temporal-polyfill';
import { offsetAt } from './offsets';
import { canonicalZone } from './zones';

/** How a wall-clock time became an instant. */
export type Resolution =
  /** It names exactly one instant. */
  | 'exact'
  /** It does not exist, the clock skips it; moved forward by the gap. */
  | 'gap'
  /** It happens twice; the first was taken. */
  | 'overlap';

/** A wall-clock time turned into an instant. */
export interface Resolved {
  /** Epoch milliseconds. */
  at: number;
  resolution: Resolution;
  /** For `overlap`, the second instant it could mean. */
  second?: number;
  /** For `gap`, the instant as far before the skipped hour as the one taken is after it. */
  before?: number;
}

/** A wall-clock time that cannot be read. `message` is fit to show. */
export class LocalTimeError extends Error {
  constructor(local: string) {
    super(`“${local}” is not a date and time. Write it as 2026-12-01T08:30.`);
    this.name = 'LocalTimeError';
  }
}

const LOCAL = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2})?$/;

function parseLocal(local: string): Temporal.PlainDateTime {
  if (!LOCAL.test(local)) throw new LocalTimeError(local);
  try {
    return Temporal.PlainDateTime.from(local, { overflow: 'reject' });
  } catch {
    throw new LocalTimeError(local);
  }
}

const DAY = 86_400_000;
const FIRST = Date.UTC(1000, 0, 1);
const LAST = Date.UTC(9999, 11, 31);

/** A wall-clock time as if it were UTC, epoch ms; undefined where it is none, or not written the usual way. */
function readPlain(local: string): number | undefined {
  if (!LOCAL.test(local)) return undefined;
  const at = Date.parse(`${local}Z`);
  if (Number.isNaN(at)) return undefined;
  // What does not exist, such as 31 November, is another day when it is read; every month has 28.
  const exists =
    local.slice(8, 10) <= '28' ? local.slice(11, 13) < '24' : new Date(at).toISOString().startsWith(local);
  return exists ? at : undefined;
}

/** True for `2026-12-01T08:30`, with or without seconds, of a day that exists. */
export function isLocal(local: string): boolean {
  try {
    parseLocal(local);
    return true;
  } catch {
    return false;
  }
}

/**
 * The one instant of a time, where its clock does not change about then: no rules have to be asked.
 * @param shown the time as if it were UTC, epoch ms; @param id canonical
 * @returns undefined where it does
 */
export function onlyInstant(shown: number, id: string): number | undefined {
  const offset = offsetAt(shown - DAY, id);
  // A day apart the offset is the same.
  const stays = offset === offsetAt(shown + DAY, id) && offset === offsetAt(shown - offset, id);
  return stays ? shown - offset : undefined;
}

/**
 * The instant of a wall-clock time in a zone. A time in a gap moves forward by the gap's length, a time in an
 * overlap takes the first (RFC 5545 §3.3.5; Temporal's `compatible`).
 * @throws LocalTimeError, UnknownZoneError
 */
export function toInstant(local: string, zone: string): Resolved {
  const id = canonicalZone(zone);
  const shown = readPlain(local);
  const only = shown === undefined ? undefined : onlyInstant(shown, id);
  if (only !== undefined) return { at: only, resolution: 'exact' };
  const plain = parseLocal(local);
  const first = plain.toZonedDateTime(id, { disambiguation: 'earlier' });
  const second = plain.toZonedDateTime(id, { disambiguation: 'later' });
  if (first.epochMilliseconds === second.epochMilliseconds) {
    return { at: first.epochMilliseconds, resolution: 'exact' };
  }
  // In a gap “earlier” lands before it and neither reading keeps the wall-clock time.
  if (!first.toPlainDateTime().equals(plain))
    return { at: second.epochMilliseconds, resolution: 'gap', before: first.epochMilliseconds };
  return { at: first.epochMilliseconds, resolution: 'overlap', second: second.epochMilliseconds };
}

/**
 * The wall-clock time of an instant in a zone, as `2026-12-01T08:30:00`.
 * @throws UnknownZoneError
 */
export function toLocal(at: number, zone: string): string {
  const shown = at + offsetAt(at, canonicalZone(zone));
  // Years of four digits are written alike by both; others are rare enough to take the long way.
  if (shown >= FIRST && shown < LAST) return new Date(shown).toISOString().slice(0, 19);
  return Temporal.Instant.fromEpochMilliseconds(at)
    .toZonedDateTimeISO(canonicalZone(zone))
    .toPlainDateTime()
    .toString({ smallestUnit: 'second' });
}

/** Minutes east of UTC at an instant, rounded to the minute (historic offsets have seconds). */
export function offsetMinutes(at: number, zone: string): number {
  return Math.round(offsetAt(at, canonicalZone(zone)) / 60_000);
}

/** `UTC+05:45`, `UTC−03:30`, `UTC`. */
export function offsetLabel(minutes: number): string {
  if (minutes === 0) return 'UTC';
  const size = Math.abs(minutes);
  const hours = String(Math.floor(size / 60)).padStart(2, '0');
  return `UTC${minutes < 0 ? '−' : '+'}${hours}:${String(size % 60).padStart(2, '0')}`;
}

/** The next change of offset in `(at, until]`, for instance a daylight-saving change; undefined if none. */
export function nextOffsetChange(
  at: number,
  until: number,
  zone: string,
): { at: number; minutes: number } | undefined {
  const start = Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(canonicalZone(zone));
  const next = start.getTimeZoneTransition('next');
  if (!next || next.epochMilliseconds > until) return undefined;
  return {
    at: next.epochMilliseconds,
    minutes: Math.round((next.offsetNanoseconds - start.offsetNanoseconds) / 60e9),
  };
}
