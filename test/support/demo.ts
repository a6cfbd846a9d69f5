/** The demo and a browser for one file of tests; every page opened must end without an error. */
import { afterAll, afterEach, beforeAll, expect } from 'vitest';
import type { Page } from 'puppeteer-core';
import type { MailboxJson } from '#api/types';
import { chord, fill, find, openPage, sees, startChromium, type Chromium } from './browser';
import { startProduct, type Product } from './product';

export interface Demo {
  product: Product;
  chromium: Chromium;
}

/** @param started called once both run */
export function demoPages(started: (demo: Demo) => unknown) {
  let demo: Demo;
  const pages: (Page & { problems: string[] })[] = [];
  beforeAll(async () => {
    const [product, chromium] = await Promise.all([startProduct('demo'), startChromium()]);
    demo = { product, chromium };
    await started(demo);
  });
  afterAll(async () => {
    await demo.chromium.close();
    await demo.product.stop();
  });
  afterEach(() => {
    for (const page of pages.splice(0)) expect(page.problems).toEqual([]);
  });
  return {
    open: async (path: string) => {
      const page = await openPage(demo.chromium, demo.product.origin + path);
      pages.push(page);
      return page;
    },
    /** What somebody has received and written, as the post office has it; nothing before the first. */
    mailbox: async (address: string): Promise<MailboxJson['messages']> => {
      const { status, body } = await demo.product.api<MailboxJson>('GET', `/postoffice/mailboxes/${address}`);
      return status === 404 ? [] : body.messages;
    },
    /** Moves the sandbox clock and waits for it. */
    advance: (body: object) => demo.product.moveClock(body),
  };
}

/** How long a person looks before typing again. */
const A_LOOK_MS = 10_000;

/** Picks a reader by the first letters, with the keyboard. */
export async function addReader(page: Page, letters: string, name: string): Promise<void> {
  // What is typed before the page has come to life is lost: it has once it has counted.
  await sees(page, /Inbox\s*\d+/, 'header');
  await find(page, 'textbox', 'Text');
  for (let tries = 3; ; tries--) {
    const field = await find(page, 'combobox', 'To');
    await field.focus();
    await page.keyboard.type(letters);
    try {
      await sees(page, name, '.ant-select-dropdown', A_LOOK_MS);
      await page.keyboard.press('Enter');
      await sees(page, name, 'form', A_LOOK_MS);
      return;
    } catch (error) {
      if (tries === 1) throw error;
      // As people do; what was seen is told, since it should not have to be typed twice.
      console.warn(`${letters} is typed again. ${String(error)}`);
      await (await find(page, 'combobox', 'To')).focus();
      await chord(page, 'Control+a');
      await page.keyboard.press('Delete');
    }
  }
}

/** Fills in a message. @param readers first letters and name of each */
export async function write(
  page: Page,
  subject: string,
  text: string,
  readers: [letters: string, name: string][],
): Promise<void> {
  for (const [letters, name] of readers) await addReader(page, letters, name);
  await page.keyboard.press('Escape');
  await fill(page, 'textbox', 'Subject', subject);
  await fill(page, 'textbox', 'Text', text);
}
