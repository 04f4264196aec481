// Part of your app: written by Scaena, yours without conditions (0BSD). It knows nothing of the screen, so that it can be
// tested anywhere. The next export replaces it for as long as you leave it unchanged.

/** A time that is not reached. All times are whole milliseconds after the start of the launch. */
export const NEVER = 1000000000;

export type BeatKind = 'opening' | 'play' | 'hold' | 'wait' | 'handOff';
export type TimeOut = 'goOn' | 'offline' | 'message';
export type Yield = 'never' | 'afterCues' | 'atOnce';
export type Outcome = 'complete' | 'wentOn' | 'offline' | 'message';
export type LayerKind = 'backdrop' | 'art' | 'firstScreen' | 'progress' | 'clip' | 'group';
export type StartKind = 'first' | 'cold' | 'warm' | 'hot' | 'recreated';
export type Property =
  | 'opacity' | 'x' | 'y' | 'scaleX' | 'scaleY' | 'rotation' | 'flip' | 'reveal' | 'draw' | 'travel' | 'panel' | 'clip';

/** Progress in, progress out, both from 0 to 1. Stops: position, value, position, value … */
export type Easing =
  | { curve: 'bezier'; x1: number; y1: number; x2: number; y2: number }
  | { curve: 'steps'; count: number; atStart: boolean; jumps: number }
  | { curve: 'stops'; stops: number[] };

/** A value at a part of a cue; `onTop` means on top of what was there when the cue began. */
export interface Key { at: number; value: number; onTop?: boolean; easing?: Easing }
export interface Track { property: Property; keys: Key[] }

/** An opening circle (`iris`, centre in fractions of the box) or a wipe (direction as a unit vector). */
export interface RevealShape { iris: boolean; x: number; y: number }

export interface Beat {
  id: string; kind: BeatKind; length?: number; gates?: number[]; atLeast?: number; atMost?: number; onTimeOut?: TimeOut;
  yields?: Yield; blend?: number; plays?: StartKind[];
}

export interface Gate {
  id: string; start?: 'process' | 'firstFrame' | 'beat'; beat?: number; needs?: number[]; timeOut?: number;
  onTimeOut?: TimeOut; optional?: boolean; typical?: number;
}

export interface Cue {
  layer: number; beat: number; length: number; tracks: Track[]; reduced: Track[];
  anchor?: 'beatStart' | 'beatEnd' | 'withCue' | 'afterCue'; other?: number; offset?: number; times?: number;
  whileWaiting?: boolean; alternate?: boolean; end?: 'cut' | 'finish' | 'settle'; settle?: number; adds?: boolean;
  dropped?: boolean; bySystem?: boolean; reveal?: RevealShape; fillFrom?: number;
}

/** A layer's centre lies `x`, `y` dp from the point `across`, `down` (fractions) of the screen. */
export interface Place {
  across: number; down: number; x: number; y: number; width: number; height: number; turn?: number; safe?: boolean;
}

/** `parent`: index of its group. `gates`: what a progress layer shows; none: all needed. `frames`: pictures of a clip. */
export interface Layer {
  kind: LayerKind; place: Place | null; destination?: Place; panelHeight?: number; shown?: 'always' | 'offline' | 'message';
  landscape?: Place; pivotX?: number; pivotY?: number; parent?: number; gates?: number[]; frames?: number;
}

/**
 * The launch sequence as data. Cues stand in an order in which each comes after the one it hangs on; `cueOrder` tells
 * which comes first for a property, and which of two that start together wins.
 */
export interface LaunchTiming {
  beats: Beat[]; gates: Gate[]; gateOrder: number[]; layers: Layer[]; cues: Cue[]; cueOrder: number[];
}

/** The screen in dp, and what the system's bars cover at its edges. */
export interface Screen { width: number; height: number; left?: number; top?: number; right?: number; bottom?: number }

