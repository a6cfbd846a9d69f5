import { OccasionView } from '#ui/occasions/OccasionView';

export default async function OccasionPage({ params }: { params: Promise<{ id: string }> }) {
  return <OccasionView id={(await params).id} />;
}
