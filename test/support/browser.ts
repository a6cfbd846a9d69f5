/** Driving Chromium as a person does: by role and name, by keyboard. */
import { readFileSync } from 'node:fs';
import { mkdtempSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import puppeteer, { type Browser, type ClickOptions, type ElementHandle, type Page } from 'puppeteer-core';
import { onTestFinished } from 'vitest';
import { CHROMIUM, CHROMIUM_ARGS } from '../../scripts/chromium.mjs';
import { patient, until } from './until';

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

export interface Chromium {
  browser: Browser;
  /** Where it keeps what pages leave with it. */
  userDataDir: string;
  close(): Promise<void>;
}

/** @param userDataDir what another one left behind; it starts with nothing where none is given */
export async function startChromium(
  userDataDir = mkdtempSync(join(tmpdir(), 'oak-chromium-')),
): Promise<Chromium> {
  const browser = await puppeteer.launch({
    executablePath: CHROMIUM,
    userDataDir,
    args: CHROMIUM_ARGS,
  });
  return {
    browser,
    userDataDir,
    async close() {
      await browser.close();
      rmSync(userDataDir, { recursive: true, force: true });
    },
  };
}

/** How long a page may take to come, or to do what it is asked. */
const PAGE_PATIENCE_MS = 90_000;

/** A page with its errors collected; nothing may be in them at the end. */
export async function openPage(
  chromium: Chromium,
  url: string,
  size = { width: 1280, height: 800 },
): Promise<Page & { problems: string[] }> {
  const page = await chromium.browser.newPage();
  await page.setViewport(size);
  page.setDefaultTimeout(patient(PAGE_PATIENCE_MS));
  // A browser that was ended by a test has taken its pages with it.
  onTestFinished(() => page.close().catch(() => {}));
  const problems: string[] = [];
  page.on('pageerror', (error) => problems.push(String((error as Error).stack)));
  page.on('console', (message) => {
    // A refusal of the API is a line of the network's, not an error of the page.
    if (message.type() === 'error' && !message.text().startsWith('Failed to load resource'))
      problems.push(message.text());
  });
  await page.goto(url, { waitUntil: 'load' });
  return Object.assign(page, { problems });
}

/** What may have a role by what it is; anything may by its attribute. */
const NATIVE: Record<string, string> = {
  button: 'button, summary, input',
  checkbox: 'input',
  combobox: 'input, select',
  dialog: 'dialog',
  heading: 'h1, h2, h3, h4, h5, h6',
  link: 'a, area',
  option: 'option',
  radio: 'input',
  spinbutton: 'input',
  switch: 'input, button',
  textbox: 'input, textarea, [contenteditable]',
};

/** Elements as the accessibility tree has them, by Chromium's own reckoning of role and name (see CHROMIUM_ARGS). */
interface Reckoned {
  computedName: string;
  computedRole: string;
}

const candidates = (role: string) => (NATIVE[role] ? `${NATIVE[role]}, [role="${role}"]` : '*');

/**
 * The first element of a role and an exact name below `root`, or null. The reckoning goes over the whole page each
 * time, and most looks are in vain: only what may have the role and has a word of the name about it is reckoned.
 */
export async function named(
  root: Page | ElementHandle,
  role: string,
  name: string,
): Promise<ElementHandle | null> {
  const within = 'keyboard' in root ? await root.evaluateHandle(() => document.body) : root;
  const handle = await within.evaluateHandle(
    (within, css, role, name) => {
      const words = name.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? [''];
      const told = words.reduce((longest, word) => (word.length > longest.length ? word : longest));
      const about = (each: Element) =>
        [
          each,
          ...((each as HTMLInputElement).labels ?? []),
          ...(each.getAttribute('aria-labelledby') ?? '').split(' ').map((id) => document.getElementById(id)),
        ].some((place) => place?.outerHTML.toLowerCase().includes(told));
      return (
        [...within.querySelectorAll(css)].filter(about).find((each) => {
          const reckoned = each as unknown as Reckoned;
          return reckoned.computedName === name && reckoned.computedRole === role;
        }) ?? null
      );
    },
    candidates(role),
    role,
    name,
  );
  return handle.asElement() as ElementHandle | null;
}

/** Waits for the element of a role and an exact name. */
export function find(page: Page, role: string, name: string): Promise<ElementHandle> {
  // Not waitForSelector: it waits for frames, and a page in the background draws none.
  return until(`a ${role} named ${name}`, () =>
    // Between two pages there is nothing to be found.
    named(page, role, name).catch(() => null),
  );
}

/** How long an element has to stand still before a person hits it, ms. */
const STILL_MS = 30;

/** Resolves once `element` may be pressed, or is gone: it is enabled and stands still, in sight. */
const untilStill = (element: ElementHandle) =>
  until('it to stand still', () =>
    element
      .evaluate(async (target, still) => {
        if (!target.isConnected) return true;
        if (target.matches(':disabled')) return false;
        // What lies below a bar at the edge has to come into the middle.
        const { x, y, width, height } = target.getBoundingClientRect();
        const hit = document.elementFromPoint(x + width / 2, y + height / 2);
        if (!hit || !(target.contains(hit) || hit.contains(target)))
          target.scrollIntoView({ block: 'center', inline: 'nearest', behavior: 'instant' });
        const before = target.getBoundingClientRect();
        await new Promise((resolve) => setTimeout(resolve, still));
        const after = target.getBoundingClientRect();
        return (
          after.width > 0 && before.x === after.x && before.y === after.y && before.width === after.width
        );
      }, STILL_MS)
      .catch(() => true),
  );

/** Clicks it; where it has moved away under the pointer, clicks again, as people do. */
export async function press(page: Page, role: string, name: string, options?: ClickOptions): Promise<void> {
  for (let tries = 3; tries > 0; tries--) {
    const element = await find(page, role, name);
    await untilStill(element);
    await element
      .evaluate((target) =>
        window.addEventListener(
          'click',
          (event) => target.setAttribute('data-hit', String(event.composedPath().includes(target))),
          { once: true, capture: true },
        ),
      )
      .catch(() => {});
    // Drawn anew between the look and the click: it is looked for again.
    if (
      !(await element.click(options).then(
        () => true,
        () => false,
      )) &&
      tries > 1
    )
      continue;
    // What is gone, or whose page is, had been hit.
    const missed = await element
      .evaluate((target) => target.isConnected && target.getAttribute('data-hit') !== 'true')
      .catch(() => false);
    if (!missed) return;
  }
}

/** True where such an element is there now. */
export async function has(page: Page, role: string, name: string): Promise<boolean> {
  return (await named(page, role, name)) !== null;
}

/** The text of the page as it is seen. */
export const textOf = (page: Page, css = 'body') =>
  page.$eval(css, (element) => (element as HTMLElement).innerText);

/** What of the page a failure tells. */
const MOST_TOLD = 2000;

export function sees(page: Page, words: string | RegExp, css = 'body', patience?: number) {
  let text = '';
  const told = () => `to see ${String(words)} at ${page.url()} in ${css}: ${text.slice(0, MOST_TOLD)}`;
  return until(
    told,
    async () => {
      text = await textOf(page, css).catch((error: unknown) => String(error));
      return typeof words === 'string' ? text.includes(words) : words.test(text);
    },
    patience,
  );
}

/** The text of the message that is being written, however it is written. */
export const bodyText = (page: Page): Promise<string> =>
  page.$eval('[aria-label="Text"]', (element) =>
    element instanceof HTMLTextAreaElement
      ? element.value
      : [...element.children]
          .map((block) => (block as HTMLElement).innerText.trim())
          .filter(Boolean)
          .join('\n\n'),
  );

/** The words of that text before the cursor, where it is in focus. */
export const beforeCursor = (page: Page): Promise<string | undefined> =>
  page.evaluate(() => {
    const field = document.activeElement;
    if (field instanceof HTMLTextAreaElement) return field.value.slice(0, field.selectionStart);
    const selection = document.getSelection();
    if (field?.getAttribute('aria-label') !== 'Text' || !selection?.focusNode) return undefined;
    const range = document.createRange();
    range.setStart(field, 0);
    range.setEnd(selection.focusNode, selection.focusOffset);
    return range.toString();
  });

/** Types into a field found by its label, replacing what is in it. */
export async function fill(page: Page, role: string, name: string, text: string): Promise<void> {
  const field = await find(page, role, name);
  await field.focus();
  await page.keyboard.down('Control');
  await page.keyboard.press('KeyA');
  await page.keyboard.up('Control');
  await page.keyboard.type(text);
}

/** Presses a chord such as `Control+Enter`. */
export async function chord(page: Page, keys: string): Promise<void> {
  const parts = keys.split('+') as Parameters<Page['keyboard']['press']>[0][];
  const last = parts.pop()!;
  for (const key of parts) await page.keyboard.down(key);
  await page.keyboard.press(last);
  for (const key of parts.reverse()) await page.keyboard.up(key);
}

/** What axe finds wrong, in words; an empty list is good. */
export async function axe(page: Page): Promise<string[]> {
  await page.evaluate(AXE);
  return page.evaluate(async () => {
    interface Result {
      violations: { id: string; help: string; nodes: { html: string; failureSummary: string }[] }[];
    }
    // What is just fading in has not the colours it is seen in.
    const passing = document
      .getAnimations()
      .filter((each) => each.effect?.getTiming().iterations !== Infinity);
    await Promise.all(passing.map((each) => each.finished.catch(() => {})));
    const { violations } = await (window as unknown as { axe: { run(): Promise<Result> } }).axe.run();
    return violations.flatMap((rule) =>
      rule.nodes.map(
        (node) => `${rule.id}: ${rule.help}\n  ${node.html.slice(0, 200)}\n  ${node.failureSummary}`,
      ),
    );
  });
}

/** What has the focus, by its label or its words. */
export const focusedName = (page: Page) =>
  page.evaluate(
    () => document.activeElement?.getAttribute('aria-label') ?? document.activeElement?.textContent,
  );

/** What stands in the field of that name. */
export const valueNamed = async (page: Page, name: string): Promise<string> =>
  (await find(page, 'textbox', name)).evaluate((field) => (field as unknown as HTMLInputElement).value);

/** What stands in a field. @param css finds it */
export const valueOf = (page: Page, css: string) =>
  page.$eval(css, (element) => (element as HTMLInputElement).value);
