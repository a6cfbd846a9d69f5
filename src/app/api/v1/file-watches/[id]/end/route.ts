import * as fileWatches from '#api/fileWatches/operations';
import { endFileWatch } from '#usecases/fileWatches/changeFileWatch';
import { presentFileWatch } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const POST = route(fileWatches.endFileWatch, ({ desk, params }) =>
  presentFileWatch(desk, endFileWatch(desk, params.id!)),
);
