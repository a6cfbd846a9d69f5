import { operation } from '../operation';
import { phraseRequest, previewRequest, recipientsRequest, stripsRequest } from './requests';

export const previewPlan = operation('previewPlan', {
  method: 'post',
  path: '/plans/preview',
  summary: 'What a plan comes to, committing to nothing',
  body: previewRequest,
  answer: 'Preview',
});

export const suggestMoments = operation('suggestMoments', {
  method: 'post',
  path: '/moments/suggest',
  summary: 'Moments worth proposing for these readers',
  body: recipientsRequest,
  answer: 'Suggestions',
});

export const readPhrase = operation('readPhrase', {
  method: 'post',
  path: '/moments/phrase',
  summary: 'Read a phrase such as “wed 9:10 theirs” into plans',
  body: phraseRequest,
  answer: 'Phrase',
});

export const findBest = operation('findBest', {
  method: 'post',
  path: '/moments/best',
  summary: 'When most of these readers are at work, over 14 days',
  body: recipientsRequest,
  answer: 'Best',
});

export const drawStrips = operation('drawStrips', {
  method: 'post',
  path: '/moments/strips',
  summary: 'The parts of the readers’ days, for drawing',
  body: stripsRequest,
  answer: 'Strips',
});
