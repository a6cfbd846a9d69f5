import * as health from '#api/health/operations';
import { readHealth } from '#usecases/health';
import { presentHealth } from '../present';
import { route } from '../respond';

export const GET = route(health.readHealth, ({ desk }) => presentHealth(readHealth(desk)));
