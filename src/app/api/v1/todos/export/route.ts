import * as todos from '#api/todos/operations';
import { create } from 'content-disposition';
import { exportTodos } from '#usecases/todos/exchangeTodos';
import { route } from '../../respond';

export const GET = route(
  todos.exportTodos,
  ({ desk }) =>
    new Response(exportTodos(desk), {
      headers: {
        'content-type': 'text/calendar; charset=utf-8',
        'content-disposition': create('to-dos.ics'),
        'cache-control': 'no-store',
      },
    }),
);
