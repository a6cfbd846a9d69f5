import * as health from '#api/health/operations';
import { readSpace } from '#usecases/health';
import { route } from '#app/api/v1/respond';

export const GET = route(health.readSpace, ({ desk }) => readSpace(desk));
