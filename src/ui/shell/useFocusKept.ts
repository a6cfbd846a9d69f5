'use client';
/** The focus never ends nowhere: when what had it goes away, it goes to what stands nearest. */
import { useEffect } from 'react';

/** Lists and dialogs first do with the focus what they know to be right. */
const OTHERS_FIRST_MS = 400;

const CAN_HAVE_IT =
  'a[href], button, input, textarea, select, summary, [contenteditable="true"], [tabindex]:not([tabindex="-1"])';
/** What one moves in by Tab before going on elsewhere. */
const SURROUNDINGS = '.ant-popover, dialog, article, form, nav, [data-tray], [data-rail], main';

const stands = (element: HTMLElement) =>
  element.isConnected && element.checkVisibility() && !element.matches(':disabled');

/** Whether nothing in particular has the focus. */
export const focusedNowhere = () => document.activeElement?.matches('body, #content') ?? true;

interface Had {
  element: HTMLElement;
  around: Element | null;
  /** What could have had it there, in the order of Tab, and the place of the one that did. */
  order: readonly HTMLElement[];
  index: number;
}

function had(element: HTMLElement): Had {
  const around = element.closest(SURROUNDINGS);
  const order = [...(around?.querySelectorAll<HTMLElement>(CAN_HAVE_IT) ?? [])];
  return { element, around, order, index: order.indexOf(element) };
}

/**
 * Next in the order of Tab, else before. From the tray one goes back to where one came from: the next thing there may let
 * another message go.
 */
function nearest({ around, order, index }: Had, before: HTMLElement | null): HTMLElement | undefined {
  const beside = around?.matches('[data-tray]')
    ? []
    : [...order.slice(index + 1), ...order.slice(0, Math.max(0, index)).reverse()];
  return [...beside, ...(before ? [before] : [])].find(stands);
}

export function useFocusKept(): void {
  useEffect(() => {
    let now: Had | null = null;
    /** What had it before, elsewhere. */
    let before: HTMLElement | null = null;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const onFocus = ({ target }: FocusEvent) => {
      clearTimeout(timer);
      if (!(target instanceof HTMLElement) || target.matches('body, #content')) return;
      const next = had(target);
      if (now && now.around !== next.around) before = now.element;
      now = next;
    };
    const keep = () => {
      if (!now || stands(now.element) || document.activeElement !== document.body) return;
      const content = document.querySelector<HTMLElement>('#content');
      (nearest(now, before) ?? content)?.focus({ preventScroll: true });
    };
    const look = () => {
      if (!now || document.activeElement !== document.body || stands(now.element)) return;
      clearTimeout(timer);
      timer = setTimeout(keep, OTHERS_FIRST_MS);
    };
    const observer = new MutationObserver(look);
    observer.observe(document.body, {
      childList: true,
      subtree: true,
      attributes: true,
      attributeFilter: ['disabled', 'style', 'hidden'],
    });
    document.addEventListener('focusin', onFocus);
    return () => {
      clearTimeout(timer);
      observer.disconnect();
      document.removeEventListener('focusin', onFocus);
    };
  }, []);
}
