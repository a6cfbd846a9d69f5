/** What size costs: the same questions over a thousand and over a million departures. */
import { listDepartures } from '#usecases/departures/departureView';
import { openDesk, type Desk } from '#usecases/desk';
import { UNSETTLED_STATES } from '#core/departure/states';
import { prepareData } from '#usecases/prepareData';
import { dueNow, nextRelease } from '#usecases/release/dueWork';
import { BY_ENVIRONMENT } from '#usecases/release/mailServer';
import { fillDepartures } from './manyMessages';
import { median, milliseconds, tempData, type Row } from './support';

const QUESTIONS: [string, (desk: Desk) => unknown][] = [
  ['what is due next', (desk) => [nextRelease(desk, BY_ENVIRONMENT), dueNow(desk, BY_ENVIRONMENT, 20)]],
  [
    'the first page of Departures, 100 rows',
    (desk) => listDepartures(desk, { states: UNSETTLED_STATES, limit: 100 }),
  ],
];

export function size(): Row[] {
  const times = [1_000, 1_000_000].map((count) => {
    const { dir, remove } = tempData();
    prepareData(dir, 'real');
    const desk = openDesk(dir);
    fillDepartures(desk, count);
    const measured = QUESTIONS.map(([, ask]) => {
      for (let warm = 0; warm < 5; warm++) ask(desk);
      return median(Array.from({ length: 31 }, () => milliseconds(() => ask(desk))));
    });
    desk.store.close();
    remove();
    return measured;
  });
  return QUESTIONS.map(([what], index): Row => {
    const [few, many] = [times[0]![index]!, times[1]![index]!];
    return [
      `${what}, over 1,000,000 departures`,
      `${many.toFixed(2)} ms`,
      `over 1,000: ${few.toFixed(2)} ms`,
      (many / few).toFixed(2),
    ];
  });
}
