/** Whom a departure that has left did not reach after all, as what came back says (RFC 3464). */
import type { ReportedAction } from '../reply/report';

interface Reported {
  receipts: readonly { action: ReportedAction }[];
}

/** What shows that it did arrive. */
const ARRIVED: readonly ReportedAction[] = ['delivered', 'displayed', 'processed'];

/** The readers it was not delivered to: some servers give up first and deliver then, and the last word counts. */
export const undeliveredTo = <Reader extends Reported>(readers: readonly Reader[]): Reader[] =>
  readers.filter(({ receipts }) => {
    const failed = receipts.findLastIndex(({ action }) => action === 'failed');
    return failed >= 0 && !receipts.slice(failed + 1).some(({ action }) => ARRIVED.includes(action));
  });
