import * as todos from '#api/todos/operations';
import { importTodos } from '#usecases/todos/exchangeTodos';
import { route } from '../../respond';

export const POST = route(todos.importTodos, async ({ desk, body }) => await importTodos(desk, body.text));
