import * as offers from '#api/offers/operations';
import { changeOffer, readOffer } from '#usecases/offers/offerTimes';
import { takeOff } from '#usecases/questions/ask';
import { questionJson } from '../../questions/present';
import { route } from '../../respond';

export const GET = route(offers.readOffer, ({ desk, params }) =>
  questionJson(desk, readOffer(desk, params.id!).id),
);

export const PATCH = route(offers.changeOffer, ({ desk, params, revision, body: { slots, ...input } }) =>
  questionJson(
    desk,
    changeOffer(desk, params.id!, { ...input, ...(slots && { slots: slots.map(Date.parse) }) }, revision).id,
  ),
);

export const DELETE = route(offers.deleteOffer, ({ desk, params }) => {
  takeOff(desk, readOffer(desk, params.id!).id);
});
