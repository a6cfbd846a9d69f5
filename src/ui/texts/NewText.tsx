'use client';
/** A new text: empty, or made from a message, with what is its reader’s proposed as fields. */
import { useQueryClient } from '@tanstack/react-query';
import { Button, Checkbox, Spin } from 'antd';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { CorrespondentJson, MessageJson, TextJson } from '#api/types';
import {
  docWithProposals,
  ownBlocks,
  proposeFields,
  withProposals,
  type NamedPerson,
  type Proposal,
} from '#core/fields/propose';
import { addressKey } from '#core/message/address';
import { plainAlternative, richFromPlain } from '#core/message/richText';
import { baseSubject } from '#core/reply/threading';
import { submitOnCtrlEnter } from '../common/submitOnCtrlEnter';
import { ApiProblem, ask } from '../data/client';
import { refresh, useCorrespondents, useMessage, useSettings } from '../data/queries';
import { useNotices } from '../shell/Notices';
import { usePictures } from '../write/attachments/usePictures';
import { docOf, htmlOf } from '../write/body/extensions';
import { TextForm, type TextWords } from './TextForm';
import styles from './Texts.module.css';

/** Whoever it was to, or is from. */
function peopleOf(message: MessageJson, known: readonly CorrespondentJson[]): NamedPerson[] {
  const all = message.direction === 'in' ? [message.from] : [...message.to, ...message.cc];
  return all.map(({ name, address }) => {
    const person = known.find(({ addresses }) => addresses.includes(addressKey(address)));
    return { columns: {}, ...person, name: person?.name || name, address };
  });
}

/** Each once, whoever’s it is. */
function proposalsFor(message: MessageJson, own: string, known: readonly CorrespondentJson[]): Proposal[] {
  const all = peopleOf(message, known).flatMap((person) =>
    proposeFields(`${message.subject}\n${own}`, person),
  );
  return [...new Map(all.map((each) => [each.words, each])).values()];
}

function FromMessage({ message, known }: { message: MessageJson; known: readonly CorrespondentJson[] }) {
  const [doc] = useState(() =>
    ownBlocks(message.html === null ? richFromPlain(message.text) : docOf(message.html)),
  );
  const { text } = plainAlternative(doc);
  const proposals = proposalsFor(message, text, known);
  const wordsWith = (chosen: readonly Proposal[]): TextWords => {
    const made = docWithProposals(doc, chosen);
    return {
      name: baseSubject(message.subject),
      subject: withProposals(baseSubject(message.subject), chosen),
      text: plainAlternative(made).text,
      html: message.html === null ? null : htmlOf(made),
    };
  };
  return <Editor from={message} proposals={proposals} wordsWith={wordsWith} />;
}

interface EditorProps {
  from?: MessageJson;
  proposals: readonly Proposal[];
  wordsWith: (chosen: readonly Proposal[]) => TextWords;
}

const NOTHING: MessageJson['attachments'] = [];

function Editor({ from, proposals, wordsWith }: EditorProps) {
  const client = useQueryClient();
  const router = useRouter();
  const { show } = useNotices();
  const [chosen, setChosen] = useState<readonly Proposal[]>(proposals);
  const [words, setWords] = useState(() => wordsWith(proposals));
  const [problem, setProblem] = useState<ApiProblem | null>(null);
  const [keeping, setKeeping] = useState(false);
  const attached = from?.attachments ?? NOTHING;
  const pictures = usePictures(attached);
  const files = attached.filter(({ contentId, linked }) => !contentId && !linked);
  const choose = (next: readonly Proposal[]) => {
    setChosen(next);
    setWords({ ...wordsWith(next), name: words.name });
  };
  async function keep() {
    setKeeping(true);
    try {
      const kept = await ask<TextJson>('POST', '/texts', { ...words, from: from?.id });
      refresh(client, ['text']);
      show({
        words: `“${kept.name}” is kept.`,
        undo: async () => {
          await ask('DELETE', `/texts/${kept.id}`);
          refresh(client, ['text']);
          show({ words: `“${kept.name}” is not kept any more.` });
        },
      });
      router.push(`/library/texts/${kept.id}`);
    } catch (error) {
      setProblem(error instanceof ApiProblem ? error : new ApiProblem(0, String(error)));
      setKeeping(false);
    }
  }
  return (
    <form
      className={styles.page}
      onKeyDown={submitOnCtrlEnter}
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <p>
        <Link href="/library">Library</Link>
      </p>
      <h1 className="unseen">A new text</h1>
      <div className={styles.columns}>
        <TextForm
          words={words}
          onChange={(patch) => {
            setProblem(null);
            setWords((before) => ({ ...before, ...patch }));
          }}
          problem={problem}
          pictures={pictures}
          onPicture={() => Promise.resolve(undefined)}
          autoFocus
        >
          {problem && !problem.at('name') && <p role="alert">{problem.message}</p>}
          <div className={styles.foot}>
            <Button type="primary" htmlType="submit" loading={keeping}>
              Keep this text
            </Button>
            {files.length > 0 && (
              <span className="quiet">With {files.map(({ name }) => name).join(', ')}.</span>
            )}
          </div>
        </TextForm>
        {proposals.length > 0 && (
          <section className={`pane ${styles.side}`} aria-labelledby="proposals">
            <h2 id="proposals">What could be a field</h2>
            <ul className={styles.proposals}>
              {proposals.map((each) => (
                <li key={each.words}>
                  <Checkbox
                    checked={chosen.includes(each)}
                    onChange={({ target }) =>
                      choose(
                        proposals.filter((other) =>
                          other === each ? target.checked : chosen.includes(other),
                        ),
                      )
                    }
                  >
                    “{each.words}” {each.count > 1 && `${each.count} times `}→ {`{{${each.field}}}`}
                  </Checkbox>
                </li>
              ))}
            </ul>
            <p className="quiet">Choosing puts the words of the message in anew.</p>
          </section>
        )}
      </div>
    </form>
  );
}

export function NewText({ from }: { from: string | undefined }) {
  const { data: message, error } = useMessage(from);
  const { writeAs } = useSettings();
  const people = useCorrespondents().data;
  if (error) return <p role="alert">{error.message}</p>;
  if (from === undefined) {
    const empty = { name: '', subject: '', text: '', html: writeAs === 'rich' ? '<p></p>' : null };
    return <Editor proposals={[]} wordsWith={() => empty} />;
  }
  if (!message || !people) return <Spin />;
  return <FromMessage message={message} known={people} />;
}
