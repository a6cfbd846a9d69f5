import * as watches from '#api/watches/operations';
import { listUsual, setUsual } from '#usecases/watches/usualWatch';
import { route } from '../../respond';

export const GET = route(watches.listUsualWatches, ({ desk }) => ({ usual: listUsual(desk) }));

export const PUT = route(watches.setUsualWatch, ({ desk, body: { whom, watch } }) => {
  setUsual(desk, whom, watch);
  return { usual: listUsual(desk) };
});
