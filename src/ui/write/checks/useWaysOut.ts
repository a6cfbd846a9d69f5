'use client';
/** The ways out of findings: other words, other recipients, a file, a word learned. */
import type { RefObject } from 'react';
import type { Finding, Move } from '#core/checks/finding';
import { MOST_SET_ASIDE, setAsideOf } from '#core/checks/setAside';
import { isAddress, parseMailbox } from '#core/message/address';
import { ask } from '../../data/client';
import { useSettings } from '../../data/queries';
import { useNotices } from '../../shell/Notices';
import type { BodyHandle } from '../body/BodyHandle';
import type { DraftFields } from '../draft/fields';

interface Parts {
  fields: DraftFields;
  change: (patch: Partial<DraftFields>) => void;
  body: RefObject<BodyHandle | null>;
  chooser: RefObject<HTMLInputElement | null>;
  onIndividual: () => void;
}

export function useWaysOut({ fields, change, body, chooser, onIndividual }: Parts) {
  const { show, showProblem } = useNotices();
  const { ownWords, meantSo } = useSettings();

  function fix(finding: Finding, words: string) {
    // What is found was found in a text that may be a keystroke old.
    if (fields.text.slice(finding.from, finding.to) !== finding.words) return;
    if (!body.current?.replace(finding.from, finding.to, words)) {
      show({ words: `“${finding.words}” runs over more than one line: change it in the text.` });
      return;
    }
    show({
      words: `“${finding.words}” is now “${words}”.`,
      undo: () => body.current?.undo(),
      brief: true,
    });
  }

  function learn(word: string) {
    const put = (words: string[]) => ask('PATCH', '/settings', { ownWords: words }).catch(showProblem);
    void put([...new Set([...ownWords, word])]);
    show({
      words: `“${word}” counts as right from now on.`,
      undo: () => put(ownWords),
    });
  }

  function takeMove({ add, remove, copies, only, attach, learn: word }: Move) {
    if (copies) onIndividual();
    if (attach) chooser.current?.click();
    if (word) learn(word);
    if (only) {
      const { to, cc, bcc } = fields;
      change({ to: [only], cc: [], bcc: [] });
      show({
        words: `It goes to ${parseMailbox(only).name || only} only.`,
        undo: () => change({ to, cc, bcc }),
        brief: true,
      });
    }
    const gone = (each: string) => remove && isAddress(each) && parseMailbox(each).address === remove;
    const field = (['to', 'cc', 'bcc'] as const).find((name) => fields[name].some(gone));
    // In the place of the one it replaces; somebody more is copied.
    if (field) change({ [field]: fields[field].map((each) => (gone(each) && add ? add : each)) });
    else if (add) change({ cc: [...fields.cc, add] });
  }

  /** It is meant so: in this message, and then in any, where that is said. */
  function meanSo(finding: Finding) {
    const { setAside } = fields;
    const meant = setAsideOf(finding);
    change({ setAside: [...setAside, meant].slice(-MOST_SET_ASIDE) });
    const always = () => {
      const all = [...meantSo, meant].slice(-MOST_SET_ASIDE);
      void ask('PATCH', '/settings', { meantSo: all }).then(
        () =>
          show({
            words: 'It is meant so in every message. Settings, Checks has the list.',
            undo: () => ask('PATCH', '/settings', { meantSo }).catch(showProblem),
          }),
        showProblem,
      );
    };
    show({
      words: 'It is meant so in this message.',
      undo: () => change({ setAside }),
      brief: true,
      way: { label: 'In every message', act: always },
    });
  }

  /** What is about a whole field has no words to go to. */
  const go = ({ field, from, to }: Finding) => {
    if (field === 'text' && to > 0) body.current?.show(from, to);
  };

  return { fix, takeMove, meanSo, go };
}
