import { NewMessage } from '#ui/write/WriteView';

export default async function WritePage({
  searchParams,
}: {
  searchParams: Promise<{
    new?: string;
    answers?: string;
    all?: string;
    forwards?: string;
    corrects?: string;
    unsubscribes?: string;
    only?: string;
  }>;
}) {
  const { new: fresh, answers, all, forwards, corrects, unsubscribes, only } = await searchParams;
  return (
    <NewMessage
      key={`${fresh} ${answers} ${all} ${forwards} ${corrects} ${unsubscribes}`}
      answers={answers}
      all={all !== undefined}
      forwards={forwards}
      corrects={corrects}
      unsubscribes={unsubscribes}
      only={only?.split(',')}
    />
  );
}
