import { operation } from '../operation';

export const listZones = operation('listZones', {
  method: 'get',
  path: '/zones',
  summary: 'All time zones with their present offsets',
  answer: 'Zones',
});
