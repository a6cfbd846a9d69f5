import * as occasions from '#api/occasions/operations';
import { route } from '#app/api/v1/respond';
import { deleteSet } from '#usecases/occasions/sets';

export const DELETE = route(occasions.deleteSet, ({ desk, params }) => deleteSet(desk, params.id!));
