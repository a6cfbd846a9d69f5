import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { posix } from 'node:path';
import { policyFor, usualLink, withLine, LINK_TROUBLES } from './link';
import { cleanPath, folderList, folderOf, isPattern, isWithin, nameOf, PathError } from './paths';

const part = fc.oneof(
  fc.constantFrom('', '.', '..', 'a', 'lists', 'stock-*.csv', 'ä b', '...', '.hidden', '..a', '\\', '~'),
  fc.string({ maxLength: 6 }),
);
const paths = fc.array(part, { maxLength: 8 }).map((parts) => parts.join('/'));

describe('a path', () => {
  it('is clean, begins at the root and never goes up, or is refused in words', () => {
    fc.assert(
      fc.property(paths, (path) => {
        let clean: string;
        try {
          clean = cleanPath(path);
        } catch (error) {
          expect(error).toBeInstanceOf(PathError);
          const parts = path.split('/');
          expect(!path.startsWith('/') || parts.includes('..') || path.includes('\0')).toBe(true);
          return;
        }
        expect(cleanPath(clean)).toBe(clean);
        expect(clean).toBe(posix.resolve(path));
        expect(clean.split('/')).not.toContain('..');
      }),
      { numRuns: 2000 },
    );
  });

  it('is within a folder only with all of its name', () => {
    expect(isWithin('/srv/lists/a', '/srv/lists')).toBe(true);
    expect(isWithin('/srv/lists', '/srv/lists')).toBe(true);
    expect(isWithin('/srv/listsecret/a', '/srv/lists')).toBe(false);
    expect(isWithin('/srv', '/srv/lists')).toBe(false);
    expect(isWithin('/anything', '/')).toBe(true);
    fc.assert(
      fc.property(paths, paths, (a, b) => {
        try {
          const [folder, inside] = [cleanPath(`/${a}`), cleanPath(`/${a}/${b}`)];
          expect(isWithin(inside, folder)).toBe(true);
          expect(isWithin(folderOf(inside), '/')).toBe(true);
        } catch (error) {
          if (!(error instanceof PathError)) throw error;
        }
      }),
    );
  });

  it('has a name and a folder, and may stand for several', () => {
    expect([folderOf('/srv/a.csv'), nameOf('/srv/a.csv'), folderOf('/a')]).toEqual(['/srv', 'a.csv', '/']);
    expect(['/srv/stock-*.csv', '/srv/{a,b}.csv', '/s*v/a.csv', '/srv/a.csv'].map(isPattern)).toEqual([
      ...[true, true, false, false],
    ]);
    expect(folderList('/srv/lists/: /srv/a :/srv//lists')).toEqual(['/srv/lists', '/srv/a']);
    expect(() => folderList('lists')).toThrow(PathError);
  });
});

describe('what happens where a linked file cannot go', () => {
  it('is what was chosen for it, and asks where nothing was', () => {
    const chosen = { ...usualLink, ifMissing: 'skip', ifEmpty: 'without', ifBusy: 'skip' } as const;
    expect(LINK_TROUBLES.map((trouble) => policyFor(trouble, chosen))).toEqual([
      ...['skip', 'without', 'ask', 'skip', 'ask', 'ask', 'ask'],
    ]);
    expect(policyFor('unchanged', { ...usualLink, ifUnchanged: 'without' })).toBe('without');
  });

  it('leaves a line at the end of the text', () => {
    expect(withLine('Dear all,\n\n', ' The list is late. ')).toBe('Dear all,\n\nThe list is late.\n');
    expect(withLine('', 'The list is late.')).toBe('The list is late.\n');
    expect(withLine('Dear all,\n', '  ')).toBe('Dear all,\n');
  });
});
