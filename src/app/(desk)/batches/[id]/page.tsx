import { BatchView } from '#ui/batches/BatchView';

export default async function BatchPage({ params }: { params: Promise<{ id: string }> }) {
  return <BatchView id={(await params).id} />;
}
