import * as moments from '#api/moments/operations';
import { readStrips } from '#usecases/moments/readStrips';
import { presentParts } from '../../present';
import { route } from '../../respond';

export const POST = route(moments.drawStrips, ({ desk, body }) => {
  const strips = readStrips(desk, body.recipients, Date.parse(body.from), Date.parse(body.until));
  return { strips: strips.map((strip) => ({ ...strip, parts: presentParts(strip.parts) })) };
});
