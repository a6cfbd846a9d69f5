import fc from 'fast-check';
import { randomBytes } from 'node:crypto';
import { expect, it } from 'vitest';
import { composeMessage, type OutgoingAttachment } from './compose';
import { whole, wholeInTurns } from './enclosures';

const message = {
  from: { name: 'Tamsin Oyelaran', address: 'registrar@wrenfield.example' },
  to: [{ name: 'Luísa Brandão', address: 'luisa@seguros.example' }],
  cc: [],
  replyTo: [],
  subject: 'Crates',
  text: 'Hello',
  html: '<p>Hello <img src="cid:p@x"></p>',
  references: [],
};

/** Composed at different times, with the same boundaries. */
async function source(attachments: OutgoingAttachment[]) {
  const { bytes, cuts } = await composeMessage({ ...message, attachments }, '<id@wrenfield.example>', 0);
  const [boundary = ''] = /--_?[\w-]*?NmP-[0-9a-f]+/.exec(bytes.toString('latin1')) ?? [];
  const base = boundary.replace(/.*NmP-/, '');
  return { bytes, cuts, alike: (all: Buffer) => all.toString('latin1').replaceAll(base, 'BASE') };
}

it('what is put together from what is kept is what would have been composed with it inside', async () => {
  // Around every end of a line, of a step, and of nothing.
  const size = fc.oneof(
    fc.constantFrom(0, 1, 56, 57, 58, 113, 114, 57 * 4096 - 1, 57 * 4096, 57 * 4096 + 1),
    fc.integer({ min: 0, max: 600_000 }),
  );
  const attachment = fc.record({
    size,
    kept: fc.boolean(),
    shown: fc.boolean(),
    cut: fc.double({ min: 0, max: 1, noNaN: true }),
  });
  await fc.assert(
    fc.asyncProperty(fc.array(attachment, { maxLength: 4 }), async (list) => {
      const files = list.map((each) => ({ ...each, bytes: randomBytes(each.size) }));
      const described = files.map(({ shown }, index) => ({
        name: `f${index}.bin`,
        type: 'application/pdf',
        contentId: shown ? `p${index}@x` : null,
      }));
      const inside = await source(files.map(({ bytes }, index) => ({ ...described[index]!, bytes })));
      const around = await source(
        files.map(({ bytes, kept }, index) => ({
          ...described[index]!,
          ...(kept ? { keptAs: `${index}` } : { bytes }),
        })),
      );
      const enclosures = around.cuts.map(({ at, attachmentId }) => {
        const { bytes, cut } = files[Number(attachmentId)]!;
        const middle = Math.floor(cut * bytes.length);
        return { at, pieces: [bytes.subarray(0, middle), bytes.subarray(middle)] };
      });
      expect(enclosures).toHaveLength(files.filter(({ kept }) => kept).length);
      const all = whole({ bytes: around.bytes, enclosures });
      expect((await wholeInTurns({ bytes: around.bytes, enclosures })).equals(all)).toBe(true);
      expect(around.alike(all) === inside.alike(inside.bytes)).toBe(true);
    }),
    { numRuns: 40 },
  );
});
