import { exportTodos } from '../../../../../usecases/todos/exchangeTodos';
import { named } from '../../files';
import { route } from '../../respond';

export const GET = route(
  ({ desk }) =>
    new Response(exportTodos(desk), {
      headers: {
        'content-type': 'text/calendar; charset=utf-8',
        'content-disposition': `attachment; ${named('to-dos.ics')}`,
        'cache-control': 'no-store',
      },
    }),
);
