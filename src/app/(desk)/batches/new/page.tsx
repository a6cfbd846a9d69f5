import { NewBatch } from '#ui/batches/NewBatch';

export default async function NewBatchPage({ searchParams }: { searchParams: Promise<{ text?: string }> }) {
  return <NewBatch text={(await searchParams).text} />;
}
