// Plays an exported composition by the code block of its INTEGRATE.md as it stands there: it goes round in the loop while the app
// loads, on to its end afterwards, and rests where people ask for less motion.
// Usage: node lottie_steps.mjs JUDGES FOLDER, where FOLDER is an export.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { browserOf, pageOf, serve } from './browser.mjs';

const [, , judges, folder] = process.argv;
const [, steps] = readFileSync(join(folder, 'INTEGRATE.md'), 'utf8').match(/```js\n([^]*?)```/);
const player = readFileSync(join(judges, 'node_modules/lottie-web/build/player/lottie_svg.js'), 'utf8');
writeFileSync(join(folder, 'lottie.js'), player);
writeFileSync(join(folder, 'page.html'), `<!doctype html><meta charset="utf-8"><div id="it" style="width: 390px; height: 844px"></div>
<script src="lottie.js"></script><script>
const container = document.getElementById('it');
let finish;
const loaded = new Promise((done) => (finish = done));
${steps}
show.addEventListener('complete', () => (window.isOver = true));
// Watched in the page, at each of its pictures: from outside a slow machine would miss some.
window.seen = { rounds: 0, last: 0, furthest: 0 };
(function watch() {
  const frame = show.currentFrame;
  if (frame < seen.last) seen.rounds++;
  Object.assign(seen, { last: frame, furthest: Math.max(seen.furthest, frame) });
  requestAnimationFrame(watch);
})();
</script>`);

const complaints = [];
const { origin, close } = await serve(folder);
const browser = await browserOf(judges);
async function opened(reducedMotion) {
  const page = await pageOf(browser, { viewport: { width: 390, height: 844 }, reducedMotion });
  page.on('pageerror', (error) => complaints.push(error.message));
  await page.goto(`${origin}/page.html`);
  await page.waitForFunction(() => show.isLoaded);
  return page;
}
const marker = (page, name) => page.evaluate((it) => show.markers.find((mark) => mark.payload.name === it), name);

const page = await opened('no-preference');
const loop = await marker(page, 'loop');
const ends = await page.evaluate(() => show.totalFrames);
if (loop) {
  const rounds = await page.waitForFunction(() => seen.rounds >= 2).then(() => true, () => false);
  if (!rounds) complaints.push('it does not go round while the app loads');
  const furthest = await page.evaluate(() => seen.furthest);
  if (furthest > loop.time + loop.duration + 6) complaints.push(`it goes on to ${furthest} though the app still loads`);
}
await page.evaluate(() => finish());
await page.waitForFunction(() => window.isOver).catch(() => complaints.push('it does not come to its end'));
if ((await page.evaluate(() => show.currentFrame)) < ends - 2) complaints.push('it does not rest at its end');

const calm = await opened('reduce');
const still = await marker(calm, 'still');
await calm.waitForFunction((at) => show.isPaused && Math.abs(show.currentFrame - at) <= 1, still.time).catch(() => {});
await new Promise((done) => setTimeout(done, 300)); // and it stays there
const rests = await calm.evaluate(() => [show.currentFrame, show.isPaused]);
if (Math.abs(rests[0] - still.time) > 1 || !rests[1]) complaints.push(`with less motion it is at ${rests}, not still at ${still.time}`);
await browser.close();
close();
console.log(`${complaints.length} complaints`);
for (const it of complaints.slice(0, 10)) console.log(it);
process.exit(complaints.length === 0 ? 0 : 1);
