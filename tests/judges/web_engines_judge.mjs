// Shows an exported launch in Firefox or WebKitGTK at given moments and compares each with our own picture of it; then plays one in
// real time. Usage: node web_engines_judge.mjs JUDGES FOLDER firefox|webkit, where FOLDER/shots.json is as for web_judge.mjs and
// FOLDER/plays.json a list of { page, gates }.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { likeness, serve } from './browser.mjs';
import { firefox, webkit } from './engines.mjs';
import { cut, pictureReader } from './likeness.mjs';

const [, , judges, folder, engine] = process.argv;
const complaints = [];
const { origin, close } = await serve(folder, (url) => complaints.push(`missing: ${url}`));
const alike = likeness(judges, folder, (it) => complaints.push(it));
const shots = JSON.parse(readFileSync(join(folder, 'shots.json'), 'utf8'))
  .filter((it) => it.t !== null)
  .sort((a, b) => a.dark - b.dark || a.reduced - b.reduced || a.page.localeCompare(b.page));
const browser = await { firefox, webkit }[engine]({ width: Math.max(...shots.map((it) => it.width)), height: Math.max(...shots.map((it) => it.height)) });
const ready = 'async function () { while (!window.launch?.player) await new Promise((next) => setTimeout(next, 20)); return true; }';

const read = pictureReader(judges);

async function go(page, width, height) {
  writeFileSync(join(folder, 'frame.html'), `<!doctype html><meta charset="utf-8"><style>body { margin: 0 } iframe { border: 0 }</style>
    <script>localStorage.setItem('launch-ran', '1'); sessionStorage.clear(); // a cold start, as in the pictures
    </script>
    <iframe src="/${page}" width="${width}" height="${height}"></iframe>`);
  await browser.go(`${origin}/frame.html`);
}

let worst = 1;
let looks = 'false,false';
let shown = '';
for (const shot of shots) {
  const wanted = [shot.dark, shot.reduced].join();
  if (wanted !== looks) {
    await browser.look(shot.dark, shot.reduced);
    [looks, shown] = [wanted, ''];
  }
  const place = [shot.page, shot.width, shot.height].join();
  if (shown !== place) {
    await go(shot.page, shot.width, shot.height);
    await browser.run(ready);
    shown = place;
  }
  const told = await browser.run(`async function (it) {
    document.getElementById('app').classList.toggle('offline', it.t >= it.offline);
    launch.player.seek(it.t, { opened: it.opened, openingEnd: it.openingEnd });
    await Promise.all(document.getAnimations().map((it) => it.ready));
    await new Promise((next) => requestAnimationFrame(() => requestAnimationFrame(next)));
    return '';
  }`, shot);
  if (told) complaints.push(told);
  worst = Math.min(worst, alike(shot, cut(read(await browser.picture()), shot.width, shot.height)));
}
if (looks !== 'false,false') await browser.look(false, false);
for (const { page, gates } of JSON.parse(readFileSync(join(folder, 'plays.json'), 'utf8'))) {
  await go(page, 412, 915);
  const end = await browser.run(`async function (gates) {
    for (const it of gates) launch.open(it);
    const how = await launch.finished;
    return [how, document.querySelectorAll('[id$="-launch"]').length, document.getAnimations().length, document.getElementById('app').inert].join();
  }`, gates);
  if (end !== 'complete,0,0,false') complaints.push(`played, ${page} ends ${end}`);
}
await browser.close();
close();
console.log(`${engine}: ${shots.length} compared, least likeness ${worst.toFixed(4)}, ${complaints.length} complaints`);
for (const it of complaints.slice(0, 20)) console.log(it);
process.exit(complaints.length === 0 && shots.length > 0 ? 0 : 1);
