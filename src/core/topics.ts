/** What changes are told of: what is shown of it is read again. */
export const CHANGE_TOPICS = [
  'departure',
  'message',
  'return',
  'settings',
  'clock',
  'correspondent',
  'health',
  'session',
  'text',
  'batch',
  'occasion',
  'question',
  'event',
  'calendar',
  'account',
  'key',
] as const;
