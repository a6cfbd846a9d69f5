import * as todos from '#api/todos/operations';
import { changeTodo, deleteTodo } from '#usecases/todos/todos';
import { presentTodo } from '../../present';
import { route } from '../../respond';
import { inputOf } from '../input';

export const PATCH = route(todos.changeTodo, ({ desk, params, body, revision }) => {
  const { todo, said } = changeTodo(desk, params.id!, inputOf(body), revision);
  return { todo: presentTodo(todo), said };
});

export const DELETE = route(todos.deleteTodo, ({ desk, params }) => {
  deleteTodo(desk, params.id!);
});
