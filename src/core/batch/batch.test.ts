import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { guessColumns, rowOf } from './columns';
import { paced, spread } from './pace';
import { MOST_ROWS, readTable } from './table';

describe('a table', () => {
  it('is cells that were copied, or a file, whatever stands between', () => {
    const cells = { headings: ['Name', 'E-mail'], rows: [['Ana', 'ana@sul.example']] };
    expect(readTable('Name\tE-mail\nAna\tana@sul.example\n')).toEqual(cells);
    expect(readTable('\ufeffName;E-mail\r\n\r\nAna; ana@sul.example \r\n')).toEqual(cells);
    expect(readTable('Name,E-mail,\n"Ana",ana@sul.example')).toEqual({
      headings: ['Name', 'E-mail', ''],
      rows: [['Ana', 'ana@sul.example', '']],
    });
    expect(readTable('a\tb\n"two\nlines, one cell"\tx').rows).toEqual([['two\nlines, one cell', 'x']]);
  });

  it('may have no headings', () => {
    expect(readTable('ana@sul.example\tAna\nbo@x.example\tBo')).toEqual({
      headings: ['column 1', 'column 2'],
      rows: [
        ['ana@sul.example', 'Ana'],
        ['bo@x.example', 'Bo'],
      ],
    });
  });

  it.each([
    ['', 'nothing'],
    ['name\temail', 'no row'],
    ['name\temail\n"Ana\tx@y.example', 'quotation mark'],
    [`email\n${'a@b.example\n'.repeat(MOST_ROWS + 1)}`, 'at most'],
  ])('that cannot be used says why: %#', (text, why) => expect(() => readTable(text)).toThrow(why));
});

describe('columns', () => {
  it('are known by what they are called, or by what is in them', () => {
    expect(
      guessColumns(['E-Mail', 'Name', 'Name', 'Loan  Number', 'When', ''], []).map(
        ({ role, field }) => field || role,
      ),
    ).toEqual(['address', 'name', 'name', 'loan number', 'when', 'unused']);
    expect(
      guessColumns(
        ['who', 'x'],
        [
          ['a', 'a@b.example'],
          ['b', 'c@d.example'],
        ],
      )[1],
    ).toEqual({
      role: 'address',
      field: '',
    });
    expect(guessColumns(['who'], [['a'], ['b']])[0]!.role).toBe('field');
  });

  it('make a row of cells', () => {
    const columns = guessColumns(['email', 'name', 'when', 'file', 'room', 'x'], []);
    expect(rowOf(['a@b.example', 'Ana Duarte', 'wed 9:10', 'a.csv; b.csv', '', 'y'], columns)).toEqual({
      address: 'a@b.example',
      name: 'Ana Duarte',
      when: 'wed 9:10',
      files: ['a.csv', 'b.csv'],
      values: { x: 'y', name: 'Ana Duarte' },
    });
  });
});

describe('the pace', () => {
  it('leaves no more in any minute than it may, none sooner, none out of order', () => {
    const moments = fc.array(fc.integer({ min: 0, max: 600_000 }), { maxLength: 80 });
    fc.assert(
      fc.property(moments, fc.integer({ min: 1, max: 7 }), (all, perMinute) => {
        const result = paced(all, perMinute);
        result.forEach((at, n) => expect(at).toBeGreaterThanOrEqual(all[n]!));
        const sorted = [...result].sort((a, b) => a - b);
        sorted.forEach((at, n) => {
          const after = sorted[n + perMinute];
          if (after !== undefined) expect(after - at).toBeGreaterThanOrEqual(60_000);
        });
        all.forEach((at, n) =>
          all.forEach((other, m) => {
            if (at < other) expect(result[n]!).toBeLessThanOrEqual(result[m]!);
          }),
        );
      }),
    );
  });

  it('spreads those of one morning over it, on whole minutes', () => {
    const [lisbon, osaka] = [9 * 3_600_000, 0];
    expect(spread([lisbon, osaka, lisbon, lisbon])).toEqual([
      lisbon,
      osaka,
      lisbon + 30 * 60_000,
      lisbon + 60 * 60_000,
    ]);
    const many = spread(Array.from({ length: 500 }, () => 0));
    expect(Math.max(...many)).toBeLessThan(90 * 60_000);
    expect(many.every((at) => at % 60_000 === 0)).toBe(true);
  });
});
