import { operation } from '../operation';
import {
  batchPatch,
  checkRequest,
  newBatch,
  newRow,
  rowPatch,
  scheduleBatchRequest,
  takeBackRequest,
  testRequest,
} from './requests';

export const listBatches = operation('listBatches', {
  method: 'get',
  path: '/batches',
  summary: 'Batches, the newest first, with how far each has come',
  answer: 'Batches',
});

export const addBatch = operation('addBatch', {
  method: 'post',
  path: '/batches',
  summary: 'Begin a batch from a table or a group; nothing leaves yet',
  body: newBatch,
  answer: 'Batch',
  status: 201,
});

export const readBatch = operation('readBatch', {
  method: 'get',
  path: '/batches/{id}',
  summary: 'One batch',
  answer: 'Batch',
});

export const editBatch = operation('editBatch', {
  method: 'patch',
  path: '/batches/{id}',
  summary: 'Change a batch; its text goes for all that have not left and were not edited by hand',
  body: batchPatch,
  answer: 'Batch',
  ifMatch: 'optional',
});

export const deleteBatch = operation('deleteBatch', {
  method: 'delete',
  path: '/batches/{id}',
  summary: 'Delete a batch; what was made of it goes on as messages of their own',
  status: 204,
});

export const restoreBatch = operation('restoreBatch', {
  method: 'post',
  path: '/batches/{id}/restore',
  summary: 'Undo that',
  answer: 'Batch',
});

export const readBatchRows = operation('readBatchRows', {
  method: 'get',
  path: '/batches/{id}/rows',
  summary: 'The rows of a batch, with what became of each',
  answer: 'BatchRows',
});

export const addBatchRow = operation('addBatchRow', {
  method: 'post',
  path: '/batches/{id}/rows',
  summary: 'One row more',
  body: newRow,
  answer: 'BatchRow',
  status: 201,
});

export const editBatchRow = operation('editBatchRow', {
  method: 'patch',
  path: '/batches/{id}/rows/{position}',
  summary: 'Mend a row of which nothing was made yet',
  body: rowPatch,
  answer: 'BatchRow',
});

export const deleteBatchRow = operation('deleteBatchRow', {
  method: 'delete',
  path: '/batches/{id}/rows/{position}',
  summary: 'Take such a row out',
  status: 204,
});

export const checkBatch = operation('checkBatch', {
  method: 'post',
  path: '/batches/{id}/check',
  summary: 'What rows come to, some at a time: to whom, what, when, and what is wrong',
  body: checkRequest,
  answer: 'CheckedRows',
});

export const scheduleBatch = operation('scheduleBatch', {
  method: 'post',
  path: '/batches/{id}/schedule',
  summary: 'Schedule the rows of which nothing was made yet',
  body: scheduleBatchRequest,
  answer: 'ScheduledBatch',
});

export const takeBackBatch = operation('takeBackBatch', {
  method: 'post',
  path: '/batches/{id}/take-back',
  summary: 'Take rows back that have not left: they can be mended and scheduled again',
  body: takeBackRequest,
  answer: 'TakenBackRows',
});

export const testBatch = operation('testBatch', {
  method: 'post',
  path: '/batches/{id}/test',
  summary: 'Rows exactly as they would be, to myself, now',
  body: testRequest,
  answer: 'TestedBatch',
});
