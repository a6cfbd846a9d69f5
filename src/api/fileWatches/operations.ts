import { operation } from '../operation';

export const listFileWatches = operation('listFileWatches', {
  method: 'get',
  path: '/file-watches',
  summary: 'What leaves each time a file changes',
  answer: 'FileWatches',
});

export const pauseFileWatch = operation('pauseFileWatch', {
  method: 'post',
  path: '/file-watches/{id}/pause',
  summary: 'Pause it: nothing of it leaves',
  answer: 'FileWatch',
});

export const resumeFileWatch = operation('resumeFileWatch', {
  method: 'post',
  path: '/file-watches/{id}/resume',
  summary: 'Have it go on; what has changed meanwhile is found',
  answer: 'FileWatch',
});

export const endFileWatch = operation('endFileWatch', {
  method: 'post',
  path: '/file-watches/{id}/end',
  summary: 'End it',
  answer: 'FileWatch',
});

export const takeFileWatchBack = operation('takeFileWatchBack', {
  method: 'post',
  path: '/file-watches/{id}/take-back',
  summary: 'Its message is a draft again, with its plan',
  status: 204,
});
