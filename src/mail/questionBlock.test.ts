import { describe, expect, it } from 'vitest';
import { withQuestion } from './questionBlock';

const block = {
  words: 'Which <day>?',
  answers: [
    { number: 1, words: 'Tue & Wed', link: 'mailto:a@x.example?subject=x&body="y"' },
    { number: 2, words: 'Fri', link: 'mailto:b@x.example' },
  ],
  mayComment: true,
  until: 'Friday 4 December, 17:00 in Osaka',
};

describe('a question in a message', () => {
  it('stands before what is quoted, in text and in HTML', () => {
    const made = withQuestion(
      {
        text: 'Dear Haruki,\n\nOn Tue, you wrote:\n> hello\n>\n> there\n',
        html: '<p>Dear Haruki,</p><p>On Tue, you wrote:</p><blockquote><p>hello</p></blockquote>',
      },
      block,
    );
    expect(made.text.indexOf('Which <day>?')).toBeLessThan(made.text.indexOf('On Tue, you wrote:'));
    expect(made.text).toContain('  1. Tue & Wed\n  2. Fri\n');
    expect(made.text.trimEnd().endsWith('> there')).toBe(true);
    expect(made.html.indexOf('Which &lt;day&gt;?')).toBeLessThan(made.html.indexOf('<p>On Tue'));
    expect(made.html.indexOf('Dear Haruki')).toBeLessThan(made.html.indexOf('Which'));
  });

  it('gives plain text an HTML of its own, with nothing of it lost and nothing of it markup', () => {
    const { text, html } = withQuestion(
      { text: 'Dear <b>Ana</b>,\nyes & no\n\n> not a quote of hers\nBela\n', html: null },
      block,
    );
    expect(html).toContain('<p>Dear &lt;b&gt;Ana&lt;/b&gt;,<br>yes &amp; no</p>');
    expect(html).toContain('href="mailto:a@x.example?subject=x&amp;body=&quot;y&quot;"');
    expect(html).toContain('Tue &amp; Wed</a>');
    expect(text.startsWith('Dear <b>Ana</b>,\nyes & no\n\n> not a quote of hers\nBela\n\nWhich <day>?')).toBe(
      true,
    );
  });

  it('names the page only where there is one, and stands inside a page that came whole', () => {
    const whole = { text: '', html: '<html><body><p>Hi</p></body></html>' };
    expect(withQuestion(whole, block).text).not.toContain('http');
    const page = 'https://o.example/answer/x';
    const made = withQuestion(whole, { ...block, page, until: '' });
    expect(made.text).toContain(`Or answer here: ${page}`);
    expect(made.text).not.toContain('until');
    expect(made.html.endsWith('</div></body></html>')).toBe(true);
  });
});
