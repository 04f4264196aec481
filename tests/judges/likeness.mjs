// How alike two pictures are (SSIM), and pictures from PNG bytes. The measure is that of ssim.js and the reader's pictures are those of
// pngjs (check_likeness.mjs holds both to that), in a fifth of their time.
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { inflateSync } from 'node:zlib';

const WINDOW = 11; // pixels, as Wang et al. (2004) have it
const C1 = (0.01 * 255) ** 2;
const C2 = (0.03 * 255) ** 2;
const LEAST_SIDE = 256; // what pictures are scaled down to, about, before they are compared

/// Grey values of a picture { width, height, data: RGBA }, scaled down by a whole number: each the mean of a square, whose pixels
/// beyond the sides are those within, mirrored.
function reduced({ width, height, data }, factor) {
  const grey = new Int32Array(width * height);
  for (let i = 0; i < grey.length; i++) grey[i] = (77 * data[4 * i] + 150 * data[4 * i + 1] + 29 * data[4 * i + 2] + 128) >> 8;
  if (factor <= 1) return { width, height, data: grey };
  const mirrored = (i, size) => (i < 0 ? -1 - i : i >= size ? 2 * size - 1 - i : i);
  const small = { width: Math.ceil(width / factor), height: Math.ceil(height / factor) };
  small.data = new Int32Array(small.width * small.height);
  const across = Array.from({ length: small.width * factor }, (_, i) => mirrored(i - (factor >> 1), width));
  for (let y = 0; y < small.height; y++) {
    for (let x = 0; x < small.width; x++) {
      let sum = 0;
      for (let j = 0; j < factor; j++) {
        const row = mirrored(y * factor + j - (factor >> 1), height) * width;
        for (let i = 0; i < factor; i++) sum += grey[row + across[x * factor + i]];
      }
      small.data[y * small.width + x] = sum / (factor * factor) + 0.5;
    }
  }
  return small;
}

/// The mean likeness of all windows of two pictures of one size; 1 where they are the same.
export function alike(one, other) {
  if (one.width !== other.width || one.height !== other.height) throw new Error(`${one.width}×${one.height} against ${other.width}×${other.height}`);
  const factor = Math.round(Math.min(one.width, one.height) / LEAST_SIDE);
  const { width, height, data: a } = reduced(one, factor);
  const { data: b } = reduced(other, factor);
  // Sums over the rows of a window, for each column; then along the row.
  const columns = Array.from({ length: 5 }, () => new Int32Array(width));
  const [sumsA, sumsB, sumsAA, sumsBB, sumsAB] = columns;
  const enter = (row, way) => {
    for (let x = 0, at = row * width; x < width; x++, at++) {
      const p = a[at];
      const q = b[at];
      sumsA[x] += way * p;
      sumsB[x] += way * q;
      sumsAA[x] += way * p * p;
      sumsBB[x] += way * q * q;
      sumsAB[x] += way * p * q;
    }
  };
  const area = WINDOW * WINDOW;
  let sum = 0;
  let count = 0;
  for (let row = 0; row < height; row++) {
    enter(row, 1);
    if (row >= WINDOW) enter(row - WINDOW, -1);
    if (row < WINDOW - 1) continue;
    let [pa, pb, paa, pbb, pab] = [0, 0, 0, 0, 0];
    for (let x = 0; x < width; x++) {
      pa += sumsA[x];
      pb += sumsB[x];
      paa += sumsAA[x];
      pbb += sumsBB[x];
      pab += sumsAB[x];
      if (x >= WINDOW) {
        pa -= sumsA[x - WINDOW];
        pb -= sumsB[x - WINDOW];
        paa -= sumsAA[x - WINDOW];
        pbb -= sumsBB[x - WINDOW];
        pab -= sumsAB[x - WINDOW];
      }
      if (x < WINDOW - 1) continue;
      const meanA = pa / area;
      const meanB = pb / area;
      // In steps of a 1024th, as the library has them.
      const variances = (Math.trunc(1024 * (paa / area - meanA * meanA)) + Math.trunc(1024 * (pbb / area - meanB * meanB))) / 1024;
      const covariance = Math.trunc(1024 * (pab / area - meanA * meanB)) / 1024;
      sum += ((2 * meanA * meanB + C1) * (2 * covariance + C2)) / (meanA * meanA + meanB * meanB + C1) / (variances + C2);
      count++;
    }
  }
  return sum / count;
}

