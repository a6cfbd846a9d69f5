import * as messages from '#api/messages/operations';
import { readOpenedFile } from '#usecases/openpgp/opened';
import { fileAnswer } from '#app/api/v1/files';
import { route } from '#app/api/v1/respond';

export const GET = route(messages.readOpenedFile, async ({ desk, params }) => {
  const file = await readOpenedFile(desk, params.id!, Number(params.file));
  return fileAnswer(file, file.bytes);
});
