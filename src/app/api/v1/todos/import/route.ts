import { todoFile } from '#api/incomingSchemas';
import { importTodos } from '#usecases/todos/exchangeTodos';
import { json, route } from '../../respond';

export const POST = route<{ text: string }>(
  async ({ desk, body }) => json(await importTodos(desk, body.text)),
  {
    body: todoFile,
  },
);
