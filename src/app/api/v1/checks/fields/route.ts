import * as texts from '#api/texts/operations';
import { route } from '#app/api/v1/respond';
import { readFilled } from '#usecases/fields/readFilled';

export const POST = route(texts.readFilled, ({ desk, body: { at, ...asked } }) => ({
  readers: readFilled(desk, { ...asked, at: at === undefined ? undefined : Date.parse(at) }),
}));
