/** The same for several messages, one after another; what fails stops none of the others. */

export interface NotDone<Item> {
  item: Item;
  /** In words. */
  why: string;
}

export async function eachInTurn<Item>(
  items: readonly Item[],
  act: (item: Item) => Promise<unknown>,
): Promise<[done: Item[], failed: NotDone<Item>[]]> {
  const done: Item[] = [];
  const failed: NotDone<Item>[] = [];
  for (const item of items) {
    try {
      await act(item);
      done.push(item);
    } catch (error) {
      failed.push({ item, why: (error as Error).message });
    }
  }
  return [done, failed];
}

/** Each with its subject; empty where all went well. */
export const whyNot = (failed: readonly NotDone<{ subject: string }>[]): string =>
  failed.map(({ item, why }) => `“${item.subject || '(no subject)'}”: ${why}`).join(' ');
