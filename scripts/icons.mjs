// Draws the icons of the installed desk from the mark: `node scripts/icons.mjs`.
import { readFileSync } from 'node:fs';
import puppeteer from 'puppeteer-core';
import { CHROMIUM, CHROMIUM_ARGS } from './chromium.mjs';

const mark = readFileSync('public/mark.svg', 'utf8').replace(/width="\d+" height="\d+"/, '');
// Of a maskable icon only the middle, four fifths wide, is sure to be seen (W3C Manifest, “icon masks”).
const ICONS = [
  { name: 'mark-192', size: 192, share: 0.74, round: 0.22 },
  { name: 'mark-512', size: 512, share: 0.74, round: 0.22 },
  { name: 'mark-maskable-512', size: 512, share: 0.56, round: 0 },
];

const browser = await puppeteer.launch({ executablePath: CHROMIUM, args: CHROMIUM_ARGS });
const page = await browser.newPage();
for (const { name, size, share, round } of ICONS) {
  await page.setViewport({ width: size, height: size });
  await page.setContent(
    `<style>html,body{margin:0;background:transparent}div{width:${size}px;height:${size}px;display:grid;place-items:center;background:#202b38;border-radius:${size * round}px}svg{height:${size * share}px}path{stroke:#f5f1e8}path:nth-child(2){stroke:#f0b44c}</style><div>${mark}</div>`,
  );
  await page.screenshot({ path: `public/icons/${name}.png`, omitBackground: true });
}
await browser.close();
