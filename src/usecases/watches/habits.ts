import { group } from 'd3-array';
import { addressKey } from '#core/message/address';
import { habitOf, type Habit } from '#core/watch/habit';
import { addressesBeside } from '#store/correspondents';
import { answerDelays } from '#store/messages';
import type { Desk } from '../desk';

/** How long they take, whichever of their addresses they answer from. @returns by the address asked for */
export function habitsAt(desk: Desk, addresses: readonly string[]): Map<string, Habit> {
  const { db } = desk.store;
  const beside = new Map(addresses.map((address) => [address, addressesBeside(db, address)]));
  const delays = group(answerDelays(db, [...beside.values()].flat()), ({ address }) => addressKey(address));
  const found = new Map<string, Habit>();
  for (const [address, all] of beside) {
    const habit = habitOf(all.flatMap((each) => (delays.get(each) ?? []).map(({ delay }) => delay)));
    if (habit) found.set(address, habit);
  }
  return found;
}
