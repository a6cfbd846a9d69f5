import { sql } from 'drizzle-orm';
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { tempDesk } from '#test/support/desk';
import { insertMany } from './many';
import { noteMet, searchMet } from './metAddresses';

// Whatever a name may hold: letters of all kinds, halves of them, controls.
const text = fc
  .string({ unit: 'binary' })
  .chain((whole) => fc.constantFrom(whole, `${whole}\uD83D`, `\u0000${whole}`, `${whole}"\\\n`));

it('keeps what inserting one by one keeps', () => {
  const { desk } = tempDesk();
  const { store } = desk;
  store.write((tx) => void tx.run(sql`CREATE TABLE trial (a TEXT, b INTEGER, c TEXT)`));
  const row = fc.tuple(text, fc.maxSafeInteger(), fc.option(text));
  fc.assert(
    fc.property(fc.array(row, { maxLength: 20 }), (rows) => {
      const kept = (insert: (tx: Parameters<typeof insertMany>[0]) => void) =>
        store.write((tx) => {
          tx.run(sql`DELETE FROM trial`);
          insert(tx);
          return tx.all(sql`SELECT a, b, c, typeof(b) AS type FROM trial ORDER BY rowid`);
        });
      const single = kept((tx) => {
        for (const [a, b, c] of rows) tx.run(sql`INSERT INTO trial VALUES (${a}, ${b}, ${c})`);
      });
      expect(kept((tx) => insertMany(tx, 'INTO trial (a, b, c)', rows))).toEqual(single);
    }),
    { numRuns: 300 },
  );
});

it('meets somebody named twice in one message twice, and forgets no name', () => {
  const { desk } = tempDesk();
  desk.store.write((tx) => {
    noteMet(tx, [{ name: 'Bela Sousa', address: 'Bela@Wrenfield.example' }], 5);
    noteMet(
      tx,
      [...Array<object>(2)].map(() => ({ name: '', address: 'bela@wrenfield.example' })),
      3,
    );
  });
  expect(searchMet(desk.store.db, 'bela', 5)).toMatchObject([
    { address: 'bela@wrenfield.example', name: 'Bela Sousa', times: 3, lastAt: 5 },
  ]);
});
