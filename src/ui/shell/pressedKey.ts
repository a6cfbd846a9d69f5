/** Which key of ours a press is: the character on it counts, wherever the keyboard has it. */

/** The modifiers keys of ours are pressed with. */
export type Pressed = { key: string; held: 'none' | 'alt shift' | 'ctrl' } | null;

type Press = Pick<
  KeyboardEvent,
  'key' | 'code' | 'altKey' | 'ctrlKey' | 'metaKey' | 'shiftKey' | 'repeat' | 'isComposing'
> & { getModifierState?: (name: string) => boolean };

/**
 * The letter, digit or sign. Where a keyboard writes other letters, or makes something else of a letter with Alt, the
 * place counts; digits stand at their place on every keyboard, with Shift on some (UI Events §4.3.2, §4.4).
 */
function keyOf({ key, code }: Press): string {
  if (/^[a-z\d/?]$/i.test(key)) return key.toLowerCase();
  // Keys with names, such as the arrows, stand on the number pad too.
  const sign = [...key].length === 1;
  const [, digit] = /^(?:Digit|Numpad)(\d)$/.exec(code) ?? [];
  if (digit && sign) return digit;
  const [, letter] = /^Key([A-Z])$/.exec(code) ?? [];
  // A letter of the alphabet is taken by its own; a sign on that place is no letter.
  return letter && (key === 'Dead' || /^[^\x20-\x7e]$/u.test(key)) ? letter.toLowerCase() : '';
}

/** @returns null for what is no key of ours: held down, part of a word being composed, or with other modifiers */
export function pressedKey(press: Press): Pressed {
  if (press.repeat || press.isComposing || press.getModifierState?.('AltGraph')) return null;
  const { altKey, shiftKey } = press;
  const control = press.ctrlKey || press.metaKey;
  const key = keyOf(press);
  if (!key) return null;
  if (control) return altKey || shiftKey ? null : { key, held: 'ctrl' };
  if (altKey) return shiftKey ? { key, held: 'alt shift' } : null;
  // Signs need Shift on some keyboards, and so do digits; a letter with Shift is another key.
  if (shiftKey && !/[/?\d]/.test(press.key)) return null;
  return { key, held: 'none' };
}
