import { operation } from '../operation';
import { linksRequest, spellingRequest } from './requests';

export const checkLinks = operation('checkLinks', {
  method: 'post',
  path: '/checks/links',
  summary: 'Which of these links were in messages with other organisations only',
  body: linksRequest,
  answer: 'LinkCompany',
});

export const checkSpelling = operation('checkSpelling', {
  method: 'post',
  path: '/checks/spelling',
  summary: 'Which of these words no dictionary of their language knows',
  body: spellingRequest,
  answer: 'Spelling',
});
