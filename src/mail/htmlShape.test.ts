import { expect, it } from 'vitest';
import { READING } from '#core/limits';
import { shapeOf } from './htmlShape';
import { plainText } from './plainText';

it('counts elements and pictures from elsewhere, however they are written', () => {
  const { elements, pictures, strange } = shapeOf(
    '<IMG SRC="http://x.example/a"><img alt=">" src=//x.example/b><img src="cid:c"><img src=" &#104;ttps://x.example/d"><p title="<script>"><script>"<img src=//no>"</script>',
  );
  expect([elements.get('img'), elements.get('script'), pictures, strange]).toEqual([4, 1, 3, false]);
});

it('gives the words alone, without what is never seen', () => {
  expect(
    shapeOf(
      '<head><title>no</title><style>p{}</style></head><p>One &amp; two<br>three</p><div>four <b>five</b></div>',
    ).words(),
  ).toBe('One & two\nthree\nfour five');
});

it.each([
  ['nested deep', '<div>'.repeat(300)],
  ['with many attributes', `<p ${Array.from({ length: 300 }, (_, n) => `a${n}=1`).join(' ')}>`],
  ['very long', 'x'.repeat(READING.html + 1)],
])('is strange where it is %s', (_, html) => {
  expect(shapeOf(html).strange).toBe(true);
  expect(plainText(`words ${html}`)).toContain('words');
});

it('is not strange for a letter of many lines that nobody ended', () => {
  expect(shapeOf(`${'<p>line <br>'.repeat(2000)}${'<table><tr><td>x'.repeat(50)}`).strange).toBe(false);
});

it('reads what was made to stop it in one pass', () => {
  for (const html of [
    '<div><b>'.repeat(300_000),
    '<'.repeat(2_000_000),
    '<a '.repeat(600_000),
    '<img src='.repeat(200_000),
    '<style>'.repeat(250_000),
    '</x>'.repeat(500_000),
    '&'.repeat(2_000_000),
    `url(${' '.repeat(1_900_000)}`,
    '<!--'.repeat(500_000),
    '<![CDATA['.repeat(200_000),
  ])
    expect(shapeOf(html).elements.size).toBeLessThan(5);
});
