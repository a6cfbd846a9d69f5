import { CalendarView } from '#ui/calendar/CalendarView';

export default function CalendarPage() {
  return <CalendarView />;
}
