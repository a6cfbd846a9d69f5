import { DepartureView } from '#ui/departures/DepartureView';

export default async function DeparturePage({ params }: { params: Promise<{ id: string }> }) {
  return <DepartureView id={(await params).id} />;
}
