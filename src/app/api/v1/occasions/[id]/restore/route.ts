import * as occasions from '#api/occasions/operations';
import { presentOccasion } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';
import { restoreOccasion } from '#usecases/occasions/occasions';
import { readOccasion } from '#usecases/occasions/occasionView';

export const POST = route(occasions.restoreOccasion, ({ desk, params }) =>
  presentOccasion(readOccasion(desk, restoreOccasion(desk, params.id!).id)),
);
