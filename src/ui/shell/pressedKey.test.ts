import { describe, expect, it } from 'vitest';
import { pressedKey } from './pressedKey';

const press = (key: string, code: string, held = '', more: object = {}) =>
  pressedKey({
    key,
    code,
    repeat: false,
    isComposing: false,
    altKey: held.includes('alt'),
    shiftKey: held.includes('shift'),
    ctrlKey: held.includes('ctrl'),
    metaKey: held.includes('meta'),
    ...more,
  });

describe('the key that is pressed', () => {
  it.each([
    ['US', 'a', 'KeyA', '', 'a'],
    // A stands where Q is, and M right of L.
    ['AZERTY', 'a', 'KeyQ', '', 'a'],
    ['AZERTY', 'q', 'KeyA', '', 'q'],
    ['AZERTY', 'm', 'Semicolon', '', 'm'],
    ['AZERTY, digits without Shift', '&', 'Digit1', '', '1'],
    ['AZERTY, digits with Shift', '1', 'Digit1', 'shift', '1'],
    ['QWERTZ', 'z', 'KeyY', '', 'z'],
    ['Dvorak', 's', 'Semicolon', '', 's'],
    ['Dvorak, a sign where S is', ';', 'KeyZ', '', undefined],
    ['Cyrillic', 'ф', 'KeyA', '', 'a'],
    ['Greek', 'σ', 'KeyS', '', 's'],
    ['Caps Lock', 'A', 'KeyA', '', 'a'],
    ['US, a question', '?', 'Slash', 'shift', '?'],
    ['QWERTZ, a slash', '/', 'Digit7', 'shift', '/'],
    ['AZERTY, a slash', '/', 'Period', 'shift', '/'],
    ['the number pad', '3', 'Numpad3', '', '3'],
    ['the number pad, for moving', 'ArrowDown', 'Numpad2', '', undefined],
    ['the number pad, for moving', 'End', 'Numpad1', '', undefined],
    ['a letter with Shift is another key', 'A', 'KeyA', 'shift', undefined],
    ['US, a sign above a digit', '!', 'Digit1', 'shift', undefined],
    ['Alt alone belongs to the browser', 'a', 'KeyA', 'alt', undefined],
    ['Enter is none of ours', 'Enter', 'Enter', '', undefined],
  ])('%s: %s', (_, key, code, held, expected) => {
    expect(press(key, code, held)).toEqual(expected === undefined ? null : { key: expected, held: 'none' });
  });

  it.each([
    ['A', 'KeyA', 'alt shift', 'a', 'alt shift'],
    // What a Mac makes of it.
    ['Å', 'KeyA', 'alt shift', 'a', 'alt shift'],
    ['Dead', 'KeyN', 'alt shift', 'n', 'alt shift'],
    ['z', 'KeyZ', 'ctrl', 'z', 'ctrl'],
    ['z', 'KeyY', 'ctrl', 'z', 'ctrl'],
    ['z', 'KeyZ', 'meta', 'z', 'ctrl'],
  ])('%s at %s with %s', (key, code, held, expected, by) => {
    expect(press(key, code, held)).toEqual({ key: expected, held: by });
  });

  it('is none while it is held down, while a word is composed, and with AltGr', () => {
    expect(press('a', 'KeyA', '', { repeat: true })).toBeNull();
    expect(press('a', 'KeyA', '', { isComposing: true })).toBeNull();
    expect(press('a', 'KeyA', '', { getModifierState: (name: string) => name === 'AltGraph' })).toBeNull();
    expect(press('z', 'KeyZ', 'ctrl shift')).toBeNull();
  });
});
