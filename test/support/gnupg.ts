/** GnuPG from the system’s packages, as somebody else has it: with a keyring of its own. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { onTestFinished } from 'vitest';

export interface GnuPg {
  /** Its standard output. @throws where it fails, with what it said */
  run(args: string[], input?: Buffer | string): Buffer;
  /** What it says by the way, as `GOODSIG`. */
  status(args: string[], input?: Buffer | string): string;
  /** A key of its own, without a passphrase. @returns the fingerprint */
  makeKey(person: string, kind?: string): string;
  /** In armor. */
  publicKey(who: string): string;
  take(key: string | Buffer): void;
  /** Takes a key of its own back. */
  revoke(fingerprint: string): void;
  /** A file it can read. */
  file(name: string, bytes: Buffer | string): string;
}

/** Gone when the test has finished. */
export function gnuPg(): GnuPg {
  // Its agent listens at a path that may not be long.
  const home = mkdtempSync(join(tmpdir(), 'gpg-'));
  const env = { ...process.env, GNUPGHOME: home, LC_ALL: 'C' };
  onTestFinished(() => {
    execFileSync('gpgconf', ['--kill', 'all'], { env });
    rmSync(home, { recursive: true, force: true });
  });
  const options = ['--batch', '--no-tty', '--yes', '--trust-model', 'always'];
  const run = (args: string[], input?: Buffer | string, stdio: 'pipe' | 'inherit' = 'pipe') =>
    execFileSync('gpg', [...options, ...args], { env, input, stdio: ['pipe', stdio, 'pipe'] });
  return {
    run,
    status: (args, input) => run(['--status-fd', '1', ...args], input).toString(),
    makeKey(person, kind = 'future-default') {
      run(['--passphrase', '', '--quick-gen-key', person, kind, 'default', 'never']);
      const listed = run(['--with-colons', '--list-keys', person]).toString();
      const fingerprint = /^fpr:+([0-9A-F]+):/m.exec(listed)![1]!;
      // Only of its own choice it makes a part that encrypts.
      if (!listed.includes('sub:')) run(['--passphrase', '', '--quick-add-key', fingerprint, kind, 'encr']);
      return fingerprint;
    },
    publicKey: (who) => run(['--armor', '--export', who]).toString(),
    take: (key) => void run(['--import'], key),
    revoke(fingerprint) {
      // It writes how to beside each new key, with a colon that has to be taken away first.
      const written = readFileSync(join(home, 'openpgp-revocs.d', `${fingerprint}.rev`), 'utf8');
      run(['--import'], written.replace(':-----', '-----'));
    },
    file(name, bytes) {
      const path = join(home, name);
      writeFileSync(path, bytes);
      return path;
    },
  };
}
