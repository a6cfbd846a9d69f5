import * as occasions from '#api/occasions/operations';
import { iso } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';
import { listSets } from '#usecases/occasions/occasionView';

export const GET = route(occasions.listSets, ({ desk }) => ({
  sets: listSets(desk).map((set) => ({ ...set, createdAt: iso(set.createdAt) })),
}));
