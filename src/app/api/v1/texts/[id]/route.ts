import * as texts from '#api/texts/operations';
import { presentText } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';
import { changeText, deleteText } from '#usecases/texts/keepText';
import { readText } from '#usecases/texts/textView';

export const GET = route(texts.readText, ({ desk, params }) => presentText(readText(desk, params.id!)));
export const PATCH = route(texts.editText, ({ desk, params, body, revision }) => {
  changeText(desk, params.id!, body, revision);
  return presentText(readText(desk, params.id!));
});
export const DELETE = route(texts.deleteText, ({ desk, params }) => deleteText(desk, params.id!));
