'use client';
/** Parts of a view that are not needed before somebody asks for them. */
import { lazy } from 'react';

/** The page has been drawn and is at rest by then, ms. */
const AT_REST_MS = 2500;

/**
 * A component that is loaded when it is first drawn; or before, once the page is at rest, so that nobody waits for it.
 * To be drawn within a Suspense.
 */
export const later: typeof lazy = (load) => {
  // What could not be loaded is asked for again when it is drawn.
  if (typeof window !== 'undefined') setTimeout(() => void load().catch(() => {}), AT_REST_MS);
  return lazy(load);
};
