'use client';
/** What the list and what is read beside it know of one another. */
import { createContext, useContext, type RefObject } from 'react';
import type { ThreadPlace } from '../data/incoming';

interface Frame {
  place: ThreadPlace;
  /** The messages as they are listed, in order. */
  listed: RefObject<readonly string[]>;
  /** The row that takes the focus once it is drawn. */
  toFocus: RefObject<string | null>;
  /** On to the message after these, which are gone from the list; back to the list where there is none. */
  goOn: (from: readonly string[]) => void;
}

export const FrameContext = createContext<Frame | null>(null);
export const useFrame = () => useContext(FrameContext)!;
