import { expect, it } from 'vitest';
import { tempDesk } from '#test/support/desk';
import { indexWords } from '#store/search';
import type { Desk } from '../desk';
import { createDraft } from './createDraft';
import { unusedWords } from './ownWords';

const sent = (desk: Desk, subject: string, text: string) => {
  const { id } = createDraft(desk, { to: ['a@x.example'], subject, text });
  // As if it had left.
  desk.store.write((tx) => tx.run(`update messages set left_at = 1 where id = '${id}'`));
};
it('what stands in a subject, or was sent twice, is a word of mine; what is only in a draft is none', () => {
  const { desk } = tempDesk();
  sent(desk, 'The Fresnel lens', 'argand once');
  sent(desk, 'Another', 'the argand lamp, resume, cratss');
  createDraft(desk, { to: ['a@x.example'], subject: 'kiribako', text: 'urushi urushi' });
  desk.store.write(indexWords);
  const words = ['Fresnel', 'argand', 'Argand', 'cratss', 'kiribako', 'urushi', 'résumé', 'a"b', 'nowhere'];
  const left = unusedWords(
    desk,
    words.map((word) => ({ word })),
  );
  expect(left.map(({ word }) => word)).toEqual(['cratss', 'kiribako', 'urushi', 'résumé', 'a"b', 'nowhere']);
});
