import type { ChangeEvent } from 'react';

/** The file somebody chose, or none; the field forgets it, since choosing the same once more would not be told. */
export function chosenFile({ target }: ChangeEvent<HTMLInputElement>): File | undefined {
  const file = target.files?.[0];
  target.value = '';
  return file;
}
