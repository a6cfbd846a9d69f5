import * as links from '#api/links/operations';
import { listFiles } from '#usecases/links/listFiles';
import { presentFiles } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const GET = route(links.listFiles, async ({ desk, query }) =>
  presentFiles(await listFiles(desk, query)),
);