/** What is seen of a layer at one moment; lengths in dp, the centre from the screen's upper left corner. */
export interface LayerState {
  visible: boolean; opacity: number; x: number; y: number; width: number; height: number; scaleX: number; scaleY: number;
  rotation: number; reveal: number; revealShape: RevealShape | null; draw: number; fillFrom: number; progress: number;
  clip: number;
  /** What the layer's groups do to it, as in x' = a x + c y + e, y' = b x + d y + f; applied last. */
  outer: [number, number, number, number, number, number];
}

const PROPERTIES: Property[] = [
  'opacity', 'x', 'y', 'scaleX', 'scaleY', 'rotation', 'flip', 'reveal', 'draw', 'travel', 'panel', 'clip',
];
const LINEAR: Easing = { curve: 'bezier', x1: 0, y1: 0, x2: 1, y2: 1 };
const USUAL_STARTS: StartKind[] = ['first', 'cold', 'warm'];
const TIME_OUTS: TimeOut[] = ['goOn', 'offline', 'message'];
const OUTCOMES: Outcome[] = ['complete', 'wentOn', 'offline', 'message'];

const clamp = (value: number, low = 0, high = 1) => Math.min(high, Math.max(low, value));
const plus = (time: number, more: number) => (time >= NEVER || more >= NEVER ? NEVER : time + more);

function neutral(property: Property): number {
  return property === 'opacity' || property === 'scaleX' || property === 'scaleY' || property === 'reveal' || property === 'draw' ? 1 : 0;
}

function multiplies(property: Property): boolean {
  return property === 'scaleX' || property === 'scaleY' || property === 'opacity';
}

function ease(easing: Easing, x: number): number {
  if (easing.curve === 'steps') {
    const step = Math.floor(clamp(x) * easing.count + 1e-12) + (easing.atStart ? 1 : 0);
    return clamp(step / easing.jumps);
  }
  if (easing.curve === 'stops') {
    const stops = easing.stops;
    if (x <= stops[0]!) return stops[1]!;
    let i = 2;
    while (i < stops.length && stops[i]! <= x) i += 2;
    if (i >= stops.length) return stops[stops.length - 1]!;
    const part = (x - stops[i - 2]!) / (stops[i]! - stops[i - 2]!);
    return stops[i - 1]! + (stops[i + 1]! - stops[i - 1]!) * part;
  }
  return bezier(easing.x1, easing.y1, easing.x2, easing.y2, x);
}

function bezier(x1: number, y1: number, x2: number, y2: number, x: number): number {
  if (x <= 0 || x >= 1 || (x1 === y1 && x2 === y2)) return clamp(x);
  const curve = (a: number, b: number, s: number) => 3 * (1 - s) * (1 - s) * s * a + 3 * (1 - s) * s * s * b + s * s * s;
  let low = 0;
  let high = 1;
  let s = x;
  for (let i = 0; i < 40; i++) {
    const off = curve(x1, x2, s) - x;
    if (Math.abs(off) < 1e-8) break;
    if (off < 0) low = s;
    else high = s;
    s = (low + high) / 2;
  }
  return curve(y1, y2, s);
}

class Segment {
  constructor(
    readonly start: number, readonly length: number, readonly stop: number, readonly alternate: boolean,
    readonly settle: number, readonly rest: number, readonly at: number[], readonly values: number[],
    readonly easings: Easing[], readonly cue: Cue,
  ) {}

  valueAt(t: number): number {
    if (t < this.stop || this.settle <= 0) return this.during(Math.min(t, this.stop) - this.start);
    const from = this.during(this.stop - this.start);
    return from + (this.rest - from) * clamp((t - this.stop) / this.settle);
  }

