const HORIZON = 20000; // ms that are laid out ahead of what goes on and on
const STEP = 1000 / 60;
const PROBES = [0.15, 0.35, 0.5, 0.65, 0.85];

const launch = window.launch; // made by stub.js: what the app tells, and is told
const opened = timing.gates.map(() => NEVER);
const playing = new Map(); // what the browser plays by itself: by element and property
const held = new Set(); // what of the page lies beneath
const listening = new AbortController();
const status = document.createElement('p');
let root;
let start;
let schedule = null;
let outcome = null;
let openingEnd = -1;
let laidUntil = 0;
let away = 0; // ms in the background, which do not count
let hiddenAt = -1;
let messageAt = 0;
let retriedAt = 0;
let isOver = false;
let isHeld = false; // at one moment, by `seek`
let timer = 0;
let lateFrames = 0;

const now = () => (hiddenAt < 0 ? performance.now() : hiddenAt) - away;
const short = (value) => Math.round(value * 1000) / 1000;
const event = (target, type) => new Promise((done) => target.addEventListener(type, done, { once: true }));

/** Waits until people can see the page; then the opening is over, and the show begins. */
async function begin() {
  launch.player = { follow, dismiss, retry, seek };
  while (!(root = document.getElementById(`${name}-launch`)) && document.readyState === 'loading')
    await event(document, 'DOMContentLoaded');
  if (!root) {
    console.warn(`The page has no #${name}-launch: body.html is missing`);
    return finish('wentOn');
  }
  start = startKind();
  if (launch.calls.includes('dismiss')) return finish('interrupted');
  if (!timing.beats.some((it) => (it.plays ?? ['first', 'cold', 'warm']).includes(start))) return finish('complete');
  if (getComputedStyle(root).opacity < 0.5) return finish('wentOn'); // so late that the page was uncovered without it
  hold();
  if (document.prerendering) await event(document, 'prerenderingchange');
  away = performance.getEntriesByType('navigation')[0]?.activationStart ?? 0;
  if (document.hidden) {
    await event(document, 'visibilitychange');
    away = performance.now();
  }
  await new Promise(requestAnimationFrame);
  if (isOver || openingEnd >= 0) return;
  root.classList.add('launch-playing');
  openingEnd = Math.round(now());
  performance.mark(`${name}: first frame`);
  const { signal } = listening;
  addEventListener('resize', () => requestAnimationFrame(plan), { signal });
  document.addEventListener('visibilitychange', leaveOrReturn, { signal });
  matchMedia('(prefers-reduced-motion: reduce)').addEventListener('change', plan, { signal });
  setTimeout(() => isOver || status.textContent || say(root.dataset.announcement), 5000);
  if (launch.onRecord) countLateFrames();
  follow();
}

/** Nobody gets into what lies beneath, by touch, keyboard or screen reader, before it is shown. */
function hold() {
  status.className = 'launch-status';
  status.setAttribute('role', 'status');
  root.after(status);
  const focused = document.activeElement;
  const holdAll = () => {
    for (const it of document.body.children) {
      if (it.contains(root) || it === status || it.inert || /^(SCRIPT|STYLE|LINK|TEMPLATE)$/.test(it.tagName)) continue;
      it.inert = true;
      held.add(it);
    }
  };
  const observer = new MutationObserver(() => {
    if (!root.isConnected) return finish('interrupted'); // the app took it down
    holdAll();
    plan();
  });
  observer.observe(document.body, { childList: true });
  if (root.parentElement !== document.body) observer.observe(root.parentElement, { childList: true });
  holdAll();
  root.addEventListener('wheel', (it) => it.preventDefault(), { passive: false });
  root.addEventListener('touchmove', (it) => it.preventDefault(), { passive: false });
  listening.signal.addEventListener('abort', () => {
    observer.disconnect();
    for (const it of held) it.inert = false;
    held.clear();
    (document.querySelector('[autofocus]') ?? focused)?.focus({ preventScroll: true });
  });
}

function say(text) {
  status.textContent = text || 'Loading';
}

/** Time in the background does not count. */
function leaveOrReturn() {
  if (isHeld || document.hidden === hiddenAt >= 0) return;
  if (document.hidden) {
    hiddenAt = performance.now();
    clearTimeout(timer);
    for (const { animation } of playing.values()) animation.pause();
  } else {
    away += performance.now() - hiddenAt;
    hiddenAt = -1;
    for (const { animation } of playing.values()) animation.play();
    step();
  }
}

