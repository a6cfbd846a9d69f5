/**
 * My keys that are open: in the memory of the process that asked for their passphrase, and nowhere else. They are locked again
 * when nobody has used them for a while, when somebody says so, and when that process ends.
 */
import { isFor, whyUnusable } from '#core/openpgp/key';
import { openKey, WrongPassphrase, type OpenKey } from '#mail/openpgp/keys';
import { noteChange } from '#store/journal';
import { ownKeys, type KeyRow } from '#store/keys';
import type { Store } from '#store/store';
import type { Desk } from '../desk';
import { Invalid, NotFound } from '../errors';

interface Ring {
  /** By fingerprint. */
  open: Map<string, OpenKey>;
  timer: NodeJS.Timeout | undefined;
  /** Told when the first is opened; what it gives back is called when they are locked. */
  opened: Map<string, () => () => void>;
  end: (() => void)[];
}

// Parts of one process are built apart from each other.
const shared = globalThis as { oakKeyrings?: WeakMap<Store, Ring> };
const rings = (shared.oakKeyrings ??= new WeakMap());

function ringOf({ store }: Desk): Ring {
  let ring = rings.get(store);
  if (!ring) rings.set(store, (ring = { open: new Map(), timer: undefined, opened: new Map(), end: [] }));
  return ring;
}

const MINUTE = 60_000;

/** They have been used: they stay open for as long again. */
function keepOpen(desk: Desk, ring: Ring): void {
  clearTimeout(ring.timer);
  ring.timer = setTimeout(() => lockKeys(desk), desk.settings().keysOpenMinutes * MINUTE);
  ring.timer.unref();
}

/**
 * Opens those of my keys that this is the passphrase of.
 * @returns how many were opened
 * @throws (rejects) NotFound where there is none; Invalid where it is the passphrase of none
 */
export async function unlockKeys(desk: Desk, passphrase: string): Promise<number> {
  const mine = ownKeys(desk.store.db);
  if (mine.length === 0) throw new NotFound('There is no key of yours to be opened.');
  const opened = await Promise.all(
    mine.map(async ({ fingerprint, secret }) => {
      try {
        return [fingerprint, await openKey(secret, passphrase)] as const;
      } catch (error) {
        if (error instanceof WrongPassphrase) return undefined;
        throw error;
      }
    }),
  );
  const good = opened.filter((each) => each !== undefined);
  if (good.length === 0) throw new Invalid('This is not the passphrase of any key of yours.', 'passphrase');
  putOpen(desk, good);
  return good.length;
}

/** What has just been made or brought along is open. */
export function putOpen(desk: Desk, keys: readonly (readonly [string, OpenKey])[]): void {
  const ring = ringOf(desk);
  const first = ring.open.size === 0;
  for (const [fingerprint, key] of keys) ring.open.set(fingerprint, key);
  keepOpen(desk, ring);
  if (first) ring.end = [...ring.opened.values()].map((begin) => begin());
  desk.store.write((tx) => noteChange(tx, 'key', 'open'));
}

export function lockKeys(desk: Desk): void {
  const ring = ringOf(desk);
  clearTimeout(ring.timer);
  if (ring.open.size === 0) return;
  ring.open.clear();
  for (const end of ring.end.splice(0)) end();
  desk.store.write((tx) => noteChange(tx, 'key', 'locked'));
}

/**
 * @param what is done then, done once however often it is asked for
 * @param begin called at once where any is open, and whenever keys are opened that were locked; what it gives back, when they are locked
 */
export function whenOpened(desk: Desk, what: string, begin: () => () => void): void {
  const ring = ringOf(desk);
  if (ring.opened.has(what)) return;
  ring.opened.set(what, begin);
  if (ring.open.size > 0) ring.end.push(begin());
}

/** One that is taken away is not open any more. */
export function forgetOpen(desk: Desk, fingerprint: string): void {
  const { open } = ringOf(desk);
  if (open.size === 1 && open.has(fingerprint)) lockKeys(desk);
  else open.delete(fingerprint);
}

export const isOpen = (desk: Desk, fingerprint: string): boolean => ringOf(desk).open.has(fingerprint);

/** True where any is open; that does not count as use. */
export const anyOpen = (desk: Desk): boolean => ringOf(desk).open.size > 0;

/** All that are open. */
export function openKeys(desk: Desk): OpenKey[] {
  const ring = ringOf(desk);
  if (ring.open.size > 0) keepOpen(desk, ring);
  return [...ring.open.values()];
}

/** The key this address signs with, and the same open where it is. @param now of the machine, epoch ms */
export function signingKey(
  desk: Desk,
  address: string,
  now: number,
): { key: KeyRow; open: OpenKey | undefined } | undefined {
  const [key] = ownKeys(desk.store.db)
    .filter(({ facts }) => facts.canSign && isFor(facts, address) && !whyUnusable(facts, now))
    .sort((a, b) => b.facts.createdAt - a.facts.createdAt);
  if (!key) return undefined;
  const ring = ringOf(desk);
  const open = ring.open.get(key.fingerprint);
  if (open) keepOpen(desk, ring);
  return { key, open };
}
