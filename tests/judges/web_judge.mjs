// Shows an exported launch in headless Chromium at given moments and compares each with our own picture of it.
// Usage: node web_judge.mjs JUDGES FOLDER, where FOLDER/shots.json is a list of
//   { page, width, height, dark, reduced, offline, t, openingEnd, opened: {gate: ms}, picture, least }, `offline`: from when on the
// app shows its offline screen;
// t null: the static frame, before the player is there. Fails on a lesser likeness, on any message of the console, and on
// any request that leaves the folder.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { browserOf, contextOf, likeness, serve } from './browser.mjs';

const [, , judges, folder] = process.argv;
const complaints = [];
const { origin, close } = await serve(folder, (url) => complaints.push(`missing: ${url}`));
const browser = await browserOf(judges);
const alike = likeness(judges, folder, (it) => complaints.push(it));
const shots = JSON.parse(readFileSync(join(folder, 'shots.json'), 'utf8'));
const contexts = new Map();

async function pageFor(shot) {
  const key = [shot.page, shot.width, shot.height, shot.dark, shot.reduced, shot.t === null].join();
  if (!contexts.has(key)) {
    const context = await contextOf(browser, {
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
    if (shot.t === null) await page.route('**/launch.js', (route) => route.fulfill({ contentType: 'text/javascript', body: '' }));
    await page.goto(`${origin}/${shot.page}`, { waitUntil: 'load' });
    if (shot.t !== null) await page.waitForFunction(() => window.launch.player);
    contexts.set(key, page);
  }
  return contexts.get(key);
}

let worst = 1;
for (const shot of shots) {
  const page = await pageFor(shot);
  if (shot.t !== null) {
    await page.evaluate((it) => {
      document.getElementById('app').classList.toggle('offline', it.t >= it.offline);
      window.launch.player.seek(it.t, { opened: it.opened, openingEnd: it.openingEnd });
    }, shot);
  }
  worst = Math.min(worst, alike(shot, await page.screenshot({ animations: 'allow' })));
}
await browser.close();
close();
console.log(`${shots.length} compared, least likeness ${worst.toFixed(4)}, ${complaints.length} complaints`);
for (const it of complaints.slice(0, 20)) console.log(it);
process.exit(complaints.length === 0 && shots.length > 0 ? 0 : 1);
