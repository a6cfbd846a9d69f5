import { readHtml } from '../../../../../../usecases/messages/readMessage';
import { route } from '../../../respond';

/**
 * Nothing runs, nothing is fetched, nothing is sent; only links open, in a window that knows nothing of this one.
 * A URL of its own, since a frame filled in place would inherit the page's policy.
 */
const POLICY = [
  'sandbox allow-popups allow-popups-to-escape-sandbox',
  "default-src 'none'",
  "style-src 'unsafe-inline'",
  'img-src data:',
  "frame-ancestors 'self'",
].join('; ');

export const GET = route(
  async ({ desk, params }) =>
    new Response(await readHtml(desk, params.id!), {
      headers: {
        'content-type': 'text/html; charset=utf-8',
        'content-security-policy': POLICY,
        'cache-control': 'no-store',
        'x-content-type-options': 'nosniff',
      },
    }),
);
