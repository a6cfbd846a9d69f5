/** Settings: reading is {@link Desk.settings}; changes apply at once. */
import { AddressError, parseMailbox } from '#core/message/address';
import { whyNoKeys } from '#core/commandKeys';
import { whyNoHold } from '#core/hold/length';
import { findAccount } from '#store/accounts';
import { floatingEvents } from '#store/events';
import { noteChange } from '#store/journal';
import { writeSettings, type Settings } from '#store/settings';
import type { Tx } from '#store/store';
import { oneLine } from './messages/draftInput';
import type { Desk } from './desk';
import { Invalid } from './errors';
import { placeFloating } from './events/writeEvent';
import { checkedPlace } from './people/checkedPlace';

function checkedMailbox(given: { name: string; address: string }, path: string) {
  try {
    return { name: oneLine(given.name), address: parseMailbox(given.address).address };
  } catch (error) {
    if (error instanceof AddressError) throw new Invalid(error.message, `${path}.address`);
    throw error;
  }
}

/** @throws Invalid */
function checkAccounts(tx: Tx, { account, identities }: Partial<Settings>): void {
  const named = [account, ...(identities ?? []).map((each) => each.account)];
  const unknown = named.some((id) => typeof id === 'string' && !findAccount(tx, id));
  if (unknown) throw new Invalid('There is no such account. Choose another one.', 'account');
}

function checked(patch: Partial<Settings>, before: Settings): Partial<Settings> {
  const result = { ...patch, ...checkedPlace(patch, before) } as Partial<Settings>;
  const { holdSeconds, me, identities, sentFolders } = patch;
  const noHold = holdSeconds === undefined ? undefined : whyNoHold(holdSeconds);
  if (noHold) throw new Invalid(noHold, 'holdSeconds');
  const noKeys = patch.keys && whyNoKeys(patch.keys);
  if (noKeys) throw new Invalid(noKeys, 'keys');
  if (me) result.me = checkedMailbox(me, 'me');
  if (identities)
    result.identities = identities.map((each, index) => ({
      ...each,
      ...checkedMailbox(each, `identities.${index}`),
    }));
  if (sentFolders) result.sentFolders = [...new Set(sentFolders.map(oneLine).filter(Boolean))];
  return result;
}

/**
 * @throws Invalid
 */
export function changeSettings(desk: Desk, patch: Partial<Settings>): Settings {
  return desk.store.write((tx) => {
    const good = checked(patch, desk.settings(tx));
    checkAccounts(tx, good);
    writeSettings(tx, good);
    if (good.zone !== undefined) placeFloating(desk, tx, floatingEvents(tx));
    noteChange(tx, 'settings', Object.keys(good).join(' '));
    return desk.settings(tx);
  });
}
