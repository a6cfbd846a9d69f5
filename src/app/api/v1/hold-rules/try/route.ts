import * as holdRules from '#api/holdRules/operations';
import { tryRule } from '#usecases/holds/tryRule';
import { presentTrial } from '../../present';
import { route } from '../../respond';

export const POST = route(holdRules.tryHoldRule, ({ desk, body }) => ({
  trials: tryRule(desk, body).map((each) => presentTrial(desk, each)),
}));
