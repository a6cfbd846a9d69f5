import * as search from '#api/search/operations';
import { suggestSearch } from '#usecases/search/search';
import { route } from '../../respond';

export const GET = route(search.suggestSearch, ({ desk, query }) => ({
  suggestions: suggestSearch(desk, query.q),
}));
