import type { KeyJson } from '#api/types';
import type { KeyView } from '#usecases/openpgp/keys';

const iso = (at: number) => new Date(at).toISOString();

export const presentKey = ({
  fingerprint,
  createdAt,
  expiresAt,
  at,
  revoked: _,
  ...key
}: KeyView): KeyJson => ({
  ...key,
  id: fingerprint,
  createdAt: iso(createdAt),
  expiresAt: expiresAt === null ? null : iso(expiresAt),
  at: iso(at),
});

export const presentKeys = (keys: readonly KeyView[]) => ({ keys: keys.map(presentKey) });
