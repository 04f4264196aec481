// What an exported launch promises to the page around it, in headless Chromium: scripts blocked, failing, slow and late, a strict
// policy, a nested route, content that is parsed late, a page from the disk, a service worker, a page that is busy.
// Usage: node web_behaviour.mjs JUDGES FOLDER, where FOLDER/behaviour.json is { name, page, early, late, strict, nested, hash, gates,
// longest, colour: { id, light, dark } }: `name` the folder of the export within FOLDER, `longest` ms the page may be covered without scripts.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { browserOf, contextOf, serve } from './browser.mjs';

const [, , judges, folder] = process.argv;
const task = JSON.parse(readFileSync(join(folder, 'behaviour.json'), 'utf8'));
const missing = [];
const { origin, close } = await serve(folder, (url) => missing.push(url));
const browser = await browserOf(judges);

let checked = 0;
let failed = 0;
function check(what, holds) {
  checked++;
  if (!holds) {
    failed++;
    console.log(`not so: ${what}`);
  }
}

const pause = (ms) => new Promise((done) => setTimeout(done, ms));
const overlay = (page) => page.locator('[id$="-launch"]').count();
const openAll = (page) => page.evaluate((gates) => gates.forEach((it) => window.launch.open(it)), task.gates);
const finished = (page) => page.evaluate(() => window.launch.finished);
const covered = (page) => page.evaluate(() => document.elementFromPoint(195, 20)?.closest('[id$="-launch"]') !== null);
const tabbed = async (page) => {
  await page.keyboard.press('Tab');
  return page.evaluate(() => document.activeElement?.id ?? '');
};

/// A page in a browser that was never here; every error of it counts, but those that belong to the case.
async function opened(path, { before = async () => {}, expected = /^$/, options = {}, wait = 'load' } = {}) {
  const context = await contextOf(browser, { viewport: { width: 390, height: 844 }, ...options });
  const page = await context.newPage();
  page.on('pageerror', (error) => expected.test(error.message) || check(`no error: ${error.message}`, false));
  page.on('console', (line) => line.type() !== 'error' || expected.test(line.text()) || check(`no complaint: ${line.text()}`, false));
  await before(page);
  await page.goto(path.includes('://') ? path : `${origin}/${path}`, { waitUntil: wait });
  return page;
}
const done = (page) => page.context().close();

{ // The launch is decoration to a screen reader, and takes no focus.
  const page = await opened(task.page);
  check('the launch is not read out', (await page.getAttribute('[id$="-launch"]', 'aria-hidden')) === 'true');
  check('nothing in it takes the focus', (await page.locator('[id$="-launch"] :is(a, button, input, [tabindex])').count()) === 0);
  await openAll(page);
  check('it ends complete', (await finished(page)) === 'complete');
  check('the outcome is the same', (await page.evaluate(() => launch.outcome)) === 'complete');
  check('performance marks tell it', await page.evaluate(() => performance.getEntriesByType('mark').some((it) => it.name.endsWith(': complete'))));
  check('the keyboard gets into the page', (await tabbed(page)) === 'first');
  await done(page);
}

for (const asked of ['dark', 'light']) { // The app's own switch of day and night, against the system's.
  const page = await opened(task.page, { options: { colorScheme: asked === 'dark' ? 'light' : 'dark' } });
  const colour = () => page.evaluate(() => getComputedStyle(document.querySelector('[id$="-launch"]')).getPropertyValue(document.querySelector('[id$="-launch"]').id.replace(/^(.*)-launch$/, '--$1-') + window.colour));
  await page.evaluate((it) => (window.colour = it), task.colour.id);
  check(`without a switch the system decides (${asked})`, (await colour()).trim() === task.colour[asked === 'dark' ? 'light' : 'dark']);
  await page.evaluate((it) => (document.documentElement.dataset.launchTheme = it), asked);
  check(`the app's own ${asked} is followed`, (await colour()).trim() === task.colour[asked]);
  await done(page);
}

