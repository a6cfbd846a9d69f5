/** Files hold as much as people have, not as much as machines can make. */
import { READING } from '../limits';

/** @throws Error in words where a file holds too many entries */
export function assertFew(count: number): void {
  if (count <= READING.entries) return;
  const most = READING.entries.toLocaleString('en');
  throw new Error(
    `The file holds ${count.toLocaleString('en')} entries; ${most} are taken in at once. Divide it.`,
  );
}
