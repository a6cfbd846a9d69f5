/** HTML of a message for a frame. */

/**
 * Nothing runs, nothing is sent, and nothing is fetched but pictures that were asked for; only links open, in a
 * window that knows nothing of this one. A URL of its own, since a frame filled in place would inherit the page's
 * policy.
 */
const policy = (pictures: boolean) =>
  [
    'sandbox allow-popups allow-popups-to-escape-sandbox',
    "default-src 'none'",
    "style-src 'unsafe-inline'",
    `img-src data:${pictures ? ' https: http:' : ''}`,
    "frame-ancestors 'self'",
  ].join('; ');

/** @param pictures those from elsewhere are fetched */
export const framed = (html: string, pictures: boolean): Response =>
  new Response(html, {
    headers: {
      'content-type': 'text/html; charset=utf-8',
      'content-security-policy': policy(pictures),
      'cache-control': 'no-store',
      'x-content-type-options': 'nosniff',
      'x-dns-prefetch-control': 'off',
    },
  });
