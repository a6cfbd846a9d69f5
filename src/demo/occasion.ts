/** The opening in the next city, with all that belongs around it. */
import type { OccasionInput } from '#usecases/occasions/occasions';

export const demoOccasion: OccasionInput & {
  messages: { offset: string; to: string[]; subject: string; text: string; draft?: true }[];
} = {
  name: 'Opening night in Porto',
  local: '2026-12-12T19:00',
  zone: 'Europe/Lisbon',
  messages: [
    {
      offset: '14 days before at 9:00 theirs',
      to: ['haruki'],
      subject: 'Two weeks to Porto: the lacquer panels',
      text: 'Dear {{first name}},\n\nthe panels hang on the first wall of Porto. Please tell me by {{the friday after : without year}} whether anything about their light has changed.\n\nTamsin',
    },
    {
      offset: '10 days before at 9:00 theirs',
      to: ['luisa'],
      subject: 'Cover for {{occasion}}',
      text: 'Dear {{first name}},\n\nthe cover has to run from {{occasion date}} on. Is the policy on its way?\n\nTamsin',
    },
    {
      offset: '7 of their working days before at 8:30 theirs',
      to: ['prakriti'],
      subject: 'Crates on the Porto lorry',
      text: 'Namaste {{first name}},\n\nthe lorry is loaded three days before {{occasion}}. Are all five crates with you?\n\nTamsin',
    },
    {
      offset: '5 days before at 9:00 theirs',
      to: ['sunna'],
      subject: 'Transit plates for Porto',
      text: 'Dear {{first name}},\n\nthe plates of both vans, please, for the quay.\n\nTamsin',
    },
    {
      offset: '3 of their working days before at 9:00 theirs',
      to: ['haruki', 'luisa', 'aroha'],
      subject: 'Three working days to {{occasion}}',
      text: 'Dear {{first name}},\n\nit is three working days to {{occasion}}. Whatever is still open on your side, tell me now.\n\nTamsin',
    },
    {
      offset: '2 days before at 10:00 there',
      to: ['bela'],
      subject: 'Hanging plan, final',
      text: 'Bela,\n\nthis is the plan we hang by.\n\nTamsin',
    },
    {
      offset: 'the evening before at 18:00 there',
      to: ['bela'],
      subject: 'Keys and lamps for tomorrow',
      text: 'Bela,\n\nthe keys are with the porter, the spare lamps in room 3.\n\nTamsin',
    },
    {
      offset: 'the same day at 16:00 there',
      to: ['ewan'],
      subject: 'In an hour we talk: the numbers',
      text: 'Ewan,\n\nfor our call at 17:00 Porto time: lux readings of all rooms are in the folder.\n\nTamsin',
    },
    {
      offset: 'one hour before',
      to: ['bela'],
      subject: 'Doors in one hour',
      text: 'Bela,\n\nlights at half, doors in one hour.\n\nTamsin',
    },
    {
      offset: 'the morning after',
      to: ['haruki', 'luisa', 'aroha', 'prakriti'],
      subject: 'Thank you: {{occasion}}',
      text: 'Dear {{first name}},\n\nlast night went well, and your part of it stood in the first room. Thank you.\n\nTamsin',
    },
    {
      offset: '7 days after at 9:00 theirs',
      to: ['aroha'],
      subject: 'The lens after a week of visitors',
      text: 'Kia ora {{first name}},\n\na first condition note on the lens comes with this.\n\nTamsin',
      draft: true,
    },
  ],
};
