/** What has left with a question in it. */
import { whole } from '#mail/enclosures';
import { frozenOf } from '#store/frozen';
import { preparedAnswers } from '#postoffice/pressed';
import { departuresOf } from '#store/departures';
import { openDesk, type Desk } from '#usecases/desk';
import type { Product } from './product';
import { until } from './until';

/** As its reader’s program opens it. */
export { preparedAnswers } from '#postoffice/pressed';

/** The bytes a departure left with. */
export const bytesOfLeft = (desk: Desk, departureId: string): Buffer =>
  whole(frozenOf(desk.store.db, departureId)!);

/** The prepared answers in the copies of some readers, as the bytes have them that left. */
export async function preparedIn(
  { dataDir }: Product,
  { message }: { message: string },
  readers: readonly string[],
) {
  const desk = openDesk(dataDir);
  try {
    const states = () =>
      departuresOf(desk.store.db, message)
        .map(({ state, reason }) => `${state} ${reason ?? ''}`)
        .join(', ');
    const left = await until(
      () => `all copies to leave: ${states()}`,
      () => {
        const all = departuresOf(desk.store.db, message);
        return all.length > 0 && all.every(({ state }) => state === 'sent') && all;
      },
    );
    const copies = readers.map((address) => left.find(({ reader }) => (reader ?? address) === address)!);
    return await Promise.all(copies.map(({ id }) => preparedAnswers(bytesOfLeft(desk, id))));
  } finally {
    desk.store.close();
  }
}