{ // An error of the player's own keeps nobody out.
  const page = await opened(task.page, {
    expected: /no animations here/,
    before: (it) => it.addInitScript(() => (Element.prototype.animate = () => { throw new Error('no animations here'); })),
  });
  check('an error of the player ends the launch', (await finished(page)) === 'wentOn' && (await overlay(page)) === 0);
  await done(page);
}

{ // What is to have the focus gets it when the page is shown, and not before.
  const page = await opened(task.page);
  await page.waitForFunction(() => launch.player);
  const focused = () => page.evaluate(() => document.activeElement?.id);
  await page.evaluate(() => document.getElementById('first').setAttribute('autofocus', ''));
  check('nothing beneath has the focus before', (await focused()) !== 'first');
  await openAll(page);
  await finished(page);
  check('what is autofocus has the focus afterwards', (await focused()) === 'first');
  await done(page);
}

{ // Nothing is ever told: it is announced after five seconds, outside of what is hidden.
  const page = await opened(task.page, { before: (it) => it.clock.install({ time: 0 }) });
  await page.waitForFunction(() => launch.player);
  await page.clock.runFor(2000);
  check('nothing is announced early', (await page.locator('[role=status]').textContent()) === '');
  if (task.longest > 6000) {
    await page.clock.runFor(3300);
    check('a long launch is announced', (await page.locator('[role=status]').textContent()) === 'Loading');
    check('outside of what is hidden', await page.evaluate(() => !document.querySelector('[role=status]').closest('[aria-hidden=true], [inert]')));
  }
  await done(page);
}

{ // Promises: kept, broken, aborted, and of no gate; nobody has to catch the broken one for the launch.
  const page = await opened(task.page);
  const told = await page.evaluate(async (gates) => {
    const stray = [];
    addEventListener('unhandledrejection', (it) => stray.push(it.reason.message));
    launch.openWhen(gates.at(-1), Promise.reject(new Error('nobody looks')));
    const caught = await launch.openWhen(gates.at(-1), Promise.reject(new Error('no network'))).catch((it) => it.message);
    const given = await launch.openWhen(gates[0], Promise.resolve(7));
    const leaving = new AbortController();
    leaving.abort();
    await launch.openWhen(gates.at(-1), Promise.resolve(1), { signal: leaving.signal });
    let unknown = '';
    try {
      launch.open('nothing of that name');
    } catch (error) {
      unknown = error.message;
    }
    await new Promise((next) => setTimeout(next, 50));
    return { stray, caught, given, unknown, opened: Object.keys(launch.opened) };
  }, task.gates);
  check('a kept promise gives its value on', told.given === 7);
  check('a broken promise is the caller’s', told.caught === 'no network');
  check('but it need not be caught for the launch', told.stray.length === 0);
  if (task.gates.length > 1) check('neither it nor an aborted one opens the gate', told.opened.join() === task.gates[0]);
  check('an unknown gate is told, with those there are', task.gates.every((it) => told.unknown.includes(it)));
  await done(page);
}

{ // The app's own deferred module and an inline script run before the player is there.
  const page = await opened(task.early, {
    before: (it) => it.route('**/launch.js', async (route) => {
      await pause(500);
      await route.continue();
    }),
  });
  check('the first line of the app can tell the launch', await page.evaluate(() => window.told.join()) === 'inline,module');
  check('a promise gives its value before there is a player', (await page.evaluate(() => window.early)) === 7);
  check('what was told early opens its gates', (await finished(page)) === 'complete');
  check('an early launch is gone at its end', (await overlay(page)) === 0);
  await done(page);
}

