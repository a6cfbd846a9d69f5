import { describe, expect, it } from 'vitest';
import { tempDesk } from '#test/support/desk';
import { hostileMail } from '#test/support/hostile';
import { hitsOf } from '#test/support/hits';
import { listThreads } from './incoming/inbox';
import { receiveMail } from './incoming/receiveMail';
import { readHtml, readMessage, readSource } from './messages/readMessage';
import { search } from './search/search';

const all = hostileMail('http://far.example:4444');

describe('mail made to do harm', () => {
  it('is enough of it', () => expect(all.length).toBeGreaterThanOrEqual(200));

  it('is kept, all of it, as it came, and can be read, listed and found', async () => {
    const { desk } = tempDesk();
    const ids = new Set<string>();
    for (const { name, bytes } of all) {
      const { id } = await receiveMail(desk, bytes);
      ids.add(id);
      if (bytes.length > 0) expect(readSource(desk, id).equals(bytes), name).toBe(true);
      const message = readMessage(desk, id);
      expect(message.place, name).toBe('inbox');
      if (message.html) {
        const { html, pictures } = await readHtml(desk, id, false);
        expect(pictures, name).toBe(false);
        expect(hitsOf(html), name).toEqual([]);
      }
    }
    expect(ids.size).toBe(all.length);
    let listed = 0;
    for (let cursor: string | undefined; ;) {
      const page = listThreads(desk, { place: 'inbox', order: 'time', limit: 100, cursor });
      listed += page.messages.reduce((sum, { count }) => sum + count, 0);
      if (!page.cursor) break;
      cursor = page.cursor;
    }
    expect(listed).toBe(all.length);
    expect(search(desk, 'from:mallory', 500).hits.length).toBeGreaterThan(100);
  }, 120_000);
});
