import { spellingRequest } from '../../../../../api/schemas';
import type { Language } from '../../../../../core/text/language';
import { unknownWords } from '../../../../../spelling/dictionaries';
import { json, route } from '../../respond';

export const POST = route<{ words: { word: string; language: Language }[] }>(
  async ({ body }) => json({ words: await unknownWords(body.words) }),
  { body: spellingRequest },
);
