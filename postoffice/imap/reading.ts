/** Commands as they come over the wire: lines, with literals of a told length between (RFC 9051 §4.3). */
import type { Socket } from 'node:net';
import { parser } from 'imapflow/lib/handler/imap-handler.js';
import type { ImapAttribute } from 'imapflow/lib/handler/types.js';

export type { ImapAttribute };

export interface Command {
  tag: string;
  /** In capitals, as `UID FETCH`. */
  name: string;
  args: ImapAttribute[];
}

/** Longer ones are refused, bytes. */
const LONGEST = { line: 64 * 1024, literal: 50 * 1024 * 1024 };

/** What is wrong with what came; the connection ends. */
export class Unreadable extends Error {}

/** All bytes of a connection, asked for as they are needed. */
class Incoming {
  private have: Buffer = Buffer.alloc(0);
  private readonly more: AsyncIterator<Buffer>;

  constructor(socket: Socket) {
    this.more = socket[Symbol.asyncIterator]() as AsyncIterator<Buffer>;
  }

  /** @returns false where no more come */
  private async fetch(): Promise<boolean> {
    const next = await this.more.next();
    if (next.done) return false;
    this.have = Buffer.concat([this.have, next.value]);
    return true;
  }

  /** The next line without its end; undefined where the connection has ended. */
  async line(): Promise<string | undefined> {
    for (;;) {
      const end = this.have.indexOf('\r\n');
      if (end >= 0) {
        const line = this.have.toString('utf8', 0, end);
        this.have = this.have.subarray(end + 2);
        return line;
      }
      if (this.have.length > LONGEST.line) throw new Unreadable('The line is too long.');
      if (!(await this.fetch())) return undefined;
    }
  }

  async bytes(count: number): Promise<Buffer | undefined> {
    const chunks: Buffer[] = [];
    let missing = count;
    while (missing > this.have.length) {
      chunks.push(this.have);
      missing -= this.have.length;
      this.have = Buffer.alloc(0);
      if (!(await this.fetch())) return undefined;
    }
    chunks.push(this.have.subarray(0, missing));
    this.have = this.have.subarray(missing);
    return Buffer.concat(chunks);
  }
}

/** What is read of one connection. */
export class CommandReader {
  private readonly incoming: Incoming;

  /** @param goOn asks for the literal that was announced */
  constructor(
    socket: Socket,
    private readonly goOn: () => void,
  ) {
    this.incoming = new Incoming(socket);
  }

  /** One line that is no command. */
  line(): Promise<string | undefined> {
    return this.incoming.line();
  }

  /** The next command; undefined where the connection has ended. @throws (rejects) Unreadable */
  async next(): Promise<Command | undefined> {
    const literals: Buffer[] = [];
    let text = '';
    for (;;) {
      const line = await this.incoming.line();
      if (line === undefined) return undefined;
      const announced = /\{(\d+)(\+?)\}$/.exec(line);
      if (!announced) {
        text += line;
        break;
      }
      const size = Number(announced[1]);
      if (size > LONGEST.literal) throw new Unreadable('That is too long.');
      if (!announced[2]) this.goOn();
      const literal = await this.incoming.bytes(size);
      if (!literal) return undefined;
      literals.push(literal);
      text += `${line.slice(0, announced.index)}{${size}}\r\n`;
    }
    try {
      const { tag, command, attributes } = await parser(text, { literals });
      return { tag: tag ?? '*', name: (command ?? '').toUpperCase(), args: [...(attributes ?? [])] };
    } catch {
      throw new Unreadable('That is no command.');
    }
  }
}

/** The text of an argument; undefined where it is a list, or missing. */
export function textOf(argument: ImapAttribute | undefined): string | undefined {
  if (argument === null || argument === undefined || Array.isArray(argument)) return undefined;
  const { value } = argument;
  return Buffer.isBuffer(value) ? value.toString('utf8') : value === null ? undefined : String(value ?? '');
}

/** The texts in a list. */
export const textsOf = (argument: ImapAttribute | undefined): string[] =>
  Array.isArray(argument) ? argument.flatMap((each) => textOf(each) ?? []) : [];

/** Which of these numbers a set names (RFC 9051 §9); `*` is the last of them. */
export function numbersIn(set: string, all: readonly number[]): number[] {
  const last = all.at(-1) ?? 0;
  const named = set.split(',').map((range) => {
    const [from, to = from] = range.split(':').map((end) => (end === '*' ? last : Number(end)));
    return [Math.min(from!, to!), Math.max(from!, to!)] as const;
  });
  return all.filter((each) => named.some(([from, to]) => each >= from && each <= to));
}
