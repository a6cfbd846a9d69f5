/** The fonts every page is drawn in from its first paint, as the build has named them. */
import { readdirSync } from 'node:fs';
import { join } from 'node:path';

const MEDIA = 'static/media';
const FIRST = /^(?:figtree|source-serif-4)-latin-wght-normal\..*woff2$/;

function built(): string[] {
  try {
    return readdirSync(join(process.cwd(), '.next', MEDIA));
  } catch {
    // Without a build of its own a page comes with none of them; they are loaded when they are needed.
    return [];
  }
}

export const firstFonts: readonly string[] = built()
  .filter((name) => FIRST.test(name))
  .map((name) => `/_next/${MEDIA}/${name}`);
