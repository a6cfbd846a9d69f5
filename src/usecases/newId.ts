import { nanoid } from 'nanoid';

/** A new id: short, safe in addresses, never the same twice. */
export const newId = () => nanoid(14);
