import type { ImportJson } from '#api/types';
import type { Import } from '#usecases/exchange/importMail';
import { iso } from '../present';

/** An import without the bytes it keeps back. */
export const presentImport = ({ rest: _rest, done: _done, createdAt, ...row }: Import): ImportJson => ({
  ...row,
  createdAt: iso(createdAt),
});
