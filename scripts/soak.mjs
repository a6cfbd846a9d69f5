// `npm run soak`: the kill tests with ten times the kills, and the races; takes about a quarter of an hour.
import { checkNode, installPackages, run } from './prepare.mjs';

checkNode();
installPackages();
const args = ['run', '--project', 'unit', 'test/engine/kill.test.ts', 'test/engine/races.test.ts'];
const env = { OAK_KILLS: process.env.OAK_KILLS ?? '300' };
process.exit(run(process.execPath, ['node_modules/vitest/vitest.mjs', ...args], { env }));
