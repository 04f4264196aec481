// Plays an exported launch in headless Chromium under a clock that is told to go, and checks what the player promises to the
// app around it. Usage: node web_behaviour.mjs JUDGES FOLDER, where FOLDER/behaviour.json is { page, module, gates, alone, timeOut }:
// `alone` is the outcome and its time when no gate is ever opened, `timeOut` likewise when one is missing.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { browserOf, serve } from './browser.mjs';

const [, , judges, folder] = process.argv;
const task = JSON.parse(readFileSync(join(folder, 'behaviour.json'), 'utf8'));
const { origin, close } = await serve(folder);
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

/// A page with the launch playing, in a browser that was never here unless one is given.
async function opened(context = null) {
  context ??= await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  page.on('pageerror', (error) => check(`no error: ${error.message}`, false));
  await page.clock.install({ time: 0 });
  await page.clock.pauseAt(1000); // however long the page takes to load: time goes only when it is told to
  await page.goto(`${origin}/${task.page}`, { waitUntil: 'load' });
  for (let tries = 0; tries < 200 && !(await page.evaluate(() => !!window.launch)); tries++) await new Promise((done) => setTimeout(done, 25));
  await page.evaluate(() => {
    window.outcome = null;
    window.launch.finished.then((it) => (window.outcome = it));
  });
  return page;
}
const overlay = (page) => page.locator('[id$="-launch"]').count();
const inert = (page) => page.evaluate(() => document.getElementById('app').inert);
const outcome = (page) => page.evaluate(() => window.outcome);
const openAll = (page) => page.evaluate((gates) => gates.forEach((it) => window.launch.open(it)), task.gates);
const focused = (page) => page.evaluate(() => document.activeElement?.id ?? '');

{ // While it plays, nobody gets into the page, nor into the launch; afterwards all is as if it had never been.
  const page = await opened();
  check('the launch is there', (await overlay(page)) === 1);
  check('the page cannot be reached', await inert(page));
  await page.keyboard.press('Tab');
  check('the keyboard does not get into the page', (await focused(page)) !== 'first');
  const hidden = await page.evaluate(() => document.querySelector('[id$="-launch"]').getAttribute('aria-hidden'));
  check('the launch is not read out', hidden === 'true');
  const focusable = await page.evaluate(() => document.querySelectorAll('[id$="-launch"] :is(a, button, input, [tabindex])').length);
  check('nothing in the launch takes the focus', focusable === 0);
  await page.setViewportSize({ width: 844, height: 390 }); // turned in the middle of it
  await page.clock.runFor(300);
  check('it plays on after the window has changed', (await overlay(page)) === 1);
  await openAll(page);
  await openAll(page); // telling twice does no harm
  await page.clock.runFor(20000);
  check('it ends complete', (await outcome(page)) === 'complete');
  check('it is gone', (await overlay(page)) === 0);
  check('the page can be reached', !(await inert(page)));
  check('no animation is left', await page.evaluate(() => document.getAnimations().length === 0));
  await page.keyboard.press('Tab');
  check('the keyboard gets into the page', (await focused(page)) === 'first');
  await page.evaluate((gate) => window.launch.open(gate), task.gates[0]); // too late: does no harm
  await page.context().close();
}

{ // Nothing is ever told: the time-outs decide, as the core says, and it is announced meanwhile.
  const page = await opened();
  await page.clock.runFor(4000);
  const status = () => page.locator('.launch-status').count();
  if ((await overlay(page)) === 1) check('nothing is announced early', (await status()) === 0);
  if (task.alone.at > 5600) {
    await page.clock.runFor(1300);
    const said = await page.locator('[role=status]').textContent();
    check('a long launch is announced', said === 'Loading');
    check('outside of what is hidden', await page.evaluate(() => !document.querySelector('[role=status]').closest('[aria-hidden=true]')));
  }
  await page.clock.runFor(task.alone.at + 500);
  check(`alone it ends ${task.alone.outcome}`, (await outcome(page)) === task.alone.outcome);
  check('the announcement goes with it', (await status()) === 0);
  await page.context().close();
}

