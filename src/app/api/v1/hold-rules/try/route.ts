import { holdRule } from '#api/schemas';
import type { HoldRule } from '#core/hold/rule';
import { tryRule } from '#usecases/holds/tryRule';
import { presentTrial } from '../../present';
import { json, route } from '../../respond';

export const POST = route<HoldRule>(
  ({ desk, body }) => json({ trials: tryRule(desk, body).map((each) => presentTrial(desk, each)) }),
  { body: holdRule },
);
