import { operation } from '../operation';

export const listBackups = operation('listBackups', {
  method: 'get',
  path: '/backups',
  summary: 'Backups in the folder beside the database',
  answer: 'Backups',
});

export const makeBackup = operation('makeBackup', {
  method: 'post',
  path: '/backups',
  summary: 'Back up now; answers once it has been made, read whole and found sound',
  answer: 'Backup',
  status: 201,
});

export const readBackup = operation('readBackup', {
  method: 'get',
  path: '/backups/{id}',
  summary: 'The file itself, an SQLite database',
});
