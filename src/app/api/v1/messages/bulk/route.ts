import * as messages from '#api/messages/operations';
import type { Desk } from '#usecases/desk';
import { archive, backToInbox } from '#usecases/incoming/archive';
import type { Moved } from '#usecases/incoming/moved';
import { markNew, markSeen } from '#usecases/incoming/seen';
import { route } from '../../respond';

type Act = (desk: Desk, ids: readonly string[], known?: readonly string[]) => Moved;
const ACTIONS: Record<'archive' | 'inbox' | 'seen' | 'new', Act> = {
  archive,
  inbox: backToInbox,
  seen: markSeen,
  new: markNew,
};

export const POST = route(messages.placeMessages, ({ desk, body: { ids, action, known } }) =>
  ACTIONS[action](desk, ids, known),
);
