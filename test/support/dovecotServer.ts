/** Dovecot from Debian's packages, with a folder and a port of its own. */
import { spawn, type ChildProcess } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { userInfo } from 'node:os';
import { join } from 'node:path';
import { connects } from './connects';
import { until } from './until';

const DOVECOT = '/usr/sbin/dovecot';
export const PASSWORD = 'geheim-4711';

/** What `root` may not do there, nobody does. */
const NOBODY = 65_534;

export interface Dovecot {
  port: number;
  /** Its configuration. */
  conf: string;
  /** Where its mail lies. */
  mail: string;
  /** Ends it at once, with all its connections. */
  stop(): Promise<void>;
  /** Begins it again, with all it had. @param at another port, where whoever waits for it does not find it */
  start(at?: number): Promise<void>;
}

export interface DovecotOptions {
  /** Where it keeps all it has. */
  dir: string;
  port: number;
  /** Lines of its configuration. */
  more?: string;
  /** How mail lies in `dir/mail`. */
  format?: 'sdbox' | 'maildir';
}

/** Any user gets in with {@link PASSWORD}. */
export async function runDovecot({
  dir,
  port,
  more = '',
  format = 'sdbox',
}: DovecotOptions): Promise<Dovecot> {
  if (!existsSync(DOVECOT)) throw new Error(`${DOVECOT} is not there: install the package dovecot-imapd.`);
  const { username, uid, gid } = userInfo();
  const [mailUid, mailGid] = uid === 0 ? [NOBODY, NOBODY] : [uid, gid];
  const [internal, group] = uid === 0 ? ['dovecot', 'dovecot'] : [username, username];
  const mail = join(dir, 'mail');
  mkdirSync(mail, { recursive: true });
  for (const each of [dir, mail]) chmodSync(each, 0o777);
  const conf = join(dir, 'dovecot.conf');
  const configure = (at: number) =>
    writeFileSync(
      conf,
      `
base_dir = ${dir}/run
state_dir = ${dir}/state
log_path = ${dir}/log
protocols = imap
listen = 127.0.0.1
ssl = no
disable_plaintext_auth = no
auth_mechanisms = plain login
mail_location = ${format}:${mail}/%u
default_internal_user = ${internal}
default_internal_group = ${group}
default_login_user = ${uid === 0 ? 'dovenull' : username}
first_valid_uid = 1
mail_max_userip_connections = 50
passdb {
  driver = static
  args = password=${PASSWORD}
}
userdb {
  driver = static
  args = uid=${mailUid} gid=${mailGid} home=${mail}/%u
}
service imap-login {
  chroot =
  inet_listener imap {
    port = ${at}
  }
  inet_listener imaps {
    port = 0
  }
}
service anvil {
  chroot =
}
service stats {
  chroot =
}
namespace inbox {
  inbox = yes
  mailbox Archive {
    auto = create
    special_use = \\Archive
  }
  mailbox Sent {
    auto = create
    special_use = \\Sent
  }
}
${more}
`,
    );
  let child: ChildProcess | undefined;
  let open = port;
  const stop = async () => {
    const process = child;
    child = undefined;
    if (!process || process.exitCode !== null || process.signalCode !== null) return;
    const gone = new Promise((resolve) => process.once('exit', resolve));
    process.kill('SIGTERM');
    await gone;
    await until('the port to be free', async () => !(await connects(open)));
  };
  const start = async (at = port) => {
    configure(at);
    open = at;
    child = spawn(DOVECOT, ['-F', '-c', conf], { stdio: 'ignore' });
    await until('dovecot to answer', () => connects(at));
  };
  await start();
  return { port, conf, mail, stop, start };
}
