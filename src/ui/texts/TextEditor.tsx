'use client';
/** One kept text, saved as it is typed, with what it said before. */
import { useQueryClient } from '@tanstack/react-query';
import { Button, Spin } from 'antd';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { TextJson } from '#api/types';
import { useWords } from '../common/format';
import { useAttempt } from '../common/useAttempt';
import { ApiProblem, ask } from '../data/client';
import { refresh } from '../data/queries';
import { useText } from '../data/texts';
import { useNotices } from '../shell/Notices';
import { AttachmentList } from '../write/attachments/AttachmentList';
import { LinkButton, LinkedFiles } from '../write/attachments/LinkedFiles';
import { usePictures } from '../write/attachments/usePictures';
import { useUploads } from '../write/attachments/useUploads';
import { newKey } from '../write/draft/localStore';
import { TextForm, type TextWords } from './TextForm';
import styles from './Texts.module.css';

/** Once the typing rests this long it is saved. */
const SAVE_AFTER_MS = 800;

const wordsOf = ({ name, subject, text, html }: TextJson): TextWords => ({ name, subject, text, html });

function useSavedText(kept: TextJson) {
  const client = useQueryClient();
  const [words, setWords] = useState(() => wordsOf(kept));
  const [state, setState] = useState<'clean' | 'dirty' | 'saved' | 'failed'>('clean');
  const [problem, setProblem] = useState<ApiProblem | null>(null);
  const [sitting] = useState(newKey);
  const latest = useRef(words);
  const revision = useRef(kept.revision);
  const dirty = useRef(false);
  // One after another: two at once would race for the revision.
  const running = useRef<Promise<unknown>>(Promise.resolve());

  const save = useCallback(
    (over = false): Promise<void> => {
      const put = async () => {
        if (!dirty.current) return;
        dirty.current = false;
        const sent = latest.current;
        try {
          const asking = { revision: over ? ('*' as const) : revision.current };
          const next = await ask<TextJson>('PATCH', `/texts/${kept.id}`, { ...sent, sitting }, asking);
          revision.current = next.revision;
          setState(dirty.current ? 'dirty' : 'saved');
          setProblem(null);
          client.setQueryData(['texts', kept.id], next);
          refresh(client, ['text']);
        } catch (error) {
          dirty.current = true;
          setState('failed');
          setProblem(error instanceof ApiProblem ? error : new ApiProblem(0, String(error)));
        }
      };
      const next = running.current.then(put, put);
      running.current = next;
      return next;
    },
    [client, kept.id, sitting],
  );
  useEffect(() => {
    if (state !== 'dirty') return;
    const timer = setTimeout(() => void save(), SAVE_AFTER_MS);
    return () => clearTimeout(timer);
  }, [state, words, save]);
  useEffect(() => {
    const leave = () => void save();
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      leave();
    };
  }, [save]);

  const change = (patch: Partial<TextWords>) => {
    latest.current = { ...latest.current, ...patch };
    dirty.current = true;
    setWords(latest.current);
    setState('dirty');
  };
  /** What stands on the server takes the place of what stands here. */
  const take = (next: TextJson) => {
    dirty.current = false;
    revision.current = next.revision;
    latest.current = wordsOf(next);
    setWords(latest.current);
    setProblem(null);
    setState('clean');
  };
  return { words, state, problem, change, save, take };
}

const STATE_WORDS = { clean: '', dirty: 'Not saved yet', saved: 'Saved', failed: 'Not saved' };

