// Plays an exported React Native component in headless Chromium, by way of React Native for Web, under a clock that is told to
// go, and compares what is seen at given moments with our own pictures.
// Usage: node react_native_judge.mjs JUDGES FOLDER, where FOLDER/plays.json is a list of
//   { app, module, data, width, height, insets, dark, reduced, start, openingEnd, opened: {gate: ms}, background, outcome,
//     shots: [{ t, picture, least }] }
// with t in the order of time, in steps of the browser's frames (16 ms).
import { createRequire } from 'node:module';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { browserOf, likeness, serve } from './browser.mjs';

const [, , judges, folder] = process.argv;
const require = createRequire(join(judges, 'package.json'));
const esbuild = require('esbuild');
const { PNG } = require('pngjs');
const plays = JSON.parse(readFileSync(join(folder, 'plays.json'), 'utf8'));
const complaints = [];

/// Pictures as the framework's bundler has them: the densest of a name, with its size in dp.
const pictures = {
  name: 'pictures',
  setup(build) {
    build.onResolve({ filter: /\.(png|jpg|webp)$/ }, (args) => ({ path: resolve(dirname(args.importer), args.path), namespace: 'picture' }));
    build.onLoad({ filter: /.*/, namespace: 'picture' }, ({ path }) => {
      const scale = [3, 2, 1].find((it) => existsSync(it > 1 ? path.replace(/(\.\w+)$/, `@${it}x$1`) : path));
      if (!scale) throw new Error(`no picture ${path}`);
      const bytes = readFileSync(scale > 1 ? path.replace(/(\.\w+)$/, `@${scale}x$1`) : path);
      const isPng = bytes[0] === 0x89;
      const size = isPng ? PNG.sync.read(bytes) : { width: 0, height: 0 };
      const type = isPng ? 'png' : bytes[0] === 0xff ? 'jpeg' : 'webp'; // whatever the name says, the bytes decide
      const uri = `data:image/${type};base64,${bytes.toString('base64')}`;
      return { contents: `module.exports = ${JSON.stringify({ uri, width: size.width / scale, height: size.height / scale })}`, loader: 'js' };
    });
  },
};

async function bundled(play) {
  const app = join(folder, play.app);
  writeFileSync(join(app, 'entry.tsx'), `
import React from 'react';
import { createRoot } from 'react-dom/client';
import { View } from 'react-native';
import { LaunchController, LaunchSequence } from './launch/LaunchPlayer';
import { ${play.data} } from './launch/${play.module}';
window.make = (start) => {
  window.launch = new LaunchController(${play.data}, start);
  window.launch.finished.then((it) => (window.outcome = it));
};
window.mount = (insets, backgroundColor) =>
  createRoot(document.getElementById('root')).render(
    <LaunchSequence controller={window.launch} insets={insets}><View style={{ flex: 1, backgroundColor }} /></LaunchSequence>);
`);
  await esbuild.build({
    entryPoints: [join(app, 'entry.tsx')], outfile: join(app, 'bundle.js'), bundle: true, jsx: 'automatic', logLevel: 'error', plugins: [pictures],
    nodePaths: [join(judges, 'node_modules')], alias: { 'react-native': 'react-native-web' }, define: { 'process.env.NODE_ENV': '"production"', global: 'window' },
  });
  writeFileSync(join(app, 'page.html'), '<!doctype html><html><head><style>html, body, #root { height: 100%; margin: 0; display: flex; ' +
    'flex: 1; background: #000; overflow: hidden }</style></head><body><div id="root"></div><script src="bundle.js"></script></body></html>');
}
for (const app of new Set(plays.map((it) => it.app))) await bundled(plays.find((it) => it.app === app));

const { origin, close } = await serve(folder, (url) => complaints.push(`missing: ${url}`));
const browser = await browserOf(judges);
const alike = likeness(judges, folder, (it) => complaints.push(it));
let compared = 0;
let worst = 1;

for (const play of plays) {
  const context = await browser.newContext({
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
  await page.evaluate((start) => window.make(start), play.start);
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
    else if (event.mounts) await page.evaluate((it) => window.mount(it.insets, it.background), play);
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
