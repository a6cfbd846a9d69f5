import * as todos from '#api/todos/operations';
import { dropTodoOf, putTodo } from '#usecases/todos/todos';
import { presentTodo } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';
import { inputOf } from '#app/api/v1/todos/input';

export const PUT = route(todos.putTodo, ({ desk, params, body }) => {
  const { todo, said } = putTodo(desk, params.id!, inputOf(body));
  return { todo: presentTodo(todo), said };
});

export const DELETE = route(todos.dropTodo, ({ desk, params }) => {
  dropTodoOf(desk, params.id!);
});