function countLateFrames(before = 0) {
  requestAnimationFrame((at) => {
    if (isOver) return;
    if (before > 0 && at - before > 34 && hiddenAt < 0 && playing.size > 0) lateFrames++;
    countLateFrames(at);
  });
}

/** What has been opened since, before there was a player or now. */
function follow() {
  timing.gates.forEach(({ id }, i) => {
    if (opened[i] === NEVER && id in launch.opened)
      opened[i] = Math.max(0, Math.round(Math.min(now(), launch.opened[id] - away)));
  });
  plan();
}

/** Hands the browser what is to be seen from now on, as far as it is not playing that already. */
function plan() {
  if (isOver || openingEnd < 0) return;
  try {
    layAll();
  } catch (error) {
    finish('wentOn'); // a launch must not keep people out of the app
    throw error;
  }
  step();
}

function layAll() {
  const reducedMotion = matchMedia('(prefers-reduced-motion: reduce)').matches;
  schedule = new LaunchSchedule(timing, { start, reducedMotion, messageAt, retriedAt, openingEnd, opened });
  laidUntil = Math.max(openingEnd + STEP, Math.min(schedule.shown(), now() + HORIZON));
  const unused = new Set(playing.keys());
  for (const { element, reads, states, layers } of things()) {
    for (const look of reads) {
      const edges = layers.flatMap((layer) =>
        look.of.flatMap((property) => schedule.edgesOf(layer, property, laidUntil)),
      );
      if (look.more) edges.push(...look.more());
      if (edges.length === 0 && look.rest === '') continue;
      const frames = framesOf(look, edges, (t) => look.read(states(t)));
      if (frames.length > 2 || frames[0].value !== look.rest) unused.delete(lay(element, look.css, frames));
    }
  }
  for (const key of unused) stopPlaying(key);
}

let keys = 0;
const numbers = new WeakMap(); // of elements

/** The browser goes on with an animation that is the same as before. */
function lay(element, css, frames) {
  if (!numbers.has(element)) numbers.set(element, ++keys);
  const key = `${numbers.get(element)} ${css}`;
  const made = JSON.stringify(frames);
  if (playing.get(key)?.made === made) return key;
  const from = frames[0].t;
  const duration = frames.at(-1).t - from;
  const animation = element.animate(
    frames.map(({ t, value, easing }) => ({ offset: Math.min(1, (t - from) / duration), [css]: value, easing })),
    { duration, fill: 'both' },
  );
  animation.currentTime = now() - from;
  if (hiddenAt >= 0) animation.pause();
  stopPlaying(key);
  playing.set(key, { made, animation });
  return key;
}

function stopPlaying(key) {
  playing.get(key)?.animation.cancel();
  playing.delete(key);
}

/** What is due at this moment; then it waits for the next. */
function step() {
  clearTimeout(timer);
  if (isOver || !schedule || hiddenAt >= 0) return;
  const t = now();
  if (!outcome && t >= schedule.decidedAt) decide(schedule.outcome);
  if (t >= schedule.shown()) return finish(schedule.outcome);
  const due = [schedule.shown(), outcome ? NEVER : schedule.decidedAt, laidUntil - 1000].filter(
    (it) => it > t && it < NEVER,
  );
  timer = setTimeout(
    t >= laidUntil - 1000 && laidUntil < schedule.shown() ? plan : step,
    Math.ceil(Math.max(1, Math.min(...due, laidUntil) - t)),
  );
}

function decide(how) {
  outcome = how;
  performance.mark(`${name}: ${how}`);
  if (how === 'message') say(says.join(' '));
  launch.decided(how);
  for (const listener of launch.listeners) listener(how);
}

function dismiss() {
  finish('interrupted');
}

/** After a message: what has not loaded gets its time once more. */
function retry() {
  if (isOver || outcome !== 'message') return;
  messageAt ||= schedule.outcomeAt;
  retriedAt = Math.round(now());
  outcome = null;
  say(root.dataset.announcement);
  plan();
}

