'use client';
/** What every form of what a message asks or offers has: it is settled before the message is sent, and has its main key and its way out. */
import { useImperativeHandle, type KeyboardEvent, type Ref } from 'react';
import type { AskingHandle } from './useAsking';

interface Asked {
  handle: Ref<AskingHandle>;
  /** There is nothing in it to be kept. */
  isEmpty: boolean;
  /** @returns false where it cannot be asked like this */
  submit: () => Promise<boolean>;
  close: () => void;
}

/** @returns for the form's `onKeyDown`: wherever in it the focus is, nothing of it is for the message */
export function useAskingForm({ handle, isEmpty, submit, close }: Asked): (event: KeyboardEvent) => void {
  useImperativeHandle(handle, () => ({
    settle: async () => {
      if (!isEmpty) return submit();
      close();
      return true;
    },
  }));
  return (event) => {
    const main = event.key === 'Enter' && (event.ctrlKey || event.metaKey);
    if (event.nativeEvent.isComposing || (!main && event.key !== 'Escape')) return;
    event.preventDefault();
    event.stopPropagation();
    if (main) void submit();
    else close();
  };
}
