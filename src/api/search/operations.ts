import { operation } from '../operation';
import { searchQuery, suggestQuery } from './requests';

export const search = operation('search', {
  method: 'get',
  path: '/search',
  summary: 'Messages that fit words and keys, the newest first, with why',
  query: searchQuery,
  answer: 'Search',
});

export const suggestSearch = operation('suggestSearch', {
  method: 'get',
  path: '/search/suggestions',
  summary: 'What the last word of a search could become',
  query: suggestQuery,
  answer: 'SearchSuggestions',
});
