import { describe, expect, it } from 'vitest';
import { atTheirDesk } from '../people/atTheirDesk';
import { inboxGroup } from './inboxGroup';
import { ancestors, answerHeaders, answerSubject, baseSubject, parseMessageIds } from './threading';

it('finds message ids in whatever a header holds', () => {
  expect(parseMessageIds('<a@x> junk <b@x>\r\n <a@x> "c d"')).toEqual(['<a@x>', '<b@x>']);
  expect(parseMessageIds(undefined)).toEqual([]);
  expect(parseMessageIds('<not closed')).toEqual([]);
});

describe('answers', () => {
  it('name their parent, and everything before it', () => {
    const parent = { messageId: '<c@x>', inReplyTo: '<b@x>', references: ['<a@x>'] };
    expect(answerHeaders(parent)).toEqual({ inReplyTo: '<c@x>', references: ['<a@x>', '<b@x>', '<c@x>'] });
  });

  it('of a message without an id name nothing', () => {
    expect(answerHeaders({})).toEqual({ references: [] });
  });

  it('in a long thread keep the first id and the nearest', () => {
    const references = Array.from({ length: 50 }, (_, index) => `<${index}@x>`);
    const kept = answerHeaders({ messageId: '<p@x>', references }).references;
    expect(kept).toHaveLength(30);
    expect(kept[0]).toBe('<0@x>');
    expect(kept.slice(-2)).toEqual(['<49@x>', '<p@x>']);
  });

  it('never count a message among its own ancestors', () => {
    expect(ancestors({ messageId: '<a@x>', references: ['<a@x>', '<b@x>'] })).toEqual(['<b@x>']);
  });

  it.each([
    ['Crates', 'Re: Crates'],
    ['Re: Crates', 'Re: Crates'],
    ['RE: AW: Fwd: Crates', 'Re: Crates'],
    ['Re[2]: Crates', 'Re: Crates'],
    ['Regarding crates', 'Re: Regarding crates'],
    ['', 'Re: '],
  ])('to “%s” are called “%s”', (subject, expected) => expect(answerSubject(subject)).toBe(expected));

  it('leaves words alone that only begin alike', () => {
    expect(baseSubject('Results: final')).toBe('Results: final');
  });
});

describe('at their desk', () => {
  const now = Date.parse('2026-11-24T14:24:00Z');
  it('knows when an answer would land', () => {
    expect(atTheirDesk(now, 'America/St_Johns')).toEqual({ local: '2026-11-24T10:54:00', working: true });
    expect(atTheirDesk(now, 'Australia/Adelaide')).toEqual({
      local: '2026-11-25T00:54:00',
      working: false,
      worksAt: Date.parse('2026-11-24T22:30:00Z'),
    });
  });

  it('puts what came back first, whoever wrote it', () => {
    const from = (zone: string | null) => ({ from: { zone }, returned: null });
    expect(inboxGroup(from('America/St_Johns'), now)).toBe('At their desk now');
    expect(inboxGroup(from('Asia/Tokyo'), now)).toMatch(/^Away/);
    expect(inboxGroup(from(null), now)).toBe('Where they are is not known');
    expect(inboxGroup({ ...from(null), returned: {} }, now)).toBe('Came back');
  });
});
