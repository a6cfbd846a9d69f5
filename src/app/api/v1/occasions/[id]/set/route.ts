import * as occasions from '#api/occasions/operations';
import { iso } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';
import { listSets } from '#usecases/occasions/occasionView';
import { keepSet } from '#usecases/occasions/sets';

export const POST = route(occasions.keepSet, ({ desk, params, body }) => {
  const { id } = keepSet(desk, params.id!, body.name);
  const set = listSets(desk).find((each) => each.id === id)!;
  return { ...set, createdAt: iso(set.createdAt) };
});
