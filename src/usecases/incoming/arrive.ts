/** A message arrives, in pieces: its bytes are kept as they come, and nobody looks at what they are. */
import { insertArrival } from '#store/arrivals';
import { noteDue } from '#store/clock';
import { PIECE } from '#store/pieces';
import { addRest, dropRest, restsOfNothing } from '#store/sources';
import type { Desk } from '../desk';
import { newId } from '../newId';

export class Arriving {
  private readonly id = newId();
  private beginning: Buffer | undefined;
  private chunks: Buffer[] = [];
  private held = 0;
  /** Bytes so far that are written down as the rest. */
  private written = 0;

  constructor(private readonly desk: Desk) {}

  /** @throws where what is complete of it could not be kept */
  add(chunk: Buffer): void {
    this.chunks.push(chunk);
    this.held += chunk.length;
    while (this.held >= PIECE) {
      const all = Buffer.concat(this.chunks);
      const piece = all.subarray(0, PIECE);
      // A copy: what is left must not keep all of it alive.
      this.chunks = [Buffer.from(all.subarray(PIECE))];
      this.held = all.length - PIECE;
      if (!this.beginning) this.beginning = Buffer.from(piece);
      else {
        // Nobody is told that it is kept before the end: the disk is not waited for while others wait to write.
        this.desk.store.writeAhead((tx) => addRest(tx, this.id, PIECE + this.written, piece));
        this.written += PIECE;
      }
    }
  }

  /** All of it has come: it is committed when this resolves. @throws (rejects) where it could not be kept */
  keep(): Promise<void> {
    const end = Buffer.concat(this.chunks);
    const beginning = this.beginning ?? end;
    const size = this.beginning ? PIECE + this.written + end.length : end.length;
    return this.desk.group.run((tx) => {
      const at = this.desk.now(tx);
      if (this.beginning && end.length > 0) addRest(tx, this.id, PIECE + this.written, end);
      insertArrival(tx, { id: this.id, at, size, tries: 0 }, beginning);
      // A sandbox clock waits until it has been read: it may stop what is due next.
      noteDue(tx, at);
    });
  }

  /** It will not be wanted. */
  drop(): void {
    this.chunks = [];
    if (this.written > 0) this.desk.store.write((tx) => dropRest(tx, this.id));
  }
}

/** Forgets what had begun to arrive when this process was last ended; its senders have it still. */
export function forgetBrokenOff(desk: Desk): void {
  for (const id of restsOfNothing(desk.store.db)) desk.store.write((tx) => dropRest(tx, id));
}
