import * as fileWatches from '#api/fileWatches/operations';
import { resumeFileWatch } from '#usecases/fileWatches/changeFileWatch';
import { presentFileWatch } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const POST = route(fileWatches.resumeFileWatch, ({ desk, params }) =>
  presentFileWatch(desk, resumeFileWatch(desk, params.id!)),
);
