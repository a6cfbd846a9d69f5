import * as watches from '#api/watches/operations';
import { watchMessage } from '#usecases/watches/setWatch';
import { countWaiting, listWatches, watchesInThread } from '#usecases/watches/watchView';
import { route } from '../respond';
import { presentWatch, watchJson } from './present';

export const GET = route(watches.listWatches, ({ desk, query: { message, state, limit, brief } }) => ({
  watches: (message === undefined
    ? listWatches(desk, state, limit, brief)
    : watchesInThread(desk, message)
  ).map((each) => presentWatch(desk, each)),
  waiting: countWaiting(desk),
}));

export const POST = route(watches.addWatch, ({ desk, body: { message, ...input } }) =>
  watchJson(desk, watchMessage(desk, message, input).id),
);
