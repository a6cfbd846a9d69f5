/**
 * The departure's life: every state, every event, and what each event does in each state. Nothing else in the
 * product decides a change of state.
 */

export const DEPARTURE_STATES = [
  'draft',
  'held',
  'scheduled',
  'paused',
  'releasing',
  'sent',
  'failed',
  'unconfirmed',
  'ended',
] as const;

export type DepartureState = (typeof DEPARTURE_STATES)[number];

export const DEPARTURE_EVENTS = [
  'send',
  'plan',
  'move',
  'edit',
  'hurry',
  'pause',
  'open',
  'replan',
  'left-open',
  'too-late',
  'wrote-first',
  'resume',
  'hold-again',
  'server-down',
  'clock-set',
  'claim',
  'accepted',
  'deferred',
  'refused',
  'lost',
  'settle-arrived',
  'settle-partly',
  'settle-lost',
  'settle-bounced',
  'retry',
  'take-back',
  'drop',
] as const;

/**
 * - `send`: leaves now, after the hold. `plan`: leaves at a chosen moment.
 * - `move`: another moment. `edit`: other content. `hurry`: let it go now.
 * - `pause`: its clock stops until the person says otherwise. `open`: it is opened for editing, and stands still
 *   as long as it is. `replan`: another moment while it stands still. `left-open`: whoever edited it has gone
 *   without a word. `too-late`: its moment passed while nothing was running, by more than it may be late.
 * - `wrote-first`: a recipient has written before it left.
 * - `resume`: its clock runs again. `hold-again`: it is held again, for what was left of the hold.
 * - `server-down`: its moment has come while the mail server cannot be reached.
 * - `clock-set`: the clock of the machine was set; a hold goes on for what was left of it.
 * - `claim`: the engine begins the release at the due moment.
 * - `accepted` / `deferred` / `refused` / `lost`: what the attempt came to. `lost` is a connection that ended
 *   after the final dot without an answer.
 * - `settle-arrived` / `settle-lost` / `settle-bounced`: what became of an unconfirmed one; `settle-partly`: it arrived,
 *   and some of its readers had been put off before. `retry`: try a failed
 *   one again.
 * - `take-back`: back to a draft. `drop`: the message is deleted.
 */
export type DepartureEvent = (typeof DEPARTURE_EVENTS)[number];

/** Why a departure stands still. */
export const PAUSE_CAUSES = ['me', 'editing', 'left-open', 'late', 'wrote-first', 'review', 'key'] as const;

export type PauseCause = (typeof PAUSE_CAUSES)[number];

/** States in which the departure leaves by itself at its moment, and can still be stopped. */
export const PENDING_STATES: readonly DepartureState[] = ['held', 'scheduled'];

/** States in which a departure still matters today: pending, under way, or waiting for a decision. */
export const UNSETTLED_STATES: readonly DepartureState[] = [
  ...PENDING_STATES,
  'paused',
  'releasing',
  'failed',
  'unconfirmed',
];

type Cell = DepartureState | { refuse: string };
const no = (refuse: string): Cell => ({ refuse });

const LEFT = 'It has already left.';
const LEAVING = 'It is leaving right now.';
const GONE = 'It has been deleted.';
const NOT_CLAIMED = 'It is not being released.';
const NOT_UNCONFIRMED = 'Nothing is in doubt about it.';
const ALREADY_PENDING = 'It is already on its way out.';
const IN_DOUBT = 'It may have left; say first whether it arrived.';
const NOT_PLANNED = 'It is a draft; nothing is planned for it.';
const NOT_PAUSED = 'It is not paused.';
const PAUSED = 'It is paused.';

const attemptOutcomes = {
  accepted: no(NOT_CLAIMED),
  deferred: no(NOT_CLAIMED),
  refused: no(NOT_CLAIMED),
  lost: no(NOT_CLAIMED),
};
const nothingInDoubt = {
  'settle-arrived': no(NOT_UNCONFIRMED),
  'settle-partly': no(NOT_UNCONFIRMED),
  'settle-lost': no(NOT_UNCONFIRMED),
  'settle-bounced': no(NOT_UNCONFIRMED),
};

