import * as offers from '#api/offers/operations';
import { listOffers, offersNear } from '#usecases/questions/questionView';
import { offerTimes } from '#usecases/offers/offerTimes';
import { presentQuestion, questionJson } from '../questions/present';
import { route } from '../respond';

export const GET = route(offers.listOffers, ({ desk, query: { message, state } }) => ({
  offers: (message === undefined ? listOffers(desk, state === 'open') : offersNear(desk, message)).map(
    presentQuestion,
  ),
}));

export const POST = route(offers.addOffer, ({ desk, body: { message, slots, ...input } }) =>
  questionJson(desk, offerTimes(desk, message, { ...input, slots: slots.map(Date.parse) }).id),
);
