import * as occasions from '#api/occasions/operations';
import { isoOrNull } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';
import { previewMove } from '#usecases/occasions/moveOccasion';

export const POST = route(occasions.previewMove, ({ desk, params, body }) => ({
  moves: previewMove(desk, params.id!, body).map((move) => ({
    ...move,
    from: isoOrNull(move.from),
    at: isoOrNull(move.at),
  })),
}));
