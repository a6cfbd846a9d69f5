import * as links from '#api/links/operations';
import { restoreLink } from '#usecases/links/linkFiles';
import { presentLink } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const POST = route(links.restoreLink, ({ desk, params }) =>
  presentLink(restoreLink(desk, params.id!)),
);
