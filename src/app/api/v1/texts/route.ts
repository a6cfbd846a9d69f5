import * as texts from '#api/texts/operations';
import { presentListedText as presentListed, presentText } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';
import { addText } from '#usecases/texts/keepText';
import { listTexts, readText } from '#usecases/texts/textView';

export const GET = route(texts.listTexts, ({ desk }) => ({ texts: listTexts(desk).map(presentListed) }));
export const POST = route(texts.addText, ({ desk, body: { from, ...input } }) =>
  presentText(readText(desk, addText(desk, input, from).id)),
);
