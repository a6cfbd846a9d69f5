import * as watches from '#api/watches/operations';
import { suggestForMessage, suggestForRecipients } from '#usecases/watches/suggestDeadlines';
import { iso } from '../../present';
import { route } from '../../respond';

export const POST = route(watches.suggestDeadlines, ({ desk, body: { message, recipients } }) => {
  const { suggestions, usual } =
    message === undefined ? suggestForRecipients(desk, recipients ?? []) : suggestForMessage(desk, message);
  return {
    suggestions: suggestions.map((each) => ({ ...each, at: iso(each.at) })),
    usual,
    visits: desk.visitOrigin ?? null,
  };
});
