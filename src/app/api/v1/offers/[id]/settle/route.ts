import * as offers from '#api/offers/operations';
import { settleOn } from '#usecases/offers/offerTimes';
import { questionJson } from '../../../questions/present';
import { route } from '../../../respond';

export const POST = route(offers.settleOffer, ({ desk, params, body }) =>
  questionJson(desk, settleOn(desk, params.id!, body.slot).id),
);
