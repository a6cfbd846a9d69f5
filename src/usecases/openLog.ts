/** The log of a process: lines of JSON for programs, words for somebody who looks at a terminal. */
import pino, { type Logger } from 'pino';

const STDERR = 2;
const LEVELS: Record<number, string> = { 40: 'warning: ', 50: 'error: ', 60: 'error: ' };

/** What a line says, for people: `14:25:54 engine: attempt ended (…)`. What is no line of the log stays as it is. */
export function readable(line: string): string {
  try {
    const { time, name, level, msg, err, ...rest } = JSON.parse(line) as Record<string, unknown>;
    const about = Object.entries(rest)
      .filter(([key]) => key !== 'pid' && key !== 'hostname')
      .map(([key, value]) => `${key} ${typeof value === 'string' ? value : JSON.stringify(value)}`);
    const why = (err as { message?: string } | undefined)?.message;
    const clock = new Date(Number(time)).toTimeString().slice(0, 8);
    const more = [...(why ? [why] : []), ...about].join(', ');
    return `${clock} ${String(name)}: ${LEVELS[Number(level)] ?? ''}${String(msg)}${more && ` (${more})`}\n`;
  } catch {
    return line;
  }
}

/** @param name of the process; its level is `OAK_LOG`, `info` where that is not set */
export function openLog(name: string): Logger {
  const options = { name, level: process.env.OAK_LOG ?? 'info' };
  if (!process.stderr.isTTY) return pino(options, pino.destination(STDERR));
  return pino(options, { write: (line: string) => void process.stderr.write(readable(line)) });
}
