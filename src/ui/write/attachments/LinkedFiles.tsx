'use client';
/** Files that are read as the message leaves: linking them, and what would go now. */
import { Button } from 'antd';
import { useState } from 'react';
import type { LinksJson } from '#api/types';
import { useWords } from '../../common/format';
import { PanelPopover } from '../../common/PanelPopover';
import { useLinks } from '../../data/links';
import { FilePicker } from '../../files/FilePicker';
import { LinkForm } from '../../files/LinkForm';
import { afterWords, linkName, nowWords } from '../../files/linkWords';
import { useLinkActions } from '../../files/useLinkActions';
import styles from './AttachmentList.module.css';

interface ButtonProps {
  /** Resolves to the id of the message, keeping it on the server first where it is new. */
  kept: () => Promise<string>;
}

export function LinkButton({ kept }: ButtonProps) {
  const [open, setOpen] = useState(false);
  const actions = useLinkActions();
  return (
    <PanelPopover
      title="Link files: they are read as the message leaves"
      button={{ size: 'small', children: 'Link a file' }}
      open={open}
      onOpenChange={setOpen}
    >
      {(close) => (
        <FilePicker
          purpose="link"
          choose={(paths, which) => {
            close();
            void actions.add(kept, paths, which);
          }}
        />
      )}
    </PanelPopover>
  );
}

function LinkedFile({ link }: { link: LinksJson['links'][number] }) {
  const [open, setOpen] = useState(false);
  const actions = useLinkActions();
  const words = useWords();
  const name = linkName(link);
  const after = afterWords(link);
  return (
    <span className={styles.file}>
      <span title={link.path}>{name}</span>
      {link.now.trouble ? (
        <strong className={styles.broken}>{link.now.trouble}</strong>
      ) : (
        <span className="quiet">{[nowWords(link, words.moment), after].filter(Boolean).join(' · ')}</span>
      )}
      <PanelPopover
        title={`About ${name}`}
        button={{ size: 'small', type: 'text', children: 'Choices…', 'aria-label': `Choices… about ${name}` }}
        open={open}
        onOpenChange={setOpen}
      >
        {(close) => (
          <LinkForm
            link={link}
            keep={(change) => void actions.change(link, change).then((done) => done && close())}
          />
        )}
      </PanelPopover>
      <Button
        type="text"
        size="small"
        aria-label={`Take out ${name}`}
        onClick={() => void actions.remove(link)}
      >
        Take out
      </Button>
    </span>
  );
}

/** @param messageId undefined where it is not on the server yet: then nothing is linked */
export function LinkedFiles({ messageId }: { messageId: string | undefined }) {
  const links = useLinks(messageId).data;
  if (!links || links.length === 0) return null;
  return (
    <div className={styles.row} role="group" aria-label="Linked files">
      <span className="quiet">Linked, as of now:</span>
      {links.map((link) => (
        <LinkedFile key={link.id} link={link} />
      ))}
    </div>
  );
}
