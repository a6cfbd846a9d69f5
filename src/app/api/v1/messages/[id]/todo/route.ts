import { todoInput } from '#api/incomingSchemas';
import { dropTodoOf, putTodo } from '#usecases/todos/todos';
import { presentTodo } from '#app/api/v1/present';
import { json, route } from '#app/api/v1/respond';
import { inputOf, type TodoBody } from '#app/api/v1/todos/input';

export const PUT = route<TodoBody>(
  ({ desk, params, body }) => {
    const { todo, said } = putTodo(desk, params.id!, inputOf(body));
    return json({ todo: presentTodo(todo), said });
  },
  { body: todoInput },
);

export const DELETE = route(({ desk, params }) => {
  dropTodoOf(desk, params.id!);
  return new Response(null, { status: 204 });
});
