import * as series from '#api/series/operations';
import { makeFeed, readFeed, takeBackFeed } from '#usecases/series/feed';
import { route } from '../respond';

export const GET = route(series.readFeed, ({ desk }) => ({ path: readFeed(desk) }));

export const POST = route(series.makeFeed, ({ desk }) => ({ path: makeFeed(desk) }));

export const DELETE = route(series.takeBackFeed, ({ desk }) => takeBackFeed(desk));
