import * as todos from '#api/todos/operations';
import { addTodo, countOpen, listTodos } from '#usecases/todos/todos';
import { presentSummary, presentTodo } from '../present';
import { route } from '../respond';
import { inputOf } from './input';

export const GET = route(todos.listTodos, ({ desk, query }) => ({
  todos: listTodos(desk, query.state, query.limit).map(({ todo, message }) => ({
    todo: presentTodo(todo),
    message: message && presentSummary(message),
  })),
  open: countOpen(desk),
}));

export const POST = route(todos.addTodo, ({ desk, body: { message, ...body } }) =>
  presentTodo(addTodo(desk, message ?? null, inputOf(body))),
);
