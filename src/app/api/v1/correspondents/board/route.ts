import * as correspondents from '#api/correspondents/operations';
import { readBoard } from '#usecases/moments/readStrips';
import { presentParts } from '../../present';
import { route } from '../../respond';

export const POST = route(correspondents.drawBoard, ({ desk, body }) => {
  const rows = readBoard(desk, body.ids, Date.parse(body.from), Date.parse(body.until));
  return { rows: rows.map(({ id, parts }) => ({ id, parts: presentParts(parts) })) };
});
