import { operation } from '../operation';

export const followChanges = operation('followChanges', {
  method: 'get',
  path: '/changes',
  summary: 'Live updates as server-sent events; `id` is the sequence, `data` a Change',
});
