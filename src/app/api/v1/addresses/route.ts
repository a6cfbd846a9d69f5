import * as correspondents from '#api/correspondents/operations';
import type { MetAddressJson } from '#api/types';
import { metAddresses } from '#usecases/people/metAddresses';
import { iso } from '../present';
import { route } from '../respond';

export const GET = route(correspondents.listAddresses, ({ desk, query }) => {
  const addresses = metAddresses(desk, query.q, query.limit).map(
    ({ name, spelled, times, lastAt }): MetAddressJson => ({
      name,
      address: spelled,
      times,
      lastAt: iso(lastAt),
    }),
  );
  return { addresses };
});
