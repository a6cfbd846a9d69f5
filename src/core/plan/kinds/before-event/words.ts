import { offsetParts, type Offset } from '#core/occasion/offset';

/** “40 minutes before the end of “Broker call”, at 09:00 theirs” */
export function beforeWords(offset: Offset, edge: 'start' | 'end' | undefined, event: string): string {
  const { base, tail } = offsetParts(offset);
  const name = edge === 'end' ? `the end of ${event}` : event;
  const whole = offset.count === 0 ? `at ${name}` : `${base} ${name}`;
  return tail ? `${whole},${tail.replace(/^,/, '')}` : whole;
}
