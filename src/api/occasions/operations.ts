import { operation } from '../operation';
import {
  movePreview,
  newOccasion,
  occasionPatch,
  placeRequest,
  scheduleAroundRequest,
  setRequest,
} from './requests';

export const listOccasions = operation('listOccasions', {
  method: 'get',
  path: '/occasions',
  summary: 'Named dates with the messages around them, by date',
  answer: 'Occasions',
});

export const addOccasion = operation('addOccasion', {
  method: 'post',
  path: '/occasions',
  summary: 'Name a date; from a set, with a draft for each of its messages',
  body: newOccasion,
  answer: 'Occasion',
  status: 201,
});

export const readOccasion = operation('readOccasion', {
  method: 'get',
  path: '/occasions/{id}',
  summary: 'One occasion',
  answer: 'Occasion',
});

export const editOccasion = operation('editOccasion', {
  method: 'patch',
  path: '/occasions/{id}',
  summary: 'Another name, or another date: what has not left and was not moved by hand moves with it',
  body: occasionPatch,
  answer: 'Occasion',
  ifMatch: 'optional',
});

export const deleteOccasion = operation('deleteOccasion', {
  method: 'delete',
  path: '/occasions/{id}',
  summary: 'Delete an occasion; its messages go on as they are planned',
  status: 204,
});

export const restoreOccasion = operation('restoreOccasion', {
  method: 'post',
  path: '/occasions/{id}/restore',
  summary: 'Undo that',
  answer: 'Occasion',
});

export const previewMove = operation('previewMove', {
  method: 'post',
  path: '/occasions/{id}/preview',
  summary: 'What would come of another date, with warnings; nothing is changed',
  body: movePreview,
  answer: 'OccasionMoves',
});

export const placeAround = operation('placeAround', {
  method: 'put',
  path: '/occasions/{id}/messages/{message}',
  summary: 'Say where a message of mine belongs around it; what is planned of that moves there',
  body: placeRequest,
  answer: 'Occasion',
});

export const takeOutOfOccasion = operation('takeOutOfOccasion', {
  method: 'delete',
  path: '/occasions/{id}/messages/{message}',
  summary: 'Have a message leave as it is planned, wherever the occasion moves',
  status: 204,
});

export const scheduleAround = operation('scheduleAround', {
  method: 'post',
  path: '/occasions/{id}/schedule',
  summary: 'Schedule its drafts, each by itself',
  body: scheduleAroundRequest,
  answer: 'ScheduledAround',
});

export const keepSet = operation('keepSet', {
  method: 'post',
  path: '/occasions/{id}/set',
  summary: 'Keep its messages as texts, for the next occasion',
  body: setRequest,
  answer: 'OccasionSet',
  status: 201,
});

export const listSets = operation('listSets', {
  method: 'get',
  path: '/occasion-sets',
  summary: 'Sets that are kept, the newest first',
  answer: 'OccasionSets',
});

export const deleteSet = operation('deleteSet', {
  method: 'delete',
  path: '/occasion-sets/{id}',
  summary: 'Delete a set; its texts stay',
  status: 204,
});

export const restoreSet = operation('restoreSet', {
  method: 'post',
  path: '/occasion-sets/{id}/restore',
  summary: 'Undo that',
  status: 204,
});
