/** The reader's sign of life. */
import { beat, stopBeating } from '#store/heartbeat';
import type { Desk } from './desk';

export const giveReaderLife = ({ dataDir }: Desk): void => beat(dataDir, 'reader');

/** It ends in order. */
export const endReaderLife = ({ dataDir }: Desk): void => stopBeating(dataDir, 'reader');
