/** What the registrar writes often enough to keep it. */

export const demoTexts = [
  {
    name: 'Condition report',
    subject: 'Condition report for loan {{loan number}}',
    text: 'Dear {{first name}},\n\nplease send the condition report for loan {{loan number}} by {{3 working days after : without year}}, with photographs of the base and the glass.\n\nThe crate closes the day after.',
  },
  {
    name: 'Insurance value',
    subject: 'Insured value of loan {{loan number}}',
    text: 'Dear {{first name}},\n\nloan {{loan number}} of {{organisation}} is insured for {{insured value : EUR}} from nail to nail. Please confirm by {{the friday after}}.',
  },
  {
    name: 'Opening invitation',
    subject: 'The lamps are lit in Porto: 12 December, 19:00',
    text: 'Dear {{first name | friends of the museum}},\n\nthe sixth city of the tour opens on 12 December at 19:00, in {{days until 2026-12-12}} days. There is a lamp of {{organisation | yours}} in the first room.\n\nWill you come?',
  },
];
