'use client';
/** A form of what the message asks or offers: unfolded by its button or its key, folded with the focus back on the button. */
import { useEffect, useRef, useState, type RefObject } from 'react';
import type { CommandKey } from '#core/commandKeys';
import { useCommand } from '../shell/commands';
import { useNotices } from '../shell/Notices';

/** For whoever sends the message: what is being typed in it is not to be lost by that. */
export interface AskingHandle {
  /** Asks what stands there; where nothing does, folds it. @returns false where it cannot be asked, and says why */
  settle: () => Promise<boolean>;
}

interface Refs {
  /** The button that unfolds it. */
  opener: RefObject<HTMLButtonElement | null>;
  /** Of the form, while it is unfolded. */
  form: RefObject<AskingHandle | null>;
}

export interface Asking extends Refs {
  open: boolean;
  show: (on: boolean) => void;
  close: () => void;
}

/** @param begun it unfolds at first; @param messageId undefined while it is not kept; @param keep keeps it, @throws (rejects) with words for the person */
export function useAsking(
  key: CommandKey,
  messageId: string | undefined,
  keep: () => Promise<string>,
  { opener, form }: Refs,
  begun = false,
): Asking {
  const { showProblem } = useNotices();
  const [open, setOpen] = useState(false);
  /** It has not been unfolded yet: what was begun unfolds it once. */
  const first = useRef(true);
  const show = (on: boolean) => {
    first.current = false;
    void (on && messageId === undefined ? keep() : Promise.resolve())
      .then(() => setOpen(on))
      .catch(showProblem);
  };
  useCommand(key, () => show(true));
  useEffect(() => {
    if (begun && first.current) show(true);
  });
  const close = () => {
    setOpen(false);
    opener.current?.focus();
  };
  return { open: open && messageId !== undefined, show, close, opener, form };
}
