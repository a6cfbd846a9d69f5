/** An answer that goes to all, and speaks to one of them. */
import { formatMailbox } from '../message/address';
import type { CheckedMessage, MessageContext } from './checkedMessage';
import { inText, type Finding } from './finding';
import { calledOnList, greetedNames, sameName } from './greeting';

export function replyAllFindings(message: CheckedMessage, { people }: MessageContext): Finding[] {
  if (!message.answers || message.individual || message.visible.length < 2) return [];
  const greeted = greetedNames(message.text);
  const [first] = greeted;
  if (!first) return [];
  const called = calledOnList(message, people).filter(({ calls }) =>
    greeted.some(({ word }) => calls.some((call) => sameName(word, call))),
  );
  const [one, ...others] = called;
  if (!one || others.length > 0) return [];
  const rest = message.visible.length + message.bcc.length - 1;
  const why = `is spoken to, and ${rest === 1 ? 'one more gets' : `${rest} more get`} this answer`;
  const only = formatMailbox({ name: one.name, address: one.address });
  return [
    {
      ...inText('reply-all', 'note', first.from, first.word, why),
      moves: [{ words: `Only to ${one.name || one.address}`, only }],
    },
  ];
}
