import * as watches from '#api/watches/operations';
import { overrule } from '#usecases/watches/overrule';
import { route } from '#app/api/v1/respond';
import { watchJson } from '../../present';

export const POST = route(watches.overruleWatch, ({ desk, params, body: { message, counts } }) => {
  overrule(desk, params.id!, message, counts);
  return watchJson(desk, params.id!);
});