for (const how of ['blocked', 'broken']) { // No player ever comes: the page is uncovered by its style sheet alone.
  const page = await opened(task.page, {
    expected: /Failed to load resource|nonsense|Unexpected|module script/,
    before: (it) =>
      it.route('**/launch.js', (route) =>
        how === 'blocked' ? route.abort() : route.fulfill({ contentType: 'text/javascript', body: 'this is nonsense' })),
  });
  check(`${how}: the opening is seen`, await covered(page));
  check(`${how}: nobody gets into the page beneath`, (await tabbed(page)) !== 'first');
  const ends = await page.evaluate(() => {
    const own = document.getAnimations().filter((it) => it.animationName?.startsWith('launch-'));
    const at = own.find((it) => it.animationName === 'launch-without-scripts')?.effect.getComputedTiming().endTime;
    for (const it of own) it.finish();
    return at;
  });
  check(`${how}: it goes after the longest the sequence can last`, Math.abs(ends - task.longest) < 50);
  check(`${how}: the page is uncovered in the end`, !(await covered(page)));
  check(`${how}: and can be reached`, (await tabbed(page)) === 'first');
  const seen = await page.evaluate(async () => {
    await new Promise((next) => requestAnimationFrame(() => requestAnimationFrame(next)));
    return getComputedStyle(document.querySelector('[id$="-launch"]')).opacity;
  });
  check(`${how}: nothing of it is left to see, but ${seen}`, Number(seen) < 0.001);
  await done(page);
}

{ // Without any script at all.
  const page = await opened(task.page, { options: { javaScriptEnabled: false } });
  check('where scripts are switched off nothing covers the page', (await page.locator('[id$="-launch"]').isVisible()) === false);
  await done(page);
}

{ // The scripts come only after that: the page stays as it is, and the app is told.
  let release;
  const held = new Promise((next) => (release = next));
  const page = await opened(task.page, {
    wait: 'commit',
    before: (it) => it.route('**/launch.js', async (route) => {
      await held;
      await route.continue();
    }),
  });
  await page.waitForFunction(() => document.getAnimations().some((it) => it.animationName === 'launch-without-scripts'));
  await page.evaluate(() => document.getAnimations().forEach((it) => it.animationName?.startsWith('launch-') && it.finish()));
  release();
  check('a player that comes too late says that the app went on', (await finished(page)) === 'wentOn');
  check('and leaves nothing behind', (await overlay(page)) === 0 && (await tabbed(page)) === 'first');
  await done(page);
}

for (const hashed of [false, true]) { // A strict policy: no inline script or style, no attribute.
  const policy = `default-src 'self'; style-src 'self'${hashed ? ` 'sha256-${task.hash}'` : ''}; script-src 'self'`;
  const page = await opened(task.strict, {
    expected: hashed ? /^$/ : /inline style/i,
    before: (it) => it.route(`**/${task.strict}`, async (route) => {
      const response = await route.fetch();
      await route.fulfill({ response, headers: { ...response.headers(), 'content-security-policy': policy } });
    }),
  });
  await page.waitForFunction(() => launch.player);
  check('under a strict policy the opening covers the page', await covered(page));
  await openAll(page);
  check('and the launch plays to its end', (await finished(page)) === 'complete' && (await overlay(page)) === 0);
  await done(page);
}

{ // A nested route finds its files.
  const before = missing.length;
  const page = await opened(task.nested);
  await openAll(page);
  check('a nested route plays it, too', (await finished(page)) === 'complete');
  check(`and nothing is missing there but ${missing.slice(before)}`, missing.length === before);
  await done(page);
}

{ // The content is parsed late: it is held, and shown in the end.
  const page = await opened(task.late, { wait: 'commit', before: (it) => it.route(`**/${task.late}`, (route) => route.continue()) });
  await page.waitForFunction(() => window.launch?.player);
  await page.waitForFunction(() => document.getElementById('first'));
  check('what is parsed late cannot be reached', (await tabbed(page)) !== 'first' && (await page.evaluate(() => document.getElementById('app').inert)));
  await openAll(page);
  check('and is shown in the end', (await finished(page)) === 'complete' && (await tabbed(page)) === 'first');
  await done(page);
}

