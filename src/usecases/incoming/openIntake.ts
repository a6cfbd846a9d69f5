/** Taking mail in by LMTP, for my own addresses. */
import { openLmtpIntake, type LmtpIntake } from '../../mail/lmtpIntake';
import type { Desk } from '../desk';
import { isMine } from '../people/isMine';
import { receiveMail } from './receiveMail';

export type Intake = LmtpIntake;

export interface IntakeEvents {
  /** A message was kept; its id. */
  kept: (messageId: string) => void;
  /** One could not be kept; its sender has it still. */
  failed: (error: unknown) => void;
}

/**
 * @param port 0 takes any free one
 * @throws (rejects) where the port is taken
 */
export function openIntake(desk: Desk, port: number, events: IntakeEvents): Promise<Intake> {
  return openLmtpIntake(port, {
    accepts: (address) => isMine(desk, desk.store.db, address),
    receive: async (bytes) => events.kept((await receiveMail(desk, bytes)).id),
    failed: events.failed,
  });
}
