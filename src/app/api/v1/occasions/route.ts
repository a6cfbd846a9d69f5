import * as occasions from '#api/occasions/operations';
import { presentOccasion } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';
import { addOccasion } from '#usecases/occasions/occasions';
import { listOccasions, readOccasion } from '#usecases/occasions/occasionView';
import { beginFromSet } from '#usecases/occasions/sets';

export const GET = route(occasions.listOccasions, ({ desk }) => ({
  occasions: listOccasions(desk).map(presentOccasion),
}));
export const POST = route(occasions.addOccasion, ({ desk, body: { set, ...input } }) => {
  const { id } = set === undefined ? addOccasion(desk, input) : beginFromSet(desk, set, input);
  return presentOccasion(readOccasion(desk, id));
});
