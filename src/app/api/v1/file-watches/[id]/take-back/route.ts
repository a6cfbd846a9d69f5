import * as fileWatches from '#api/fileWatches/operations';
import { takeFileWatchBack } from '#usecases/fileWatches/changeFileWatch';
import { route } from '#app/api/v1/respond';

export const POST = route(fileWatches.takeFileWatchBack, ({ desk, params }) =>
  takeFileWatchBack(desk, params.id!),
);
