// `npm test`: everything that has to hold, on a fresh machine too. Ends with one line, `N passed, N failed`.
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { CHROMIUM } from './chromium.mjs';
import { checkNode, giveUp, installPackages, run } from './prepare.mjs';
import { beside, codeChecks, vitest } from './steps.mjs';

checkNode();
installPackages();
/** A calendar server that is not ours. */
const RADICALE = '/usr/bin/radicale';
/** A mailbox server that is not ours. */
const DOVECOT = '/usr/sbin/dovecot';

installPackage('chromium', CHROMIUM, 'drive it');
installPackage('radicale', RADICALE, 'keep a calendar on it');
installPackage('dovecot-imapd', DOVECOT, 'keep a mailbox on it');
installPackage('exim4-daemon-light', '/usr/sbin/exim4', 'send through it');
installPackage('openssl', '/usr/bin/openssl', 'give that a certificate');
installPackage('gnupg', '/usr/bin/gpg-agent', 'sign and encrypt with it');

let passed = 0;
let failed = 0;

/** From Debian’s packages. @param why what the tests do with it */
function installPackage(name, path, why) {
  if (existsSync(path)) return;
  console.log(`Installing ${name} from Debian’s packages: the tests ${why}…`);
  const ok =
    run('apt-get', ['update', '-qq']) === 0 &&
    run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', name]) === 0;
  if (!ok || !existsSync(path))
    giveUp(`The tests need ${path}, which could not be installed. Install the package ${name}.`);
}

/** Runs one project of the test runner and counts from its own report. */
function tests(project) {
  console.log(`\n— ${project} tests`);
  const report = `reports/${project}.json`;
  rmSync(report, { force: true });
  const args = [
    vitest,
    'run',
    '--project',
    project,
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${report}`,
  ];
  const status = run(process.execPath, args);
  if (!existsSync(report)) {
    failed++;
    return;
  }
  const { numPassedTests, numFailedTests, testResults } = JSON.parse(readFileSync(report, 'utf8'));
  // A file that fails to load, or whose set-up fails, counts no failed test of its own.
  const brokenFiles = testResults.filter(
    (file) => file.status === 'failed' && !file.assertionResults.some((result) => result.status === 'failed'),
  ).length;
  // What passed and still has a failure to tell went wrong the first time.
  for (const { assertionResults } of testResults)
    for (const { fullName, status, failureMessages } of assertionResults)
      if (status === 'passed' && failureMessages.length > 0)
        console.log(`passed only the second time: ${fullName}\n${failureMessages[0]}`);
  passed += numPassedTests;
  failed += Math.max(numFailedTests + brokenFiles, status === 0 ? 0 : 1);
}

mkdirSync('reports', { recursive: true });
const { lint, format, types, layers, current } = codeChecks(false);
const build = { name: 'build', args: ['scripts/build.mjs'] };
for (const well of await beside([lint], [current, format, types, layers, build]))
  if (well) passed++;
  else failed++;
tests('unit');
tests('browser');

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
