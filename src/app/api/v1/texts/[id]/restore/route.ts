import * as texts from '#api/texts/operations';
import { presentText } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';
import { restoreText } from '#usecases/texts/keepText';
import { readText } from '#usecases/texts/textView';

export const POST = route(texts.restoreText, ({ desk, params }) =>
  presentText(readText(desk, restoreText(desk, params.id!).id)),
);
