import * as moments from '#api/moments/operations';
import { readPhrase } from '#usecases/moments/findMoments';
import { languagesAsked } from '../../languagesAsked';
import { route } from '../../respond';

export const POST = route(moments.readPhrase, ({ desk, body, request }) =>
  readPhrase(desk, body.text, body.recipients, languagesAsked(request)),
);
