import * as watches from '#api/watches/operations';
import { suggestForMessage, suggestForRecipients } from '#usecases/watches/watchView';
import { iso } from '../../present';
import { route } from '../../respond';

export const POST = route(watches.suggestDeadlines, ({ desk, body: { message, recipients } }) => {
  const suggestions =
    message === undefined ? suggestForRecipients(desk, recipients ?? []) : suggestForMessage(desk, message);
  return { suggestions: suggestions.map((each) => ({ ...each, at: iso(each.at) })) };
});