function nearest(left, above, corner) {
  const toLeft = Math.abs(above - corner);
  const toAbove = Math.abs(left - corner);
  const toCorner = Math.abs(left + above - 2 * corner);
  return toLeft <= toAbove && toLeft <= toCorner ? left : toAbove <= toCorner ? above : corner;
}

/// Each byte is told from those left and above; one row and one pixel of zeros lie before the picture.
function unfiltered(rows, width, height, channels) {
  const length = width * channels;
  const stride = length + channels;
  const out = new Uint8Array(stride * (height + 1));
  for (let y = 0; y < height; y++) {
    const kind = rows[y * (length + 1)];
    let from = y * (length + 1) + 1;
    const first = (y + 1) * stride + channels;
    const end = first + length;
    if (kind === 0) for (let i = first; i < end; i++) out[i] = rows[from++];
    else if (kind === 1) for (let i = first; i < end; i++) out[i] = rows[from++] + out[i - channels];
    else if (kind === 2) for (let i = first; i < end; i++) out[i] = rows[from++] + out[i - stride];
    else if (kind === 3) for (let i = first; i < end; i++) out[i] = rows[from++] + ((out[i - channels] + out[i - stride]) >> 1);
    else for (let i = first; i < end; i++) out[i] = rows[from++] + nearest(out[i - channels], out[i - stride], out[i - stride - channels]);
  }
  const data = new Uint8Array(width * height * 4).fill(255);
  for (let y = 0, to = 0; y < height; y++) {
    let from = (y + 1) * stride + channels;
    for (let x = 0; x < width; x++, to += 4, from += channels) for (let c = 0; c < channels; c++) data[to + c] = out[from + c];
  }
  return data;
}

/// A reader of PNG bytes: { width, height, data: RGBA }. Of colours of eight bits in rows, as browsers, Skia and Qt write them; the
/// library reads what else there is.
export function pictureReader(judges) {
  const { PNG } = createRequire(join(judges, 'package.json'))('pngjs');
  return (bytes) => {
    const [width, height] = [bytes.readUInt32BE(16), bytes.readUInt32BE(20)];
    const [depth, kind, , , interlace] = bytes.subarray(24, 29);
    if (depth !== 8 || (kind !== 2 && kind !== 6) || interlace !== 0) return PNG.sync.read(bytes);
    const parts = [];
    for (let at = 8; at < bytes.length; at += 12 + bytes.readUInt32BE(at)) {
      const name = bytes.toString('latin1', at + 4, at + 8);
      if (name === 'tRNS' || name === 'gAMA') return PNG.sync.read(bytes);
      if (name === 'IDAT') parts.push(bytes.subarray(at + 8, at + 8 + bytes.readUInt32BE(at)));
    }
    const data = unfiltered(inflateSync(Buffer.concat(parts)), width, height, kind === 6 ? 4 : 3);
    return { width, height, data };
  };
}

/// Its upper left part.
export function cut({ width: whole, data }, width, height) {
  const part = new Uint8Array(width * height * 4);
  for (let y = 0; y < height; y++) part.set(data.subarray(y * whole * 4, (y * whole + width) * 4), y * width * 4);
  return { width, height, data: part };
}

export function pngOf(judges, { width, height, data }) {
  const { PNG } = createRequire(join(judges, 'package.json'))('pngjs');
  return PNG.sync.write({ width, height, data: Buffer.from(data) });
}
