import * as messages from '#api/messages/operations';
import { create } from 'content-disposition';
import { exportMbox } from '#usecases/exchange/exportMail';
import { route } from '../../respond';

export const GET = route(messages.exportMessages, ({ desk, query }) => {
  const entries = exportMbox(desk, query.ids?.split(',').filter(Boolean));
  // As it is asked for: a whole archive need not be in memory.
  const stream = new ReadableStream<Uint8Array>({
    pull(controller) {
      const next = entries.next();
      if (next.done) controller.close();
      else controller.enqueue(next.value);
    },
  });
  return new Response(stream, {
    headers: {
      'content-type': 'application/mbox',
      'content-disposition': create('mail.mbox'),
      'cache-control': 'no-store',
    },
  });
});
