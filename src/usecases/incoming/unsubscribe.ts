/** Leaving the mailing list a message came by, by one request (RFC 8058). */
import { isAnsweredFor, postOneClick, type Resolver } from '#mail/oneClick';
import { noteChange } from '#store/journal';
import { setList } from '#store/messages';
import { sourceOf } from '#store/sources';
import type { Desk } from '../desk';
import { Refused } from '../errors';
import { readMessage } from '../messages/readMessage';

/** Who is asked outside. */
export interface OneClickWorld {
  /** Looks up keys of signatures. */
  resolver?: Resolver;
  /** Sends the request. @returns the status of the answer */
  post: (page: string) => Promise<number>;
}

const OTHER_WAY = 'Use another way out of the list.';
const wordsOf = (error: unknown) => (error instanceof Error ? error.message : String(error));

/**
 * Asks the list to strike me off, where its message says that this can be done at once and is signed for that.
 * @throws NotFound, Refused (both reject)
 */
export async function unsubscribe(
  desk: Desk,
  id: string,
  world: OneClickWorld = { post: postOneClick },
): Promise<void> {
  const { list } = readMessage(desk, id);
  if (!list?.oneClick || list.page === null)
    throw new Refused(`This message does not say that its list can be left at once. ${OTHER_WAY}`);
  // Asked for in two windows, or twice: once is enough.
  if (list.leftAt !== null) return;
  const { page } = list;
  const { host } = new URL(page);
  if (desk.sandbox) throw new Refused(`In the sandbox nobody outside is asked; else ${host} would be.`);
  const source = sourceOf(desk.store.db, id);
  const signed = await isAnsweredFor(source ?? Buffer.alloc(0), world.resolver).catch((error: unknown) => {
    throw new Refused(
      `Who signed this message could not be looked up (${wordsOf(error)}). Try again later, or use another way out.`,
    );
  });
  if (!signed)
    throw new Refused(`No valid signature stands for this way out, so ${host} was not asked. ${OTHER_WAY}`);
  const status = await world.post(page).catch((error: unknown) => {
    throw new Refused(
      `${host} could not be asked (${wordsOf(error)}). Try again later, or use another way out.`,
    );
  });
  if (status < 200 || status > 299) throw new Refused(`${host} did not agree (${status}). ${OTHER_WAY}`);
  desk.store.write((tx) => {
    setList(tx, id, { ...list, leftAt: desk.now() });
    noteChange(tx, 'message', id);
  });
}
