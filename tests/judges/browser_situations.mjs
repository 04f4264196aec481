// Plays situations (tests/export/situations.json, as tests/support/situations.h makes cases of them) in headless Chromium under a
// clock that is told to go, and says what came of each: what was told, reached and left. A player is shown by
//   { page(it), before(page, it), begin(page, it), acts, ended() }
// where the page has `launch` with the calls of INTEGRATE.md, #app and in it #first; `ended` is evaluated there.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { browserOf, contextOf, serve } from './browser.mjs';

export const LOADED = 5000; // when the clock stands still and the page's own begins; setting it up takes some of that
const settled = () => new Promise((done) => setTimeout(done, 30)); // for what the browser does by itself

async function played(browser, origin, it, player) {
  const seen = { told: [], records: [] };
  const context = await contextOf(browser, {
    viewport: { width: it.width, height: it.height }, reducedMotion: it.calm ? 'reduce' : 'no-preference', colorScheme: it.dark ? 'dark' : 'light',
  });
  const page = await context.newPage();
  page.on('pageerror', (error) => (seen.error = error.message));
  page.on('console', (line) => ['error', 'warning'].includes(line.type()) && !player.expected?.test(line.text()) && (seen.error = line.text()));
  await page.clock.install({ time: 0 });
  await page.clock.pauseAt(LOADED);
  await page.addInitScript((LOADED) => {
    const clock = performance.now.bind(performance);
    performance.now = () => clock() - LOADED;
  }, LOADED);
  await player.before(page, it);
  await page.goto(`${origin}/${player.page(it)}`, { waitUntil: 'domcontentloaded' });
  await page.evaluate(() => {
    window.told = [];
    window.records = [];
    window.pressed = false;
    launch.onOutcome((how) => told.push(how));
    launch.onRecord = (line) => records.push(line);
    document.addEventListener('click', (click) => (pressed ||= click.target.id === 'first'), true);
  });
  let now = await page.evaluate(() => performance.now());
  const goTo = async (t) => {
    if (t > now) await page.clock.runFor(Math.ceil(t - now));
    now = Math.max(now, t);
  };
  await goTo(0);
  if (player.loaded) await page.evaluate(player.loaded);
  const open = (gate) => page.evaluate((name) => launch.open(name), it.names[gate]);
  const openAll = async () => {
    for (const gate of it.gates) await open(gate);
  };
  const acts = {
    dismiss: () => page.evaluate(() => launch.dismiss()),
    retry: () => page.evaluate(() => launch.retry()),
    turn: () => page.setViewportSize({ width: it.height, height: it.width }),
    dark: () => page.emulateMedia({ colorScheme: 'dark' }),
    calm: () => page.emulateMedia({ reducedMotion: 'reduce' }),
    touch: () => page.mouse.click(it.width / 2, it.height / 2),
    open: openAll,
    async leave() {
      const see = (isHidden) =>
        page.evaluate((hides) => {
          Object.defineProperty(document, 'hidden', { configurable: true, get: () => hides });
          Object.defineProperty(document, 'visibilityState', { configurable: true, get: () => (hides ? 'hidden' : 'visible') });
          document.dispatchEvent(new Event('visibilitychange'));
        }, isHidden);
      await see(true);
      await page.clock.runFor(30000);
      await see(false);
    },
    ...player.acts(page, it, { seen, openAll }),
  };
  async function reachWhilePlaying() {
    if (it.skipped || (await page.evaluate(player.ended))) return;
    const { reader, keys } = await player.reach(page);
    seen.reach = { reader: reader || !!seen.reach?.reader, keys: keys || !!seen.reach?.keys };
  }
  if (it.skipped) await page.evaluate(() => launch.skip());
  const steps = [
    { at: it.first, run: begin },
    ...it.opens.map(({ gate, at }) => ({ at, run: () => open(gate) })),
    ...it.acts.map((act) => ({ at: act.at, run: acts[act.do] })),
    { at: it.first + 200, run: reachWhilePlaying },
  ];
  async function begin() {
    if (!player.mounts) await reachWhilePlaying();
    await player.begin(page, it);
    await page.clock.runFor(20); // its first frame
    now += 20;
    await settled();
    await reachWhilePlaying();
  }
  for (const step of steps.sort((a, b) => a.at - b.at)) {
    await goTo(step.at);
    await step.run();
    await settled();
  }
  await goTo(now + it.after * 16);
  await settled();
  Object.assign(seen, await page.evaluate(() => ({ told, records, pressed })), await page.evaluate(player.left));
  seen.reachAfter = await player.reach(page);
  await context.close();
  return seen;
}

/// All cases, two at a time; writes FOLDER/seen.json.
export async function playAll(judges, folder, cases, player) {
  const { origin, close } = await serve(folder);
  const browser = await browserOf(judges);
  const all = {};
  const queue = [...cases];
  await Promise.all([0, 1].map(async () => {
    while (queue.length > 0) {
      const it = queue.shift();
      try {
        all[it.name] = await played(browser, origin, it, player);
      } catch (error) {
        all[it.name] = { error: error.message };
      }
    }
  }));
  writeFileSync(join(folder, 'seen.json'), JSON.stringify(all));
  await browser.close();
  close();
}