function finish(how) {
  if (isOver) return;
  isOver = true;
  clearTimeout(timer);
  const shown = Math.round(now());
  for (const key of [...playing.keys()]) stopPlaying(key);
  status.remove();
  root?.remove();
  listening.abort();
  if (!outcome) decide(how);
  performance.measure(name, { start: away, end: performance.now() });
  launch.over(outcome);
  const gates = Object.fromEntries(timing.gates.map(({ id }, i) => [id, opened[i] < NEVER ? opened[i] : null]));
  launch.onRecord?.(
    JSON.stringify({ launch: title, start, firstFrame: openingEnd, gates, outcome, shown, lateFrames }),
  );
}

/** Shows one moment and stays there, for pictures and tests: with gates opened at given times after the start. */
function seek(ms, { opened: times = {}, openingEnd: end = 0 } = {}) {
  isHeld = true;
  openingEnd = end;
  root.classList.add('launch-playing');
  outcome ??= 'complete'; // nothing is told of what is only looked at
  away = hiddenAt = 0;
  timing.gates.forEach(({ id }, i) => (opened[i] = times[id] ?? opened[i]));
  hiddenAt = ms;
  plan();
  for (const [key, { animation }] of playing) {
    animation.currentTime = ms - JSON.parse(playing.get(key).made)[0].t;
    animation.pause();
  }
}

/** All that is moved: elements, how each looks in a state, and of which layers that is. */
function* things() {
  const screen = screenNow();
  const firstScreens = [];
  for (const [index, layer] of timing.layers.entries()) {
    if (layer.kind === 'firstScreen') firstScreens.push(index);
    if (layer.kind === 'group' || layer.kind === 'firstScreen') continue;
    const element = root.querySelector(`[data-layer="${index}"]`);
    if (!element) continue;
    const states = statesOf((t) => stateAt(index, t, screen));
    const place = placeOf(layer, screen);
    const reads = looks(place);
    if (layer.kind === 'backdrop') reads.push(PANEL);
    reads.push(REVEAL);
    const layers = [index];
    for (let parent = layer.parent ?? -1; parent >= 0; parent = timing.layers[parent].parent ?? -1) layers.push(parent);
    yield { element, reads: reads.slice(1), states, layers: [index] };
    yield { element, reads: [reads[0]], states, layers };
    if (layers.length > 1) yield { element: element.parentElement, reads: [OUTER], states, layers: layers.slice(1) };
    for (const part of element.querySelectorAll('[data-part]'))
      yield { element: part, reads: PARTS[part.dataset.part](part), states, layers: [index] };
  }
  const content = document.querySelector(root.dataset.content);
  if (!content || firstScreens.length === 0) return;
  const seen = (t) =>
    firstScreens.map((index) => stateAt(index, t, screen)).find((it) => it.visible) ?? {
      ...new LayerState(),
      opacity: 0,
      x: screen.width / 2,
      y: screen.height / 2,
    };
  yield {
    element: content,
    reads: looks({ x: screen.width / 2, y: screen.height / 2, height: 0 }),
    states: statesOf(seen),
    layers: firstScreens,
  };
}

/** The states of one layer, each worked out once. */
function statesOf(make) {
  const known = new Map();
  return (t) => {
    if (!known.has(t)) known.set(t, make(t));
    return known.get(t);
  };
}

function stateAt(index, t, screen) {
  const state = new LayerState();
  schedule.stateAt(index, t, screen, state);
  return state;
}

function screenNow() {
  const style = getComputedStyle(root);
  const inset = (side) => parseFloat(style.getPropertyValue(`padding-${side}`)) || 0;
  const { width, height } = root.getBoundingClientRect();
  return { width, height, left: inset('left'), top: inset('top'), right: inset('right'), bottom: inset('bottom') };
}

/** Where the style sheet has put the middle of a layer; `height` of those that may get another one. */
function placeOf(layer, screen) {
  const place = placeOn(layer, screen);
  if (!place) return { x: screen.width / 2, y: screen.height / 2, height: screen.height };
  return { x: acrossOf(place, screen), y: downOf(place, screen), height: 0 };
}

/** What moves a layer's middle. */
const WAYS = ['x', 'y', 'xScreen', 'yScreen', 'xItself', 'yItself', 'xEdge', 'yEdge', 'travel'];

