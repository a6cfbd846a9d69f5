/** The real engine over a long time, killed at random points. */
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { setTimeout as sleep } from 'node:timers/promises';
import { moveClock, readClock } from '#usecases/clock/sandbox';
import { beat } from '#store/heartbeat';
import { openDesk, type Desk } from '#usecases/desk';
import { startDaemon } from './daemon';
import { startPostOffice, type TestPostOffice } from './postOffice';
import { chance } from './random';
import { until } from './until';

export interface Round {
  /** How the clock goes, ms at a time. */
  jumps: readonly number[];
  /** So many after each, while the clock goes on. */
  kills: number;
}

const random = chance();

/** @param template the folder of a desk, which is copied */
export async function overTime(
  template: string,
  { jumps, kills }: Round,
  check: (desk: Desk, office: TestPostOffice) => void,
): Promise<void> {
  const dir = mkdtempSync(`${tmpdir()}/oak-watches-`);
  cpSync(template, dir, { recursive: true });
  const office = await startPostOffice(dir);
  const desk = openDesk(dir);
  const env = { OAK_DATA: dir, OAK_SMTP_URL: office.smtpUrl, OAK_POSTOFFICE_URL: office.httpUrl };
  let engine = startDaemon('engine', env);
  await engine.ready;
  try {
    for (const jump of jumps) {
      moveClock(desk, { advance: jump });
      for (let left = kills; left > 0; left--) {
        await sleep(random() * 700);
        engine.process.kill('SIGKILL');
        const pulse = setInterval(() => beat(dir), 500);
        await engine.ended;
        engine = startDaemon('engine', env);
        await engine.ready.finally(() => clearInterval(pulse));
      }
      await until('the clock to be there', () => readClock(desk).target === null, 120_000);
    }
    check(desk, office);
  } finally {
    engine.process.kill('SIGTERM');
    await engine.ended;
    await office.close();
    desk.store.close();
    rmSync(dir, { recursive: true, force: true });
  }
}
