import { boardRequest } from '#api/schemas';
import { readBoard } from '#usecases/moments/readStrips';
import { presentParts } from '../../present';
import { json, route } from '../../respond';

export const POST = route<{ ids: string[]; from: string; until: string }>(
  ({ desk, body }) => {
    const rows = readBoard(desk, body.ids, Date.parse(body.from), Date.parse(body.until));
    return json({ rows: rows.map(({ id, parts }) => ({ id, parts: presentParts(parts) })) });
  },
  { body: boardRequest },
);
