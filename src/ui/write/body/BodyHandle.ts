import type { RichLink } from '#core/message/richText';

/** What the rest of the page can do with the text, however it is written. */
export interface BodyHandle {
  /** Where the cursor is, in terms of its own. */
  cursor: () => { from: number; to: number };
  /** Puts words in the place of others, by offsets in the plain text. @returns whether that could be done */
  replace: (from: number, to: number, words: string) => boolean;
  /** Puts this where the cursor is; into an empty text, in its place. */
  insert: (what: BodyValue) => void;
  /** The same with a few words, within their line. */
  insertWords: (words: string) => void;
  undo: () => void;
  /** Goes to these words, by offsets in the plain text. */
  show: (from: number, to: number) => void;
  /** Marks these stretches of the plain text, and no others. */
  mark: (ranges: readonly { from: number; to: number }[]) => void;
}

/** Links with words of their own, by offsets in the plain text. */
export type OnLinks = (links: RichLink[]) => void;

/** What the text is, as it stands. */
export interface BodyValue {
  text: string;
  html: string | null;
}
