import * as occasions from '#api/occasions/operations';
import { presentOccasion } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';
import { placeAround, takeOutOfOccasion } from '#usecases/occasions/occasions';
import { readOccasion } from '#usecases/occasions/occasionView';

export const PUT = route(occasions.placeAround, ({ desk, params, body }) => {
  placeAround(desk, params.id!, params.message!, body.offset);
  return presentOccasion(readOccasion(desk, params.id!));
});
export const DELETE = route(occasions.takeOutOfOccasion, ({ desk, params }) =>
  takeOutOfOccasion(desk, params.id!, params.message!),
);
