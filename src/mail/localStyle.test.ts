import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { htmlBody, layoutOf } from './htmlBody';
import { localStyle } from './localStyle';

describe('styles', () => {
  it.each([
    ['color:red;width:10px', 'color:red;width:10px'],
    ['background:url(data:image/png;base64,AAAA)', 'background:url(data:image/png;base64,AAAA)'],
    ['background:url("cid:a@x")', 'background:url("cid:a@x")'],
    ['color:red;background:url(http://far.example/b.png)', 'color:red;background:none'],
    ['background:url(//far.example/b.png#data:image/png)', 'background:none'],
    ['background:url("//far.example/b.png?data:image/png;base64,")', 'background:none'],
    ['background:url(data:text/html;data:image/png)', 'background:none'],
    ['background:\\75 rl(http://far.example/b.png)', ''],
    ['background-image:image-set("http://far.example/b.png" 1x)', 'background-image:none'],
    ['background:url(http://far.example/b.png', 'background:'],
    ['@import url(http://far.example/c.css);p{color:red}', 'p{color:red}'],
    ['@IMPORT "//far.example/c.css"', ''],
    ['@font-face{font-family:x;src:url(f.woff)}p{color:red}', 'p{color:red}'],
    ['@media all{p{background:url(//far.example/b);color:red}}', '@media all{p{background:none;color:red}}'],
  ])('%s', (css, kept) => expect(localStyle(css)).toBe(kept));

  it('are read in one pass, whatever was made to stop it', () => {
    for (const css of ['url('.repeat(500_000), '@font-face{'.repeat(200_000), '@import '.repeat(250_000)])
      expect(localStyle(css)).toBe('');
    expect(localStyle(`${'url(x)'.repeat(300_000)}p`).endsWith('nonep')).toBe(true);
  });

  it('fetch nothing, whatever they are made of', () => {
    const piece = fc.constantFrom(
      ...[
        'url(',
        '"',
        "'",
        ')',
        '(',
        '{',
        '}',
        ';',
        ':',
        '//far.example/x',
        'data:image/png;',
        '/*',
        '*/',
        '\n',
      ],
      ...[
        '@import ',
        '@media all',
        '@font-face',
        'p',
        'background',
        '--x',
        'src(',
        'image-set(',
        '\\',
        ' ',
        ',',
      ],
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 25 }), (pieces) => {
        expect(localStyle(pieces.join(''))).not.toMatch(
          /(?:url|src|image-set)\(\s*["']?\s*(?!\s|["']|data:image\/png;)|@import|@font-face/i,
        );
      }),
      { numRuns: 3000 },
    );
  });
});

it('what is nested deeper than any letter is shown as its words, and says so', () => {
  const deep = `${'<div>'.repeat(5000)}words &amp; <b>more</b>${'</div>'.repeat(5000)}<script>no</script>`;
  expect(layoutOf(deep).removed).toEqual(['1 script', 'a layout too deep to follow']);
  const shown = htmlBody(deep, [], false);
  expect(shown).toContain('words &amp; more');
  expect(shown).not.toContain('no</div>');
});
