import * as fileWatches from '#api/fileWatches/operations';
import { listFileWatches } from '#usecases/fileWatches/changeFileWatch';
import { presentFileWatch } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const GET = route(fileWatches.listFileWatches, ({ desk }) => ({
  fileWatches: listFileWatches(desk).map((each) => presentFileWatch(desk, each)),
}));
