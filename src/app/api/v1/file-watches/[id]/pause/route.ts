import * as fileWatches from '#api/fileWatches/operations';
import { pauseFileWatch } from '#usecases/fileWatches/changeFileWatch';
import { presentFileWatch } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const POST = route(fileWatches.pauseFileWatch, ({ desk, params }) =>
  presentFileWatch(desk, pauseFileWatch(desk, params.id!)),
);
