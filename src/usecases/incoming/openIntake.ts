/** Taking mail in by LMTP, for my own addresses: it is kept as it comes, and read afterwards. */
import { openLmtpIntake, type LmtpIntake } from '#mail/lmtpIntake';
import type { Desk } from '../desk';
import { isMine } from '../people/isMine';
import { Arriving } from './arrive';

export type Intake = LmtpIntake;

export interface IntakeEvents {
  /** A message has been kept. */
  arrived: () => void;
  /** One could not be kept; its sender has it still. */
  failed: (error: unknown) => void;
}

/**
 * @param port 0 takes any free one
 * @throws (rejects) where the port is taken
 */
export const openIntake = (desk: Desk, port: number, events: IntakeEvents): Promise<Intake> =>
  openLmtpIntake(port, {
    accepts: (address) => isMine(desk, desk.store.db, address),
    begin: () => new Arriving(desk),
    ...events,
  });
