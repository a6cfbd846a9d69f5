import * as texts from '#api/texts/operations';
import { route } from '#app/api/v1/respond';
import { putText } from '#usecases/texts/useText';

export const POST = route(texts.putText, ({ desk, params, body }) => putText(desk, params.id!, body.text));
