// A stand-in of Flutter as far as an exported launch needs it: bindings, timers, tickers, media query, images, widgets that are built
// into a tree, and a canvas that Skia paints (as Flutter's own engine does). Written from the framework's documentation; it is never
// bent to what is exported. Time stands still but for the test. What it cannot tell: docs/exporters/flutter.md.
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { called, painting } from './painting.mjs';

/// Dart's maps, with their keys as properties; numbers come back as such.
export class DartMap {
  get entriesOf() { return Object.entries(this).map(([key, value]) => [/^\d+$/.test(key) ? Number(key) : key, value]); }
  containsKey(key) { return Object.hasOwn(this, key); }
  contains() { return false; } // an empty literal may be a set's
  forEach(tell) { this.entriesOf.forEach(([key, value]) => tell(key, value)); }
  clear() { for (const key of Object.keys(this)) delete this[key]; }
  get values() { return Object.values(this); }
}
export const mapOf = (pairs) => Object.assign(new DartMap(), Object.fromEntries(pairs));
export const setOf = (values) => Object.assign(new Set(values), { contains(it) { return this.has(it); } });

/// Process-wide, once: what the language's own types have.
export function language() {
  const getter = (type, name, get) => Object.defineProperty(type.prototype, name, { get, configurable: true });
  const method = (type, name, value) => Object.defineProperty(type.prototype, name, { value, configurable: true, writable: true });
  method(Number, 'toDouble', function () { return +this; });
  method(Number, 'toInt', function () { return Math.trunc(this); });
  method(Number, 'floorToDouble', function () { return Math.floor(this); });
  method(Number, 'abs', function () { return Math.abs(this); });
  method(Number, 'round', function () { return Math.sign(this) * Math.round(Math.abs(this)); });
  getter(Number, 'isEven', function () { return this % 2 === 0; });
  getter(Number, 'inMilliseconds', function () { return +this; }); // durations are milliseconds here
  method(Array, 'add', Array.prototype.push);
  method(Array, 'contains', Array.prototype.includes);
  method(Array, 'any', Array.prototype.some);
  for (const type of [Array, String]) {
    getter(type, 'isEmpty', function () { return this.length === 0; });
    getter(type, 'isNotEmpty', function () { return this.length > 0; });
  }
  method(String, 'replaceFirst', function (from, to) { return this.replace(from, () => to); });
  const then = Promise.prototype.then;
  method(Promise, 'then', function (done, failed) { return then.call(this, done, typeof failed === 'function' ? failed : failed?.onError); });
}

export const helpers = {
  DartMap, mapOf, setOf,
  min: Math.min, max: Math.max, exp: Math.exp, cos: Math.cos, sin: Math.sin, sqrt: Math.sqrt, pi: Math.PI,
  plus: (a, b) => (typeof a === 'object' ? a.plus(b) : a + b),
  minus: (a, b) => (typeof a === 'object' ? a.plus(b.negated()) : a - b),
  negate: (a) => (typeof a === 'object' ? a.negated() : -a),
  enumOf(...names) {
    const made = {};
    made.values = names.map((name, index) => (made[name] = Object.freeze({ name, index })));
    return made;
  },
  double: { parse: Number },
  unawaited() {},
  scheduleMicrotask: (run) => queueMicrotask(run),
  jsonEncode: (value) => JSON.stringify(value),
  Float64List: { fromList: (list) => list },
  List: { of: (list) => [...list], filled: (count, value) => new Array(count).fill(value) },
  Future: { wait: (list) => Promise.all(list), value: (value) => Promise.resolve(value) },
  RegExp: called(class {
    constructor(pattern) { this.pattern = pattern; }
    allMatches(text) { return [...text.matchAll(new globalThis.RegExp(this.pattern, 'g'))].map((it) => ({ group: (index) => it[index] })); }
  }),
};

/// A method that is handed on keeps its object.
class Bound {
  constructor() {
    for (let type = Object.getPrototypeOf(this); type !== Object.prototype; type = Object.getPrototypeOf(type)) {
      for (const [name, { value }] of Object.entries(Object.getOwnPropertyDescriptors(type))) {
        if (typeof value === 'function' && name !== 'constructor' && !Object.hasOwn(this, name)) {
          Object.defineProperty(this, name, { value: value.bind(this), configurable: true, writable: true });
        }
      }
    }
  }
}

class ChangeNotifier extends Bound {
  listeners = [];
  addListener(listener) { this.listeners.push(listener); }
  removeListener(listener) { this.listeners = this.listeners.filter((it) => it !== listener); }
  notifyListeners() { for (const listener of [...this.listeners]) listener(); }
  dispose() { this.listeners = []; }
}

