import * as correspondents from '#api/correspondents/operations';
import { placeReaders } from '#usecases/people/correspondents';
import { route } from '../../respond';

export const POST = route(correspondents.placeReaders, ({ desk, body }) => ({
  placed: placeReaders(desk, body.readers),
}));