  private during(local: number): number {
    const { at, values } = this;
    if (this.length <= 0) return values[values.length - 1]!;
    const cycles = Math.max(0, local / this.length);
    let cycle = Math.floor(cycles);
    let part = cycles - cycle;
    if (local >= this.stop - this.start && part === 0 && cycle > 0) {
      cycle -= 1;
      part = 1;
    }
    if (this.alternate && cycle % 2 === 1) part = 1 - part;
    let i = 1;
    while (i < at.length - 1 && at[i]! <= part) i++;
    const width = at[i]! - at[i - 1]!;
    const between = width > 0 ? clamp((part - at[i - 1]!) / width) : 1;
    return values[i - 1]! + (values[i]! - values[i - 1]!) * ease(this.easings[i - 1]!, between);
  }
}

class Timeline {
  readonly segments: Segment[] = [];
  readonly added: Segment[] = [];
  initial: number;
  isInitialSet = false;

  constructor(readonly property: Property) {
    this.initial = neutral(property);
  }

  segmentAt(t: number): Segment | null {
    let low = 0;
    let high = this.segments.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.segments[middle]!.start <= t) low = middle + 1;
      else high = middle;
    }
    return low === 0 ? null : this.segments[low - 1]!;
  }

  baseAt(t: number): number {
    return this.segmentAt(t)?.valueAt(t) ?? this.initial;
  }

  valueAt(t: number): number {
    let value = this.baseAt(t);
    for (const segment of this.added) if (segment.start <= t) value += segment.valueAt(t) - neutral(this.property);
    return value;
  }

  decidingAt(t: number): Segment | null {
    return this.segmentAt(t) ?? this.segments[0] ?? null;
  }
}

interface Plan { form: 'play' | 'blend' | 'endState'; start: number; stop: number; settle: number; neverPlays: boolean }

function plan(form: Plan['form'], start: number, stop: number, neverPlays = false): Plan {
  return { form, start, stop, settle: 0, neverPlays };
}

/**
 * The launch with absolute times, for what is known of the gates so far. It never depends on what a gate will do later,
 * so it can be made anew whenever a gate opens without anything on the screen jumping.
 *
 * `openingEnd`: when the app's first own frame was drawn. `opened`: for each gate when the app opened it, or NEVER.
 */
export class LaunchSchedule {
  readonly beatStart: number[];
  readonly beatEnd: number[];
  outcome: Outcome = 'complete';
  outcomeAt = NEVER;
  private readonly plans: Plan[];
  private readonly hangsOnEnd: boolean[] = [];
  private readonly gateStart: number[];
  private readonly gateOpen: number[];
  private readonly gateTimedOut: boolean[];
  private readonly timelines: Record<Property, Timeline>[];
  private readonly inMemory: boolean;
  private reached = 0;

  constructor(
    readonly timing: LaunchTiming, private readonly start: StartKind, private readonly openingEnd: number,
    private readonly opened: number[], private readonly reducedMotion: boolean,
  ) {
    this.inMemory = start === 'hot' || start === 'recreated';
    this.plans = timing.cues.map(() => plan('endState', NEVER, NEVER));
    this.beatStart = timing.beats.map(() => 0);
    this.beatEnd = timing.beats.map(() => 0);
    this.gateStart = timing.gates.map(() => NEVER);
    this.gateOpen = timing.gates.map(() => NEVER);
    this.gateTimedOut = timing.gates.map(() => false);
    for (const cue of timing.cues) {
      const other = timing.cues[cue.other ?? -1];
      const endless = cue.anchor === 'afterCue' && !!other?.whileWaiting;
      this.hangsOnEnd.push(
        other ? (this.hangsOnEnd[cue.other!]! || endless) && other.beat === cue.beat : cue.anchor === 'beatEnd',
      );
    }
    this.runBeats();
    this.timelines = timing.layers.map(
      () => Object.fromEntries(PROPERTIES.map((it) => [it, new Timeline(it)])) as Record<Property, Timeline>,
    );
    this.buildTimelines();
  }

  /** When the first screen can be used, or NEVER as far as is known. */
  get shown(): number {
    return this.outcome === 'message' ? NEVER : this.beatEnd[this.beatEnd.length - 1]!;
  }

  openTime(gate: number): number {
    return this.gateOpen[gate]!;
  }

