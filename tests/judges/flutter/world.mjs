// One process of an app with an exported launch, on a screen, under a clock that is told to go. The app is translated Dart.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { framework } from './framework.mjs';
import { Dart } from '../translate/dart.mjs';
import { DartApp, withoutTypeArguments } from '../translate/dart_app.mjs';

const FRAME = 16;

/// The export's Dart as a function of a framework that gives what the app imports. `own`: Dart of the app's own, and `given`: names of
/// what else it has.
export function translated(ts, parse, folder, files, exports, own = '', given = []) {
  const app = new DartApp();
  const timing = new Dart(app.classes);
  let text = '';
  for (const file of files) {
    const root = parse(withoutTypeArguments(readFileSync(join(folder, file), 'utf8')));
    app.learn(root);
    const made = (file.endsWith('launch_timing.dart') ? timing : app).declarations(root);
    const parts = [...made.values()].map((make) => make());
    // Top-level values are made when they are first asked for, in Dart: here those of a file in the order of their need.
    text += file === files.at(-1) ? app.data(root).join('\n') : parts.join('\n');
    text += '\n';
  }
  const root = parse(withoutTypeArguments(own));
  app.learn(root);
  text += [...app.declarations(root).values()].map((make) => make()).join('\n');
  const body = `const { ${[...names, ...given].join(', ')} } = framework;\n${text}\nreturn { ${exports.join(', ')} };`;
  const unknown = undeclared(ts, body);
  if (unknown.length > 0) throw new Error(`nothing is called ${unknown.join(', ')}`);
  return new Function('framework', body);
}

/// Names that neither the app nor the framework has.
function undeclared(ts, body) {
  const file = 'app.js';
  const source = ts.createSourceFile(file, `function app(framework) {\n${body}\n}`, ts.ScriptTarget.ES2022, true);
  const host = {
    getSourceFile: (name) => (name === file ? source : undefined), fileExists: (name) => name === file, readFile: () => undefined, writeFile: () => {},
    getDefaultLibFileName: () => 'lib.d.ts', getCurrentDirectory: () => '', getCanonicalFileName: (name) => name, useCaseSensitiveFileNames: () => true, getNewLine: () => '\n',
  };
  const program = ts.createProgram([file], { allowJs: true, checkJs: true, noLib: true, noResolve: true, target: ts.ScriptTarget.ES2022 }, host);
  const codes = new Set([2304, 2552, 2582, 2583, 18004]);
  return [...new Set(program.getSemanticDiagnostics(source).filter((it) => codes.has(it.code)).map((it) => source.text.slice(it.start, it.start + it.length)))].filter((it) => !['Math', 'Array'].includes(it));
}
const names = Object.keys(framework({ kit: {}, lives: new Set(), tickers: new Set(), images: new Set(), said: [] }));

export class World {
  now = 0;
  held = 0; // how often the first frame is put off
  dark = false;
  calm = false;
  timers = [];
  lives = new Set();
  tickers = new Set();
  images = new Set();
  said = [];
  afterFrame = [];
  pictures = [];
  focused = null;
  dirty = false;
  state = null;

  constructor(kit, settings) { Object.assign(this, { kit }, settings); }

  after(wait, run) {
    const timer = { at: this.now + wait, run };
    this.timers.push(timer);
    return timer;
  }
  cancel(timer) { this.timers = this.timers.filter((it) => it !== timer); }

  /// What is waiting for no time runs before time goes on.
  settle() { return new Promise((done) => setImmediate(done)); }

  /// Time goes to `t`: timers when they are due, frames every 16 ms.
  async goTo(t) {
    for (;;) {
      const next = Math.min(t, (Math.floor(this.now / FRAME) + 1) * FRAME, ...this.timers.map((it) => it.at));
      if (next > t || (next === this.now && !this.timers.some((it) => it.at <= t))) break;
      this.now = Math.max(this.now, next);
      const due = this.timers.find((it) => it.at <= this.now);
      if (due) {
        this.cancel(due);
        due.run();
        await this.settle();
      } else if (this.now % FRAME === 0) await this.frame();
      if (this.now >= t && !this.timers.some((it) => it.at <= t)) break;
    }
    this.now = Math.max(this.now, t);
  }

