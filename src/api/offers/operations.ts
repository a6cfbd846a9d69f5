import { operation } from '../operation';
import { daysRequest, newOffer, offerPatch, offerQuery, settleRequest, timesRequest } from './requests';

export const listOffers = operation('listOffers', {
  method: 'get',
  path: '/offers',
  summary: 'Times that are offered, as the questions they are',
  query: offerQuery,
  answer: 'Offers',
});

export const addOffer = operation('addOffer', {
  method: 'post',
  path: '/offers',
  undoKey: true,
  summary: 'Have a message that has not left offer times; what it offered before is replaced',
  body: newOffer,
  answer: 'Question',
  status: 201,
});

export const suggestTimes = operation('suggestTimes', {
  method: 'post',
  path: '/offers/suggest',
  summary: 'Times worth offering: all at work, nothing in my calendar, spread over days',
  body: timesRequest,
  answer: 'Times',
});

export const choosing = operation('choosing', {
  method: 'post',
  path: '/offers/days',
  summary: 'What times are chosen by: my days and those of the readers, and what is in the way',
  body: daysRequest,
  answer: 'Choosing',
});

export const readOffer = operation('readOffer', {
  method: 'get',
  path: '/offers/{id}',
  summary: 'One offer, with everything that was answered',
  answer: 'Question',
});

export const changeOffer = operation('changeOffer', {
  method: 'patch',
  path: '/offers/{id}',
  undoKey: true,
  summary: 'Change an offer whose message has not left',
  body: offerPatch,
  answer: 'Question',
  ifMatch: 'optional',
});

export const deleteOffer = operation('deleteOffer', {
  method: 'delete',
  path: '/offers/{id}',
  undoKey: true,
  summary: 'Take it off a message that has not left',
  status: 204,
});

export const settleOffer = operation('settleOffer', {
  method: 'post',
  path: '/offers/{id}/settle',
  undoKey: true,
  summary: 'Settle on one of the times for all, whatever they have chosen',
  body: settleRequest,
  answer: 'Question',
});
