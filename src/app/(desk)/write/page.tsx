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
    repeats?: string;
    reminds?: string;
    unsubscribes?: string;
    text?: string;
    only?: string;
    accepts?: string;
    offers?: string;
  }>;
}) {
  const {
    new: fresh,
    answers,
    all,
    forwards,
    corrects,
    repeats,
    reminds,
    unsubscribes,
    text,
    only,
    accepts,
    offers,
  } = await searchParams;
  return (
    <NewMessage
      key={`${fresh} ${answers} ${all} ${forwards} ${corrects} ${repeats} ${reminds} ${unsubscribes} ${text} ${accepts} ${offers}`}
      answers={answers}
      all={all !== undefined}
      forwards={forwards}
      corrects={corrects}
      repeats={repeats}
      reminds={reminds !== undefined}
      unsubscribes={unsubscribes}
      text={text}
      only={only?.split(',')}
      accepts={accepts}
      offers={offers}
    />
  );
}
