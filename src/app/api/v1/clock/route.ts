import * as clock from '#api/clock/operations';
import { Temporal } from 'temporal-polyfill';
import { moveClock, readClock, type ClockMove } from '#usecases/clock/sandbox';
import { presentClock } from '../present';
import { route } from '../respond';
import { untilSettled } from './untilSettled';

export const GET = route(clock.readClock, ({ desk }) => presentClock(readClock(desk)));

export const POST = route(clock.moveClock, async ({ desk, body, request }) => {
  const move: ClockMove = { rate: body.rate };
  if (body.advance !== undefined) {
    move.advance = Temporal.Duration.from(body.advance).total('millisecond');
  }
  if (body.set !== undefined) move.set = Date.parse(body.set);
  const moved = moveClock(desk, move);
  // RFC 7240 §4.3
  const wait = Number(/\bwait=(\d+)/.exec(request.headers.get('prefer') ?? '')?.[1] ?? 0);
  return presentClock(wait && moved.target !== null ? await untilSettled(desk, wait) : moved);
});
