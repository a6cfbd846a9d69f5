import { DayPane } from '#ui/inbox/DayPane';

/** Where there is no room for it beside the list. */
export default function DayPage() {
  return <DayPane />;
}
