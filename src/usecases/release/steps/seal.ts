/** Fourth step: what is composed is signed and encrypted. Nothing is yet: it leaves as it was composed. */
import type { Composed } from '#mail/compose';

export const seal = (composed: Composed): Promise<Composed> => Promise.resolve(composed);
