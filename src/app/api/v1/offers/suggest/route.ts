import * as offers from '#api/offers/operations';
import { suggestTimes } from '#usecases/offers/suggestTimes';
import { iso } from '../../present';
import { route } from '../../respond';

export const POST = route(offers.suggestTimes, ({ desk, body: { from, ...asked } }) => ({
  times: suggestTimes(desk, { ...asked, from: from === undefined ? undefined : Date.parse(from) }).map(
    (each) => ({ ...each, at: iso(each.at), until: iso(each.until) }),
  ),
}));
