/** How long before or after an event, as a plan says it. */
import { readDuration, type Offset } from '#core/occasion/offset';

/** A plan that cannot be reckoned. `message` is fit to show. */
export class EventPlanError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'EventPlanError';
  }
}

/** @throws EventPlanError in words */
export function offsetOf({ offset }: { offset: string | Offset }): Offset {
  if (typeof offset !== 'string') return offset;
  const read = readDuration(offset);
  if (!read)
    throw new EventPlanError(
      `“${offset}” is no length of time. Write it as -PT40M, or -P1D for the day before.`,
    );
  return read;
}
