'use client';
/** What one does with linked files, each with its undo. */
import { useMemo } from 'react';
import type { LinkJson, LinksJson } from '#api/types';
import { nameOf } from '#core/files/paths';
import { useAttempt } from '../common/useAttempt';
import { ask } from '../data/client';
import { useNotices } from '../shell/Notices';
import type { LinkChange } from './LinkForm';

type Link = LinksJson['links'][number];
type Read = LinksJson['reads'][number];

const named = ({ path }: { path: string }) => `“${nameOf(path) || path}”`;
const take = (id: string) => ask('DELETE', `/links/${id}`);
const restore = (id: string) => ask('POST', `/links/${id}/restore`);

export function useLinkActions() {
  const attempt = useAttempt();
  const { show } = useNotices();
  return useMemo(() => {
    /** @param message resolves to its id */
    const add = (message: () => Promise<string>, paths: readonly string[], which: Link['which']) =>
      attempt(async () => {
        const id = await message();
        const made: LinkJson[] = [];
        for (const path of paths)
          made.push(await ask<LinkJson>('POST', `/messages/${id}/links`, { path, which }));
        const what = made.length === 1 ? `${named(made[0]!)} is` : `${made.length} files are`;
        const undo = () =>
          attempt(async () => {
            for (const each of made) await take(each.id);
            show({ words: `Undone: ${what} not linked.` });
          });
        show({ words: `${what} linked: read as the message leaves.`, undo });
      });
    const remove = (link: Link) =>
      attempt(async () => {
        await take(link.id);
        const undo = () =>
          attempt(async () => {
            await restore(link.id);
            show({ words: `${named(link)} is linked again.` });
          });
        show({ words: `${named(link)} is not linked any more.`, undo });
      });
    const change = (link: Link, patch: LinkChange) =>
      attempt(async () => {
        await ask<LinkJson>('PATCH', `/links/${link.id}`, patch);
        const before = Object.fromEntries(
          Object.keys(patch).map((key) => [key, link[key as keyof LinkChange]]),
        );
        const undo = () =>
          attempt(async () => {
            await ask<LinkJson>('PATCH', `/links/${link.id}`, before);
            show({ words: `As before: ${named(link)}.` });
          });
        show({ words: `Kept: what was chosen about ${named(link)}.`, undo });
        return true;
      });
    const putBack = (read: Read) =>
      attempt(async () => {
        await ask('POST', `/linked-reads/${read.id}/restore`);
        show({ words: `${named(read)} is back in its place.` });
      });
    return { add, remove, change, putBack };
  }, [attempt, show]);
}
