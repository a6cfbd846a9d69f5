'use client';
/** Finding what this browser kept of messages, so that nothing typed is lost with a window. */
import { useEffect, useState } from 'react';
import {
  filesOf,
  findDraft,
  forgetDraft,
  forgetFile,
  isHeld,
  unseenDrafts,
  type LocalDraft,
} from './localStore';

/**
 * What is kept of one message that is on the server.
 * @param whenever it is looked up anew when this changes
 */
export function useLocalDraft(
  id: string,
  whenever: string,
): { known: boolean; draft: LocalDraft | undefined } {
  const [found, setFound] = useState<{ asked: string; draft: LocalDraft | undefined }>();
  const asked = `${id} ${whenever}`;
  useEffect(() => {
    let gone = false;
    void findDraft(id).then((draft) => {
      if (!gone) setFound({ asked, draft });
    });
    return () => {
      gone = true;
    };
  }, [id, asked]);
  return found?.asked === asked ? { known: true, draft: found.draft } : { known: false, draft: undefined };
}

export interface LeftBehindState {
  list: LocalDraft[];
  goOn: (draft: LocalDraft) => void;
  throwAway: (draft: LocalDraft) => void;
}

/** Messages that never reached the server and are open nowhere; looked for where a new one is begun. */
export function useLeftBehind(
  wanted: boolean,
): LeftBehindState & { known: boolean; goingOn: LocalDraft | undefined } {
  const [list, setList] = useState<LocalDraft[]>();
  const [goingOn, setGoingOn] = useState<LocalDraft>();
  useEffect(() => {
    if (!wanted) return;
    void unseenDrafts().then(async (all) => {
      const open = await Promise.all(all.map(({ key }) => isHeld(key)));
      setList(all.filter((_, index) => !open[index]));
    });
  }, [wanted]);
  return {
    known: list !== undefined,
    list: list ?? [],
    goingOn,
    goOn: setGoingOn,
    throwAway(draft) {
      setList((before) => before?.filter(({ key }) => key !== draft.key));
      void forgetDraft(draft.key);
      void filesOf(draft.key).then((files) => files.forEach(({ id }) => void forgetFile(id)));
    },
  };
}
