/** Live updates: one hub per process, server-sent events to every browser (HTML Living Standard §9.2). */
import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Desk } from '#usecases/desk';
import { followChanges, missedChanges, type Change, type Follower } from '#usecases/followChanges';
import { healthMark } from '#usecases/health';

const HEARTBEAT_MS = 20_000;
const WATCH_MS = 500;
const CLOCK_JUMP_MS = 2000;

const frame = ({ seq, topic, ref }: Change) =>
  `id: ${seq}\nevent: change\ndata: ${JSON.stringify({ topic, ref })}\n\n`;
/** A change that is in no list of changes, and so cannot be missed and asked for later. */
const unnumbered = (topic: 'health' | 'clock') =>
  `event: change\ndata: ${JSON.stringify({ topic, ref: '' })}\n\n`;
/** Tells a browser that it is signed in no more. */
const SIGNED_OUT = 'event: signed-out\ndata: {}\n\n';
/** Tells a browser to load everything again. */
const RESET = 'event: reset\ndata: {}\n\n';

export class LiveUpdates {
  /** With the session they listen by; undefined where they need none. */
  private readonly listeners = new Map<ServerResponse, string | undefined>();
  private readonly follower: Follower;
  private readonly heartbeat: NodeJS.Timeout;
  private readonly watch: NodeJS.Timeout;
  private health: string;
  /** Real minus monotonic time, ms. */
  private offset = Date.now() - performance.now();

  /** @param stands whether a session still is one */
  constructor(
    private readonly desk: Desk,
    private readonly stands: (session: string) => boolean,
  ) {
    this.follower = followChanges(desk, (changes) => {
      if (changes.some(({ topic }) => topic === 'session')) this.endStreams();
      this.tell(changes.map(frame).join(''));
    });
    this.heartbeat = setInterval(() => this.tell(': still here\n\n'), HEARTBEAT_MS);
    this.health = healthMark(desk);
    this.watch = setInterval(() => this.look(), WATCH_MS);
  }

  /** What no commit tells: how the engine, the disk and a trial are, that the machine's clock is set, or that it slept. */
  private look(): void {
    this.endStreams();
    const health = healthMark(this.desk);
    if (health !== this.health) this.tell(unnumbered('health'));
    this.health = health;
    const offset = Date.now() - performance.now();
    if (Math.abs(offset - this.offset) > CLOCK_JUMP_MS) this.tell(unnumbered('clock'));
    this.offset = offset;
  }

  /** Ends the streams of sessions that have ended or expired. */
  private endStreams(): void {
    for (const [listener, session] of this.listeners) {
      if (session === undefined || this.stands(session)) continue;
      this.listeners.delete(listener);
      // Taken before the end: afterwards it belongs to the next request.
      const { socket } = listener;
      listener.end(SIGNED_OUT, () => socket?.destroySoon());
    }
  }

  /** Answers one `GET /api/v1/changes`; `Last-Event-ID` gets what it missed. @param session that asks */
  listen(request: IncomingMessage, response: ServerResponse, session?: string): void {
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
    this.listeners.set(response, session);
    response.on('close', () => this.listeners.delete(response));
  }

  stop(): void {
    clearInterval(this.heartbeat);
    clearInterval(this.watch);
    this.follower.stop();
    for (const listener of this.listeners.keys()) listener.end();
  }

  private tell(text: string): void {
    for (const listener of this.listeners.keys()) listener.write(text);
  }
}
