import * as snoozes from '#api/snoozes/operations';
import { toLocal } from '#core/time/wallClock';
import { changeSnooze, endSnooze, snooze } from '#usecases/incoming/snooze';
import { snoozeMoment } from '#usecases/incoming/snoozeMoments';
import { languagesAsked } from '#app/api/v1/languagesAsked';
import { messageJson } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const POST = route(snoozes.snooze, ({ desk, params, body, request }) => {
  const { note, wholeThread, early, known, repeat: rrule, ...when } = body;
  const { until, words } = snoozeMoment(desk, params.id!, when, languagesAsked(request));
  const zone = typeof body.until === 'object' ? body.until.zone : desk.settings().zone;
  const repeat =
    typeof rrule === 'string' ? { rrule, start: toLocal(until, zone).slice(0, 16), zone } : rrule;
  snooze(desk, params.id!, { until, words, note, wholeThread, early, repeat, known });
  return messageJson(desk, params.id!);
});

export const PATCH = route(snoozes.changeSnooze, ({ desk, params, body }) => {
  changeSnooze(desk, params.id!, body);
  return messageJson(desk, params.id!);
});

export const DELETE = route(snoozes.endSnooze, ({ desk, params, query }) => {
  endSnooze(desk, params.id!, query.undo);
  return messageJson(desk, params.id!);
});
