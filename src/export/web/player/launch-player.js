// Part of your app: written by Scaena, yours without conditions (0BSD). It needs nothing but the browser. The next export
// replaces it for as long as you leave it unchanged.
import { LaunchSchedule, LayerState, NEVER } from './launch-timing.js';

const HORIZON = 8000; // ms that are handed to the browser at a time; a wait may last longer
const STEP = 1000 / 60;

/**
 * Plays a launch sequence over the page and gives way to it.
 *
 * What is to be seen is worked out from the sequence whenever a gate opens, and handed to the browser as Web Animations:
 * they run on while the app's own scripts keep the page busy.
 */
export class LaunchPlayer {
  #root;
  #timing;
  #content;
  #start;
  #opened;
  #openingEnd;
  #schedule = null;
  #animations = [];
  #timer = 0;
  #announcing = 0;
  #ended = false;
  #resolve;

  /** Resolves once with how the launch ended: 'complete', or 'wentOn', 'offline', 'message' after a time-out. */
  finished = new Promise((resolve) => (this.#resolve = resolve));

  /**
   * @param {HTMLElement} root the element with the layers (see body.html)
   * @param {object} timing the sequence
   * @param {object} [options] `content`: the element of your first screen, or how to find it; `start`: the kind of start,
   *   if you know it better; `announcement`: read out to people who cannot see the launch, when it takes long
   */
  constructor(root, timing, { content = null, start = startKind(), announcement = 'Loading' } = {}) {
    this.#root = root;
    this.#timing = timing;
    this.#content = content;
    this.#start = start;
    this.#opened = timing.gates.map(() => NEVER);
    this.#openingEnd = performance.now();
    if (!timing.beats.some((it) => (it.plays ?? ['first', 'cold', 'warm']).includes(start))) {
      this.#finish();
      return;
    }
    if (getComputedStyle(root).opacity < 0.5) {
      this.#finish('wentOn'); // this script came so late that the page was uncovered without it
      return;
    }
    root.classList.add('launch-playing');
    this.#hold(true);
    this.#announcing = setTimeout(() => this.#announce(announcement), 5000);
    addEventListener('resize', this.#plan);
    this.#plan();
  }

  /** Tells that what the gate stands for has loaded. An unknown name is an error in the calling code. */
  open(gate) {
    const index = this.#indexOf(gate);
    if (this.#opened[index] < NEVER || this.#ended) return;
    this.#opened[index] = Math.round(performance.now());
    this.#plan();
  }

  /** Opens the gate when the promise is kept; when it is broken the gate stays shut, and its time-out decides. */
  async openWhen(gate, promise) {
    this.#indexOf(gate);
    const value = await promise;
    this.open(gate);
    return value;
  }

  /** Ends the sequence at once and shows the page. */
  dismiss() {
    this.#finish();
  }

  /** Shows one moment and stays there, for pictures and tests: with gates opened at given times after the start. */
  seek(ms, { opened = {}, openingEnd = 0 } = {}) {
    this.#openingEnd = openingEnd;
    for (const [gate, at] of Object.entries(opened)) this.#opened[this.#indexOf(gate)] = at;
    this.#plan(null, ms);
    for (const animation of this.#animations) {
      animation.pause();
      animation.currentTime = 0;
    }
    clearTimeout(this.#timer);
  }

  #indexOf(gate) {
    const index = this.#timing.gates.findIndex((it) => it.id === gate);
    if (index < 0) throw new Error(`There is no gate "${gate}"; there are ${this.#timing.gates.map((it) => it.id).join(', ')}`);
    return index;
  }

  /** Replaces what the browser plays from `from` on. Called again when a gate opens and when the window changes. */
  #plan = (_event = null, from = performance.now()) => {
    if (this.#ended) return;
    const calm = matchMedia('(prefers-reduced-motion: reduce)').matches;
    const schedule = new LaunchSchedule(this.#timing, this.#start, calm, this.#openingEnd, this.#opened);
    this.#schedule = schedule;
    const to = Math.max(from + STEP, Math.min(schedule.shown(), from + HORIZON));
    const screen = this.#screen();
    const times = sampleTimes(schedule, from, to);
    const before = this.#animations;
    this.#animations = this.#timing.layers.flatMap((layer, index) => {
      const states = times
        .filter((it) => it.edge || schedule.movesBetween(index, it.t - STEP, it.t + STEP))
        .map((it) => ({ offset: (it.t - from) / (to - from), state: stateAt(schedule, index, it.t, screen) }));
      return this.#partsOf(layer, index, screen).map(({ element, look }) => {
        const frames = states.map(({ offset, state }) => ({ offset: Math.min(1, Math.max(0, offset)), ...look(state) }));
        return element.animate(frames, { duration: to - from, fill: 'both' });
      });
    });
    for (const animation of before) animation.cancel();
    clearTimeout(this.#timer);
    const rest = to - from;
    this.#timer = setTimeout(() => (to >= schedule.shown() ? this.#finish() : this.#plan()), rest);
  };

  #screen() {
    const style = getComputedStyle(this.#root);
    const inset = (side) => parseFloat(style.getPropertyValue(`padding-${side}`)) || 0;
    const box = this.#root.getBoundingClientRect();
    return {
      width: box.width, height: box.height, left: inset('left'), top: inset('top'), right: inset('right'), bottom: inset('bottom'),
    };
  }

  /** The elements that show a layer, and how each looks in a state of it. */
  #partsOf(layer, index, screen) {
    if (layer.kind === 'group') return [];
    if (layer.kind === 'firstScreen') {
      const element = this.#contentElement();
      if (!element || layer.shown) return [];
      return [{ element, look: (state) => placed(state, screen) }];
    }
    const element = this.#root.querySelector(`[data-layer="${index}"]`);
    if (!element) return [];
    const moves = layer.kind === 'backdrop';
    const parts = [{ element, look: (state) => ({ ...placed(state, state), ...(moves && sized(state)), clipPath: revealed(state) }) }];
    for (const inner of element.querySelectorAll('[data-part]')) {
      parts.push({ element: inner, look: PART_LOOKS[inner.dataset.part](inner) });
    }
    return parts;
  }

  #contentElement() {
    return typeof this.#content === 'string' ? document.querySelector(this.#content) : this.#content;
  }