/** How a layer's element follows its state: the numbers it depends on, and what they make of it. */
function looks(place) {
  return [
    {
      css: 'opacity',
      of: ['opacity'],
      near: 0.004,
      rest: '1',
      more: () => [schedule.outcomeAt],
      read: (it) => [it.visible || it.scaleX === 0 || it.scaleY === 0 || it.reveal <= 0 ? it.opacity : 0],
      text: ([opacity]) => `${short(opacity)}`,
    },
    {
      css: 'translate',
      near: 0.05,
      rest: '0px 0px',
      of: [...WAYS, 'panel', 'rotation', 'scale', 'scaleX', 'scaleY', 'flip'],
      read: (it) => [it.x - place.x, it.y - place.y - (place.height ? (it.height - place.height) / 2 : 0)],
      text: ([x, y]) => `${short(x)}px ${short(y)}px`,
    },
    {
      css: 'rotate',
      of: ['rotation', 'travel'],
      near: 0.05,
      rest: '0deg',
      read: (it) => [it.rotation],
      text: ([turn]) => `${short(turn)}deg`,
    },
    {
      css: 'scale',
      of: ['scale', 'scaleX', 'scaleY', 'flip', 'travel'],
      near: 0.0008,
      rest: '1 1',
      read: (it) => [it.scaleX, it.scaleY],
      text: ([x, y]) => `${short(x)} ${short(y)}`,
    },
  ];
}

const PANEL = {
  css: 'height',
  of: ['panel'],
  near: 0.05,
  rest: '',
  read: (it) => [it.height],
  text: ([height]) => `${short(height)}px`,
};

/** What groups do to a layer, from the corner of the screen on. */
const OUTER = {
  css: 'transform',
  near: 0.02,
  rest: 'matrix(1, 0, 0, 1, 0, 0)',
  of: [...WAYS, 'rotation', 'scale', 'scaleX', 'scaleY', 'flip'],
  read: (it) => [...it.outer],
  text: (matrix) => `matrix(${matrix.map(short).join(', ')})`,
};

const REVEAL = {
  css: 'clipPath',
  of: ['reveal'],
  near: 0.05,
  rest: 'none',
  read: revealOf,
  text: (sides) =>
    sides.length === 0
      ? 'none'
      : sides.length === 3
        ? `circle(${short(sides[0])}px at ${short(sides[1])}px ${short(sides[2])}px)`
        : `inset(${sides.map((it) => `${short(it)}px`).join(' ')})`,
};

function revealOf({ revealShape: shape, reveal, width, height }) {
  if (!shape || reveal >= 1) return [];
  if (shape.iris) {
    const x = width * shape.x;
    const y = height * shape.y;
    return [Math.hypot(Math.max(x, width - x), Math.max(y, height - y)) * reveal, x, y];
  }
  const hidden = (isSide, length) => (isSide ? length * (1 - reveal) : 0);
  return [
    hidden(shape.y < 0, height),
    hidden(shape.x > 0, width),
    hidden(shape.y > 0, height),
    hidden(shape.x < 0, width),
  ];
}

/** How the pieces within a layer follow its state, by the name in their data-part. */
const PARTS = {
  whole: () => [faded((it) => (it.draw >= 1 ? 1 : 0))],
  fills: () => [faded((it) => (it.draw < 1 ? filled(it) : 0))],
  line: () => [faded((it) => (it.draw > 0 && it.draw < 1 ? 1 : 0)), dashed((it) => it.draw)],
  hairline: () => [faded((it) => (it.draw > 0 && it.draw < 1 ? 1 - filled(it) : 0)), dashed((it) => it.draw)],
  //? LayerKind.progress
  ring: () => [faded((it) => (it.progress > 0 ? 1 : 0)), dashed((it) => it.progress)].map(loading),
  //? LayerKind.progress
  bar: ({ dataset: { thickness } }) => [
    loading(faded((it) => (it.progress > 0 ? 1 : 0))),
    loading({
      css: 'clipPath',
      of: [],
      near: 0.1,
      rest: '',
      read: ({ width, progress }) => [width - Math.max(+thickness, width * progress)],
      text: ([gone]) => `inset(0px ${short(gone)}px 0px 0px round ${thickness / 2}px)`,
    }),
  ],
  //? LayerKind.progress
  dot: ({ dataset: { index } }) => [
    loading({
      css: 'scale',
      of: [],
      near: 0.01,
      rest: '',
      read: (it) => [Math.min(1, Math.max(0, it.progress * 5 - index))],
      text: ([size]) => `${short(size)}`,
    }),
  ],
  //? LayerKind.clip
  frames: ({ dataset: { frames, columns } }) => {
    const part = (index, count) => (count > 1 ? (100 * index) / (count - 1) : 0);
    const rows = Math.ceil(frames / columns);
    return [
      {
        css: 'backgroundPosition',
        of: ['clip'],
        steps: true,
        rest: '',
        read: (it) => [Math.round(it.clip * (frames - 1))],
        text: ([frame]) => `${part(frame % columns, columns)}% ${part(Math.floor(frame / columns), rows)}%`,
      },
    ];
  },
};