/// Everything of the framework, for one process.
export function framework(world) {
  class ValueNotifier extends ChangeNotifier {
    constructor(value) {
      super();
      this.held = value;
    }
    get value() { return this.held; }
    set value(value) {
      if (value === this.held) return;
      this.held = value;
      this.notifyListeners();
    }
  }
  class Timer {
    constructor(duration, run) {
      this.entry = world.after(duration, run);
    }
    cancel() { world.cancel(this.entry); }
  }
  class Completer {
    isCompleted = false;
    future = new Promise((resolve) => (this.resolve = resolve));
    complete(value) {
      if (this.isCompleted) throw new Error('Future already completed');
      this.isCompleted = true;
      this.resolve(value);
    }
  }
  class Stopwatch {
    start() { this.began = world.now; }
    get elapsedMilliseconds() { return Math.trunc(world.now - this.began); }
  }
  class AppLifecycleListener {
    constructor(calls) {
      this.calls = calls;
      world.lives.add(this);
    }
    dispose() {
      if (!world.lives.delete(this)) throw new Error('a lifecycle listener is disposed twice');
    }
  }
  class Ticker {
    isActive = false;
    constructor(tick) {
      this.tick = tick;
      world.tickers.add(this);
    }
    start() {
      if (this.isActive) throw new Error('A ticker was started twice');
      this.isActive = true;
      this.began = world.now;
      return new Promise(() => {});
    }
    stop() { this.isActive = false; }
    dispose() {
      this.stop();
      world.tickers.delete(this);
    }
  }
  class State extends Bound {
    mounted = true;
    context = {};
    createTicker(tick) { return new Ticker(tick); }
    setState(change) {
      if (!this.mounted) throw new Error('setState() called after dispose()');
      if (change() instanceof Promise) throw new Error('setState() callback argument returned a Future');
      world.dirty = true;
    }
    initState() {}
    didChangeDependencies() {}
    dispose() { this.mounted = false; }
  }
  class FocusScopeNode {
    requestFocus() { world.focused = this; }
    dispose() {}
  }
  class ImageInfo {
    constructor(image) {
      this.image = image;
      world.images.add(this);
    }
    dispose() {
      if (!world.images.delete(this)) throw new Error('a picture is disposed twice');
    }
  }
  class ImageStream {
    listeners = [];
    constructor(file) { this.file = file; }
    addListener(listener) {
      this.listeners.push(listener);
      queueMicrotask(() => {
        if (!this.listeners.includes(listener)) return;
        const found = [join(world.assets, this.file), ...['2.0x', '3.0x'].map((it) => join(world.assets, this.file.replace(/[^/]*$/, (name) => `${it}/${name}`)))].find((it) => existsSync(it));
        if (!found) listener.named.onError?.(`Unable to load asset: "${this.file}".`, null);
        else {
          const image = world.kit.MakeImageFromEncoded(readFileSync(found));
          world.pictures.push(image);
          listener.tell(new ImageInfo({ kit: image, width: image.width(), height: image.height() }), true);
        }
      });
    }
    removeListener(listener) { this.listeners = this.listeners.filter((it) => it !== listener); }
  }
  class AssetImage {
    constructor(file) { this.file = file; }
    resolve() { return new ImageStream(this.file); }
  }
  class ImageStreamListener {
    constructor(tell, named = {}) { Object.assign(this, { tell, named }); }
  }
  const widget = (type) => (named = {}) => ({ type, ...named });
  const binding = {
    deferFirstFrame: () => world.held++,
    allowFirstFrame: () => world.held--,
    addPostFrameCallback: (run) => world.afterFrame.push(run),
    platformDispatcher: { accessibilityFeatures: { get reduceMotion() { return world.calm; } } },
  };
  const named = ['Directionality', 'LayoutBuilder', 'Stack', 'ValueListenableBuilder', 'Semantics', 'AbsorbPointer', 'RepaintBoundary', 'CustomPaint', 'ExcludeSemantics',
    'ExcludeFocus', 'FocusScope', 'Opacity', 'Transform'];
  return {
    ...helpers, ...painting(world), ...Object.fromEntries(named.map((it) => [it, widget(it)])),
    ChangeNotifier, State, CustomPainter: class {}, StatefulWidget: class {},
    ...Object.fromEntries(Object.entries({ ValueNotifier, Timer, Completer, Stopwatch, AppLifecycleListener, FocusScopeNode, AssetImage, ImageStreamListener })
      .map(([name, type]) => [name, called(type)])),
    Duration: Object.assign(({ seconds = 0, milliseconds = 0 }) => seconds * 1000 + milliseconds, { zero: 0 }),
    WidgetsFlutterBinding: { ensureInitialized: () => binding }, WidgetsBinding: { instance: binding },
    MediaQuery: {
      platformBrightnessOf: () => world.dark ? 'dark' : 'light', disableAnimationsOf: () => world.calm,
      paddingOf: () => world.insets,
    },
    TargetPlatform: { android: 'android', iOS: 'iOS' }, defaultTargetPlatform: 'android',
    Brightness: { dark: 'dark', light: 'light' }, TextDirection: { ltr: 'ltr' }, StackFit: { expand: 'expand' }, Alignment: { center: 'center' },
    createLocalImageConfiguration: () => ({}), debugPrint: (line) => world.said.push(line),
  };
}
