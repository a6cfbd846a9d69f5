'use client';
/** The pictures that stand in the text, for the editor to show. */
import { useEffect, useRef, useState } from 'react';
import type { AttachmentJson } from '#api/types';
import type { PictureSource } from '../body/pictureView';

export function usePictures(attached: readonly AttachmentJson[]): PictureSource {
  const latest = useRef(attached);
  const followers = useRef(new Set<() => void>());
  useEffect(() => {
    latest.current = attached;
    for (const told of followers.current) told();
  }, [attached]);
  const [source] = useState<PictureSource>(() => ({
    urlOf(contentId) {
      const found = latest.current.find((each) => each.contentId === contentId);
      return found && found.received === found.size ? `/api/v1/attachments/${found.id}/content` : undefined;
    },
    follow(told) {
      followers.current.add(told);
      return () => void followers.current.delete(told);
    },
  }));
  return source;
}
