// Holds exported compositions against the community's schema, and pictures of them by two renderers against our own.
// Usage: node lottie_judge.mjs JUDGES FOLDER, where FOLDER/shots.json is a list of
//   { file, frame, width, height, picture, other, least }
// picture: ours, on black; other: the second renderer's (made by the test, which links it). The first is lottie-web.
import { createRequire } from 'node:module';
import { readFileSync, writeFileSync, mkdtempSync } from 'node:fs';
import { join } from 'node:path';
import { tmpdir } from 'node:os';
import { browserOf, pageOf } from './browser.mjs';
import { alike, pictureReader } from './likeness.mjs';

const [, , judges, folder] = process.argv;
const require = createRequire(join(judges, 'package.json'));
const read = pictureReader(judges);
const Ajv = require('ajv/dist/2020');

const complaints = [];
const shots = JSON.parse(readFileSync(join(folder, 'shots.json'), 'utf8'));
const files = [...new Set(shots.map((it) => it.file))];

const schema = JSON.parse(readFileSync(join(judges, 'node_modules/@lottie-animation-community/lottie-specs/src/data/lottie.schema.json'), 'utf8'));
const valid = new (Ajv.default ?? Ajv)({ allErrors: true, strict: false, verbose: false }).compile(schema);
for (const file of files) {
  if (!valid(JSON.parse(readFileSync(join(folder, file), 'utf8')))) {
    for (const error of valid.errors.slice(0, 6)) complaints.push(`${file}: ${error.instancePath} ${error.message}`);
  }
}

const browser = await browserOf(judges);
const player = readFileSync(join(judges, 'node_modules/lottie-web/build/player/lottie_svg.js'), 'utf8');
const pages = new Map();
async function pageFor(shot) {
  if (!pages.has(shot.file)) {
    const page = await pageOf(browser, { viewport: { width: shot.width, height: shot.height } });
    page.on('console', (message) => complaints.push(`${shot.file}: console: ${message.text()}`));
    page.on('pageerror', (error) => complaints.push(`${shot.file}: ${error.message}`));
    await page.setContent('<style>html,body{margin:0;background:#000}#it{position:fixed;inset:0}</style><div id="it"></div>');
    await page.addScriptTag({ content: player });
    await page.evaluate((data) => new Promise((resolve) => {
      window.it = lottie.loadAnimation({ container: document.getElementById('it'), renderer: 'svg', autoplay: false, loop: false, animationData: data });
      if (window.it.isLoaded) resolve();
      else window.it.addEventListener('DOMLoaded', resolve);
    }), JSON.parse(readFileSync(join(folder, shot.file), 'utf8')));
    pages.set(shot.file, page);
  }
  return pages.get(shot.file);
}

const least = [1, 1];
function compare(shot, mine, bytes, which) {
  const found = alike(mine, read(bytes));
  least[which] = Math.min(least[which], found);
  if (!(found >= shot.least)) {
    const kept = join(process.env.JUDGE_KEEP ?? mkdtempSync(join(tmpdir(), 'lottie-')), `${shot.picture.replaceAll('/', '_')}.${which}.png`);
    writeFileSync(kept, bytes);
    complaints.push(`${['lottie-web', 'the second renderer'][which]}: likeness ${found.toFixed(4)} below ${shot.least}: ${shot.picture} frame ${shot.frame} (see ${kept})`);
  }
}
for (const shot of shots) {
  const page = await pageFor(shot);
  await page.evaluate((frame) => window.it.goToAndStop(frame, true), shot.frame);
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
  const mine = read(readFileSync(join(folder, shot.picture)));
  compare(shot, mine, await page.screenshot(), 0);
  compare(shot, mine, readFileSync(join(folder, shot.other)), 1);
}
await browser.close();
console.log(`${shots.length} compared, least likeness ${least.map((it) => it.toFixed(4)).join(' and ')}, ${complaints.length} complaints`);
for (const it of complaints.slice(0, 30)) console.log(it);
process.exit(complaints.length === 0 && shots.length > 0 ? 0 : 1);
