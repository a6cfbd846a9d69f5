// `npm run torture`: hostile mail and files for two minutes, or OAK_TORTURE_SECONDS; OAK_SEED brings the same again.
import { build, checkNode, installPackages, run } from './prepare.mjs';

checkNode();
installPackages();
build();
// The client that feeds holds a piece for every dot of a message of nothing but dots.
const args = ['run', '--project', 'browser', '--retry=0', '--execArgv=--max-old-space-size=12288'];
args.push('test/browser/torture.test.ts');
const env = { OAK_TORTURE_SECONDS: process.env.OAK_TORTURE_SECONDS ?? '120' };
process.exit(run(process.execPath, ['node_modules/vitest/vitest.mjs', ...args], { env }));
