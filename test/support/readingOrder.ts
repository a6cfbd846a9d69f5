/** The page as a screen reader walks through it: what has a role and a name, in the order of the accessibility tree. */
import type { ElementHandle, Page, SerializedAXNode } from 'puppeteer-core';
import { until } from './until';

type Node = SerializedAXNode;

/** What only holds others, or is the letters of what was told already. */
const UNTOLD = ['none', 'generic', 'StaticText', 'InlineTextBox'];

const flat = (node: Node): Node[] => [node, ...(node.children ?? []).flatMap(flat)];
const told = (node: Node) => !UNTOLD.includes(node.role);

/** What the tree holds now, or of it what stands within the nodes `within` takes. */
export async function readingOrder(page: Page, within?: (node: Node) => boolean): Promise<Node[]> {
  // What is “interesting” to the library leaves out what stands within a control, such as the choices of a list.
  const root = await page.accessibility.snapshot({ interestingOnly: false });
  const all = root ? flat(root) : [];
  return (within ? all.filter(within).flatMap(flat) : all).filter(told);
}

/** Waits for the first of a role with this name, as one who jumps from one to the next finds it. */
export function heard(
  page: Page,
  role: string,
  name: string | RegExp,
  within?: (node: Node) => boolean,
): Promise<Node> {
  const fits = (text = '') => (typeof name === 'string' ? text.trim() === name : name.test(text));
  let order: Node[] = [];
  return until(`${role} ${String(name)} to be heard`, async () => {
    order = await readingOrder(page, within);
    return order.find((each) => each.role === role && fits(each.name));
  }).catch((error: unknown) => {
    const list = order.map((each) => `${each.role} “${each.name ?? ''}”`).join('\n');
    throw new Error(`${String(error)}; there was:\n${list}`);
  });
}

/** Goes to a node and presses Enter there. */
export async function enter(node: Node): Promise<void> {
  const element = (await node.elementHandle()) as ElementHandle<HTMLElement> | null;
  if (!element) throw new Error(`“${node.name}” is gone`);
  await element.focus();
  await element.press('Enter');
}
