// Plays situations on exported pages in headless Chromium under a clock that is told to go, and says what came of each.
// Usage: node web_situations.mjs JUDGES FOLDER, where FOLDER/cases.json is { "cases": [...] } as tests/support/situations.h makes
// them; each has `page` and `names`, the gates'. Writes FOLDER/seen.json: by the cases' names what was told, reached and left.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { browserOf, serve } from './browser.mjs';

const [, , judges, folder] = process.argv;
const { cases } = JSON.parse(readFileSync(join(folder, 'cases.json'), 'utf8'));
const { origin, close } = await serve(folder);
const browser = await browserOf(judges);

const LOADED = 5000; // when the clock stands still and the page's own begins; setting it up takes some of that
const settled = () => new Promise((done) => setTimeout(done, 30)); // for what the browser does by itself

async function played(it) {
  const seen = { told: [], records: [] };
  const context = await browser.newContext({
    viewport: { width: it.width, height: it.height }, reducedMotion: it.calm ? 'reduce' : 'no-preference', colorScheme: it.dark ? 'dark' : 'light',
  });
  const page = await context.newPage();
  page.on('pageerror', (error) => (seen.error = error.message));
  page.on('console', (line) => ['error', 'warning'].includes(line.type()) && (seen.error = line.text()));
  let release;
  const held = new Promise((done) => (release = done));
  await page.route('**/launch.js', async (route) => {
    await held;
    await route.continue();
  });
  await page.clock.install({ time: 0 });
  await page.clock.pauseAt(LOADED);
  const isLoadedAhead = it.first > 6000; // the page's counterpart of a process that was there long before
  await page.addInitScript(({ ran, isLoadedAhead, first, LOADED }) => {
    const clock = performance.now.bind(performance);
    performance.now = () => clock() - LOADED;
    if (ran) localStorage.setItem('launch-ran', '1');
    if (!isLoadedAhead) return;
    let isAhead = true;
    Object.defineProperty(document, 'prerendering', { get: () => isAhead });
    window.activate = () => {
      isAhead = false;
      performance.getEntriesByType = () => [{ activationStart: first - 500 }];
      document.dispatchEvent(new Event('prerenderingchange'));
    };
  }, { ran: it.ran, isLoadedAhead, first: it.first, LOADED });
  await page.goto(`${origin}/${it.page}`, { waitUntil: 'domcontentloaded' });
  await page.evaluate(() => {
    window.told = [];
    window.records = [];
    window.pressed = false;
    launch.onOutcome((how) => told.push(how));
    launch.onRecord = (line) => records.push(line);
    document.getElementById('first').onclick = () => (pressed = true);
  });
  let now = await page.evaluate(() => performance.now());
  const goTo = async (t) => {
    if (t > now) await page.clock.runFor(Math.ceil(t - now));
    now = Math.max(now, t);
  };
  const open = (gate) => page.evaluate((name) => launch.open(name), it.names[gate]);
  const reach = async () => {
    await page.keyboard.press('Tab');
    return page.evaluate(() => ({
      reader: !document.getElementById('app').inert && document.getElementById('app').checkVisibility({ visibilityProperty: true }),
      keys: document.activeElement?.id === 'first',
    }));
  };
  const acts = {
    dismiss: () => page.evaluate(() => launch.dismiss()),
    destroy: () => page.evaluate(() => document.querySelector('[id$="-launch"]').remove()),
    retry: () => page.evaluate(() => launch.retry()),
    turn: () => page.setViewportSize({ width: it.height, height: it.width }),
    dark: () => page.emulateMedia({ colorScheme: 'dark' }),
    calm: () => page.emulateMedia({ reducedMotion: 'reduce' }),
    touch: () => page.mouse.click(it.width / 2, it.height / 2),
    open: async () => {
      for (const gate of it.gates) await open(gate);
    },
    message: async () => (seen.spoken = await page.locator('[role=status]').textContent()),
    async leave() {
      const see = (isHidden) =>
        page.evaluate((hides) => {
          Object.defineProperty(document, 'hidden', { configurable: true, get: () => hides });
          document.dispatchEvent(new Event('visibilitychange'));
        }, isHidden);
      await see(true);
      await page.clock.runFor(30000);
      seen.toldAway = await page.evaluate(() => told.length);
      await see(false);
    },
  };
  if (it.skipped) await page.evaluate(() => launch.skip());
  const steps = [
    ...it.opens.map(({ gate, at }) => ({ at, run: () => open(gate) })),
    ...it.acts.map((act) => ({ at: act.at, run: acts[act.do] })),
    { at: it.first, run: begin },
    { at: it.first + 200, run: reachWhilePlaying },
  ];
  async function reachWhilePlaying() {
    if (it.skipped || (await page.evaluate(() => !document.querySelector('[id$="-launch"]')))) return;
    const { reader, keys } = await reach();
    seen.reach = { reader: reader || !!seen.reach?.reader, keys: keys || !!seen.reach?.keys };
  }
  async function begin() {
    await reachWhilePlaying();
    release();
    await page.waitForFunction(() => launch.player);
    if (isLoadedAhead) await page.evaluate(() => window.activate());
    await page.clock.runFor(20); // its first frame
    now += 20;
    await settled();
  }
  for (const step of steps.sort((a, b) => a.at - b.at)) {
    await goTo(step.at);
    await step.run();
    await settled();
  }
  await goTo(now + it.after * 16);
  await settled();
  Object.assign(seen, await page.evaluate(() => ({
    told, records, pressed,
    alive: document.querySelectorAll('[id$="-launch"], .launch-status').length + document.getAnimations().length +
      [...document.querySelectorAll('*')].filter((element) => element.inert).length,
    content: getComputedStyle(document.getElementById('app')).opacity === '1',
  })));
  seen.reachAfter = await reach();
  await context.close();
  return seen;
}

const all = {};
const queue = [...cases];
await Promise.all([0, 1].map(async () => {
  while (queue.length > 0) {
    const it = queue.shift();
    try {
      all[it.name] = await played(it);
    } catch (error) {
      all[it.name] = { error: error.message };
    }
  }
}));
writeFileSync(join(folder, 'seen.json'), JSON.stringify(all));
await browser.close();
close();
