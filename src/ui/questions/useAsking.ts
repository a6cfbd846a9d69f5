'use client';
/** The form in which a question is asked: unfolded by its button or its key, folded with the focus back on the button. */
import { useState, type RefObject } from 'react';
import { useCommand } from '../shell/commands';
import { useNotices } from '../shell/Notices';
import type { QuestionFormHandle } from './QuestionForm';

interface Refs {
  /** The button that unfolds it. */
  opener: RefObject<HTMLButtonElement | null>;
  /** Of the form, while it is unfolded. */
  form: RefObject<QuestionFormHandle | null>;
}

export interface Asking extends Refs {
  open: boolean;
  show: (on: boolean) => void;
  close: () => void;
}

/** @param messageId undefined while it is not kept; @param keep keeps it, @throws (rejects) with words for the person */
export function useAsking(
  messageId: string | undefined,
  keep: () => Promise<string>,
  { opener, form }: Refs,
): Asking {
  const { showProblem } = useNotices();
  const [open, setOpen] = useState(false);
  const show = (on: boolean) =>
    void (on && messageId === undefined ? keep() : Promise.resolve())
      .then(() => setOpen(on))
      .catch(showProblem);
  useCommand('q', () => show(true));
  const close = () => {
    setOpen(false);
    opener.current?.focus();
  };
  return { open: open && messageId !== undefined, show, close, opener, form };
}
