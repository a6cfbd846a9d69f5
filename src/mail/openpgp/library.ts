/** The library, loaded when it is first needed: most desks have no key. */
export const openpgp = () => import('openpgp');
