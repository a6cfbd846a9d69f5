import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { answerAll, answerAs, answerTo, forwardSubject, hasOthers, type Answered } from './answering';

const at = (name: string) => ({ name, address: `${name.toLowerCase()}@x.example` });
const [me, loans, ana, bela, list] = ['Me', 'Loans', 'Ana', 'Bela', 'List'].map(at) as [
  ReturnType<typeof at>,
  ReturnType<typeof at>,
  ReturnType<typeof at>,
  ReturnType<typeof at>,
  ReturnType<typeof at>,
];
const message = (patch: Partial<Answered> = {}): Answered => ({
  direction: 'in',
  from: ana,
  to: [me],
  cc: [],
  replyTo: [],
  ...patch,
});
const names = (all: { name: string }[]) => all.map(({ name }) => name).join(' ');

describe('an answer', () => {
  it('goes to the writer, or where the writer wants it', () => {
    expect(answerTo(message())).toEqual([ana]);
    expect(answerTo(message({ replyTo: [list] }))).toEqual([list]);
    expect(answerTo(message({ direction: 'out', from: me, to: [bela] }))).toEqual([bela]);
  });

  it.each<[Partial<Answered>, string, string]>([
    [{}, 'Ana', ''],
    [{ to: [me, bela], cc: [list] }, 'Ana', 'Bela List'],
    [{ to: [me, bela], cc: [bela, ana] }, 'Ana', 'Bela'],
    [{ to: [{ name: 'x', address: 'ME@X.example' }, bela] }, 'Ana', 'Bela'],
    [{ replyTo: [list], to: [me], cc: [bela] }, 'List', 'Bela'],
    [{ from: me, to: [bela], cc: [list] }, 'Bela List', ''],
    [{ direction: 'out', from: me, to: [bela], cc: [list] }, 'Bela', 'List'],
  ])('to all of %j: to %s, copied %s', (patch, to, cc) => {
    const all = answerAll(message(patch), [me.address, loans.address]);
    expect([names(all.to), names(all.cc)]).toEqual([to, cc]);
  });

  it('never goes to me, nor to anybody twice', () => {
    const some = fc.array(fc.constantFrom(me, loans, ana, bela, list), { maxLength: 4 });
    fc.assert(
      fc.property(some, some, some, fc.constantFrom(ana, me), (to, cc, replyTo, from) => {
        const all = answerAll({ direction: 'in', from, to, cc, replyTo }, [me.address, loans.address]);
        const addresses = [...all.to, ...all.cc].map(({ address }) => address);
        expect(new Set(addresses).size).toBe(addresses.length);
        expect(addresses).not.toContain(me.address);
        expect(addresses).not.toContain(loans.address);
      }),
    );
  });

  it('to all is offered where it is another one', () => {
    expect(hasOthers(message(), [me.address])).toBe(false);
    expect(hasOthers(message({ cc: [me] }), [me.address])).toBe(false);
    expect(hasOthers(message({ cc: [bela] }), [me.address])).toBe(true);
  });

  it('comes from the address that was written to', () => {
    const identities = [{ id: 'l', signature: '', account: null, ...loans }];
    expect(answerAs(message({ to: [loans] }), identities)).toBe('l');
    expect(answerAs(message({ to: [me], cc: [loans] }), identities)).toBe('l');
    expect(answerAs(message(), identities)).toBeNull();
    expect(answerAs(message({ direction: 'out', from: loans, to: [me] }), identities)).toBe('l');
  });
});

it.each([
  ['Crates', 'Fwd: Crates'],
  ['Re: Fwd: Crates', 'Fwd: Crates'],
])('“%s” is passed on as “%s”', (subject, expected) => expect(forwardSubject(subject)).toBe(expected));
