import * as watches from '#api/watches/operations';
import { chase } from '#usecases/watches/chase';
import { messageJson } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const POST = route(watches.chaseWatch, ({ desk, params, body }) =>
  messageJson(desk, chase(desk, params.id!, body.text).id),
);
