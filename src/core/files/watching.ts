/** Files that are watched: what was seen of them. */

export interface SeenFiles {
  files: { name: string; size: number; modifiedAt: number }[];
  /** Why they could not be read, in words; null where they could. */
  trouble: string | null;
  /** Epoch ms. */
  at: number;
}
