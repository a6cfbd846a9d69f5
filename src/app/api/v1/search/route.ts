import { searchQuery } from '#api/incomingSchemas';
import { search } from '#usecases/search/search';
import { presentSummary } from '../present';
import { json, route } from '../respond';

export const GET = route<undefined, { q: string; cursor?: string; limit: number }>(
  ({ desk, query }) => {
    const { hits, ...rest } = search(desk, query.q, query.limit, query.cursor);
    return json({
      ...rest,
      hits: hits.map(({ message, why }) => ({ message: presentSummary(message), why })),
    });
  },
  { query: searchQuery },
);
