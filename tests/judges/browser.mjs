// A headless Chromium and a server of one folder, shared by the judges that look at pages.
import { createServer } from 'node:http';
import { createRequire } from 'node:module';
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { extname, join, normalize } from 'node:path';
import { tmpdir } from 'node:os';
import { alike, pictureReader, pngOf } from './likeness.mjs';

const TYPES = { '.html': 'text/html', '.js': 'text/javascript', '.css': 'text/css', '.png': 'image/png', '.jpg': 'image/jpeg',
  '.webp': 'image/webp', '.svg': 'image/svg+xml', '.webmanifest': 'application/manifest+json' };

/// Longest a judge waits for what a page does at once or in some seconds, ms.
const PATIENCE = 120000;

/// Serves `folder`; `missing` is told of requests for what is not there.
export async function serve(folder, missing = () => {}) {
  const server = createServer((request, response) => {
    const path = normalize(join(folder, decodeURIComponent(new URL(request.url, 'http://x').pathname)));
    if (!path.startsWith(normalize(folder)) || !existsSync(path)) {
      const asked = !request.url.includes('favicon.ico'); // browsers ask for it by themselves
      if (asked) missing(request.url);
      response.writeHead(asked ? 404 : 204).end();
      return;
    }
    response.writeHead(200, { 'content-type': TYPES[extname(path)] ?? 'application/octet-stream' }).end(readFileSync(path));
  });
  await new Promise((resolve) => server.listen(0, '127.0.0.1', resolve));
  return { origin: `http://127.0.0.1:${server.address().port}`, close: () => server.close() };
}

export async function browserOf(judges) {
  const { chromium } = createRequire(join(judges, 'package.json'))('playwright-core');
  return chromium.launch({
    executablePath: '/usr/bin/chromium-headless-shell',
    args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking',
      '--disable-component-update', '--disable-sync', '--force-color-profile=srgb', '--disable-lcd-text',
      // A picture that is still being decoded would be left out of a frame: under load a frame without it was taken.
      '--disable-checker-imaging'],
  });
}

/// A browser that was never here, whose pages may take their time: on a machine that does something else, too, one has come after
/// half a minute.
export async function contextOf(browser, options) {
  const context = await browser.newContext(options);
  context.setDefaultTimeout(PATIENCE);
  return context;
}
export const pageOf = async (browser, options) => (await contextOf(browser, options)).newPage();

/// Compares pictures, as PNG bytes or already read, with our own in `folder`. `complain` is told of each that is less alike than it has
/// to be.
export function likeness(judges, folder, complain) {
  const read = pictureReader(judges);
  return (shot, seen) => {
    const found = alike(read(readFileSync(join(folder, shot.picture))), Buffer.isBuffer(seen) ? read(seen) : seen);
    if (!(found >= shot.least)) {
      const kept = join(process.env.JUDGE_KEEP ?? mkdtempSync(join(tmpdir(), 'judge-')), `${shot.picture.replaceAll('/', '_')}.theirs.png`);
      writeFileSync(kept, Buffer.isBuffer(seen) ? seen : pngOf(judges, seen));
      complain(`likeness ${found.toFixed(4)} below ${shot.least}: ${shot.picture} at ${shot.t}, see ${kept}: ${JSON.stringify(shot)}`);
    }
    return found;
  };
}
