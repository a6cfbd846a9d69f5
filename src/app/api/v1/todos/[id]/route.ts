import { todoPatch } from '#api/incomingSchemas';
import { changeTodo, deleteTodo } from '#usecases/todos/todos';
import { presentTodo } from '../../present';
import { json, route } from '../../respond';
import { inputOf, type TodoBody } from '../input';

export const PATCH = route<TodoBody>(
  ({ desk, params, body, revision }) => {
    const { todo, said } = changeTodo(desk, params.id!, inputOf(body), revision);
    return json({ todo: presentTodo(todo), said });
  },
  { body: todoPatch },
);

export const DELETE = route(({ desk, params }) => {
  deleteTodo(desk, params.id!);
  return new Response(null, { status: 204 });
});
