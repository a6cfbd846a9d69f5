import { todoState } from '../../../../../../api/incomingSchemas';
import { settleTodo, type Todo } from '../../../../../../usecases/todos/todos';
import { presentTodo } from '../../../present';
import { json, route } from '../../../respond';

export const POST = route<{ state: Todo['state'] }>(
  ({ desk, params, body }) => json(presentTodo(settleTodo(desk, params.id!, body.state))),
  { body: todoState },
);
