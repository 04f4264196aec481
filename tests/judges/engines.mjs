// Firefox by Marionette and WebKitGTK by its WebDriver, with the few commands the judges need. A driver has:
// look(isDark, isCalm), go(url), run(function, ...arguments), picture() and close(). Windows cannot be as narrow as a phone: the page
// stands in a frame of the wanted size, and all that is run is run in there.
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { connect, createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const pause = (ms) => new Promise((done) => setTimeout(done, ms));
/// A window whose page has room for what is looked at, and no more: all of it is in each picture.
const windowFor = ({ width, height }) => ({ x: 0, y: 0, width: width + 60, height: height + 200 });
const inFrame = (what) => `const done = arguments[arguments.length - 1];
  Promise.resolve((frames[0] ?? window).eval(${JSON.stringify(`(${what})`)})(...arguments)).then(done, (e) => done('error: ' + e.message));`;
/// One the system has just had free.
const freePort = () => new Promise((done) => {
  const server = createServer().listen(0, '127.0.0.1', () => {
    const { port } = server.address();
    server.close(() => done(port));
  });
});

async function tried(what, make) {
  for (let tries = 0; ; tries++) {
    try {
      return await make();
    } catch (error) {
      if (tries > 120) throw new Error(`${what} does not answer: ${error.message}`);
      await pause(250);
    }
  }
}

/// Marionette: "LENGTH:[0, id, name, parameters]" there, "LENGTH:[1, id, error, result]" back.
class Marionette {
  #buffer = Buffer.alloc(0);
  #waiting = new Map();
  #next = 1;

  static async to(port) {
    const socket = await new Promise((done, fail) => {
      const made = connect(port, '127.0.0.1', () => done(made));
      made.on('error', fail);
    });
    return new Marionette(socket);
  }

  constructor(socket) {
    this.socket = socket;
    socket.on('data', (data) => {
      this.#buffer = Buffer.concat([this.#buffer, data]);
      for (;;) {
        const colon = this.#buffer.indexOf(':');
        const length = Number(this.#buffer.subarray(0, colon));
        if (colon < 0 || this.#buffer.length < colon + 1 + length) return;
        const message = JSON.parse(this.#buffer.subarray(colon + 1, colon + 1 + length));
        this.#buffer = this.#buffer.subarray(colon + 1 + length);
        if (Array.isArray(message)) this.#waiting.get(message[1])?.(message); // the first one is a greeting
      }
    });
  }

  async send(name, parameters = {}) {
    const id = this.#next++;
    const answer = new Promise((done) => this.#waiting.set(id, done));
    const text = JSON.stringify([0, id, name, parameters]);
    this.socket.write(`${Buffer.byteLength(text)}:${text}`);
    const [, , error, result] = await answer;
    if (error) throw new Error(`${name}: ${error.message}`);
    return result;
  }
}

export async function firefox(room) {
  const profile = mkdtempSync(join(tmpdir(), 'firefox-'));
  const port = await freePort();
  const prefs = { 'marionette.port': port, 'datareporting.policy.dataSubmissionEnabled': false, 'app.update.enabled': false,
    'browser.shell.checkDefaultBrowser': false, 'gfx.color_management.mode': 0, 'network.captive-portal-service.enabled': false,
    'network.connectivity-service.enabled': false, 'browser.safebrowsing.update.enabled': false, 'extensions.update.enabled': false,
    'services.settings.server': 'http://127.0.0.1:1', 'toolkit.telemetry.server': '' };
  writeFileSync(join(profile, 'user.js'), Object.entries(prefs).map(([key, value]) => `user_pref("${key}", ${JSON.stringify(value)});\n`).join(''));
  const program = spawn('firefox-esr', ['--headless', '--marionette', '--remote-allow-system-access', '--no-remote', '--profile', profile],
    { stdio: 'ignore', env: { ...process.env, HOME: profile, MOZ_HEADLESS: '1' } });
  const marionette = await tried('Firefox', () => Marionette.to(port));
  await marionette.send('WebDriver:NewSession', { capabilities: { alwaysMatch: {} } });
  await marionette.send('WebDriver:SetWindowRect', windowFor(room));
  const run = async (what, ...args) =>
    (await marionette.send('WebDriver:ExecuteAsyncScript', {
      script: inFrame(what), args,
    })).value;
  return {
    run,
    async look(isDark, isCalm) {
      await marionette.send('Marionette:SetContext', { value: 'chrome' });
      await marionette.send('WebDriver:ExecuteScript', {
        script: `Services.prefs.setIntPref('layout.css.prefers-color-scheme.content-override', arguments[0] ? 0 : 1);
          Services.prefs.setIntPref('ui.prefersReducedMotion', arguments[1] ? 1 : 0);`, args: [isDark, isCalm],
      });
      await marionette.send('Marionette:SetContext', { value: 'content' });
    },
    go: (url) => marionette.send('WebDriver:Navigate', { url }),
    picture: async () => Buffer.from((await marionette.send('WebDriver:TakeScreenshot', { full: false })).value, 'base64'),
    async close() {
      await marionette.send('Marionette:Quit', { flags: ['eForceQuit'] }).catch(() => {});
      marionette.socket.destroy();
      program.kill('SIGKILL');
      await pause(500);
      rmSync(profile, { recursive: true, force: true, maxRetries: 5 });
    },
  };
}

/// Needs a display: Xvfb. What people prefer is asked of GTK when it starts, so `look` opens another window of it.
export async function webkit(room) {
  const browser = ['4.1', '4.0', '6.0'].flatMap((it) => [`/usr/lib/x86_64-linux-gnu/webkit2gtk-${it}/MiniBrowser`,
    `/usr/lib/aarch64-linux-gnu/webkit2gtk-${it}/MiniBrowser`]).find((it) => existsSync(it));
  if (!browser) throw new Error('WebKitGTK’s MiniBrowser is not there; webkit2gtk-driver brings it');
  let program, session, base, run;
  const call = async (method, path, body) => {
    const answer = await fetch(`${base}${path}`, { method, body: body && JSON.stringify(body), headers: { 'content-type': 'application/json' } });
    const { value } = await answer.json();
    if (!answer.ok) throw new Error(`${path}: ${value?.message}`);
    return value;
  };
  async function close() {
    if (session) await call('DELETE', `/session/${session}`).catch(() => {});
    program?.kill('SIGKILL');
    session = null;
  }
  async function start(isDark, isCalm, tries = 0) {
    await close();
    const home = mkdtempSync(join(tmpdir(), 'webkit-'));
    const port = await freePort();
    base = `http://127.0.0.1:${port}`;
    const env = { ...process.env, HOME: home, XDG_CONFIG_HOME: home, XDG_CACHE_HOME: home, XDG_DATA_HOME: home, GTK_THEME: isDark ? 'Adwaita:dark' : 'Adwaita',
      GSETTINGS_BACKEND: 'memory', LIBGL_ALWAYS_SOFTWARE: '1', WEBKIT_DISABLE_SANDBOX_THIS_IS_DANGEROUS: '1' };
    if (isCalm) {
      const { mkdirSync } = await import('node:fs');
      mkdirSync(join(home, 'gtk-3.0'));
      writeFileSync(join(home, 'gtk-3.0/settings.ini'), '[Settings]\ngtk-enable-animations=0\n');
    }
    program = spawn('WebKitWebDriver', [`--port=${port}`], { stdio: 'ignore', env });
    const driver = program;
    let hasEnded = false; // somebody else was quicker with the port
    driver.on('exit', () => (hasEnded = true));
    const made = await tried('WebKit', () => {
      if (hasEnded) return null;
      return call('POST', '/session', { capabilities: { alwaysMatch: { 'webkitgtk:browserOptions': { binary: browser, args: ['--automation'] } } } });
    });
    if (!made) {
      if (tries > 4) throw new Error('WebKit ends as soon as it begins');
      return start(isDark, isCalm, tries + 1);
    }
    session = made.sessionId;
    await call('POST', `/session/${session}/window/rect`, windowFor(room));
    run = async (what, ...args) =>
      call('POST', `/session/${session}/execute/async`, {
        script: inFrame(what), args,
      });
  }
  await start(false, false);
  return {
    run: (...all) => run(...all),
    look: (isDark, isCalm) => start(isDark, isCalm),
    go: (url) => call('POST', `/session/${session}/url`, { url }),
    picture: async () => Buffer.from(await call('GET', `/session/${session}/screenshot`), 'base64'),
    close,
  };
}
