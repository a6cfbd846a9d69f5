import type { NextConfig } from 'next';

const config: NextConfig = {
  // The database binding is native code; the rest of the list must be one instance per process.
  serverExternalPackages: [
    ...['better-sqlite3', 'smtp-server', 'nodemailer', 'imapflow', 'pino', 'openpgp'],
    // Every route would hold a copy of the text of these.
    ...['drizzle-orm', 'joi', '@vvo/tzdb', 'temporal-polyfill', 'date-holidays'],
    // They read files of their own, from where they lie.
    ...['hunspell-wasm', 'dictionary-en', 'dictionary-pt', 'dictionary-de', 'dictionary-fr', 'dictionary-es'],
  ],
  // Types are checked apart, by `npm run types`.
  typescript: { ignoreBuildErrors: true },
  poweredByHeader: false,
  reactStrictMode: true,
  // Of these only what is named is taken along.
  experimental: {
    optimizePackageImports: ['d3-scale', 'd3-array', '@rc-component/form', '@rc-component/util'],
  },
};

export default config;
