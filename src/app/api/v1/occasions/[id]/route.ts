import * as occasions from '#api/occasions/operations';
import { presentOccasion } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';
import { changeOccasion } from '#usecases/occasions/moveOccasion';
import { deleteOccasion } from '#usecases/occasions/occasions';
import { readOccasion } from '#usecases/occasions/occasionView';

export const GET = route(occasions.readOccasion, ({ desk, params }) =>
  presentOccasion(readOccasion(desk, params.id!)),
);
export const PATCH = route(occasions.editOccasion, ({ desk, params, body, revision }) => {
  changeOccasion(desk, params.id!, body, revision);
  return presentOccasion(readOccasion(desk, params.id!));
});
export const DELETE = route(occasions.deleteOccasion, ({ desk, params }) => deleteOccasion(desk, params.id!));
