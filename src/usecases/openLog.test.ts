import pino from 'pino';
import { expect, it } from 'vitest';
import { readable } from './openLog';

it('a line of the log is readable, with what it is about and why it went wrong', () => {
  const lines: string[] = [];
  const log = pino({ name: 'engine' }, { write: (line: string) => void lines.push(readable(line)) });
  log.info({ departure: 'abc', state: 'sent', late: 12 }, 'attempt ended');
  log.error({ err: new Error('disk full') }, 'tick failed');
  expect(lines[0]).toMatch(/^\d\d:\d\d:\d\d engine: attempt ended \(departure abc, state sent, late 12\)\n$/);
  expect(lines[1]).toMatch(/^\d\d:\d\d:\d\d engine: error: tick failed \(disk full\)\n$/);
  expect(readable('not of the log\n')).toBe('not of the log\n');
});
