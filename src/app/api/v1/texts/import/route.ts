import * as texts from '#api/texts/operations';
import { presentText } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';
import { importText } from '#usecases/texts/exchangeText';
import { readText } from '#usecases/texts/textView';

export const POST = route(texts.importText, async ({ desk, body }) =>
  presentText(readText(desk, (await importText(desk, body.text, body.name)).id)),
);
