import { addressQuery } from '#api/schemas';
import type { MetAddressJson } from '#api/types';
import { metAddresses } from '#usecases/people/metAddresses';
import { iso } from '../present';
import { json, route } from '../respond';

export const GET = route<undefined, { q: string; limit: number }>(
  ({ desk, query }) => {
    const addresses = metAddresses(desk, query.q, query.limit).map(
      ({ name, spelled, times, lastAt }): MetAddressJson => ({
        name,
        address: spelled,
        times,
        lastAt: iso(lastAt),
      }),
    );
    return json({ addresses });
  },
  { query: addressQuery },
);
