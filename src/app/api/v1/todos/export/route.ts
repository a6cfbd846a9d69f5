import * as todos from '#api/todos/operations';
import { exportTodos } from '#usecases/todos/exchangeTodos';
import { calendarFile } from '../../calendarFile';
import { route } from '../../respond';

export const GET = route(todos.exportTodos, ({ desk }) => calendarFile(exportTodos(desk), 'to-dos.ics'));
