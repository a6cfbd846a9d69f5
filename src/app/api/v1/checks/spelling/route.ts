import * as checks from '#api/checks/operations';
import { unknownWords } from '#spelling/dictionaries';
import { unusedWords } from '#usecases/messages/ownWords';
import { route } from '../../respond';

export const POST = route(checks.checkSpelling, async ({ desk, body }) => ({
  words: unusedWords(desk, await unknownWords(body.words)),
}));
