import { expect, it } from 'vitest';
import { classify, isByMachine, isByPerson, MAIL_CLASSES, signsOf, type Classifying } from './classify';

const mail = (headers: Record<string, string>, more: Partial<Classifying> = {}, method?: string) =>
  classify({
    signs: signsOf((name) => headers[name], method),
    report: undefined,
    list: null,
    from: { address: 'p@x.example' },
    subject: 'Crates',
    text: 'Both are through.',
    names: [],
    mine: false,
    ...more,
  });
const report = (...actions: ('failed' | 'delayed' | 'delivered' | 'displayed')[]) => ({
  report: {
    about: '<a@x>',
    recipients: actions.map((action) => ({ address: 'p@x.example', action, words: '' })),
  },
});
const list = { name: 'News', mail: null, page: null, oneClick: false, leftAt: null };

it.each<[Record<string, string>, Partial<Classifying>, string, RegExp]>([
  [{}, {}, 'other', /nothing says/],
  [{}, { names: ['<a@x>'] }, 'answer', /names the message/],
  [{}, { subject: 'Re: Crates' }, 'answer', /subject/],
  [{}, { list }, 'list', /RFC 2919/],
  // Somebody answers by way of a list.
  [{}, { list, names: ['<a@x>'] }, 'answer', /names/],
  [{ 'auto-submitted': 'auto-replied' }, { names: ['<a@x>'] }, 'away', /auto-replied/],
  [{ 'auto-submitted': 'auto-replied (vacation)' }, {}, 'away', /vacation/],
  [{ 'auto-submitted': 'auto-generated' }, {}, 'automatic', /RFC 3834/],
  [{ 'auto-submitted': 'no' }, { names: ['<a@x>'] }, 'answer', /names/],
  [{ 'auto-submitted': 'auto-generated' }, { subject: 'Automatic reply: Crates' }, 'away', /Automatic reply/],
  [{ precedence: 'auto_reply' }, { subject: 'Abwesenheitsnotiz: Kisten' }, 'away', /Abwesenheitsnotiz/],
  [{ precedence: 'bulk' }, { list }, 'automatic', /bulk/],
  [{ precedence: 'first-class' }, {}, 'other', /nothing/],
  [{ 'return-path': '<>' }, { subject: 'Resposta automática: Caixas' }, 'away', /nobody/],
  [{ 'x-autoreply': 'yes' }, { subject: 'Fora do escritório' }, 'away', /x-autoreply/],
  // No field says it: the wording does.
  [{}, { subject: 'Fuori ufficio: Casse' }, 'away', /Fuori ufficio:/],
  [
    {},
    { subject: 'Re: Crates', text: 'Dies ist eine automatische Antwort. Danke.' },
    'automatic',
    /automatische Antwort/,
  ],
  [{}, { subject: 'Re: Crates', text: 'Yes.\n\n> This is an automatic reply.' }, 'answer', /subject/],
  [{}, { subject: 'Re: Crates', text: 'Customs is automatic now; this went through.' }, 'answer', /subject/],
  // A person may write about being away.
  [{}, { subject: 'Out of office next week: who takes the lorry?' }, 'other', /nothing/],
  [{}, { subject: 'I am absent on Friday' }, 'other', /nothing/],
  [
    {},
    { from: { address: 'MAILER-DAEMON@mx.example' }, subject: 'Undelivered' },
    'automatic',
    /MAILER-DAEMON/,
  ],
  [
    { 'auto-submitted': 'auto-replied' },
    { from: { address: 'postmaster@mx.example' } },
    'automatic',
    /auto-replied/,
  ],
  [{ 'content-type': 'multipart/report; report-type=x' }, {}, 'automatic', /RFC 6522/],
  [{}, report('failed'), 'bounce', /failed/],
  [{}, report('delivered', 'failed'), 'bounce', /report/],
  [{}, report('delayed'), 'delay', /delayed/],
  [{}, report('delivered'), 'receipt', /delivered/],
  [{}, report('displayed'), 'receipt', /displayed/],
  [{}, report(), 'automatic', /nothing/],
  // My own, from another address of mine, or as a copy to myself.
  [{}, { mine: true, names: ['<a@x>'], subject: 'Re: Crates' }, 'own', /your addresses/],
  [{ 'auto-submitted': 'auto-replied' }, { mine: true }, 'own', /your addresses/],
])('%j %j is %s', (headers, more, is, evidence) => {
  const found = mail(headers, more);
  expect(found.is).toBe(is);
  expect(found.evidence).toMatch(evidence);
});

it('an answer to an invitation is told from one', () => {
  expect(mail({}, {}, 'reply').is).toBe('calendar');
  expect(mail({}, {}, 'REQUEST').is).toBe('other');
});

it('each is by a person, by a machine, or mine', () => {
  for (const is of MAIL_CLASSES)
    expect([isByPerson(is), isByMachine(is), is === 'own'].filter(Boolean)).toHaveLength(1);
});

it('what a header says is told shortened', () => {
  const { evidence } = mail({ 'auto-submitted': `auto-generated ${'x'.repeat(10_000)}` });
  expect(evidence.length).toBeLessThan(150);
});
