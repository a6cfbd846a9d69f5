'use client';
/** Asking for the passphrase of my keys, from wherever it is needed. */
import { createContext, useContext } from 'react';

/** Resolves to true once a key is open. @param why it is needed, in words */
export type Unlock = (why: string) => Promise<boolean>;

export const UnlockContext = createContext<Unlock>(() => Promise.resolve(false));

export const useUnlock = (): Unlock => useContext(UnlockContext);
