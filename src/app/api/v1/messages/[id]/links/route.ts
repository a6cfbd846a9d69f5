import * as links from '#api/links/operations';
import { addLink } from '#usecases/links/linkFiles';
import { presentLink } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const POST = route(links.addLink, ({ desk, params, body }) =>
  presentLink(addLink(desk, params.id!, body)),
);