  /** Nobody gets into the page by keyboard or screen reader before it is shown. */
  #hold(held) {
    const element = this.#contentElement();
    if (element) element.inert = held;
  }

  #announce(text) {
    const status = document.createElement('p');
    status.className = 'launch-status';
    status.setAttribute('role', 'status');
    this.#root.after(status);
    requestAnimationFrame(() => (status.textContent = text));
  }

  #finish(outcome = this.#schedule?.outcome ?? 'complete') {
    if (this.#ended) return;
    this.#ended = true;
    clearTimeout(this.#timer);
    clearTimeout(this.#announcing);
    removeEventListener('resize', this.#plan);
    for (const animation of this.#animations) animation.cancel();
    this.#hold(false);
    document.querySelector('.launch-status')?.remove();
    this.#root.remove();
    this.#resolve(outcome);
  }
}

function stateAt(schedule, index, t, screen) {
  const state = new LayerState();
  schedule.stateAt(index, t, screen, state);
  return state;
}

/** Every sixtieth of a second, and just before and at every moment at which something begins or ends. */
function sampleTimes(schedule, from, to) {
  const edges = [...new Set(schedule.moments())].filter((it) => it > from && it < to);
  const times = [{ t: from, edge: true }, { t: to, edge: true }];
  for (const t of edges) times.push({ t: t - 0.01, edge: true }, { t, edge: true });
  for (let t = from + STEP; t < to; t += STEP) times.push({ t, edge: false });
  return times.sort((a, b) => a.t - b.t);
}

/** `size`: of the element. The groups' matrix counts from the corner of the screen, the rest from the element's middle. */
function placed(state, size) {
  return {
    opacity: state.visible ? state.opacity : 0,
    transformOrigin: '0 0',
    transform:
      `matrix(${state.outer.map(short).join()}) translate(${short(state.x)}px, ${short(state.y)}px) ` +
      `rotate(${short(state.rotation)}deg) scale(${short(state.scaleX)}, ${short(state.scaleY)}) ` +
      `translate(${short(-size.width / 2)}px, ${short(-size.height / 2)}px)`,
  };
}

const sized = (state) => ({ width: `${short(state.width)}px`, height: `${short(state.height)}px` });

function revealed(state) {
  const shape = state.revealShape;
  if (!shape || state.reveal >= 1) return 'none';
  const { width, height } = state;
  if (shape.iris) {
    const x = width * shape.x;
    const y = height * shape.y;
    const far = Math.hypot(Math.max(x, width - x), Math.max(y, height - y));
    return `circle(${short(far * state.reveal)}px at ${short(x)}px ${short(y)}px)`;
  }
  const hidden = (side, length) => (side ? `${short(length * (1 - state.reveal))}px` : '0px');
  return `inset(${hidden(shape.y < 0, height)} ${hidden(shape.x > 0, width)} ${hidden(shape.y > 0, height)} ${hidden(shape.x < 0, width)})`;
}

const short = (value) => Math.round(value * 1000) / 1000;
const filled = (state) => (state.fillFrom < 1 ? Math.min(1, Math.max(0, (state.draw - state.fillFrom) / (1 - state.fillFrom))) : 0);

/** How the pieces within a layer follow its state, by the name in their data-part. */
const PART_LOOKS = {
  whole: () => (state) => ({ opacity: state.draw >= 1 ? 1 : 0 }),
  fills: () => (state) => ({ opacity: state.draw < 1 ? filled(state) : 0 }),
  line: () => (state) => ({ opacity: state.draw > 0 && state.draw < 1 ? 1 : 0, strokeDashoffset: short(1 - state.draw) }),
  hairline: () => (state) => ({
    opacity: state.draw > 0 && state.draw < 1 ? 1 - filled(state) : 0,
    strokeDashoffset: short(1 - state.draw),
  }),
  ring: () => (state) => ({ opacity: state.progress > 0 ? 1 : 0, strokeDashoffset: short(1 - state.progress) }),
  bar: (element) => {
    const { thickness, width } = element.dataset;
    return (state) => {
      const shown = Math.max(+thickness, width * state.progress);
      return { opacity: state.progress > 0 ? 1 : 0, clipPath: `inset(0px ${short(width - shown)}px 0px 0px round ${thickness / 2}px)` };
    };
  },
  dot: (element) => (state) => ({ transform: `scale(${short(Math.min(1, Math.max(0, state.progress * 5 - element.dataset.index)))})` }),
  frames: (element) => {
    const { frames, columns } = element.dataset;
    const rows = Math.ceil(frames / columns);
    const across = (index, count) => (count > 1 ? (100 * index) / (count - 1) : 0);
    return (state) => {
      const frame = Math.round(state.clip * (frames - 1));
      return {
        backgroundPosition: `${across(frame % columns, columns)}% ${across(Math.floor(frame / columns), rows)}%`,
        easing: 'steps(1, end)',
      };
    };
  },
};

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
