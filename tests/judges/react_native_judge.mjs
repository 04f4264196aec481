// Plays an exported React Native component in headless Chromium, by way of React Native for Web, under a clock that is told to
// go, and compares what is seen at given moments with our own pictures.
// Usage: node react_native_judge.mjs JUDGES FOLDER, where FOLDER/plays.json is a list of
//   { app, module, data, width, height, insets, dark, reduced, start, openingEnd, opened: {gate: ms}, background, outcome,
//     shots: [{ t, picture, least }] }
// with t in the order of time, in steps of the browser's frames (16 ms).
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { browserOf, contextOf, likeness, serve } from './browser.mjs';
import { bundled } from './react_native_bundle.mjs';

const [, , judges, folder] = process.argv;
const plays = JSON.parse(readFileSync(join(folder, 'plays.json'), 'utf8'));
const complaints = [];

for (const app of new Set(plays.map((it) => it.app))) {
  const { module, data } = plays.find((it) => it.app === app);
  await bundled(judges, join(folder, app), module, data);
}

const { origin, close } = await serve(folder, (url) => complaints.push(`missing: ${url}`));
const browser = await browserOf(judges);
const alike = likeness(judges, folder, (it) => complaints.push(it));
let compared = 0;
let worst = 1;

for (const play of plays) {
  const context = await contextOf(browser, {
    viewport: { width: play.width, height: play.height }, colorScheme: play.dark ? 'dark' : 'light',
    reducedMotion: play.reduced ? 'reduce' : 'no-preference',
  });
  const page = await context.newPage();
  page.on('console', (message) => message.type() === 'error' && complaints.push(`console: ${message.text()}`));
  page.on('pageerror', (error) => complaints.push(`error: ${error.message}`));
  await page.clock.install({ time: 0 });
  await page.goto(`${origin}/${play.app}/page.html`, { waitUntil: 'load' });
  await page.clock.pauseAt(16 * 1000);
  // React does its work between the clock's ticks, by messages the clock does not hold.
  const settle = () => page.evaluate(async () => {
    for (let i = 0; i < 6; i++) {
      await new Promise((done) => {
        const { port1, port2 } = new MessageChannel();
        port1.onmessage = done;
        port2.postMessage(0);
      });
    }
  });
  await page.evaluate((start) => window.make(start, false), play.start);
  let now = 0;
  const goTo = async (t) => {
    if (t > now) await page.clock.runFor(t - now);
    now = Math.max(now, t);
    await settle();
  };
  const events = [
    ...Object.entries(play.opened).filter(([, at]) => at < 1e8).map(([gate, at]) => ({ t: at, gate })),
    { t: play.openingEnd, mounts: true },
    ...play.shots,
  ].sort((a, b) => a.t - b.t);
  for (const event of events) {
    await goTo(event.t);
    if (event.gate) await page.evaluate((gate) => window.launch.open(gate), event.gate);
    else if (event.mounts) {
      await page.evaluate((it) => window.mount(it.insets, it.background), play);
      await page.waitForFunction(() => launch.schedule); // its pictures have been read
    }
    else {
      worst = Math.min(worst, alike({ ...event, play: play.app, dark: play.dark, reduced: play.reduced }, await page.screenshot()));
      compared++;
    }
    await settle();
  }
  await goTo(now + 12000);
  const outcome = await page.evaluate(() => window.outcome);
  if (outcome !== play.outcome) complaints.push(`${play.app} ends ${outcome}, expected ${play.outcome}`);
  await context.close();
}
await browser.close();
close();
console.log(`${compared} compared, least likeness ${worst.toFixed(4)}, ${complaints.length} complaints`);
for (const it of complaints.slice(0, 20)) console.log(it);
process.exit(complaints.length === 0 && compared > 0 ? 0 : 1);