  /// One frame: tickers, building, what was asked for behind it.
  async frame() {
    if (this.isHidden) return;
    for (const ticker of [...this.tickers]) if (ticker.isActive) ticker.tick(this.now - ticker.began);
    if (this.dirty) this.build();
    const after = this.afterFrame.splice(0);
    for (const run of after) run(this.now);
    await this.settle();
  }

  mount(LaunchSequence, launch, child) {
    const sequence = new LaunchSequence({ launch, child });
    this.state = sequence.createState();
    this.state.widget = sequence;
    this.state.initState();
    this.depend();
  }
  unmount() {
    this.state?.dispose();
    this.state = null;
  }
  /// What a widget asked the media query for has changed.
  depend() {
    this.state?.didChangeDependencies();
    this.build();
  }
  hide(isHidden) {
    this.isHidden = isHidden;
    for (const it of [...this.lives]) (isHidden ? it.calls.onHide : it.calls.onShow)?.();
  }

  /// Builders are asked with the room there is; what lies in what is found, from the outermost in.
  build() {
    this.dirty = false;
    if (!this.state) return;
    this.tree = this.state.build(this.state.context);
  }
  visit(node, found, above = []) {
    if (!node || typeof node !== 'object') return;
    found(node, above);
    const within = [...above, node];
    if (node.type === 'LayoutBuilder') this.visit(node.builder({}, { maxWidth: this.width, maxHeight: this.height }), found, within);
    else if (node.type === 'ValueListenableBuilder') this.visit(node.builder({}, node.valueListenable.value, node.child), found, within);
    else if (node.children) for (const it of node.children) this.visit(it, found, within);
    else this.visit(node.child, found, within);
  }
  /// The first widget of a type, or the app's own child, and what stands above it.
  find(type) {
    let seen = null;
    if (this.state) this.visit(this.tree, (node, above) => (seen ??= node.type === type ? { node, above } : null));
    return seen;
  }

  /// What people see, as the bytes of a PNG: the app's first screen as a sheet of one colour, and the launch over it.
  picture(sheet) {
    const { kit } = this;
    const surface = kit.MakeSurface(this.width, this.height);
    const canvas = surface.getCanvas();
    canvas.clear(kit.BLACK);
    const child = this.find('child');
    const opacity = child.above.filter((it) => it.type === 'Opacity').reduce((all, it) => all * it.opacity, 1);
    const paint = new kit.Paint();
    paint.setColor(kit.Color4f(((sheet >> 16) & 255) / 255, ((sheet >> 8) & 255) / 255, (sheet & 255) / 255, opacity));
    canvas.save();
    const transform = child.above.find((it) => it.type === 'Transform');
    canvas.translate(this.width / 2, this.height / 2); // its alignment is the middle
    canvas.concat(transform.transform.flat);
    canvas.drawRect([-this.width / 2, -this.height / 2, this.width / 2, this.height / 2], paint);
    canvas.restore();
    const painted = this.find('CustomPaint');
    if (painted) {
      const on = new this.Canvas(canvas);
      painted.node.painter.paint(on, { width: this.width, height: this.height });
      if (on.depth !== 0) throw new Error('a painter left its canvas saved');
    }
    const image = surface.makeImageSnapshot();
    const bytes = Buffer.from(image.encodeToBytes());
    for (const it of [image, paint, ...this.painted.splice(0)]) it.delete();
    surface.dispose(); // with its pixels
    return bytes;
  }

  /// The process ends.
  end() {
    for (const it of [...this.painted.splice(0), ...this.kept.splice(0), ...this.pictures.splice(0)]) it.delete();
  }
}
