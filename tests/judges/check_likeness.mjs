// Holds likeness.mjs to the libraries whose measure and whose pictures it gives.
// Usage: node check_likeness.mjs JUDGES PICTURE.png…, of at least 641×640; each is compared with itself changed in several ways.
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { alike, pictureReader } from './likeness.mjs';

const [, , judges, ...files] = process.argv;
const require = createRequire(join(judges, 'package.json'));
const { PNG } = require('pngjs');
const { ssim } = require('ssim.js');
const read = pictureReader(judges);

let seed = 7;
const chance = () => (seed = (seed * 48271) % 2147483647) / 2147483647;
const changed = ({ width, height, data }, change) => {
  const made = { width, height, data: Uint8ClampedArray.from(data) };
  for (let i = 0; i < data.length; i++) if (i % 4 < 3) made.data[i] = change(data, i, width);
  return made;
};
const changes = {
  same: (data, i) => data[i],
  noise: (data, i) => data[i] + 40 * (chance() - 0.5),
  shifted: (data, i) => data[Math.max(i - 8, i % 4)],
  darker: (data, i) => data[i] * 0.8,
  partly: (data, i, width) => (i % (width * 40) < width * 4 ? 255 - data[i] : data[i]),
  black: () => 0,
};
const part = (picture, width, height) => {
  const made = new PNG({ width, height });
  PNG.bitblt(picture, made, 0, 0, width, height, 0, 0);
  return made;
};

let count = 0;
let most = 0;
for (const file of files) {
  const bytes = readFileSync(file);
  const whole = PNG.sync.read(bytes);
  for (const [colorType, inputHasAlpha] of [[6, true], [2, true], [0, true], [4, true]]) {
    const written = PNG.sync.write(whole, { colorType, inputHasAlpha });
    if (Buffer.compare(Buffer.from(read(written).data), PNG.sync.read(written).data) !== 0) throw new Error(`${file} is read otherwise, of kind ${colorType}`);
  }
  if (Buffer.compare(Buffer.from(read(bytes).data), whole.data) !== 0) throw new Error(`${file} is read otherwise`);
  // Scaled down by 1, 2 and 3, from sizes that these divide and do not.
  for (const [width, height] of [[61, 40], [257, 383], [385, 400], [641, 640], [whole.width, whole.height]]) {
    const picture = part(whole, width, height);
    for (const [name, change] of Object.entries(changes).slice(0, width < 400 ? undefined : 3)) {
      const other = changed(picture, change);
      const apart = Math.abs(alike(picture, other) - ssim(picture, other).mssim);
      if (!(apart < 1e-9)) console.log(`${file}, ${width}×${height}, ${name}: ${apart} apart`);
      most = Math.max(most, apart);
      count++;
    }
  }
}
console.log(`${count} compared, at most ${most} apart`);
process.exit(count > 0 && most < 1e-9 ? 0 : 1);
