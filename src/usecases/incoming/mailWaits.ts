/** Whether something has come in and has not been read. */
import { arrivalsWaiting } from '#store/arrivals';
import type { Desk } from '../desk';

export const mailWaits = (desk: Desk): boolean => arrivalsWaiting(desk.store.db) > 0;