  /** Every moment at which something begins or ends; between them all values run smoothly. */
  moments(): number[] {
    const all = [...this.beatStart, ...this.beatEnd, ...this.gateOpen, this.outcomeAt];
    for (const lines of this.timelines) {
      for (const property of PROPERTIES) {
        for (const it of [...lines[property].segments, ...lines[property].added]) {
          all.push(it.start, it.stop, it.stop + it.settle);
          it.at.forEach((at, i) => at === it.at[i - 1] && all.push(it.start + at * it.length)); // where it jumps
        }
      }
    }
    return [...new Set(all.filter((it) => it < NEVER))].sort((a, b) => a - b);
  }

  /** Whether anything of the layer may change between two moments; if not, it stands still. */
  movesBetween(layerIndex: number, from: number, to: number): boolean {
    const layer = this.timing.layers[layerIndex]!;
    if (layer.kind === 'progress') return true;
    const isRunning = (it: Segment) => it.start < to && it.stop + it.settle > from;
    const lines = this.timelines[layerIndex]!;
    const moves = PROPERTIES.some((it) => lines[it].segments.some(isRunning) || lines[it].added.some(isRunning));
    return moves || (layer.parent !== undefined && this.movesBetween(layer.parent, from, to));
  }

  /** Where the layer's middle is at rest. */
  restOf(layerIndex: number, screen: Screen): { x: number; y: number } {
    const place = placeOn(this.timing.layers[layerIndex]!, screen);
    return place ? centreOf(place, screen) : { x: screen.width / 2, y: screen.height / 2 };
  }

  /** The shape by which the layer is uncovered, if some cue does that. */
  revealOf(layerIndex: number): RevealShape | null {
    return this.timelines[layerIndex]!.reveal.segments.find((it) => it.cue.reveal)?.cue.reveal ?? null;
  }

  private runBeats(): void {
    let now = 0;
    this.timing.beats.forEach((beat, i) => {
      this.reached = i;
      this.beatStart[i] = now;
      const over = now >= NEVER || this.outcome === 'message';
      const never = !this.plays(beat);
      if (over || never) {
        const at = over ? NEVER : now;
        this.beatStart[i] = at;
        this.beatEnd[i] = at;
        for (const c of this.cuesOf(i)) this.plans[c] = plan(never ? 'endState' : 'play', at, at, never);
      } else if (beat.kind === 'opening') {
        this.runOpening(i);
      } else if (beat.kind === 'wait') {
        this.runWait(i, now);
      } else {
        this.runFixed(i, now);
      }
      for (const c of this.cuesOf(i)) {
        const cue = this.timing.cues[c]!;
        if (cue.dropped || cue.bySystem) this.plans[c] = plan('endState', this.beatStart[i]!, this.beatStart[i]!, true);
      }
      now = this.beatEnd[i]!;
    });
    this.resolveGates();
  }

  private plays(beat: Beat): boolean {
    return (beat.plays ?? USUAL_STARTS).includes(this.start);
  }

  private cuesOf(beat: number): number[] {
    return this.timing.cues.map((_, c) => c).filter((c) => this.timing.cues[c]!.beat === beat);
  }

  /** The system plays the opening; when the app draws for the first time, its cues are at their end. */
  private runOpening(i: number): void {
    this.beatEnd[i] = this.openingEnd;
    this.placeCues(i, 0, this.openingEnd, false);
    this.placeCues(i, 0, this.openingEnd, true);
    for (const c of this.cuesOf(i)) {
      const it = this.plans[c]!;
      if (it.stop > this.openingEnd) {
        it.stop = Math.max(it.start, this.openingEnd);
        it.settle = 1;
      }
    }
    this.resolveGates();
  }

