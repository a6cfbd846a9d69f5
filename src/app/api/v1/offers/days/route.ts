import * as offers from '#api/offers/operations';
import { choosing } from '#usecases/offers/suggestTimes';
import { iso, presentParts } from '../../present';
import { route } from '../../respond';

export const POST = route(offers.choosing, ({ desk, body: { recipients, from, until, message } }) => {
  const { days, busy } = choosing(desk, recipients, Date.parse(from), Date.parse(until), message);
  return {
    days: days.map((each) => ({ ...each, parts: presentParts(each.parts) })),
    busy: busy.map(({ at, until: ends, summary, offered = false }) => ({
      at: iso(at),
      until: iso(ends),
      summary,
      offered,
    })),
  };
});
