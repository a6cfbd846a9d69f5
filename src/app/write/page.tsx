import { NewMessage } from '../../ui/write/WriteView';

export default async function WritePage({
  searchParams,
}: {
  searchParams: Promise<{ new?: string; answers?: string }>;
}) {
  const { new: fresh, answers } = await searchParams;
  return <NewMessage key={`${fresh} ${answers}`} answers={answers} />;
}
