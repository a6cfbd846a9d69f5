import * as occasions from '#api/occasions/operations';
import { route } from '#app/api/v1/respond';
import { restoreSet } from '#usecases/occasions/sets';

export const POST = route(occasions.restoreSet, ({ desk, params }) => restoreSet(desk, params.id!));
