/** The reader, within the test's process. */
import pino from 'pino';
import { onTestFinished } from 'vitest';
import { Reader } from '#reader/reader';
import type { Desk } from '#usecases/desk';

/** Stopped when the test has ended. @param lmtpPort 0 takes any free one */
export async function startReader(desk: Desk, lmtpPort = 0): Promise<Reader> {
  const log = pino({ level: process.env.OAK_LOG ?? 'silent' });
  const reader = new Reader({ desk, log, lmtpPort });
  await reader.start();
  onTestFinished(() => reader.stop());
  return reader;
}
