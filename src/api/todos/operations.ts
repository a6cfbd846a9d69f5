import { operation } from '../operation';
import { newTodo, todoFile, todoInput, todoPatch, todoQuery, todoState } from './requests';

export const putTodo = operation('putTodo', {
  method: 'put',
  path: '/messages/{id}/todo',
  undoKey: true,
  summary: 'The to-do on a message: made, or changed',
  body: todoInput,
  answer: 'TodoChanged',
});

export const dropTodo = operation('dropTodo', {
  method: 'delete',
  path: '/messages/{id}/todo',
  undoKey: true,
  summary: 'Drop the to-do on a message',
  status: 204,
});

export const listTodos = operation('listTodos', {
  method: 'get',
  path: '/todos',
  summary: 'To-dos: open ones by when they are due, or those settled',
  query: todoQuery,
  answer: 'Todos',
});

export const addTodo = operation('addTodo', {
  method: 'post',
  path: '/todos',
  undoKey: true,
  summary: 'Make a to-do, on a message or without one',
  body: newTodo,
  answer: 'Todo',
  status: 201,
});

export const changeTodo = operation('changeTodo', {
  method: 'patch',
  path: '/todos/{id}',
  undoKey: true,
  summary: 'Change a to-do; what follows from that is told',
  body: todoPatch,
  answer: 'TodoChanged',
  ifMatch: 'optional',
});

export const deleteTodo = operation('deleteTodo', {
  method: 'delete',
  path: '/todos/{id}',
  summary: 'Undo the making of a to-do',
  status: 204,
});

export const settleTodo = operation('settleTodo', {
  method: 'post',
  path: '/todos/{id}/state',
  undoKey: true,
  summary: 'Settle a to-do, or take it up again',
  body: todoState,
  answer: 'Todo',
});

export const exportTodos = operation('exportTodos', {
  method: 'get',
  path: '/todos/export',
  summary: 'All to-dos as an iCalendar file (VTODO with VALARM, RFC 5545)',
});

export const importTodos = operation('importTodos', {
  method: 'post',
  path: '/todos/import',
  summary: 'Take in the to-dos of an iCalendar file',
  body: todoFile,
  answer: 'TodoImport',
});