const filled = (it) => (it.fillFrom < 1 ? Math.min(1, Math.max(0, (it.draw - it.fillFrom) / (1 - it.fillFrom))) : 0);

const faded = (read) => ({
  css: 'opacity',
  of: ['draw'],
  near: 0.01,
  rest: '',
  read: (it) => [read(it)],
  text: ([opacity]) => `${short(opacity)}`,
});

const dashed = (read) => ({
  css: 'strokeDashoffset',
  of: ['draw'],
  near: 0.002,
  rest: '',
  read: (it) => [1 - read(it)],
  text: ([hidden]) => `${short(hidden)}`,
});

//? LayerKind.progress
/** Also between the moments in which a gate that loads goes on evenly. */
const loading = (look) => ({
  ...look,
  more: () =>
    timing.gates.flatMap((gate, i) => [
      schedule.gateStart[i],
      schedule.gateStart[i] + (gate.typical ?? 500),
      schedule.gateOpen[i],
      schedule.gateOpen[i] + CATCHUP,
    ]),
});

/** Curves the browser knows, of those the sequence uses; null is a straight line. */
const CURVES = [null];
for (const { easing, easings = [easing] } of timing.cues.flatMap(({ moves, calm = [] }) => [...moves, ...calm])) {
  for (const it of easings)
    if (it?.x1 !== undefined && !CURVES.some((known) => known && bezier(known) === bezier(it))) CURVES.push(it);
}

function bezier({ x1, y1, x2, y2 }) {
  return `cubic-bezier(${x1}, ${y1}, ${x2}, ${y2})`;
}

/** Two frames where a curve goes through all, many where none does. */
function framesOf(look, edges, read) {
  const between = [...new Set(edges)].filter((it) => it > openingEnd && it < laidUntil).sort((a, b) => a - b);
  const times = [openingEnd, ...between, laidUntil];
  const frames = [];
  const add = (t, numbers, easing = 'linear') => {
    const frame = { t: short(t), value: look.text(numbers), easing };
    const [earlier, before] = [frames.at(-2), frames.at(-1)];
    if (before?.value === frame.value) {
      if (look.steps) return;
      if (before.t === frame.t || earlier?.value === frame.value) frames.pop();
    }
    frames.push(frame);
  };
  times.slice(1).forEach((b, i) => {
    const a = times[i];
    const first = read(a);
    const last = read(Math.max(a, b - 0.01));
    const passes = (curve) =>
      PROBES.every((part) => {
        const along = curve ? eased(curve, part) : part;
        const there = read(a + (b - a) * part);
        return (
          there.length === first.length &&
          there.every((it, k) => Math.abs(first[k] + (last[k] - first[k]) * along - it) <= look.near)
        );
      });
    const curve = look.steps ? undefined : CURVES.find(passes);
    if (curve === undefined) {
      for (let t = a; t < b - 1; t += STEP) add(t, read(t), look.steps ? 'steps(1, end)' : 'linear');
      if (!look.steps) add(b, last);
      return;
    }
    add(a, first, curve ? bezier(curve) : 'linear');
    add(b, last);
  });
  const isStill = frames.every((it) => it.value === frames[0].value);
  if (isStill)
    return [
      { ...frames[0], t: openingEnd },
      { ...frames[0], t: openingEnd + 1 },
    ];
  if (look.steps) frames.push({ ...frames.at(-1), t: laidUntil });
  return frames;
}

/** The first launch ever, a reload within the same tab, or any other. */
function startKind() {
  try {
    const first = !localStorage.getItem('launch-ran');
    const again = !!sessionStorage.getItem('launch-ran');
    localStorage.setItem('launch-ran', '1');
    sessionStorage.setItem('launch-ran', '1');
    return first ? 'first' : again ? 'warm' : 'cold';
  } catch {
    return 'cold'; // storage is switched off
  }
}

begin();
