import * as todos from '#api/todos/operations';
import { settleTodo } from '#usecases/todos/todos';
import { presentTodo } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const POST = route(todos.settleTodo, ({ desk, params, body }) =>
  presentTodo(settleTodo(desk, params.id!, body.state)),
);
