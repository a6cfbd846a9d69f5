import { placesRequest } from '#api/incomingSchemas';
import type { Desk } from '#usecases/desk';
import { archive, backToInbox } from '#usecases/incoming/archive';
import type { Moved } from '#usecases/incoming/moved';
import { markNew, markSeen } from '#usecases/incoming/seen';
import { json, route } from '../../respond';

type Act = (desk: Desk, ids: readonly string[], known?: readonly string[]) => Moved;
const ACTIONS: Record<'archive' | 'inbox' | 'seen' | 'new', Act> = {
  archive,
  inbox: backToInbox,
  seen: markSeen,
  new: markNew,
};

export const POST = route<{ ids: string[]; action: keyof typeof ACTIONS; known?: string[] }>(
  ({ desk, body: { ids, action, known } }) => json(ACTIONS[action](desk, ids, known)),
  { body: placesRequest },
);
