/** What has come back or gone off and nobody has been told of. */
import { noteChange } from '#store/journal';
import { markTold, untoldReminders, type Reminder } from '#store/todos';
import type { Desk } from '../desk';

export type { Reminder } from '#store/todos';

/** More is not told one by one. */
const MOST = 100;

export const listReminders = (desk: Desk): Reminder[] => untoldReminders(desk.store.db, MOST);

/** Notes that somebody has been told, up to this one. */
export function noteTold(desk: Desk, upTo: number): void {
  desk.store.write((tx) => {
    markTold(tx, upTo, desk.now(tx));
    noteChange(tx, 'return', String(upTo));
  });
}