function Editor({ kept }: { kept: TextJson }) {
  const client = useQueryClient();
  const router = useRouter();
  const moments = useWords();
  const attempt = useAttempt();
  const { show } = useNotices();
  const { words, state, problem, change, save, take } = useSavedText(kept);
  const chooser = useRef<HTMLInputElement>(null);
  const messageOf = async () => {
    await save();
    return client.getQueryData<TextJson>(['texts', kept.id])?.messageId ?? kept.messageId;
  };
  const uploads = useUploads(kept.messageId, kept.attachments, messageOf);
  const pictures = usePictures(kept.attachments);
  const stale = problem?.status === 412;
  const act = (work: () => Promise<void>) => void attempt(work).then(() => refresh(client, ['text']));
  const bringBack = (version: number) =>
    act(async () => {
      await save();
      const before = client.getQueryData<TextJson>(['texts', kept.id]) ?? kept;
      const next = await ask<TextJson>('POST', `/texts/${kept.id}/versions/${version}/bring-back`);
      take(next);
      const undo = () =>
        attempt(async () => {
          const again = before.versions[0]!.version;
          take(await ask<TextJson>('POST', `/texts/${kept.id}/versions/${again}/bring-back`));
          refresh(client, ['text']);
        });
      show({ words: `“${next.name}” says again what it said in version ${version}.`, undo });
    });
  const remove = () =>
    act(async () => {
      await ask('DELETE', `/texts/${kept.id}`);
      const undo = () =>
        attempt(async () => {
          await ask('POST', `/texts/${kept.id}/restore`);
          refresh(client, ['text']);
          show({ words: `“${words.name}” is kept again.` });
        });
      show({ words: `“${words.name}” is deleted; messages made with it stay.`, undo });
      router.push('/library');
    });
  return (
    <div className={styles.page}>
      <p>
        <Link href="/library">Library</Link>
      </p>
      <h1 className="unseen">{kept.name}</h1>
      <div className={styles.columns}>
        <TextForm
          words={words}
          onChange={change}
          problem={problem}
          pictures={pictures}
          onPicture={async (file) => (await uploads.add([file], true))[0]?.contentId ?? undefined}
        >
          <AttachmentList there={kept.attachments} uploads={uploads} chooser={chooser}>
            <LinkButton kept={messageOf} />
          </AttachmentList>
          <LinkedFiles messageId={kept.messageId} />
          {problem && !problem.at('name') && (
            <p role="alert">
              {stale ? 'It was changed in another window meanwhile.' : problem.message}{' '}
              {stale && (
                <>
                  <Button size="small" onClick={() => void save(true)}>
                    Keep what stands here
                  </Button>{' '}
                  <Button
                    size="small"
                    onClick={() => act(async () => take(await ask<TextJson>('GET', `/texts/${kept.id}`)))}
                  >
                    Take that one
                  </Button>
                </>
              )}
            </p>
          )}
          <div className={styles.foot}>
            <Button type="primary" href={`/write?text=${kept.id}`}>
              Write with it
            </Button>
            <Button href={`/batches/new?text=${kept.id}`}>A batch with it</Button>
            <Button href={`/api/v1/texts/${kept.id}/message`} download>
              Export as a message file
            </Button>
            <Button onClick={remove}>Delete</Button>
            <span className="quiet" aria-live="polite">
              {STATE_WORDS[state]}
            </span>
          </div>
        </TextForm>
        <section className={`pane ${styles.side}`} aria-labelledby="versions">
          <h2 id="versions">What it said</h2>
          <ul className={styles.versions}>
            {kept.versions.map(({ version, at, subject, text }, index) => (
              <li key={version}>
                <strong>Version {version}</strong>, {moments.moment(at)}
                <p dir="auto">{[subject, text].filter(Boolean).join(' · ').slice(0, 140)}</p>
                {index === 0 ? (
                  <span className="quiet">says this now</span>
                ) : (
                  <Button
                    size="small"
                    aria-label={`Bring back version ${version}`}
                    onClick={() => bringBack(version)}
                  >
                    Bring back
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </section>
      </div>
    </div>
  );
}

export function TextEditor({ id }: { id: string }) {
  const { data: text, error } = useText(id);
  if (error && !text) return <p role="alert">{error.message}</p>;
  if (!text) return <Spin />;
  return <Editor key={id} kept={text} />;
}
