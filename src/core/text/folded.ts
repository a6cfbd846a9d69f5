/** Words as they are compared and sorted: without case and marks, in whatever letters. */
export const folded = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
