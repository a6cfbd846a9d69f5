import * as snoozes from '#api/snoozes/operations';
import { readSnoozePhrase } from '#usecases/incoming/snoozeMoments';
import { languagesAsked } from '#app/api/v1/languagesAsked';
import { route } from '#app/api/v1/respond';

export const POST = route(snoozes.readSnoozePhrase, ({ desk, params, body, request }) =>
  readSnoozePhrase(desk, params.id!, body.text, languagesAsked(request)),
);
