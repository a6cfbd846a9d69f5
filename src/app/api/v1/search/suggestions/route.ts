import { suggestQuery } from '#api/incomingSchemas';
import { suggestSearch } from '#usecases/search/search';
import { json, route } from '../../respond';

export const GET = route<undefined, { q: string }>(
  ({ desk, query }) => json({ suggestions: suggestSearch(desk, query.q) }),
  { query: suggestQuery },
);
