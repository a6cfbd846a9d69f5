import * as snoozes from '#api/snoozes/operations';
import { suggestSnooze } from '#usecases/incoming/snoozeMoments';
import { suggestTodos } from '#usecases/todos/todos';
import { iso, isoOrNull } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const GET = route(snoozes.suggestReturns, ({ desk, params }) => ({
  snoozes: suggestSnooze(desk, params.id!).map(({ at, words }) => ({ at: iso(at), words })),
  todos: suggestTodos(desk, params.id!).map((each) => ({ ...each, remindAt: isoOrNull(each.remindAt) })),
}));
