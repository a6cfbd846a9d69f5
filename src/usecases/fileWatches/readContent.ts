/** The content of what is watched, whole and still, in one hash. */
import { MAX_ATTACHED } from '#core/message/attachment';
import { TROUBLE_WORDS, type LinkTrouble } from '#core/files/link';
import { nameOf } from '#core/files/paths';
import type { SeenFiles } from '#core/files/watching';
import { SETTLES, type OnFileChangePlan } from '#core/plan/kinds/on-file-change/plan';
import { namedFiles } from '#files/folder';
import { FileTrouble, troubleOf } from '#files/handle';
import { hashOf, readStill } from '#files/readStill';

/** A folder of more is not watched, and says so. */
const MOST_FILES = 2000;
/** What is being written is looked at again, rather than waited for. */
const WAIT_MS = 3;

export interface Content {
  /** Names and hashes in one; undefined where it could not be read, or is being written. */
  known: string | undefined;
  seen: SeenFiles;
  trouble: LinkTrouble | null;
}

/** @param now epoch ms, of the desk @param folders those allowed, as they really are */
export async function readContent(
  { path, settleSeconds = SETTLES }: OnFileChangePlan,
  folders: readonly string[],
  now: number,
): Promise<Content> {
  const files: SeenFiles['files'] = [];
  try {
    const settleMs = settleSeconds * 1000;
    const named = await namedFiles(path, 'all', folders);
    if (named.length > MOST_FILES) throw new FileTrouble('large');
    const parts: string[] = [];
    for (const each of named) {
      const { hash, bytes, modifiedAt } = await readStill(each.path, folders, MAX_ATTACHED, {
        settleMs,
        waitMs: settleMs * WAIT_MS,
      });
      parts.push(`${each.name}\0${hash}`);
      files.push({ name: each.name, size: bytes.length, modifiedAt: Math.round(modifiedAt) });
    }
    const known = hashOf(Buffer.from(parts.sort().join('\n')));
    return { known, seen: { files, trouble: null, at: now }, trouble: null };
  } catch (error) {
    const trouble = troubleOf(error);
    const words = `“${nameOf(path)}” ${TROUBLE_WORDS[trouble]}.`;
    return { known: undefined, seen: { files, trouble: words, at: now }, trouble };
  }
}
