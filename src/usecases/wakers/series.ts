import { dueSeries, findSeries, nextSeriesDue } from '#store/series';
import { fitSeries } from '../series/fitSeries';
import type { Waker } from './waker';

/** What repeats gets its next departures, and what is to be looked at says so. */
export const seriesWaker: Waker = {
  name: 'series',
  fails: 'a series does not get its next departures',
  clock: 'desk',
  next: (_desk, db, without) => nextSeriesDue(db, without),
  due: (_desk, db, now, limit) => dueSeries(db, now, limit),
  act(desk, tx, id, now) {
    const seen = findSeries(tx, id);
    if (seen && seen.next !== null && seen.next <= now) fitSeries(desk, tx, id);
  },
};
