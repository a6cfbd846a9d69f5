import * as links from '#api/links/operations';
import { undoClearing } from '#usecases/links/clearAwayRead';
import { route } from '#app/api/v1/respond';

export const POST = route(links.restoreRead, ({ desk, params }) => undoClearing(desk, params.id!));
