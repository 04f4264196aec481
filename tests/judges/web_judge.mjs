// Shows an exported launch in headless Chromium at given moments and compares each with our own picture of it.
// Usage: node web_judge.mjs JUDGES FOLDER, where FOLDER/shots.json is a list of
//   { page, width, height, dark, reduced, start, t, openingEnd, opened: {gate: ms}, picture, least }
// t null: the static frame, before the player is there. Fails on a lesser likeness, on any message of the console, and on
// any request that leaves the folder.
import { createServer } from 'node:http';
import { createRequire } from 'node:module';
import { readFileSync, existsSync, writeFileSync, mkdtempSync } from 'node:fs';
import { join, normalize, extname } from 'node:path';
import { tmpdir } from 'node:os';

const [, , judges, folder] = process.argv;
const require = createRequire(join(judges, 'package.json'));
const { chromium } = require('playwright-core');
const { PNG } = require('pngjs');
const { ssim } = require('ssim.js');

const TYPES = { '.html': 'text/html', '.js': 'text/javascript', '.css': 'text/css', '.png': 'image/png', '.jpg': 'image/jpeg',
  '.webp': 'image/webp', '.svg': 'image/svg+xml', '.webmanifest': 'application/manifest+json' };
const complaints = [];
const server = createServer((request, response) => {
  const path = normalize(join(folder, decodeURIComponent(new URL(request.url, 'http://x').pathname)));
  if (!path.startsWith(normalize(folder)) || !existsSync(path)) {
    if (!request.url.includes('favicon.ico')) complaints.push(`missing: ${request.url}`);
    response.writeHead(404).end();
    return;
  }
  response.writeHead(200, { 'content-type': TYPES[extname(path)] ?? 'application/octet-stream' }).end(readFileSync(path));
});
await new Promise((resolve) => server.listen(0, '127.0.0.1', resolve));
const origin = `http://127.0.0.1:${server.address().port}`;

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking',
    '--disable-component-update', '--disable-sync', '--force-color-profile=srgb', '--disable-lcd-text'],
});
const shots = JSON.parse(readFileSync(join(folder, 'shots.json'), 'utf8'));
const contexts = new Map();

async function pageFor(shot) {
  const key = [shot.page, shot.width, shot.height, shot.dark, shot.reduced, shot.start, shot.t === null].join();
  if (!contexts.has(key)) {
    const context = await browser.newContext({
      viewport: { width: shot.width, height: shot.height }, colorScheme: shot.dark ? 'dark' : 'light',
      reducedMotion: shot.reduced ? 'reduce' : 'no-preference',
    });
    const page = await context.newPage();
    page.on('console', (message) => complaints.push(`console: ${message.text()}`));
    page.on('pageerror', (error) => complaints.push(`error: ${error.message}`));
    page.on('request', (request) => {
      const url = request.url();
      if (!url.startsWith(origin) && !url.startsWith('data:')) complaints.push(`outside: ${url}`);
    });
    // The static frame is what stands before the player has been fetched.
    const none = 'export const play = () => null;';
    if (shot.t === null) await page.route('**/*.js', (route) => route.fulfill({ contentType: 'text/javascript', body: none }));
    await page.goto(`${origin}/${shot.page}`, { waitUntil: 'load' });
    if (shot.t !== null) await page.waitForFunction(() => window.launch);
    contexts.set(key, page);
  }
  return contexts.get(key);
}

let worst = 1;
for (const shot of shots) {
  const page = await pageFor(shot);
  if (shot.t !== null) {
    await page.evaluate((it) => window.launch.seek(it.t, { opened: it.opened, openingEnd: it.openingEnd }), shot);
  }
  const bytes = await page.screenshot({ animations: 'allow' });
  const mine = PNG.sync.read(readFileSync(join(folder, shot.picture)));
  const theirs = PNG.sync.read(bytes);
  const { mssim } = ssim(mine, theirs);
  worst = Math.min(worst, mssim);
  if (!(mssim >= shot.least)) {
    const kept = join(process.env.JUDGE_KEEP ?? mkdtempSync(join(tmpdir(), 'web-')), `${shot.picture.replaceAll('/', '_')}.theirs.png`);
    writeFileSync(kept, bytes);
    complaints.push(`likeness ${mssim.toFixed(4)} below ${shot.least}: ${JSON.stringify(shot)} (see ${kept})`);
  }
}
await browser.close();
server.close();
console.log(`${shots.length} compared, least likeness ${worst.toFixed(4)}, ${complaints.length} complaints`);
for (const it of complaints.slice(0, 20)) console.log(it);
process.exit(complaints.length === 0 && shots.length > 0 ? 0 : 1);