  private resolveGates(): void {
    for (const g of this.timing.gateOrder) {
      const gate = this.timing.gates[g]!;
      const start = gate.start ?? 'process';
      let from = NEVER;
      if (start === 'process' || this.inMemory) from = 0;
      else if (start === 'firstFrame') from = this.beatEnd[0]!;
      else if ((gate.beat ?? 0) <= this.reached) from = this.beatStart[gate.beat ?? 0]!;
      for (const need of gate.needs ?? []) from = Math.max(from, this.gateOpen[need]!);
      this.gateStart[g] = from;
      this.gateTimedOut[g] = false;
      if (from >= NEVER) {
        this.gateOpen[g] = NEVER;
        continue;
      }
      const open = this.inMemory ? from : Math.max(from, this.opened[g]!);
      const latest = plus(from, gate.timeOut ?? NEVER);
      this.gateTimedOut[g] = open > latest;
      this.gateOpen[g] = Math.min(open, latest);
    }
  }

  private needs(beat: Beat, gate: number): boolean {
    return beat.gates?.length ? beat.gates.includes(gate) : !this.timing.gates[gate]!.optional;
  }

  private neededReady(): number {
    const waits = this.timing.beats.filter((it) => it.kind === 'wait' && this.plays(it));
    let ready = 0;
    this.timing.gates.forEach((gate, g) => {
      const needed = waits.length === 0 ? !gate.optional : waits.some((it) => this.needs(it, g));
      if (needed) ready = Math.max(ready, this.gateOpen[g]!);
    });
    return ready;
  }

  private runFixed(i: number, now: number): void {
    const beat = this.timing.beats[i]!;
    this.placeCues(i, now, NEVER, false);
    this.beatEnd[i] = beat.length !== undefined ? now + beat.length : this.lastCueEnd(i, now);
    this.placeCues(i, now, this.beatEnd[i]!, true);
    if ((beat.yields ?? 'never') !== 'never' && (beat.kind === 'play' || beat.kind === 'hold')) {
      this.resolveGates();
      const ready = this.neededReady();
      if (ready < this.beatEnd[i]!) this.yieldAt(i, Math.max(ready, now));
    }
  }

  private runWait(i: number, now: number): void {
    const beat = this.timing.beats[i]!;
    this.resolveGates();
    let end = plus(now, beat.atLeast ?? 0);
    this.timing.gates.forEach((_, g) => {
      if (this.needs(beat, g)) end = Math.max(end, this.gateOpen[g]!);
    });
    const latest = plus(now, beat.atMost ?? NEVER);
    const timedOut = end > latest;
    this.beatEnd[i] = Math.min(end, latest);
    this.placeCues(i, now, this.beatEnd[i]!, false);
    this.endRepeats(i);
    this.beatEnd[i] = Math.min(this.beatEnd[i]!, latest);
    const stop = this.beatEnd[i]!;
    for (const c of this.cuesOf(i)) {
      if (this.timing.cues[c]!.whileWaiting && this.plans[c]!.stop > stop) this.cut(c, stop);
    }
    this.placeCues(i, now, stop, true);
    this.decideOutcome(beat, timedOut, stop);
  }

  private decideOutcome(beat: Beat, timedOut: boolean, end: number): void {
    let action = timedOut ? TIME_OUTS.indexOf(beat.onTimeOut ?? 'goOn') : -1;
    this.timing.gates.forEach((gate, g) => {
      if (this.gateTimedOut[g] && this.gateOpen[g]! <= end && this.needs(beat, g)) {
        action = Math.max(action, TIME_OUTS.indexOf(gate.onTimeOut ?? 'goOn'));
      }
    });
    if (action + 1 > OUTCOMES.indexOf(this.outcome)) {
      this.outcome = OUTCOMES[action + 1]!;
      this.outcomeAt = end;
    }
  }

