/** The state of a departure in a word or two, where nothing else of it is told. */
import type { DepartureState, PauseCause } from '#core/departure/states';

const STATES: Record<DepartureState, string> = {
  draft: 'Draft',
  held: 'Held',
  scheduled: 'Scheduled',
  paused: 'Paused',
  releasing: 'Releasing',
  sent: 'Sent',
  failed: 'Failed',
  unconfirmed: 'Unconfirmed',
  ended: 'Deleted',
};

/** @param state null for a draft that has never had a departure */
export const shortState = (state: DepartureState | null, pausedFor: PauseCause | null): string =>
  state === 'paused' && pausedFor === 'review' ? 'Needs review' : STATES[state ?? 'draft'];
