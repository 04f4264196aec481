// Plays situations on exported pages. Usage: node web_situations.mjs JUDGES FOLDER, where FOLDER/cases.json is { "cases": [...] }, each
// with `page` and `names`, the gates'. Writes FOLDER/seen.json.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { playAll } from './browser_situations.mjs';

const [, , judges, folder] = process.argv;
const { cases } = JSON.parse(readFileSync(join(folder, 'cases.json'), 'utf8'));

/// A page that was loaded ahead is the counterpart of a process that was there long before.
const isLoadedAhead = (it) => it.first > 6000;
const held = new WeakMap(); // what lets a page's player come

await playAll(judges, folder, cases, {
  page: (it) => it.page,
  async before(page, it) {
    const arrives = new Promise((release) => held.set(page, release));
    await page.route('**/launch.js', async (route) => {
      await arrives;
      await route.continue();
    });
    await page.addInitScript(({ ran, isAhead, first }) => {
      if (ran) localStorage.setItem('launch-ran', '1');
      if (!isAhead) return;
      Object.defineProperty(document, 'prerendering', { get: () => isAhead });
      window.activate = () => {
        isAhead = false;
        performance.getEntriesByType = () => [{ activationStart: first - 500 }];
        document.dispatchEvent(new Event('prerenderingchange'));
      };
    }, { ran: it.ran, isAhead: isLoadedAhead(it), first: it.first });
  },
  async begin(page, it) {
    held.get(page)();
    await page.waitForFunction(() => launch.player);
    if (isLoadedAhead(it)) await page.evaluate(() => window.activate());
  },
  acts: (page, it, { seen }) => ({
    destroy: () => page.evaluate(() => document.querySelector('[id$="-launch"]').remove()),
    message: async () => (seen.spoken = await page.locator('[role=status]').textContent()),
  }),
  async reach(page) {
    await page.keyboard.press('Tab');
    return page.evaluate(() => ({
      reader: !document.getElementById('app').inert && document.getElementById('app').checkVisibility({ visibilityProperty: true }),
      keys: document.activeElement?.id === 'first',
    }));
  },
  ended: () => !document.querySelector('[id$="-launch"]'),
  left: () => ({
    alive: document.querySelectorAll('[id$="-launch"], .launch-status').length + document.getAnimations().length +
      [...document.querySelectorAll('*')].filter((element) => element.inert).length,
    content: getComputedStyle(document.getElementById('app')).opacity === '1',
  }),
});
