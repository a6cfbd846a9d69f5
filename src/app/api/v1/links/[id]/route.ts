import * as links from '#api/links/operations';
import { editLink, removeLink } from '#usecases/links/linkFiles';
import { presentLink } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const PATCH = route(links.editLink, ({ desk, params, body }) =>
  presentLink(editLink(desk, params.id!, body)),
);
export const DELETE = route(links.deleteLink, ({ desk, params }) => removeLink(desk, params.id!));
