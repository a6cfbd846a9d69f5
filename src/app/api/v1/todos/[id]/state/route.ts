import { todoState } from '#api/incomingSchemas';
import { settleTodo, type Todo } from '#usecases/todos/todos';
import { presentTodo } from '#app/api/v1/present';
import { json, route } from '#app/api/v1/respond';

export const POST = route<{ state: Todo['state'] }>(
  ({ desk, params, body }) => json(presentTodo(settleTodo(desk, params.id!, body.state))),
  { body: todoState },
);