{ // Promises: kept, broken, and of no gate.
  const page = await opened();
  const told = await page.evaluate(async (gates) => {
    const results = [await window.launch.openWhen(gates[0], Promise.resolve(7))];
    results.push(await window.launch.openWhen(gates.at(-1), Promise.reject(new Error('no network'))).catch((it) => it.message));
    try {
      window.launch.open('nothing of that name');
    } catch (error) {
      results.push(error.message);
    }
    return results;
  }, task.gates);
  check('a kept promise gives its value on', told[0] === 7);
  check('a broken promise is the caller’s', told[1] === 'no network');
  check('an unknown gate is told, with those there are', task.gates.every((it) => told[2].includes(it)));
  await page.clock.runFor(60000);
  check('a gate whose promise broke is decided by its time-out', (await outcome(page)) === task.timeOut.outcome);
  await page.context().close();
}

{ // Dismissed at once.
  const page = await opened();
  await page.clock.runFor(200);
  await page.evaluate(() => window.launch.dismiss());
  check('dismissed, it is gone', (await overlay(page)) === 0 && !(await inert(page)));
  check('and says so', (await outcome(page)) !== null);
  await page.context().close();
}

{ // Kinds of start: the first ever, and one in a browser that remembers it.
  const page = await opened();
  const starts = () => page.evaluate(() => [localStorage.getItem('launch-ran'), sessionStorage.getItem('launch-ran')].join());
  check('the first start is remembered', (await starts()) === '1,1');
  const storageState = await page.context().storageState();
  await page.context().close();
  const again = await opened(await browser.newContext({ viewport: { width: 390, height: 844 }, storageState }));
  await openAll(again);
  await again.clock.runFor(20000);
  check('another start ends, too', (await outcome(again)) === 'complete');
  await again.context().close();
}

{ // The app's own script comes first, and the player late: everything it tells counts all the same.
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  page.on('pageerror', (error) => check(`no error with an early script: ${error.message}`, false));
  await page.route('**/launch-player.js', async (route) => {
    await new Promise((done) => setTimeout(done, 400));
    await route.continue();
  });
  await page.goto(`${origin}/${task.early}`, { waitUntil: 'load' });
  const told = await page.evaluate(() => window.told);
  check('the first line of the app can tell the launch', told.includes('opened'));
  check('a promise gives its value before there is a player', (await page.evaluate(() => window.early)) === 7);
  check('what was told early opens its gates', (await page.evaluate(() => window.launch.finished)) === 'complete');
  check('an early launch is gone at its end', (await overlay(page)) === 0);
  await context.close();
}

{ // No script ever comes: the page is uncovered by its style sheet alone.
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  await page.route('**/*.js', (route) => route.abort());
  await page.goto(`${origin}/${task.page}`, { waitUntil: 'load' });
  const covered = () => page.evaluate(() => document.elementFromPoint(195, 20)?.closest('[id$="-launch"]') !== null);
  check('without scripts the opening is seen', await covered());
  const ends = await page.evaluate(() => {
    const goes = document.getAnimations().find((it) => it.animationName === 'launch-without-scripts');
    if (!goes) return null;
    const at = goes.effect.getComputedTiming().endTime;
    goes.finish();
    return at;
  });
  check('it goes after the longest the sequence can last', ends !== null && Math.abs(ends - task.longest) < 50);
  check('without scripts the page is uncovered in the end', !(await covered()));
  const seen = await page.evaluate(async () => {
    await new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
    return getComputedStyle(document.querySelector('[id$="-launch"]')).opacity;
  });
  check(`without scripts nothing of it is left to see, but ${seen}`, Number(seen) < 0.001);
  await context.close();
}

{ // The scripts come only after that: the page stays as it is, and the app is told.
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  page.on('pageerror', (error) => check(`no error with a late script: ${error.message}`, false));
  let release;
  const held = new Promise((done) => (release = done));
  await page.route('**/launch-player.js', async (route) => {
    await held;
    await route.continue();
  });
  await page.goto(`${origin}/${task.page}`, { waitUntil: 'commit' });
  await page.waitForSelector('[id$="-launch"]', { state: 'attached' });
  await page.evaluate(() => document.getAnimations().find((it) => it.animationName === 'launch-without-scripts').finish());
  release();
  check('a player that comes too late says that the app went on', (await page.evaluate(() => window.launch.finished)) === 'wentOn');
  check('and leaves nothing behind', (await overlay(page)) === 0 && !(await inert(page)));
  await context.close();
}

await browser.close();
close();
console.log(`${checked} checked, ${failed} not so`);
process.exit(failed === 0 && checked >= 20 ? 0 : 1);
