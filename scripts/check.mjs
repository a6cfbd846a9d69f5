// `npm run check`: what is quick to know while working; `npm test` is what has to hold.
import { beside, codeChecks, vitest } from './steps.mjs';

const { lint, format, types, layers, current } = codeChecks(true);
const core = {
  name: 'tests of the core',
  args: [vitest, 'run', '--project', 'unit', 'src/core'],
};
const went = await beside([lint, format], [current, types, layers, core]);
process.exit(went.every(Boolean) ? 0 : 1);
