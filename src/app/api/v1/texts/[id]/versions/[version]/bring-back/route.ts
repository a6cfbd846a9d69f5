import * as texts from '#api/texts/operations';
import { presentText } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';
import { bringBackVersion } from '#usecases/texts/keepText';
import { readText } from '#usecases/texts/textView';

export const POST = route(texts.bringBackVersion, ({ desk, params }) =>
  presentText(readText(desk, bringBackVersion(desk, params.id!, Number(params.version)).id)),
);
