/** A key and a certificate for servers of tests: signed by itself, so that nobody trusts it. */
import { createRequire } from 'node:module';

const defaults = createRequire(import.meta.url)('smtp-server/lib/tls-options') as () => {
  key: string;
  cert: string;
};
const { key, cert } = defaults();

export const CERTIFICATE = { key, cert };