  private placeCues(beat: number, from: number, end: number, hanging: boolean): void {
    const elastic = this.timing.beats[beat]!.kind === 'wait';
    for (const c of this.cuesOf(beat)) {
      if (this.hangsOnEnd[c] !== hanging) continue;
      const cue = this.timing.cues[c]!;
      let base = from;
      if (cue.anchor === 'beatEnd') base = end;
      else if (cue.anchor === 'withCue') base = this.plans[cue.other!]!.start;
      else if (cue.anchor === 'afterCue') base = this.plans[cue.other!]!.stop;
      const earliest = elastic && hanging ? end : from;
      const begin = base >= NEVER ? NEVER : Math.max(earliest, base + (cue.offset ?? 0));
      this.plans[c] = plan('play', begin, cue.whileWaiting ? NEVER : plus(begin, cue.length * (cue.times ?? 1)));
    }
  }

  private lastCueEnd(beat: number, from: number): number {
    let end = from;
    for (const c of this.cuesOf(beat)) {
      if (!this.hangsOnEnd[c] && this.plans[c]!.stop < NEVER) end = Math.max(end, this.plans[c]!.stop);
    }
    return end;
  }

  private yieldAt(i: number, ready: number): void {
    const beat = this.timing.beats[i]!;
    const fullEnd = this.beatEnd[i]!;
    let at = ready;
    if (beat.yields === 'afterCues') {
      for (const c of this.cuesOf(i)) {
        const it = this.plans[c]!;
        if (it.start <= ready && it.stop > ready) at = Math.max(at, it.stop);
      }
    }
    at = Math.min(at, fullEnd);
    const blends = this.cuesOf(i).some((c) => this.plans[c]!.start >= at || this.plans[c]!.stop > at);
    const end = Math.min(fullEnd, at + (blends ? beat.blend ?? 120 : 0));
    this.beatEnd[i] = end;
    for (const c of this.cuesOf(i)) {
      const it = this.plans[c]!;
      if (it.start >= at) {
        this.plans[c] = plan('blend', at, end);
      } else if (it.stop > at) {
        it.stop = at;
        it.settle = Math.max(1, end - at);
      }
    }
  }

  private endRepeats(i: number): void {
    const end = this.beatEnd[i]!;
    if (end >= NEVER) return;
    for (const c of this.cuesOf(i)) {
      const cue = this.timing.cues[c]!;
      const it = this.plans[c]!;
      if (!cue.whileWaiting || it.start >= NEVER) continue;
      if (it.start >= end) {
        this.plans[c] = plan('endState', end, end);
      } else if (cue.end === 'finish') {
        const cycle = cue.length * (cue.alternate ? 2 : 1);
        it.stop = it.start + Math.floor((end - it.start + cycle - 1) / cycle) * cycle;
        this.beatEnd[i] = Math.max(this.beatEnd[i]!, it.stop);
      } else {
        this.cut(c, end);
      }
    }
  }

  private cut(c: number, at: number): void {
    const cue = this.timing.cues[c]!;
    this.plans[c]!.stop = at;
    if (at < NEVER && cue.end === 'settle') this.plans[c]!.settle = Math.max(1, cue.settle ?? 0);
  }

  private buildTimelines(): void {
    const { cues, cueOrder } = this.timing;
    const tracksOf = (cue: Cue) => (this.reducedMotion ? cue.reduced : cue.tracks);
    for (const c of cueOrder) {
      const cue = cues[c]!;
      for (const track of tracksOf(cue)) {
        const timeline = this.timelines[cue.layer]![track.property];
        if (cue.adds || timeline.isInitialSet) continue;
        timeline.isInitialSet = true;
        const it = this.plans[c]!;
        const asItStarts = plan(it.neverPlays ? 'endState' : 'play', it.start, it.stop);
        timeline.initial = this.segment(track, cue, asItStarts, neutral(track.property)).values[0]!;
      }
    }
    const order = cueOrder.filter((c) => this.plans[c]!.start < NEVER);
    order.sort((a, b) => this.plans[a]!.start - this.plans[b]!.start);
    for (const c of order) {
      const cue = cues[c]!;
      const it = this.plans[c]!;
      for (const track of tracksOf(cue)) {
        const timeline = this.timelines[cue.layer]![track.property];
        const fresh = cue.adds || (timeline.segments.length === 0 && it.form !== 'blend');
        const found = fresh ? neutral(track.property) : timeline.baseAt(it.start);
        (cue.adds ? timeline.added : timeline.segments).push(this.segment(track, cue, it, found));
      }
    }
  }

