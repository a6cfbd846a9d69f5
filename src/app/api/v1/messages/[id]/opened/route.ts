import * as messages from '#api/messages/operations';
import { readOpened } from '#usecases/openpgp/opened';
import { route } from '#app/api/v1/respond';

export const GET = route(messages.readOpened, async ({ desk, params }) => {
  const { html, attachments, ...opened } = await readOpened(desk, params.id!);
  return {
    ...opened,
    html: html !== null,
    files: attachments.map(({ name, type, size, contentId }) => ({
      name,
      type,
      size,
      shown: contentId !== null,
    })),
  };
});
