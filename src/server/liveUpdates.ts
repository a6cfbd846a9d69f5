/** Live updates: one hub per process, server-sent events to every browser (HTML Living Standard §9.2). */
import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Desk } from '../usecases/desk';
import { followChanges, missedChanges, type Change, type Follower } from '../usecases/followChanges';

const HEARTBEAT_MS = 20_000;

const frame = ({ seq, topic, ref }: Change) =>
  `id: ${seq}\nevent: change\ndata: ${JSON.stringify({ topic, ref })}\n\n`;
/** Tells a browser to load everything again. */
const RESET = 'event: reset\ndata: {}\n\n';

export class LiveUpdates {
  private readonly listeners = new Set<ServerResponse>();
  private readonly follower: Follower;
  private readonly heartbeat: NodeJS.Timeout;

  constructor(private readonly desk: Desk) {
    this.follower = followChanges(desk, (changes) => this.tell(changes.map(frame).join('')));
    this.heartbeat = setInterval(() => this.tell(': still here\n\n'), HEARTBEAT_MS);
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
    this.follower.stop();
    for (const listener of this.listeners) listener.end();
  }

  private tell(text: string): void {
    for (const listener of this.listeners) listener.write(text);
  }
}
