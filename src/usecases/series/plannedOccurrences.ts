/** What a series wants now: its occurrences, each with the departures it has. */
import { shorten } from '#core/plan/kinds/onClocks';
import { copiesOf } from '#core/plan/kinds/registry';
import { planMoments } from '#core/plan/moments';
import type { Plan } from '#core/plan/plan';
import { isByReaders } from '#core/plan/kinds/series/repeats';
import type { SeriesPlan } from '#core/plan/kinds/series/plan';
import { toInstant, toLocal } from '#core/time/wallClock';
import { canonicalZone } from '#core/time/zones';
import type { SeriesRow } from '#store/series';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';
import { inWords } from '../inWords';
import { receivers } from '../messages/envelope';
import { meAsPerson, readersAt } from '../people/readers';

/** One departure of an occurrence. */
export interface WantedCopy {
  /** Epoch ms. */
  at: number;
  /** A time, or so long before an event. */
  plan: Plan;
  /** The one address it goes to; null for all together. */
  reader: string | null;
  addresses: string[];
}

export interface WantedOccurrence {
  /** RECURRENCE-ID, RFC 5545 §3.8.4.4: `2026-12-03T09:10:00`. */
  occurrence: string;
  /** When the first of its copies leaves, epoch ms. */
  at: number;
  copies: WantedCopy[];
}

/** So long before one time of the event it belongs to. */
function aroundOne({ around, zone }: SeriesPlan, occurrence: string): Plan {
  const { event, offset, edge, summary, lengthMs, moved = {} } = around!;
  const start = shorten(moved[occurrence] ?? occurrence);
  const end = shorten(toLocal(toInstant(start, zone).at + lengthMs, zone));
  return {
    kind: 'before-event',
    event,
    occurrence,
    offset,
    ...(edge === 'end' && { edge }),
    about: { summary, start, end, zone },
  };
}

/**
 * The occurrences of a series from an instant on, soonest first.
 * @param from epoch ms; @param most so many at most
 * @throws Invalid for a rule that cannot be used
 */
export function plannedOccurrences(
  desk: Desk,
  db: Reading,
  { messageId, plan, choices }: Pick<SeriesRow, 'messageId' | 'plan' | 'choices'>,
  from: number,
  most: number,
): WantedOccurrence[] {
  const readers = readersAt(desk, db, receivers(db, messageId));
  const copies = copiesOf(plan, choices.copies);
  const me = meAsPerson(desk, db);
  const context = {
    now: desk.now(db),
    hold: { ms: 0 },
    mine: me.working,
    senderZone: me.zone,
    most,
    from,
  };
  const all = new Map<string, WantedOccurrence>();
  for (const { at, readers: whose, occurrence } of inWords(() =>
    planMoments(plan, readers, context, copies),
  )) {
    const zone = isByReaders(plan) ? canonicalZone(whose[0]!.zone!) : plan.zone;
    const copy: WantedCopy = {
      at,
      plan: plan.around
        ? aroundOne(plan, occurrence!)
        : { kind: 'at', local: shorten(toLocal(at, zone)), zone },
      reader: copies === 'individual' ? whose[0]!.address : null,
      addresses: whose.map(({ address }) => address),
    };
    const there = all.get(occurrence!);
    if (there) there.copies.push(copy);
    else all.set(occurrence!, { occurrence: occurrence!, at, copies: [copy] });
  }
  return [...all.values()].sort((a, b) => a.at - b.at);
}
