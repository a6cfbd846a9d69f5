/** Marks what was read as old, and reads again what is looked at. */
import type { QueryClient, QueryFilters } from '@tanstack/react-query';

/** @param which all, where nothing is said */
export function outdate(client: QueryClient, which: QueryFilters = {}): void {
  // A first reading under way may be from before the change, and the library would let its answer stand as new: it is
  // read once more after it.
  for (const query of client.getQueryCache().findAll(which)) {
    if (query.state.fetchStatus === 'idle' || query.state.data !== undefined) continue;
    const again = () => void client.invalidateQueries({ queryKey: query.queryKey, exact: true });
    query.promise?.then(again, () => {});
  }
  void client.invalidateQueries(which);
}
