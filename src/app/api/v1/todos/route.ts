import { newTodo, todoQuery } from '#api/incomingSchemas';
import { addTodo, countOpen, listTodos } from '#usecases/todos/todos';
import { presentSummary, presentTodo } from '../present';
import { json, route } from '../respond';
import { inputOf, type TodoBody } from './input';

export const GET = route<undefined, { state: 'open' | 'closed' | 'all'; limit: number }>(
  ({ desk, query }) =>
    json({
      todos: listTodos(desk, query.state, query.limit).map(({ todo, message }) => ({
        todo: presentTodo(todo),
        message: message && presentSummary(message),
      })),
      open: countOpen(desk),
    }),
  { query: todoQuery },
);

export const POST = route<TodoBody & { message?: string | null }>(
  ({ desk, body: { message, ...body } }) =>
    json(presentTodo(addTodo(desk, message ?? null, inputOf(body))), 201),
  { body: newTodo },
);
