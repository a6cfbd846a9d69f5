/** Quiet hours as people write them: `Mo-Th 21:40-06:50; Fr-Su 23:00-09:00`. */
import { readDays, writeDays } from '../time/daysText';
import type { QuietHours } from './quietHours';

/** Quiet hours that cannot be read. `message` is fit to show. */
export class QuietTextError extends Error {
  constructor(part: string) {
    super(`“${part}” are no quiet hours. Write them as Mo-Fr 21:40-06:50; Sa-Su 23:00-09:00.`);
    this.name = 'QuietTextError';
  }
}

export const writeQuiet = (days: QuietHours['days']): string =>
  writeDays(days.map((span) => (span ? [span] : [])));

/** @throws QuietTextError */
export function readQuiet(text: string): QuietHours['days'] {
  const days = readDays(text, true, (part) => new QuietTextError(part));
  return days.map((spans) => {
    if (spans.length > 1) throw new QuietTextError(text.trim());
    return spans[0] ?? null;
  });
}
