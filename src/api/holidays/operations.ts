import { operation } from '../operation';
import { holidaysQuery, holidaysRequest } from './requests';

export const readHolidays = operation('readHolidays', {
  method: 'get',
  path: '/holidays',
  summary: 'What is known of the public holidays of a country, and its regions with holidays of their own',
  query: holidaysQuery,
  answer: 'HolidayPlace',
});

export const addHolidays = operation('addHolidays', {
  method: 'post',
  path: '/holidays',
  summary: 'Add the public holidays of a country from an iCalendar file',
  body: holidaysRequest,
  answer: 'Holidays',
});
