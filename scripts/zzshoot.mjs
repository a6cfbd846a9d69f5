import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { CHROMIUM, CHROMIUM_ARGS } from './chromium.mjs';
const { default: puppeteer } = await import('puppeteer-core');
const freePort = () => new Promise((r) => { const s = createServer().listen(0, '127.0.0.1', () => { const { port } = s.address(); s.close(() => r(port)); }); });
const [port, lmtp] = [await freePort(), await freePort()];
const data = mkdtempSync(join(tmpdir(), 'oak-'));
const demo = spawn(process.execPath, ['dist/launcher.mjs', 'demo'], { env: { ...process.env, OAK_DATA: data, OAK_PORT: String(port), OAK_LMTP_PORT: String(lmtp), OAK_LOG: 'warn' }, stdio: ['ignore', 'pipe', 'inherit'] });
await new Promise((r) => demo.stdout.on('data', (c) => c.toString().includes('is ready at') && r()));
const origin = `http://127.0.0.1:${port}`;
const api = async (method, path, body) => (await fetch(`${origin}/api/v1${path}`, { method, headers: { 'content-type': 'application/json', prefer: 'wait=30' }, body: body && JSON.stringify(body) })).json();
const browser = await puppeteer.launch({ executablePath: CHROMIUM, userDataDir: join(data, 'chromium'), args: CHROMIUM_ARGS });
const page = await browser.newPage();
page.on('console', (m) => m.type() === 'error' && console.log('console', m.text()));
page.on('pageerror', (e) => console.log('pageerror', e.message));
await page.setViewport({ width: 1280, height: 800 });
const go = async (path) => { await page.goto(origin + path, { waitUntil: 'networkidle2' }); await page.evaluate(() => document.fonts.ready); };
const shot = async (name) => { await sleep(500); await page.screenshot({ path: `/tmp/shots/${name}.png` }); console.log(name); };
try {
  const { run } = await import(process.argv[2]);
  await run({ page, go, shot, api, sleep });
} finally { await browser.close(); demo.kill(); }
