/** What a row of the inbox can be dealt with by a pull: two of them are uncovered. */
export const ROW_ACTIONS = ['snooze', 'archive', 'to-do', 'seen'] as const;
export type RowAction = (typeof ROW_ACTIONS)[number];
