import { expect, it } from 'vitest';
import type { Plan } from '#core/plan/plan';
import { usualHold } from '#core/hold/decide';
import { primaryWords } from './primaryWords';

const now: Plan = { kind: 'now' };
const at: Plan = { kind: 'at', local: '2026-11-25T08:30', zone: 'Asia/Kathmandu' };

it.each([
  [{ plan: now, hold: usualHold(90) }, 'Send, hold 90 s'],
  [{ plan: now, hold: usualHold(240) }, 'Send, hold 4 min'],
  [{ plan: now, hold: usualHold(0) }, 'Send at once'],
  [{ plan: now, hold: usualHold(28_800), quiet: '06:50' }, 'Send, leaves 06:50'],
  [{ plan: now, hold: { ...usualHold(90), review: true } }, 'Send, after a look'],
  [{ plan: at, hold: usualHold(90) }, 'Schedule'],
  [{ plan: at, hold: usualHold(90), copies: 3 }, 'Schedule 3 copies'],
  [{ plan: now, hold: usualHold(90), copies: 2 }, 'Send 2 copies, hold 90 s'],
  [{ plan: at, hold: usualHold(90), stillLeaves: 'Wed 09:10' }, 'Save, still leaves Wed 09:10'],
  [{ plan: at, hold: usualHold(90), movedTo: 'Thu 09:10' }, 'Save, leaves Thu 09:10'],
  [{ plan: now, hold: usualHold(90), holdLeft: 42 }, 'Save, held 42 s more'],
  [{ plan: now, hold: usualHold(90), movedTo: '14:30' }, 'Send, hold 90 s'],
  [{ plan: at, hold: usualHold(90), stillLeaves: 'Wed 09:10', failed: true }, 'Save and try again'],
  [{ plan: at, hold: usualHold(90), stillLeaves: 'Wed 09:10', passed: true }, 'Choose another moment first'],
  [{ plan: now, hold: usualHold(90), unclear: 'mend' as const }, 'Mend the moment first'],
  [{ plan: now, hold: usualHold(90), unclear: 'choose' as const }, 'Choose one of the moments'],
])('%j: %s', (commit, words) => expect(primaryWords(commit)).toBe(words));
