/** An iCalendar file as an answer. */
import { create } from 'content-disposition';

export const calendarFile = (text: string, name: string): Response =>
  new Response(text, {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': create(name),
      'cache-control': 'no-store',
    },
  });
