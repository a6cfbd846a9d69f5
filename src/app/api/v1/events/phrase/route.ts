import * as events from '#api/events/operations';
import { languagesAsked } from '#app/api/v1/languagesAsked';
import { route } from '#app/api/v1/respond';
import { readEventPhrase } from '#usecases/events/eventPhrases';

export const POST = route(events.readEventPhrase, ({ desk, body, request }) =>
  readEventPhrase(desk, body.phrase, languagesAsked(request)),
);
