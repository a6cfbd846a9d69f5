'use client';
/** The mailbox of an account: how far it has been taken in, and which of its folders stand for what. */
import { Button, Select } from 'antd';
import { useId, useState } from 'react';
import type { AccountJson } from '#api/types';
import { INBOX, isSameFolder, type MailboxFolders } from '#core/mailbox/folders';
import { placeLabel } from '#core/message/account';
import { useWords } from '../common/format';
import { useMailboxFolders } from '../data/accounts';
import styles from './Accounts.module.css';
import type { AccountActions } from './useAccountActions';

type Mailbox = NonNullable<AccountJson['mailbox']>;

interface Props {
  account: AccountJson;
  mailbox: Mailbox;
  actions: AccountActions;
}

const NONE = '';

/** A folder for one purpose; those that are not there yet are made when they are needed. */
function FolderChoice({
  label,
  none,
  value,
  paths,
  choose,
}: {
  label: string;
  none: string;
  value: string | null;
  paths: readonly string[];
  choose: (path: string | null) => void;
}) {
  const id = useId();
  const all = value !== null && !paths.includes(value) ? [...paths, value] : paths;
  return (
    <>
      <label htmlFor={id}>{label}</label>
      <Select
        id={id}
        showSearch
        popupMatchSelectWidth={false}
        value={value ?? NONE}
        options={[{ value: NONE, label: none }, ...all.map((path) => ({ value: path, label: path }))]}
        onChange={(path) => choose(path === NONE ? null : path)}
      />
    </>
  );
}

const isOtherwiseUsed = ({ snooze, archive, sent, more }: MailboxFolders, path: string): boolean =>
  [snooze, archive, sent, ...more].includes(path);

function Folders({ account: { id }, mailbox: { folders }, actions }: Props) {
  const moreId = useId();
  const { data, error } = useMailboxFolders(id, true);
  const paths = (data?.folders ?? []).map(({ path }) => path).filter((path) => !isSameFolder(path, INBOX));
  // Drafts lie where nothing else does.
  const others = paths.filter((path) => path !== folders.drafts);
  const set = (patch: Partial<MailboxFolders>) =>
    void actions.change(id, { folders: patch }, 'Folders are looked at like this from now on.');
  return (
    <div className={styles.fields}>
      {error && (
        <p role="alert" className={styles.trouble}>
          {error.message}
        </p>
      )}
      <FolderChoice
        label="What is put off lies in"
        none="stays where it is"
        value={folders.snooze}
        paths={others}
        choose={(snooze) => set({ snooze })}
      />
      <FolderChoice
        label="What is archived goes to"
        none="stays where it is"
        value={folders.archive}
        paths={others}
        choose={(archive) => set({ archive })}
      />
      <FolderChoice
        label="Sent copies go to"
        none="are not put there"
        value={folders.sent}
        paths={others}
        choose={(sent) => set({ sent })}
      />
      <FolderChoice
        label="Drafts lie in"
        none="this desk only"
        value={folders.drafts}
        paths={paths.filter((path) => !isOtherwiseUsed(folders, path))}
        choose={(drafts) => set({ drafts })}
      />
      <label htmlFor={moreId}>Into the inbox, besides its own</label>
      <Select
        id={moreId}
        mode="multiple"
        placeholder="no other folder"
        value={folders.more}
        options={others
          .filter((path) => path !== folders.snooze && path !== folders.archive)
          .map((path) => ({ value: path, label: path }))}
        onChange={(more) => set({ more })}
      />
    </div>
  );
}

function progressWords({ begun, rest, stopped }: Mailbox): string {
  if (!begun) return 'not looked into yet';
  if (rest === 0) return 'all of it is here';
  const left = `${rest.toLocaleString('en')} ${rest === 1 ? 'message' : 'messages'} of before`;
  return stopped ? `${left} not taken in` : `${left} still being taken in`;
}

export function MailboxPart(props: Props) {
  const words = useWords();
  const { account, mailbox, actions } = props;
  const { rest, stopped, trouble, since } = mailbox;
  const [open, setOpen] = useState(false);
  return (
    <>
      <p className={styles.line}>
        <span>
          Mailbox <bdi>{placeLabel(mailbox)}</bdi>: {progressWords(mailbox)}
        </span>
        {rest > 0 && (
          <Button
            size="small"
            onClick={() =>
              void actions.change(
                account.id,
                { takeRest: stopped },
                stopped ? 'It goes on being taken in.' : 'What was there before is not taken in.',
              )
            }
          >
            {stopped ? 'Go on' : 'Stop'}
          </Button>
        )}
        <Button size="small" type="text" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'Fold the folders' : 'Folders…'}
        </Button>
      </p>
      {trouble && (
        <p role="alert" className={styles.trouble}>
          {trouble}
          {since && ` Since ${words.moment(since)}; it is tried again by itself.`}
        </p>
      )}
      {open && <Folders {...props} />}
    </>
  );
}
