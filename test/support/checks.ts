/** Messages as checks see them, with nothing in them but what a test says. */
import type { CheckedMessage, MessageContext } from '#core/checks/checkedMessage';

export const blankMessage: CheckedMessage = {
  subject: '',
  text: '',
  visible: [],
  bcc: [],
  individual: false,
  answers: false,
  attachments: [],
  links: [],
};

export const knowsNothing: Pick<
  MessageContext,
  'people' | 'dictionary' | 'ownNames' | 'ownWords' | 'foreignLinks' | 'off'
> = {
  people: [],
  dictionary: new Map(),
  ownNames: [],
  ownWords: [],
  foreignLinks: new Map(),
  off: [],
};