  private segment(track: Track, cue: Cue, it: Plan, found: number): Segment {
    const values = track.keys.map((key) => {
      if (!key.onTop) return key.value;
      return multiplies(track.property) ? found * key.value : found + key.value;
    });
    const backwards = !!cue.alternate && (!!cue.whileWaiting || (cue.times ?? 1) % 2 === 0);
    const rest = backwards ? values[0]! : values[values.length - 1]!;
    if (it.form === 'play') {
      const at = track.keys.map((key) => key.at);
      const easings = track.keys.map((key) => key.easing ?? LINEAR);
      return new Segment(it.start, cue.length, it.stop, !!cue.alternate, it.settle, rest, at, values, easings, cue);
    }
    const from = it.form === 'blend' ? found : rest;
    return new Segment(it.start, it.stop - it.start, it.stop, false, 0, rest, [0, 1], [from, rest], [LINEAR, LINEAR], cue);
  }

  /** What is seen of a layer at `t`. */
  stateAt(layerIndex: number, t: number, screen: Screen): LayerState {
    const layer = this.timing.layers[layerIndex]!;
    const state = this.own(layerIndex, t, screen);
    for (let parent = layer.parent ?? -1; parent >= 0; parent = this.timing.layers[parent]!.parent ?? -1) {
      this.joinGroup(parent, t, screen, state);
    }
    state.visible =
      state.visible && layer.kind !== 'group' && state.opacity > 0 && state.reveal > 0 && state.scaleX !== 0 && state.scaleY !== 0;
    return state;
  }

  private joinGroup(index: number, t: number, screen: Screen, state: LayerState): void {
    const group = this.own(index, t, screen);
    const place = placeOn(this.timing.layers[index]!, screen);
    if (!place) return;
    state.visible = state.visible && group.visible;
    state.opacity *= group.opacity;
    const rest = centreOf(place, screen);
    const radians = (group.rotation * Math.PI) / 180;
    const a = Math.cos(radians) * group.scaleX;
    const b = Math.sin(radians) * group.scaleX;
    const c = -Math.sin(radians) * group.scaleY;
    const d = Math.cos(radians) * group.scaleY;
    const e = group.x - a * rest.x - c * rest.y;
    const f = group.y - b * rest.x - d * rest.y;
    const m = state.outer;
    state.outer = [
      a * m[0] + c * m[1], b * m[0] + d * m[1], a * m[2] + c * m[3], b * m[2] + d * m[3],
      a * m[4] + c * m[5] + e, b * m[4] + d * m[5] + f,
    ];
  }

  /** The layer's own state, without its groups. */
  own(layerIndex: number, t: number, screen: Screen): LayerState {
    const layer = this.timing.layers[layerIndex]!;
    const lines = this.timelines[layerIndex]!;
    const value = (property: Property) => lines[property].valueAt(t);
    const place = placeOn(layer, screen);
    const centre = place ? centreOf(place, screen) : { x: screen.width / 2, y: screen.height / 2 };
    const state: LayerState = {
      visible: this.belongs(layer, t), opacity: clamp(value('opacity')), x: centre.x, y: centre.y,
      width: place ? place.width : screen.width, height: place ? place.height : screen.height,
      scaleX: value('scaleX'), scaleY: value('scaleY'), rotation: (place?.turn ?? 0) + value('rotation'),
      reveal: clamp(value('reveal')), revealShape: lines.reveal.decidingAt(t)?.cue.reveal ?? null,
      draw: clamp(value('draw')), fillFrom: lines.draw.decidingAt(t)?.cue.fillFrom ?? 0.6,
      progress: layer.kind === 'progress' ? this.loaded(layer, t) : 0, clip: clamp(value('clip')), outer: [1, 0, 0, 1, 0, 0],
    };
    const flip = value('flip');
    if (flip !== 0) {
      const narrowed = Math.cos((flip * Math.PI) / 180);
      state.scaleX *= Math.abs(narrowed) < 1e-9 ? 0 : narrowed;
    }
    if (place) {
      if (layer.destination) travel(layer.destination, place, value('travel'), screen, state);
      turnAboutPivot(layer, state);
    }
    state.x += value('x');
    state.y += value('y');
    const panel = value('panel');
    if (layer.kind === 'backdrop' && panel !== 0) {
      state.height = screen.height + ((layer.panelHeight ?? 0) - screen.height) * panel;
      state.y += (state.height - screen.height) / 2;
    }
    const steps = (layer.frames ?? 0) - 1;
    if (steps > 0) state.clip = Math.floor(state.clip * steps + 1e-9) / steps;
    return state;
  }

