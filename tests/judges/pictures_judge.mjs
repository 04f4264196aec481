// Compares pictures a player has drawn with our own of the same moments.
// Usage: node pictures_judge.mjs JUDGES FOLDER, where FOLDER/pictures.json is a list of { picture, seen, least }.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { likeness } from './browser.mjs';

const [, , judges, folder] = process.argv;
const complaints = [];
const alike = likeness(judges, folder, (it) => complaints.push(it));
const pictures = JSON.parse(readFileSync(join(folder, 'pictures.json'), 'utf8'));
let worst = 1;
for (const it of pictures) worst = Math.min(worst, alike(it, readFileSync(join(folder, it.seen))));
console.log(`${pictures.length} compared, least likeness ${worst.toFixed(4)}, ${complaints.length} complaints`);
for (const it of complaints.slice(0, 40)) console.log(it);
process.exit(complaints.length === 0 && pictures.length > 0 ? 0 : 1);
