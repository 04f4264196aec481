// Shows animated SVG files as a browser does: `node svg_motion.mjs JUDGES FOLDER SIDE TIMES` writes NAME.T.png beside each
// NAME.svg of the folder for each T ms (a list with commas) after its beginning, SIDE pixels square, on white.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { browserOf, pageOf } from './browser.mjs';

const [judges, folder, side, times] = process.argv.slice(2);
const browser = await browserOf(judges);
const page = await pageOf(browser, { viewport: { width: Number(side), height: Number(side) } });
let count = 0;
for (const name of readdirSync(folder).filter((it) => it.endsWith('.svg')).sort()) {
  await page.setContent(`<style>html,body{margin:0;background:#fff}body>svg{display:block;width:100vw;height:100vh}</style>${readFileSync(join(folder, name), 'utf8')}`);
  for (const time of times.split(',')) {
    await page.evaluate((t) => {
      const svg = document.querySelector('svg');
      svg.pauseAnimations();
      svg.setCurrentTime(t / 1000);
      for (const it of document.getAnimations()) {
        it.pause();
        it.currentTime = t;
      }
    }, Number(time));
    writeFileSync(join(folder, `${name.replace(/svg$/, '')}${time}.png`), await page.screenshot());
    count += 1;
  }
}
await browser.close();
console.log(JSON.stringify({ count }));
