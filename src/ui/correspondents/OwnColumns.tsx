'use client';
/** What else is known of somebody, by names of one’s own: what fields of texts become. */
import type { CorrespondentJson } from '#api/types';
import { KeptField } from '../common/KeptField';

interface Props {
  person: CorrespondentJson;
  keep: (patch: Record<string, unknown>) => Promise<void>;
}

export function OwnColumns({ person, keep }: Props) {
  const { columns, language } = person;
  return (
    <>
      <KeptField
        label="Language of dates"
        value={language ?? ''}
        placeholder="as the text is"
        hint="In which dates and numbers are written to them: pt, de, ja."
        keep={(text) => keep({ language: text.trim() || null })}
      />
      {Object.entries(columns).map(([name, value]) => (
        <KeptField
          key={name}
          label={name}
          value={value}
          hint={`{{${name}}} in a text. Empty it to forget it.`}
          keep={(text) => keep({ columns: { ...columns, [name]: text } })}
        />
      ))}
      <KeptField
        label="Add a field of your own"
        value=""
        placeholder="loan number: WF-2041"
        hint="Stands in for {{loan number}} in texts."
        keep={async (text) => {
          if (!text.trim()) return;
          const [name, ...value] = text.split(':');
          if (!name!.trim() || !value.join(':').trim()) throw new Error('Write it as loan number: WF-2041.');
          await keep({ columns: { ...columns, [name!.trim()]: value.join(':').trim() } });
        }}
      />
    </>
  );
}
