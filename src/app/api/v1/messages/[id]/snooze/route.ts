import { snoozePatch, snoozeRequest, unsnoozeQuery } from '#api/incomingSchemas';
import { toLocal } from '#core/time/wallClock';
import type { Desk } from '#usecases/desk';
import { changeSnooze, endSnooze, snooze, type SnoozeChange } from '#usecases/incoming/snooze';
import { snoozeMoment, type SnoozeUntil } from '#usecases/incoming/snoozeMoments';
import { languagesAsked } from '#app/api/v1/languagesAsked';
import { messageJson } from '#app/api/v1/present';
import { json, route } from '#app/api/v1/respond';

interface Asked extends SnoozeUntil {
  note?: string;
  wholeThread: boolean;
  early: boolean;
  known?: string[];
  repeat?: string | null;
}

const answer = async (desk: Desk, id: string) => json(await messageJson(desk, id));

export const POST = route<Asked>(
  ({ desk, params, body, request }) => {
    const { note, wholeThread, early, known, repeat: rrule, ...when } = body;
    const { until, words } = snoozeMoment(desk, params.id!, when, languagesAsked(request));
    const zone = typeof body.until === 'object' ? body.until.zone : desk.settings().zone;
    const repeat =
      typeof rrule === 'string' ? { rrule, start: toLocal(until, zone).slice(0, 16), zone } : rrule;
    snooze(desk, params.id!, { until, words, note, wholeThread, early, repeat, known });
    return answer(desk, params.id!);
  },
  { body: snoozeRequest },
);

export const PATCH = route<SnoozeChange>(
  ({ desk, params, body }) => {
    changeSnooze(desk, params.id!, body);
    return answer(desk, params.id!);
  },
  { body: snoozePatch },
);

export const DELETE = route<undefined, { undo: boolean }>(
  ({ desk, params, query }) => {
    endSnooze(desk, params.id!, query.undo);
    return answer(desk, params.id!);
  },
  { query: unsnoozeQuery },
);
