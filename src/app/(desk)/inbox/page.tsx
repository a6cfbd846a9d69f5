import { DayPane } from '#ui/inbox/DayPane';

export default function InboxPage() {
  return <DayPane />;
}
