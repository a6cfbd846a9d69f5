/** Exim from Debian's packages: a mail server that is not ours, with a folder and a port of its own. */
import { execFileSync, spawn } from 'node:child_process';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { onTestFinished } from 'vitest';
import { connects } from './connects';
import { freePort } from './product';
import { until } from './until';

const EXIM = '/usr/sbin/exim4';
export const MTA_PASSWORD = 'geheim-4712';

export interface Mta {
  port: number;
  /** Its certificate, as a file: whoever is to trust it is told of it. */
  certificate: string;
  /** What lies in the mailbox of an address it keeps itself. */
  mailbox(address: string): string[];
  log(): string;
}

/**
 * Takes mail from whoever signs in as `me`, keeps that for `readers.example`, sends that for `gone.example` back as undeliverable, and hands that
 * for `real.example` over by LMTP. Gone when the test has finished.
 */
export async function startExim(lmtpPort: number): Promise<Mta> {
  if (!existsSync(EXIM)) throw new Error(`${EXIM} is not there: install the package exim4-daemon-light.`);
  const dir = mkdtempSync(join(tmpdir(), 'exim-'));
  const port = await freePort();
  const certificate = join(dir, 'cert.pem');
  const key = join(dir, 'key.pem');
  execFileSync(
    'openssl',
    [
      ...['req', '-x509', '-newkey', 'rsa:2048', '-nodes', '-days', '2', '-subj', '/CN=localhost'],
      ...['-addext', 'subjectAltName=DNS:localhost,IP:127.0.0.1', '-keyout', key, '-out', certificate],
    ],
    { stdio: 'ignore' },
  );
  for (const each of ['spool', 'log', 'mail']) mkdirSync(join(dir, each));
  const conf = join(dir, 'exim.conf');
  writeFileSync(
    conf,
    `
primary_hostname = mta.example
spool_directory = ${dir}/spool
log_file_path = ${dir}/log/%slog
pid_file_path = ${dir}/exim.pid
local_interfaces = 127.0.0.1
daemon_smtp_ports = ${port}
qualify_domain = mta.example
keep_environment =
host_lookup =
rfc1413_hosts =
tls_advertise_hosts = *
tls_certificate = ${certificate}
tls_privatekey = ${key}
auth_advertise_hosts = \${if eq{$tls_in_cipher}{}{}{*}}
acl_smtp_rcpt = acl_rcpt
acl_smtp_data = acl_data

begin acl
acl_rcpt:
  deny !authenticated = * 
       message = Sign in first
  deny local_parts = nobody
       message = No such mailbox here
  accept
acl_data:
  accept

begin routers
gone:
  driver = redirect
  domains = gone.example
  data = :fail: The mailbox is closed
  allow_fail
desk:
  driver = manualroute
  domains = real.example
  route_list = * 127.0.0.1
  self = send
  transport = desk
kept:
  driver = accept
  domains = readers.example
  transport = kept

begin transports
desk:
  driver = smtp
  protocol = lmtp
  port = ${lmtpPort}
  allow_localhost
  hosts_avoid_tls = *
kept:
  driver = appendfile
  directory = ${dir}/mail
  envelope_to_add
  maildir_format
  create_directory
  directory_mode = 0777
  mode = 0666
  user = Debian-exim

begin retry
* * F,1h,2s

begin authenticators
plain:
  driver = plaintext
  public_name = PLAIN
  server_prompts = :
  server_condition = \${if and{{eq{$auth2}{me}}{eq{$auth3}{${MTA_PASSWORD}}}}}
  server_set_id = $auth2
`,
  );
  execFileSync('chown', ['-R', 'Debian-exim', dir]);
  for (const each of [dir, join(dir, 'mail')]) chmodSync(each, 0o777);
  // Whose it is it must not read from anybody who could have written it.
  execFileSync('chown', ['root', conf]);
  chmodSync(conf, 0o644);
  const child = spawn(EXIM, ['-C', conf, '-bdf', '-q2s'], { stdio: 'ignore' });
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  onTestFinished(async () => {
    child.kill('SIGTERM');
    await ended;
    rmSync(dir, { recursive: true, force: true, maxRetries: 20, retryDelay: 100 });
  });
  const log = () =>
    readdirSync(join(dir, 'log'))
      .map((name) => readFileSync(join(dir, 'log', name), 'utf8'))
      .join('\n');
  await until('the mail server to listen', () => {
    if (child.exitCode !== null) throw new Error(`It ended at once:\n${log()}`);
    return connects(port);
  });
  return {
    port,
    certificate,
    log,
    mailbox(address) {
      const inbox = join(dir, 'mail', 'new');
      const all = existsSync(inbox) ? readdirSync(inbox) : [];
      return all
        .map((name) => readFileSync(join(inbox, name), 'utf8'))
        .filter((message) => `\n${message}`.includes(`\nEnvelope-to: ${address}\n`));
    },
  };
}
