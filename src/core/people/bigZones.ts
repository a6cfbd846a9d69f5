/**
 * The zones most people live in, the biggest first: what is offered where evidence leaves many. By the population of
 * the countries, or parts of them, that keep each (United Nations, World Population Prospects 2024), roughly.
 */
const BY_PEOPLE = [
  ...['Asia/Shanghai', 'Asia/Kolkata', 'Asia/Jakarta', 'Asia/Karachi', 'Africa/Lagos', 'Asia/Dhaka'],
  ...['America/Sao_Paulo', 'America/New_York', 'Africa/Addis_Ababa', 'Asia/Tokyo', 'Asia/Manila'],
  ...['Africa/Cairo', 'America/Mexico_City', 'Asia/Ho_Chi_Minh', 'America/Chicago', 'Asia/Tehran'],
  ...['Europe/Istanbul', 'Europe/Berlin', 'Europe/Moscow', 'Asia/Bangkok', 'Europe/London'],
  ...['Africa/Dar_es_Salaam', 'Europe/Paris', 'Africa/Johannesburg', 'Europe/Rome', 'Africa/Kinshasa'],
  ...['Africa/Nairobi', 'Asia/Yangon', 'America/Bogota', 'Asia/Seoul', 'America/Los_Angeles'],
  ...['Europe/Madrid', 'America/Argentina/Buenos_Aires', 'Africa/Algiers', 'Asia/Baghdad', 'Asia/Kabul'],
  ...['Europe/Warsaw', 'Africa/Casablanca', 'Asia/Riyadh', 'Europe/Kyiv', 'Asia/Tashkent', 'America/Lima'],
  ...['Asia/Kuala_Lumpur', 'Africa/Accra', 'Asia/Kathmandu', 'America/Caracas', 'Australia/Sydney'],
  ...['America/Denver', 'Asia/Colombo', 'Asia/Almaty', 'America/Santiago', 'Europe/Bucharest'],
  ...['Europe/Amsterdam', 'Asia/Dubai', 'America/Toronto', 'Asia/Yekaterinburg', 'Asia/Novosibirsk'],
  ...['Europe/Athens', 'Europe/Lisbon', 'Asia/Hong_Kong', 'Asia/Singapore', 'Australia/Brisbane'],
  ...['Europe/Helsinki', 'Europe/Dublin', 'Pacific/Auckland', 'America/Halifax', 'America/Puerto_Rico'],
  ...['Asia/Krasnoyarsk', 'Asia/Irkutsk', 'Asia/Vladivostok', 'Pacific/Port_Moresby', 'America/Manaus'],
  ...['Pacific/Honolulu', 'America/Anchorage', 'Australia/Adelaide', 'America/St_Johns', 'Atlantic/Azores'],
];

const places = new Map(BY_PEOPLE.map((zone, index) => [zone, index]));

/** The biggest of some zones; those of few people come last. */
export const biggest = (zones: readonly string[], most: number): string[] =>
  [...zones]
    .sort((a, b) => (places.get(a) ?? BY_PEOPLE.length) - (places.get(b) ?? BY_PEOPLE.length))
    .slice(0, most);
