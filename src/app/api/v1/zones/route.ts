import * as zones from '#api/zones/operations';
import { listZones } from '#core/time/zones';
import { offsetOnce } from '#core/time/offsets';
import { route } from '../respond';

export const GET = route(zones.listZones, ({ desk }) => {
  const now = desk.now();
  return {
    zones: listZones().map((zone) => ({ ...zone, offset: Math.round(offsetOnce(now, zone.id) / 60_000) })),
  };
});
