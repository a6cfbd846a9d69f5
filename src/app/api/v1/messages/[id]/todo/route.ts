import { todoInput } from '../../../../../../api/incomingSchemas';
import { dropTodoOf, putTodo } from '../../../../../../usecases/todos/todos';
import { presentTodo } from '../../../present';
import { json, route } from '../../../respond';
import { inputOf, type TodoBody } from '../../../todos/input';

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
