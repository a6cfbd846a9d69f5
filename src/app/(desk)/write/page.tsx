import { NewMessage } from '../../../ui/write/WriteView';

export default async function WritePage({
  searchParams,
}: {
  searchParams: Promise<{ new?: string; answers?: string; corrects?: string; only?: string }>;
}) {
  const { new: fresh, answers, corrects, only } = await searchParams;
  return (
    <NewMessage key={`${fresh} ${answers} ${corrects}`} {...{ answers, corrects, only: only?.split(',') }} />
  );
}
