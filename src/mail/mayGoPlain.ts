/** Hosts that a password may go to without encryption. */

const LOOPBACK = /^(127(\.\d{1,3}){3}|::1|localhost|.+\.localhost)$/i;

/** This machine, and those that whoever runs the server trusts. @param plain hosts, commas between */
export const mayGoPlain = (host: string, plain: string): boolean =>
  LOOPBACK.test(host) ||
  plain
    .toLowerCase()
    .split(/[\s,]+/)
    .includes(host.toLowerCase());