  /** An open gate counts whole, one that loads by its typical time, at most nine tenths. */
  private loaded(layer: Layer, t: number): number {
    let sum = 0;
    let count = 0;
    this.timing.gates.forEach((gate, g) => {
      if (layer.gates?.length ? !layer.gates.includes(g) : gate.optional) return;
      count++;
      const taken = this.gateStart[g]! >= NEVER ? 0 : Math.max(0, t - this.gateStart[g]!);
      sum += t >= this.gateOpen[g]! ? 1 : Math.min(0.9, (0.9 * taken) / Math.max(1, gate.typical ?? 500));
    });
    return count > 0 ? sum / count : 1;
  }

  private belongs(layer: Layer, t: number): boolean {
    const decided = t >= this.outcomeAt;
    const offline = decided && this.outcome === 'offline';
    if (layer.shown === 'offline') return offline;
    if (layer.shown === 'message') return decided && this.outcome === 'message';
    const replaced = this.timing.layers.some((it) => it.kind === 'firstScreen' && it.shown === 'offline');
    return !(offline && layer.kind === 'firstScreen' && replaced);
  }
}

function placeOn(layer: Layer, screen: Screen): Place | null {
  return screen.width > screen.height ? layer.landscape ?? layer.place : layer.place;
}

function centreOf(place: Place, screen: Screen): { x: number; y: number } {
  if (!place.safe) return { x: place.x + screen.width * place.across, y: place.y + screen.height * place.down };
  const left = screen.left ?? 0;
  const top = screen.top ?? 0;
  return {
    x: place.x + left + (screen.width - left - (screen.right ?? 0)) * place.across,
    y: place.y + top + (screen.height - top - (screen.bottom ?? 0)) * place.down,
  };
}

function travel(there: Place, place: Place, part: number, screen: Screen, state: LayerState): void {
  const end = centreOf(there, screen);
  state.x += (end.x - state.x) * part;
  state.y += (end.y - state.y) * part;
  state.rotation += ((there.turn ?? 0) - (place.turn ?? 0)) * part;
  const across = place.width > 0 ? there.width / place.width : 1;
  const down = place.height > 0 ? there.height / place.height : 1;
  const scale = 1 + (Math.min(across, down) - 1) * part;
  state.scaleX *= scale;
  state.scaleY *= scale;
}

/** Scale and turn are about the box's middle; what a pivot elsewhere would do is a way of the middle. */
function turnAboutPivot(layer: Layer, state: LayerState): void {
  const x = ((layer.pivotX ?? 0.5) - 0.5) * state.width;
  const y = ((layer.pivotY ?? 0.5) - 0.5) * state.height;
  if (x === 0 && y === 0) return;
  const radians = (state.rotation * Math.PI) / 180;
  state.x += x - (Math.cos(radians) * state.scaleX * x - Math.sin(radians) * state.scaleY * y);
  state.y += y - (Math.sin(radians) * state.scaleX * x + Math.cos(radians) * state.scaleY * y);
}
