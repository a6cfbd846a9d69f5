/** In CI properties are tried on the same values every time, so that it can be repeated; elsewhere on new ones. */
import fc from 'fast-check';

if (process.env.CI) fc.configureGlobal({ seed: 20261124 });
