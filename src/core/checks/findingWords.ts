/** A finding in a sentence: “attached” and nothing is. */
import type { Finding } from './finding';

export const findingWords = ({ words, why, severity }: Finding): string =>
  `${words && `“${words}” `}${why}${severity === 'stop' ? ': it cannot leave like this' : ''}`;
