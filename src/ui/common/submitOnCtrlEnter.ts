import type { KeyboardEvent } from 'react';

/** Ctrl Enter is the main button of a form, wherever in it the focus is. Put it on the form's `onKeyDown`. */
export function submitOnCtrlEnter(event: KeyboardEvent<HTMLFormElement>): void {
  if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey) || event.nativeEvent.isComposing) return;
  event.preventDefault();
  event.currentTarget.requestSubmit(event.currentTarget.querySelector<HTMLElement>('[type="submit"]'));
}
