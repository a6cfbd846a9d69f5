/** Live updates: one hub per process, server-sent events to every browser (HTML Living Standard §9.2). */
import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Desk } from '../usecases/desk';
import { followChanges, missedChanges, type Change, type Follower } from '../usecases/followChanges';

const HEARTBEAT_MS = 20_000;
const WATCH_MS = 500;
const CLOCK_JUMP_MS = 2000;

const frame = ({ seq, topic, ref }: Change) =>
  `id: ${seq}\nevent: change\ndata: ${JSON.stringify({ topic, ref })}\n\n`;
/** A change that is in no list of changes, and so cannot be missed and asked for later. */
const unnumbered = (topic: 'health' | 'clock') =>
  `event: change\ndata: ${JSON.stringify({ topic, ref: '' })}\n\n`;
/** Tells a browser to load everything again. */
const RESET = 'event: reset\ndata: {}\n\n';

export class LiveUpdates {
  private readonly listeners = new Set<ServerResponse>();
  private readonly follower: Follower;
  private readonly heartbeat: NodeJS.Timeout;
  private readonly watch: NodeJS.Timeout;
  private engineRan: boolean;
  /** Real minus monotonic time, ms. */
  private offset = Date.now() - performance.now();

  constructor(private readonly desk: Desk) {
    this.follower = followChanges(desk, (changes) => this.tell(changes.map(frame).join('')));
    this.heartbeat = setInterval(() => this.tell(': still here\n\n'), HEARTBEAT_MS);
    this.engineRan = desk.engineRuns();
    this.watch = setInterval(() => this.look(), WATCH_MS);
  }

  /** What no commit tells: the engine falls silent or speaks again, the machine's clock is set, or it slept. */
  private look(): void {
    const runs = this.desk.engineRuns();
    if (runs !== this.engineRan) this.tell(unnumbered('health'));
    this.engineRan = runs;
    const offset = Date.now() - performance.now();
    if (Math.abs(offset - this.offset) > CLOCK_JUMP_MS) this.tell(unnumbered('clock'));
    this.offset = offset;
  }

  /** Answers one `GET /api/v1/events`; `Last-Event-ID` gets what it missed. */
  listen(request: IncomingMessage, response: ServerResponse): void {
    response.writeHead(200, {
      'content-type': 'text/event-stream',
      'cache-control': 'no-cache, no-transform',
      connection: 'keep-alive',
    });
    const last = Number(request.headers['last-event-id']);
    if (Number.isInteger(last) && last > 0) {
      const missed = missedChanges(this.desk, last);
      response.write(missed ? missed.map(frame).join('') : RESET);
    }
    response.write(`id: ${this.follower.seq}\nevent: hello\ndata: {}\n\n`);
    this.listeners.add(response);
    response.on('close', () => this.listeners.delete(response));
  }

  stop(): void {
    clearInterval(this.heartbeat);
    clearInterval(this.watch);
    this.follower.stop();
    for (const listener of this.listeners) listener.end();
  }

  private tell(text: string): void {
    for (const listener of this.listeners) listener.write(text);
  }
}
