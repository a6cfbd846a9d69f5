import { operation } from '../operation';
import { judgeRequest, newQuestion, questionPatch, questionQuery, toldRequest } from './requests';

export const listQuestions = operation('listQuestions', {
  method: 'get',
  path: '/questions',
  summary: 'What was asked and has left, the newest first',
  query: questionQuery,
  answer: 'Questions',
});

export const addQuestion = operation('addQuestion', {
  method: 'post',
  path: '/questions',
  undoKey: true,
  summary: 'Have a message that has not left ask something; what it asked before is replaced',
  body: newQuestion,
  answer: 'Question',
  status: 201,
});

export const readQuestion = operation('readQuestion', {
  method: 'get',
  path: '/questions/{id}',
  summary: 'One question, with everything that was answered',
  answer: 'Question',
});

export const changeQuestion = operation('changeQuestion', {
  method: 'patch',
  path: '/questions/{id}',
  undoKey: true,
  summary: 'Change a question whose message has not left',
  body: questionPatch,
  answer: 'Question',
  ifMatch: 'optional',
});

export const deleteQuestion = operation('deleteQuestion', {
  method: 'delete',
  path: '/questions/{id}',
  undoKey: true,
  summary: 'Take it off a message that has not left',
  status: 204,
});

export const closeQuestion = operation('closeQuestion', {
  method: 'post',
  path: '/questions/{id}/close',
  undoKey: true,
  summary: 'Take no more answers: what comes is kept as late',
  answer: 'Question',
});

export const reopenQuestion = operation('reopenQuestion', {
  method: 'post',
  path: '/questions/{id}/reopen',
  undoKey: true,
  summary: 'Take answers again, until the deadline',
  answer: 'Question',
});

export const tellResult = operation('tellResult', {
  method: 'post',
  path: '/questions/{id}/tell',
  summary: 'The result to all it was asked of, as a draft in the same thread',
  answer: 'Message',
  status: 201,
});

export const noteAnswer = operation('noteAnswer', {
  method: 'post',
  path: '/questions/{id}/answers',
  undoKey: true,
  summary: 'Note what somebody has answered otherwise',
  body: toldRequest,
  answer: 'Question',
  status: 201,
});

export const judgeAnswer = operation('judgeAnswer', {
  method: 'patch',
  path: '/questions/{id}/answers/{answer}',
  undoKey: true,
  summary: 'Say what an answer means, or that it is none',
  body: judgeRequest,
  answer: 'Question',
});
