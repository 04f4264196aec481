// Paints what the stand-in of Apple's classes has told of launches, and compares it with our own pictures of the same moments.
// Usage: node apple_judge.mjs JUDGES FOLDER, where FOLDER/pictures.json is a list of { picture, case, shot, width, height, least }.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { likeness } from './browser.mjs';
import { painter } from './apple/paint.mjs';

const [, , judges, folder] = process.argv;
const complaints = [];
const alike = likeness(judges, folder, (it) => complaints.push(it));
const skia = await painter(judges);
const seen = new Map();
const of = (name) => {
  if (!seen.has(name)) seen.set(name, JSON.parse(readFileSync(join(folder, 'seen', `${name}.json`), 'utf8')));
  return seen.get(name);
};
const pictures = JSON.parse(readFileSync(join(folder, 'pictures.json'), 'utf8'));
let worst = 1;
for (const it of pictures) worst = Math.min(worst, alike(it, skia.picture(of(it.case).shots[it.shot].windows, it.width, it.height)));
console.log(`${pictures.length} compared, least likeness ${worst.toFixed(4)}, ${complaints.length} complaints`);
for (const it of complaints.slice(0, 40)) console.log(it);
process.exit(complaints.length === 0 && pictures.length > 0 ? 0 : 1);
