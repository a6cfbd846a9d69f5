import { zonesRequest } from '#api/schemas';
import { placeReaders } from '#usecases/people/correspondents';
import { json, route } from '../../respond';

export const POST = route<{ readers: { address: string; name: string; zone: string }[] }>(
  ({ desk, body }) => json({ placed: placeReaders(desk, body.readers) }),
  { body: zonesRequest },
);
