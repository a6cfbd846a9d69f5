/** Zones that stand for an offset. */

/** Of whole hours: the signs of their names are the other way round (as POSIX.1-2017 §8.3 has them, west is positive). */
const whole = (minutes: number) =>
  minutes === 0 ? 'UTC' : `Etc/GMT${minutes > 0 ? '-' : '+'}${Math.abs(minutes) / 60}`;

/** Of other offsets: places that never change their clock. */
const ODD: Readonly<Record<number, string>> = {
  210: 'Asia/Tehran',
  270: 'Asia/Kabul',
  330: 'Asia/Kolkata',
  345: 'Asia/Kathmandu',
  390: 'Asia/Yangon',
  570: 'Australia/Darwin',
  780: 'Pacific/Tongatapu',
  840: 'Pacific/Kiritimati',
};

/** The zone whose clock shows an offset the whole year; undefined where none does. @param minutes east of UTC */
export const fixedZone = (minutes: number): string | undefined =>
  minutes % 60 === 0 && Math.abs(minutes) <= 720 ? whole(minutes) : ODD[minutes];
