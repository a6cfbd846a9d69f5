/** The tables. Times are epoch milliseconds, in sandbox time where the database is a sandbox. */
export * from './schema/batches';
export * from './schema/departures';
export * from './schema/desk';
export * from './schema/events';
export * from './schema/fileWatches';
export * from './schema/imports';
export * from './schema/linkedFiles';
export * from './schema/messages';
export * from './schema/occasions';
export * from './schema/people';
export * from './schema/pieces';
export * from './schema/questions';
export * from './schema/returns';
export * from './schema/search';
export * from './schema/series';
export * from './schema/texts';
export * from './schema/watches';
