import Joi from 'joi';
import { all, listOf, orNull, problems, text } from '../fields';
import { summary } from '../messages/summary';

const why = all({
  field: Joi.valid('from', 'to', 'subject', 'body', 'file'),
  words: text,
  from: Joi.number(),
  to: Joi.number(),
});

const hit = all({
  message: summary,
  why: orNull(why).description('Where it fits, and the words around it'),
});

const suggestion = all({ text: text.description('What the last word becomes'), words: text });

export const answers = {
  SearchHit: hit,
  Search: all({
    hits: listOf(hit),
    cursor: orNull(Joi.string()),
    problems: problems.description('What of the question was not understood'),
  }),
  SearchSuggestion: suggestion,
  SearchSuggestions: all({ suggestions: listOf(suggestion) }),
};
