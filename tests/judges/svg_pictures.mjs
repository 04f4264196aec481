// Draws SVG files as a browser does: `node svg_pictures.mjs JUDGES FOLDER SIDE` writes NAME.png beside each NAME.svg of the
// folder, SIDE pixels on its longer side, on nothing.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { browserOf, pageOf } from './browser.mjs';

const [judges, folder, side] = process.argv.slice(2);
const browser = await browserOf(judges);
const page = await pageOf(browser, { viewport: { width: Number(side), height: Number(side) } });
let count = 0;
for (const name of readdirSync(folder).filter((it) => it.endsWith('.svg')).sort()) {
  const address = `data:image/svg+xml;base64,${readFileSync(join(folder, name)).toString('base64')}`;
  await page.setContent(`<body style="margin:0"><img src="${address}" style="display:block;width:100vw;height:100vh;object-fit:contain">`);
  await page.waitForFunction(() => document.images[0].complete);
  writeFileSync(join(folder, name.replace(/svg$/, 'png')), await page.screenshot({ omitBackground: true }));
  count += 1;
}
await browser.close();
console.log(JSON.stringify({ count }));
