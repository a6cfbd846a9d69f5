import { expect, it } from 'vitest';
import { gatherWarnings } from './gather';
import type { Plan, PlanWarning } from './plan';

const nameOf = (address: string) => address.split('@')[0]!;
const at = (local: string): Plan => ({ kind: 'at', local, zone: 'Asia/Tokyo' });
const night = (address: string, local: string): PlanWarning => ({
  code: 'night',
  address,
  text: `It lands in the night of ${address}.`,
  fixes: [{ label: local, plan: at(local) }],
});

it('what concerns one reader is said as it is', () => {
  const one = night('ana@x.example', '2026-11-25T08:30');
  expect(gatherWarnings([one], nameOf)).toEqual([
    { code: 'night', text: one.text, addresses: ['ana@x.example'], fixes: one.fixes },
  ]);
});

it('what concerns many is one line, with the way out that helps most of them', () => {
  const [early, late] = ['2026-11-25T08:30', '2026-11-25T09:00'];
  const many = [night('ana@x.example', early), night('bo@x.example', late), night('cy@x.example', late)];
  expect(gatherWarnings(many, nameOf)).toEqual([
    {
      code: 'night',
      text: '3 readers get it in their night: ana, bo, cy.',
      addresses: ['ana@x.example', 'bo@x.example', 'cy@x.example'],
      fixes: [{ label: late, plan: at(late) }],
    },
  ]);
});

it('two hundred without a time zone are one line', () => {
  const many = Array.from({ length: 200 }, (_, n): PlanWarning => ({
    code: 'unknown-zone',
    address: `r${n}@x.example`,
    text: `r${n} is not known.`,
    fixes: [],
  }));
  const [line, ...others] = gatherWarnings(many, nameOf);
  expect(others).toEqual([]);
  expect(line!.text).toBe('200 readers have no time zone yet: r0, r1, r2 and 197 more.');
  expect(line!.addresses).toHaveLength(200);
});

it('what concerns the plan stays by itself, in its order', () => {
  const gap: PlanWarning = { code: 'gap', text: 'That hour is skipped.', fixes: [] };
  const past: PlanWarning = { code: 'past', text: 'That is past.', fixes: [] };
  const all = [gap, night('ana@x.example', '1'), past, night('bo@x.example', '1')];
  expect(gatherWarnings(all, nameOf).map(({ code }) => code)).toEqual(['gap', 'night', 'past']);
});