{ // From the disk, without a server.
  const page = await opened(pathToFileURL(join(folder, task.name, 'launch', task.export, 'try.html')).href);
  check('the page to try it plays from the disk', (await finished(page)) === 'complete');
  await done(page);
}

{ // A service worker that serves all from its cache.
  const worker = `addEventListener('install', () => skipWaiting());
    addEventListener('activate', (it) => it.waitUntil(clients.claim()));
    addEventListener('fetch', (it) => it.respondWith(caches.open('all').then(async (cache) => {
      const kept = await cache.match(it.request);
      if (kept) return kept;
      const got = await fetch(it.request);
      await cache.put(it.request, got.clone());
      return got;
    })));`;
  const context = await contextOf(browser, { viewport: { width: 390, height: 844 } });
  await context.route('**/worker.js', (route) => route.fulfill({ contentType: 'text/javascript', body: worker }));
  const page = await context.newPage();
  page.on('pageerror', (error) => check(`no error with a service worker: ${error.message}`, false));
  for (let visit = 0; visit < 3; visit++) {
    await page.goto(`${origin}/${task.page}`, { waitUntil: 'load' });
    await openAll(page);
    check(`with a service worker visit ${visit} plays`, (await finished(page)) === 'complete');
    await page.evaluate(() => navigator.serviceWorker.register('/worker.js', { scope: '/' }).then(() => navigator.serviceWorker.ready).then(() => 0));
  }
  await context.close();
}

/// The page's own scripts keep it busy while the show plays: how many pictures the browser shows by itself; or how many it
/// shows in that time when nothing keeps it from it.
async function picturesIn700(isBusy) {
  const page = await opened(task.page);
  await page.waitForFunction(() => launch.player);
  const session = await page.context().newCDPSession(page);
  const pictures = [];
  session.on('Page.screencastFrame', ({ data, sessionId, metadata }) => {
    pictures.push({ data, at: metadata.timestamp * 1000 });
    session.send('Page.screencastFrameAck', { sessionId }).catch(() => {}); // the page may be gone by now
  });
  await page.evaluate((from) => launch.player.seek(from, { openingEnd: 0 }), 0); // paused; each animation is played on below
  await session.send('Page.startScreencast', { format: 'png', everyNthFrame: 1 });
  await pause(300);
  const { began, ended } = await page.evaluate(async (isBusy) => {
    const moving = document.getAnimations().filter((it) => it.effect.getKeyframes().length > 1);
    for (const it of moving) it.play();
    await Promise.all(moving.map((it) => it.ready));
    await new Promise((next) => requestAnimationFrame(() => requestAnimationFrame(next)));
    const began = Date.now();
    if (isBusy) while (Date.now() - began < 700);
    else await new Promise((next) => setTimeout(next, 700));
    return { began, ended: Date.now() };
  }, isBusy);
  await pause(300);
  const during = pictures.filter((it) => it.at > began + 30 && it.at < ended - 30);
  const different = new Set(during.map((it) => it.data)).size;
  await done(page);
  return different;
}

{ // Against the same machine at the same time: other programs may take it for a moment. Where scripts draw, hardly a tenth is shown.
  let best = 0;
  for (let tries = 0; tries < 3 && best < 0.5; tries++) {
    const [idle, busy] = [await picturesIn700(false), await picturesIn700(true)];
    console.log(`busy for 700 ms: ${busy} different pictures, idle ${idle}`);
    best = Math.max(best, busy / Math.max(1, idle));
  }
  check(`while the page is busy the show goes on: ${best.toFixed(2)} of the pictures`, best >= 0.5);
}

await browser.close();
close();
console.log(`${checked} checked, ${failed} not so`);
process.exit(failed === 0 && checked >= 48 ? 0 : 1);
