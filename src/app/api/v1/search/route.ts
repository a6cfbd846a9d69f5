import * as operations from '#api/search/operations';
import { search } from '#usecases/search/search';
import { presentSummary } from '../present';
import { route } from '../respond';

export const GET = route(operations.search, ({ desk, query }) => {
  const { hits, ...rest } = search(desk, query.q, query.limit, query.cursor);
  return {
    ...rest,
    hits: hits.map(({ message, why }) => ({ message: presentSummary(message), why })),
  };
});
