import { listZones } from '#core/time/zones';
import { offsetOnce } from '#core/time/offsets';
import { json, route } from '../respond';

export const GET = route(({ desk }) => {
  const now = desk.now();
  return json({
    zones: listZones().map((zone) => ({ ...zone, offset: Math.round(offsetOnce(now, zone.id) / 60_000) })),
  });
});
