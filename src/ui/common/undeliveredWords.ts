/** Why something that left was not delivered, in words. */
import type { DepartureJson } from '#api/types';
import { adviceFor } from '#core/departure/advice';
import { undeliveredTo } from '#core/departure/undelivered';

/** “Not delivered to Haruki Anzai: 5.1.1 No such user. Check the address.”; null where all is well. */
export function undeliveredWords({ recipients }: DepartureJson): string | null {
  const lost = undeliveredTo(recipients);
  const [first] = lost;
  if (!first) return null;
  const said = first.receipts.findLast(({ action }) => action === 'failed')!.words;
  const whom = `${first.name || first.address}${lost.length > 1 ? ` and ${lost.length - 1} more` : ''}`;
  return `Not delivered to ${whom}: ${said ? `${said.trim().replace(/\.$/, '')}. ` : ''}${adviceFor(said)}`;
}
