import { Temporal } from 'temporal-polyfill';
import { clockMove } from '#api/schemas';
import { moveClock, readClock, type ClockMove } from '#usecases/clock/sandbox';
import { presentClock } from '../present';
import { json, route } from '../respond';
import { untilSettled } from './untilSettled';

export const GET = route(({ desk }) => json(presentClock(readClock(desk))));

export const POST = route<{ advance?: string; set?: string; rate?: number }>(
  async ({ desk, body, request }) => {
    const move: ClockMove = { rate: body.rate };
    if (body.advance !== undefined) {
      move.advance = Temporal.Duration.from(body.advance).total('millisecond');
    }
    if (body.set !== undefined) move.set = Date.parse(body.set);
    const moved = moveClock(desk, move);
    // RFC 7240 §4.3
    const wait = Number(/\bwait=(\d+)/.exec(request.headers.get('prefer') ?? '')?.[1] ?? 0);
    return json(presentClock(wait && moved.target !== null ? await untilSettled(desk, wait) : moved));
  },
  { body: clockMove },
);
