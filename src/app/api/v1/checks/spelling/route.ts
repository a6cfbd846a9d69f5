import { spellingRequest } from '#api/schemas';
import type { Language } from '#core/text/language';
import { unknownWords } from '#spelling/dictionaries';
import { unusedWords } from '#usecases/messages/ownWords';
import { json, route } from '../../respond';

export const POST = route<{ words: { word: string; language: Language }[] }>(
  async ({ desk, body }) => json({ words: unusedWords(desk, await unknownWords(body.words)) }),
  { body: spellingRequest },
);
