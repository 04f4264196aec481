// Plays situations on exported React Native components, by way of React Native for Web.
// Usage: node react_native_situations.mjs JUDGES FOLDER, where FOLDER/cases.json is { "cases": [...] }, each with `app`, `module`, `data` and
// `names`, the gates'. Writes FOLDER/seen.json.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { playAll } from './browser_situations.mjs';
import { bundled } from './react_native_bundle.mjs';

const [, , judges, folder] = process.argv;
const { cases } = JSON.parse(readFileSync(join(folder, 'cases.json'), 'utf8'));
for (const app of new Set(cases.map((it) => it.app))) {
  const { module, data } = cases.find((it) => it.app === app);
  await bundled(judges, join(folder, app), module, data, [1, 2, 3]); // nobody looks at them, and each page reads them anew
}

const mount = (page) => page.evaluate(() => window.mount({}, ''));
const unmount = (page) => page.evaluate(() => window.unmount());

await playAll(judges, folder, cases, {
  mounts: true, // nothing of the app is there before
  expected: /native animated module is missing/, // a browser has none
  page: (it) => `${it.app}/page.html`,
  before: (page, it) =>
    page.addInitScript((ran) => document.addEventListener('DOMContentLoaded', () => window.make(null, !ran)), it.ran),

  loaded: () => (launch.began = launch.clock()), // the process begins here
  async begin(page) {
    await mount(page);
    await page.waitForFunction(() => launch.schedule || launch.isOver);
  },
  acts: (page, it, { seen, openAll }) => ({
    destroy: () => unmount(page),
    async recreate() {
      await unmount(page);
      await mount(page);
    },
    async 'recreate, opening'() {
      await unmount(page);
      await openAll();
      await mount(page);
    },
    message: async () => (seen.spoken = await page.evaluate(() => window.spoken.at(-1))),
  }),
  reach: (page) =>
    page.evaluate(() => {
      const first = document.getElementById('first');
      if (!first) return { reader: launch.isOver, keys: launch.isOver }; // the app itself was taken down
      const box = first.getBoundingClientRect();
      const top = document.elementFromPoint(box.x + box.width / 2, box.y + box.height / 2);
      // A browser's keyboard is no phone's: what counts here is what a finger reaches.
      return { reader: !first.closest('[aria-hidden=true]'), keys: top === first };
    }),
  ended: () => launch.isOver,
  left: () => ({
    alive: document.querySelectorAll('[aria-modal]').length + document.querySelectorAll('img').length + (window.released > 0 ? 0 : 1),
    content: !document.getElementById('app') || getComputedStyle(document.getElementById('app').parentElement).opacity === '1',
  }),
});
