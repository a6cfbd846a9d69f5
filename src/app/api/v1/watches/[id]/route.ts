import * as watches from '#api/watches/operations';
import { changeWatch, endWatch } from '#usecases/watches/setWatch';
import { route } from '../../respond';
import { watchJson } from '../present';

export const GET = route(watches.readWatch, ({ desk, params }) => watchJson(desk, params.id!));

export const PATCH = route(watches.changeWatch, ({ desk, params, body, revision }) => {
  changeWatch(desk, params.id!, body, revision);
  return watchJson(desk, params.id!);
});

export const DELETE = route(watches.endWatch, ({ desk, params }) => {
  endWatch(desk, params.id!);
});
