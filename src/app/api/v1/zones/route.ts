import { listZones } from '../../../../core/time/zones';
import { offsetMinutes } from '../../../../core/time/wallClock';
import { json, route } from '../respond';

export const GET = route(({ desk }) => {
  const now = desk.now();
  return json({ zones: listZones().map((zone) => ({ ...zone, offset: offsetMinutes(now, zone.id) })) });
});