const pending: Record<DepartureEvent, Cell> = {
  send: no(ALREADY_PENDING),
  plan: no(ALREADY_PENDING),
  move: 'scheduled',
  edit: 'scheduled',
  hurry: 'scheduled',
  pause: 'paused',
  open: 'paused',
  replan: no(NOT_PAUSED),
  'left-open': no(NOT_PAUSED),
  'too-late': 'paused',
  'wrote-first': 'paused',
  resume: no(NOT_PAUSED),
  'hold-again': no(NOT_PAUSED),
  'server-down': 'scheduled',
  'clock-set': no('Only a hold runs on elapsed time.'),
  claim: 'releasing',
  ...attemptOutcomes,
  ...nothingInDoubt,
  retry: no('It has not failed; let it go now instead.'),
  'take-back': 'draft',
  drop: 'ended',
};

const finished = (why: string): Record<DepartureEvent, Cell> => ({
  send: no(why),
  plan: no(why),
  move: no(why),
  edit: no(why),
  hurry: no(why),
  pause: no(why),
  open: no(why),
  replan: no(why),
  'left-open': no(why),
  'too-late': no(why),
  'wrote-first': no(why),
  resume: no(why),
  'hold-again': no(why),
  'server-down': no(why),
  'clock-set': no(why),
  claim: no(why),
  ...attemptOutcomes,
  ...nothingInDoubt,
  retry: no(why),
  'take-back': no(why),
  drop: no(why),
});

/** The whole table, refusals included. */
const TABLE: Record<DepartureState, Record<DepartureEvent, Cell>> = {
  draft: {
    ...finished(NOT_PLANNED),
    send: 'held',
    plan: 'scheduled',
    edit: 'draft',
    'take-back': no('It is already a draft.'),
    drop: 'ended',
  },
  held: { ...pending, edit: 'held', 'clock-set': 'held', 'hold-again': 'held' },
  scheduled: { ...pending, 'hold-again': 'held' },
  paused: {
    ...pending,
    edit: 'paused',
    pause: 'paused',
    open: no('It is paused already.'),
    replan: 'paused',
    'left-open': 'paused',
    'too-late': no(PAUSED),
    'wrote-first': 'paused',
    resume: 'scheduled',
    'hold-again': 'held',
    'server-down': no(PAUSED),
    'clock-set': no(PAUSED),
    claim: no(PAUSED),
  },
  releasing: {
    ...finished(LEAVING),
    accepted: 'sent',
    deferred: 'scheduled',
    refused: 'failed',
    lost: 'unconfirmed',
  },
  sent: finished(LEFT),
  failed: {
    ...finished('The mail server refused it; try again, take it back, or delete it.'),
    move: 'scheduled',
    edit: 'failed',
    hurry: 'scheduled',
    retry: 'scheduled',
    'take-back': 'draft',
    drop: 'ended',
  },
  unconfirmed: {
    ...finished(IN_DOUBT),
    'settle-arrived': 'sent',
    'settle-partly': 'scheduled',
    'settle-lost': 'scheduled',
    'settle-bounced': 'failed',
  },
  ended: finished(GONE),
};

/** What can no longer happen once any recipient has been accepted by the server: the content is frozen. */
export const FROZEN_EVENTS: readonly DepartureEvent[] = ['edit', 'open', 'take-back', 'drop'];

export type Transition = { ok: true; to: DepartureState } | { ok: false; why: string };

/**
 * What an event does to a departure.
 * @param someAccepted true once any recipient has been accepted by the server: from then on the content is
 * frozen and the departure can no longer be opened, edited, taken back or deleted.
 * @returns the new state, or in words why not
 */
export function transition(state: DepartureState, event: DepartureEvent, someAccepted = false): Transition {
  const cell = TABLE[state][event];
  if (typeof cell !== 'string') return { ok: false, why: cell.refuse };
  if (someAccepted && FROZEN_EVENTS.includes(event)) {
    return { ok: false, why: 'It has already left to some of its recipients.' };
  }
  return { ok: true, to: cell };
}
