/** Prepared answers in a message: links that open one in the reader’s program (RFC 6068). */
import PostalMime from 'postal-mime';

export interface PreparedAnswer {
  to: string;
  subject: string;
  /** Empty where it says none. */
  inReplyTo: string;
  body: string;
}

const unescaped = (text: string) =>
  text.replace(
    /&(amp|quot|lt|gt|#39);/g,
    (_, name: string) => ({ amp: '&', quot: '"', lt: '<', gt: '>', '#39': "'" })[name]!,
  );

/** Those with something to send, in order. */
export async function preparedAnswers(source: Buffer): Promise<PreparedAnswer[]> {
  const { html = '' } = await PostalMime.parse(source);
  return [...html.matchAll(/href="(mailto:[^"]*)"/g)].flatMap((match) => {
    const url = new URL(unescaped(match[1]!));
    // “+” is a plus there, not a space.
    const fields = new Map(
      url.search
        .slice(1)
        .split('&')
        .map((pair) => pair.split('=').map(decodeURIComponent) as [string, string]),
    );
    const body = fields.get('body');
    if (!body) return [];
    const [subject = '', inReplyTo = ''] = [fields.get('subject'), fields.get('in-reply-to')];
    return [{ to: decodeURIComponent(url.pathname), subject, inReplyTo, body }];
  });
}
