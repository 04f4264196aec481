// The timing of an exported launch, written once. `tools/print-timing` prints it in the languages of the players.
// The rules of this file: docs/exporters/timing.md.
type Int = number;
type Double = number;
type Growing<T> = T[];
declare function ints(count: Int, value: Int): Int[];
declare function flags(count: Int): boolean[];
declare function whole(value: Double): Int;

/** A time that is not reached; all are whole milliseconds after the start of the launch. */
export const NEVER: Int = 1000000000;
/** How long what is loaded takes to be shown as loaded, ms. */
export const CATCHUP: Int = 400;

export type BeatKind = 'opening' | 'play' | 'hold' | 'wait' | 'handOff';
export type Yield = 'never' | 'afterCues' | 'atOnce';
export type GateStart = 'process' | 'firstFrame' | 'beat';
export type Anchor = 'beatStart' | 'beatEnd' | 'withCue' | 'afterCue';
export type RepeatEnd = 'cut' | 'finish' | 'settle';
export type EasingKind = 'cubic' | 'steps' | 'stops' | 'bounces' | 'spring';
export type LayerKind = 'backdrop' | 'art' | 'firstScreen' | 'progress' | 'clip' | 'group';
export type Shown = 'always' | 'offline' | 'message';
export type Property =
  | 'opacity' | 'x' | 'y' | 'xScreen' | 'yScreen' | 'xItself' | 'yItself' | 'xEdge' | 'yEdge' | 'scale' | 'scaleX' | 'scaleY' | 'rotation' | 'flip' | 'reveal' | 'draw' | 'travel' | 'panel'
  | 'clip';

/** How it ends: with all, without, in the offline way, with a message; interrupted: before that was decided. */
export type Outcome = 'complete' | 'wentOn' | 'offline' | 'message' | 'interrupted';

/** How it began: never before, in a new process, in one that was there, with all in memory, re-created. */
export type StartKind = 'first' | 'cold' | 'warm' | 'hot' | 'recreated';

/** Progress in, progress out: a cubic curve, steps, straight pieces, a ball that bounces, or a spring. */
export class Easing {
  readonly kind: EasingKind = 'cubic';
  readonly x1: Double = 0;
  readonly y1: Double = 0;
  readonly x2: Double = 1;
  readonly y2: Double = 1;
  readonly steps: Int = 0;
  readonly atStart: boolean = false;
  readonly jumps: Int = 1;
  readonly stops: Double[] = [];
  readonly bounces: Int = 0;
  readonly restitution: Double = 0;
  readonly swing: Double = 0;
  readonly decay: Double = 0;
}

/** What a cue does to one property: `values` at parts of it, the first `onTop` of them on top of what was there. */
export class Track {
  readonly property: Property;
  readonly values: Double[];
  readonly at: Double[] = [0, 1];
  readonly onTop: Int = 0;
  readonly easing: Easing | null = null;
  readonly easings: Easing[] = [];
}

/** An opening circle (`iris`, centre in fractions of the box) or a wipe (direction as a unit vector). */
export class RevealShape {
  readonly iris: boolean = false;
  readonly x: Double;
  readonly y: Double;
}

export class Beat {
  readonly kind: BeatKind;
  readonly length: Int = -1;
  readonly gates: Int[] = [];
  readonly atLeast: Int = 0;
  readonly atMost: Int = NEVER;
  readonly onTimeOut: Outcome = 'wentOn';
  readonly yields: Yield = 'never';
  readonly blend: Int = 120;
  readonly plays: StartKind[] = ['first', 'cold', 'warm'];
}

export class GateTiming {
  readonly id: string;
  readonly start: GateStart = 'process';
  readonly beat: Int = 0;
  readonly needs: Int[] = [];
  readonly timeOut: Int = NEVER;
  readonly onTimeOut: Outcome = 'wentOn';
  readonly optional: boolean = false;
  readonly typical: Int = 500;
}

/** What one layer does for a while. `calm`: what it does instead where people ask for less motion. */
export class Cue {
  readonly layer: Int;
  readonly beat: Int;
  readonly length: Int;
  readonly moves: Track[];
  readonly calm: Track[] | null = null;
  readonly anchor: Anchor = 'beatStart';
  readonly other: Int = -1;
  readonly offset: Int = 0;
  readonly times: Int = 1;
  readonly whileWaiting: boolean = false;
  readonly alternate: boolean = false;
  readonly end: RepeatEnd = 'cut';
  readonly settle: Int = 0;
  readonly adds: boolean = false;

  /** Until when the system plays it at most; then it is carried on from where it stands. -1: it ends with the opening. */
  readonly systemUntil: Int = -1;
  readonly dropped: boolean = false;
  readonly bySystem: boolean = false;
  readonly reveal: RevealShape | null = null;
  readonly fillFrom: Double = 0.6;
}

/** A layer's centre lies `x`, `y` from the point `across`, `down` (fractions) of the screen. */
export class Place {
  readonly across: Double = 0.5;
  readonly down: Double = 0.5;
  readonly x: Double = 0;
  readonly y: Double = 0;
  readonly width: Double;
  readonly height: Double;
  readonly turn: Double = 0;
  readonly safe: boolean = false;
}

/** No place: the whole screen. */
export class Layer {
  readonly kind: LayerKind;
  readonly place: Place | null = null;
  readonly landscape: Place | null = null;
  readonly destination: Place | null = null;
  readonly panelHeight: Double = 0;
  readonly shown: Shown = 'always';
  readonly pivotX: Double = 0.5;
  readonly pivotY: Double = 0.5;
  readonly parent: Int = -1;
  readonly gates: Int[] = [];
  readonly frames: Int = 0;
}

/** The sequence as data; a cue comes after the one it hangs on. `cueOrder`: which comes first for a property. */
export class LaunchTiming {
  readonly beats: Beat[];
  readonly gates: GateTiming[];
  readonly layers: Layer[];
  readonly cues: Cue[];
  readonly gateOrder: Int[] = [];
  readonly cueOrder: Int[] = [];
}

/**
 * One launch, as far as it is known. `openingEnd`: when the app's first own frame was drawn. `opened`: when each gate was
 * opened, or NEVER. `messageAt`, `retriedAt`: when a message stood there, and when people tried again.
 */
export class LaunchConditions {
  readonly start: StartKind;
  readonly reducedMotion: boolean;
  readonly systemMoves: boolean; //? player.system
  readonly iconBegan: Int; //? player.icon
  readonly pace: Double; //? player.pace
  readonly messageAt: Int;
  readonly retriedAt: Int;
  readonly openingEnd: Int;
  readonly opened: Int[];
}

/** The screen, and what the system's bars cover at its edges. */
export class Screen {
  readonly width: Double;
  readonly height: Double;
  readonly left: Double = 0;
  readonly top: Double = 0;
  readonly right: Double = 0;
  readonly bottom: Double = 0;
}

/** What is seen of a layer at one moment; the centre counts from the screen's upper left corner. */
export class LayerState {
  visible: boolean = false;
  opacity: Double = 1;
  x: Double = 0;
  y: Double = 0;
  width: Double = 0;
  height: Double = 0;
  scaleX: Double = 1;
  scaleY: Double = 1;
  rotation: Double = 0;
  reveal: Double = 1;
  revealShape: RevealShape | null = null;
  draw: Double = 1;
  fillFrom: Double = 0.6;
  progress: Double = 0;
  clip: Double = 0;

  /** Its groups' doing, x' = a x + c y + e, y' = b x + d y + f, applied last. */
  outer: Double[] = [1, 0, 0, 1, 0, 0];
}

function within(value: Double): Double {
  return Math.min(1, Math.max(0, value));
}

function rank(outcome: Outcome): Int { //? BeatKind.wait
  if (outcome === 'message') return 3;
  if (outcome === 'offline') return 2;
  return outcome === 'wentOn' ? 1 : 0;
}

/** What a property is where nothing says anything else. */
function neutral(property: Property): Double {
  const isFactor = property === 'scale' || property === 'scaleX' || property === 'scaleY';
  const isPart = property === 'opacity' || property === 'reveal' || property === 'draw';
  return isFactor || isPart ? 1 : 0;
}

export function eased(easing: Easing, x: Double): Double {
  switch (easing.kind) {
    case 'steps': return stepped(easing, x); //? Easing.steps
    case 'stops': return onStops(easing.stops, x); //? Easing.stops
    case 'bounces': return bounced(easing, x); //? Easing.bounces
    case 'spring': return sprung(easing, x); //? Easing.swing
    default: return curved(easing, x);
  }
}

function cubic(a: Double, b: Double, s: Double): Double {
  const r = 1 - s;
  return 3 * r * r * s * a + 3 * r * s * s * b + s * s * s;
}

function curved(easing: Easing, x: Double): Double {
  if (x <= 0 || x >= 1) return within(x);
  let s = x;
  let half = 0.5;
  let low = 0.0;
  while (half > 1e-9) {
    s = low + half;
    if (cubic(easing.x1, easing.x2, s) < x) low = s;
    half /= 2;
  }
  return cubic(easing.y1, easing.y2, s);
}

function stepped(easing: Easing, x: Double): Double { //? Easing.steps
  let step = Math.floor(within(x) * easing.steps + 1e-12);
  if (easing.atStart) step += 1;
  return within(step / easing.jumps);
}

/** Each bounce keeps a part of the speed; the distance grows with the square of the time. */
function bounced(easing: Easing, x: Double): Double { //? Easing.bounces
  if (x <= 0 || x >= 1) return within(x);
  let speed = 1.0;
  let total = 1.0;
  for (let i = 0; i < easing.bounces; i++) {
    speed *= easing.restitution;
    total += 2 * speed;
  }
  let t = x * total;
  speed = 1;
  while (t > speed) {
    t -= speed;
    speed *= easing.restitution;
    t -= speed;
  }
  return 1 - speed * speed + t * t;
}

/** What is left of its swinging at the end is taken away by and by. */
function sprung(easing: Easing, x: Double): Double { //? Easing.swing
  if (x <= 0 || x >= 1) return within(x);
  return 1 - swung(easing, x) + swung(easing, 1) * x;
}

/** How far a spring is from its rest. */
function swung(easing: Easing, x: Double): Double { //? Easing.swing
  const swing = easing.swing;
  const decay = easing.decay;
  return Math.exp(0 - decay * x) * (Math.cos(swing * x) + decay / swing * Math.sin(swing * x));
}

function onStops(stops: Double[], x: Double): Double { //? Easing.stops
  if (x <= stops[0]) return stops[1];
  let i = 2;
  while (i < stops.length && stops[i] <= x) i += 2;
  if (i >= stops.length) return stops[stops.length - 1];
  const part = (x - stops[i - 2]) / (stops[i] - stops[i - 2]);
  return stops[i - 1] + (stops[i + 1] - stops[i - 1]) * part;
}

/** When a cue plays in this launch. `skips`: it goes straight to its end, from what is there if it `blends`. */
class CueTiming {
  start: Int = NEVER;
  stop: Int = NEVER;
  length: Int = 1;
  settle: Int = 0;
  blends: boolean = false;
  skips: boolean = false;
  never: boolean = false;
  hangs: boolean = false;
  pausedAt: Int = NEVER;
  paused: Int = 0;

  constructor(readonly cue: Cue) {}

  /** How long it has been playing; not while it stands still because the system plays no more of it. */
  playedAt(t: Double): Double {
    if (t <= this.pausedAt) return t - this.start;
    return Math.max(1.0 * this.pausedAt, t - this.paused) - this.start;
  }

  /** When that is which plays at `t` as if it never stood still. */
  seenAt(t: Double): Double { //? player.edges
    return t <= this.pausedAt ? t : t + this.paused;
  }

  skip(from: Int, to: Int): void {
    this.start = from;
    this.stop = to;
    this.skips = true;
    this.settle = 0;
    this.blends = false;
  }

  /** When it has come to rest. */
  rests(): Int {
    return Math.min(NEVER, this.stop + this.settle);
  }
}

/** What a cue does to one property in this launch; `found`: what that was when it began. */
class Segment {
  constructor(readonly plan: CueTiming, readonly track: Track, readonly found: Double) {}

  private key(i: Int): Double {
    const value = this.track.values[i];
    if (i >= this.track.onTop) return value;
    return neutral(this.track.property) === 1 ? this.found * value : this.found + value;
  }

  private end(): Double {
    const cue = this.plan.cue;
    const isBack = cue.alternate && (cue.whileWaiting || cue.times % 2 === 0);
    return this.key(isBack ? 0 : this.track.values.length - 1);
  }

  /** In how many steps it goes from one key to the next; 0: not in steps. */
  private stepsAfter(piece: Int): Int { //? player.edges
    if (this.track.easings.length > 0) return this.track.easings[piece].steps;
    const easing = this.track.easing;
    if (easing === null) return 0;
    return easing.steps;
  }

  /** When its keys and steps come, in each round it plays before `until`. */
  keyTimes(until: Double): Growing<Double> { //? player.edges
    const edges: Growing<Double> = [];
    edges.push(this.plan.start);
    edges.push(this.plan.stop);
    edges.push(this.plan.rests());
    const stop = Math.min(until, 1.0 * this.plan.stop - this.plan.paused);
    const length = this.plan.skips ? this.plan.stop - this.plan.start : this.plan.length;
    let round = 1.0 * this.plan.start;
    while (round < stop && length > 0) {
      const at = this.track.at;
      for (let i = 0; i < at.length; i++) {
        edges.push(this.plan.seenAt(round + at[i] * length));
        const steps = i < at.length - 1 ? this.stepsAfter(i) : 0;
        for (let step = 1; step < steps; step++) {
          const time = this.plan.seenAt(round + (at[i] + (at[i + 1] - at[i]) * step / steps) * length);
          edges.push(time);
          if (this.plan.cue.alternate) edges.push(time + 0.01); // on the way back it jumps right behind it
        }
      }
      round += length;
    }
    return edges;
  }

  valueAt(t: Double): Double {
    const start = this.plan.start;
    const stop = this.plan.stop;
    if (this.plan.never) return this.end();
    if (t < start) return this.key(0);
    if (this.plan.skips) return this.skipped(t);
    if (this.plan.settle > 0 && t >= stop) {
      const from = this.during(stop);
      return from + (this.end() - from) * within((t - stop) / this.plan.settle);
    }
    return this.during(Math.min(t, stop));
  }

  private skipped(t: Double): Double {
    const from = this.plan.blends ? this.found : this.end();
    const length = this.plan.stop - this.plan.start;
    const part = length > 0 ? within((t - this.plan.start) / length) : 1.0;
    return from + (this.end() - from) * part;
  }

  private during(t: Double): Double {
    const keys = this.track.at;
    const part = this.partAt(t);
    let i = 1;
    while (i < keys.length - 1 && keys[i] <= part) i++;
    const width = keys[i] - keys[i - 1];
    let between = width > 0 ? within((part - keys[i - 1]) / width) : 1.0;
    const easing = this.track.easing;
    if (easing !== null) between = eased(easing, between);
    if (this.track.easings.length > 0) between = eased(this.track.easings[i - 1], between);
    return this.key(i - 1) + (this.key(i) - this.key(i - 1)) * between;
  }

  /** Which part of its round is played then; the last round stays at its end. */
  private partAt(t: Double): Double {
    const local = this.plan.playedAt(t);
    const length = this.plan.length;
    if (local < length) return within(local / length);
    if (length <= 0) return 1;
    let round = Math.floor(local / length);
    let part = local / length - round;
    if (part === 0 && t >= this.plan.stop) {
      round -= 1;
      part = 1;
    }
    return this.plan.cue.alternate && round % 2 === 1 ? 1 - part : part;
  }
}

/** What moves of one layer: of each property in the order of time. */
class Lane {
  segments: Growing<Segment> = [];
  properties: Growing<Property> = [];

  add(segment: Segment): void {
    const property = segment.track.property;
    this.segments.push(segment);
    if (this.properties.includes(property)) return;
    this.properties.push(property);
  }
}

/** The launch with absolute times: made anew when a gate opens, without a jump. */
export class LaunchSchedule {
  readonly beatStart: Int[];
  readonly beatEnd: Int[];
  outcome: Outcome = 'complete';
  outcomeAt: Int = NEVER;

  /** When the outcome is settled: with the last wait, or with the first frame. NEVER: it is not yet known. */
  decidedAt: Int;
  readonly gateOpen: Int[];
  readonly gateStart: Int[];
  private readonly gateTimedOut: boolean[];
  private readonly plans: Growing<CueTiming> = [];
  private readonly lanes: Growing<Lane> = [];
  private readonly groupState: LayerState = new LayerState(); //? Layer.parent
  private reached: Int = 0;

  constructor(readonly timing: LaunchTiming, readonly launch: LaunchConditions) {
    this.beatStart = ints(timing.beats.length, 0);
    this.beatEnd = ints(timing.beats.length, 0);
    this.gateOpen = ints(timing.gates.length, NEVER);
    this.gateStart = ints(timing.gates.length, NEVER);
    this.gateTimedOut = flags(timing.gates.length);
    this.decidedAt = launch.openingEnd;
    for (const it of timing.cues) this.plans.push(new CueTiming(it));
    for (const it of this.plans) it.hangs = this.waitsForEnd(it.cue);
    for (let i = 0; i < timing.layers.length; i++) this.lanes.push(new Lane());
    let now: Int = 0;
    for (let i = 0; i < this.beatEnd.length; i++) {
      this.reached = i;
      if (this.outcome === 'message') now = NEVER;
      this.beatStart[i] = now;
      this.beatEnd[i] = now;
      this.runBeat(i, now);
      this.dropCues(i);
      now = this.beatEnd[i];
    }
    this.resolveGates();
    this.fillLanes();
  }

  /** When the first screen can be used, or NEVER as far as is known. */
  shown(): Int {
    return this.outcome === 'message' ? NEVER : this.beatEnd[this.beatEnd.length - 1];
  }

  /** From `t` on nothing moves before the time given; `t` itself if something does. */
  stillUntil(t: Double): Double { //? player.stillness
    let until = 1.0 * NEVER;
    for (const it of this.plans) {
      if (it.rests() <= t || this.tracksOf(it.cue).length === 0) continue;
      if (it.start <= t) return t;
      until = Math.min(until, it.start);
    }
    for (const layer of this.timing.layers) {
      if (layer.kind === 'progress') until = Math.min(until, this.loadsNothingUntil(t));
    }
    for (const it of this.beatEnd) {
      if (it > t) until = Math.min(until, it);
    }
    return until;
  }

  /** The same of all that loads. */
  private loadsNothingUntil(t: Double): Double { //? player.stillness
    let until = 1.0 * NEVER;
    for (let g = 0; g < this.gateOpen.length; g++) {
      const from = this.gateStart[g];
      const open = this.loadedAt(g);
      if (t < from) until = Math.min(until, from);
      if (t < open) until = Math.min(until, open);
      if (t >= from && t < Math.min(open, from + this.timing.gates[g].typical)) return t;
      if (t >= open && t < open + CATCHUP) return t;
    }
    return until;
  }

  /** When the keys of a property come, up to `until`; between them it runs along one curve. In no order. */
  edgesOf(layer: Int, property: Property, until: Double): Growing<Double> { //? player.edges
    const edges: Growing<Double> = [];
    for (const segment of this.lanes[layer].segments) {
      if (segment.track.property !== property || segment.plan.start >= NEVER) continue;
      for (const it of segment.keyTimes(until)) edges.push(it);
    }
    return edges;
  }

  /** The shapes by which the layer is uncovered, each once. */
  revealsOf(index: Int): Growing<RevealShape> { //? player.shapes
    const shapes: Growing<RevealShape> = [];
    for (const it of this.lanes[index].segments) {
      if (it.track.property !== 'reveal') continue;
      const shape = it.plan.cue.reveal;
      if (shape !== null) {
        let isNew = true;
        for (const known of shapes) {
          if (sameReveal(known, shape)) isNew = false;
        }
        if (isNew) shapes.push(shape);
      }
    }
    return shapes;
  }

  private waitsForEnd(cue: Cue): boolean {
    if (cue.anchor === 'beatEnd') return true;
    if (cue.other < 0) return false;
    const other = this.plans[cue.other];
    if (other.cue.beat !== cue.beat) return false;
    if (cue.anchor === 'afterCue' && other.cue.whileWaiting) return true;
    return other.hangs;
  }

  private plays(beat: Beat): boolean {
    return beat.plays.includes(this.launch.start);
  }

  /** Lengths of the show at the pace the system asks for; gates keep their time. */
  private paced(length: Int): Int { //? player.pace
    return whole(Math.floor(length * this.launch.pace + 0.5));
  }

  private isInMemory(): boolean { //? player.memory
    return this.launch.start === 'hot' || this.launch.start === 'recreated';
  }

  private runBeat(i: Int, now: Int): void {
    const beat = this.timing.beats[i];
    if (!this.plays(beat)) return this.skipCues(i, now);
    if (now >= NEVER) return;
    this.placeCues(i, now, NEVER, false);
    this.beatEnd[i] = now + beat.length; //? player.steady
    this.beatEnd[i] = now + this.paced(beat.length); //? player.pace
    if (beat.length < 0) this.beatEnd[i] = this.lastCueEnd(i, now);
    switch (beat.kind) {
      case 'opening': this.beatEnd[i] = this.launch.openingEnd; break;
      case 'wait': this.runWait(i, now); break; //? BeatKind.wait
      default: break;
    }
    this.placeCues(i, now, this.beatEnd[i], true);
    switch (beat.kind) {
      case 'opening': this.endOpening(i); break;
      case 'play': this.leaveEarly(i, now); break; //? Beat.yields
      case 'hold': this.leaveEarly(i, now); break; //? Beat.yields
      default: break;
    }
  }

  private placeCues(beat: Int, from: Int, end: Int, hanging: boolean): void {
    const earliest = hanging && this.timing.beats[beat].kind === 'wait' ? end : from;
    for (const it of this.plans) {
      const cue = it.cue;
      if (cue.beat !== beat || it.hangs !== hanging) continue;
      let base = from;
      if (cue.anchor === 'beatEnd') base = end;
      if (cue.anchor === 'withCue') base = this.plans[cue.other].start;
      if (cue.anchor === 'afterCue') base = this.plans[cue.other].stop;
      it.start = Math.max(earliest, base + cue.offset); //? player.steady
      it.start = Math.max(earliest, base + this.paced(cue.offset)); //? player.pace
      if (base >= NEVER) it.start = NEVER;
      it.length = cue.length; //? player.steady
      it.length = cue.length > 0 ? Math.max(1, this.paced(cue.length)) : 0; //? player.pace
      it.stop = cue.whileWaiting ? NEVER : Math.min(NEVER, it.start + it.length * cue.times);
    }
  }

  private lastCueEnd(beat: Int, from: Int): Int {
    let end = from;
    for (const it of this.plans) {
      if (it.cue.beat === beat && !it.hangs && it.stop < NEVER) end = Math.max(end, it.stop);
    }
    return end;
  }

  /** What does not play in this launch is at its end as soon as it is reached. */
  private skipCues(beat: Int, at: Int): void {
    for (const it of this.plans) {
      if (it.cue.beat !== beat) continue;
      it.skip(at, at);
      it.never = true;
    }
  }

  private isCarried(cue: Cue): boolean {
    return !cue.dropped; //? player.alone
    return cue.bySystem ? this.launch.systemMoves : !cue.dropped; //? player.system
  }

  /** What this platform does not play is at its end from the start. */
  private dropCues(i: Int): void {
    for (const it of this.plans) {
      if (it.cue.beat !== i || this.isCarried(it.cue)) continue;
      it.skip(this.beatStart[i], this.beatStart[i]);
      it.never = true;
    }
  }

  /** The system plays the opening; with the app's first frame its cues are at their end, or go on from where they stand. */
  private endOpening(i: Int): void {
    const end = this.launch.openingEnd;
    for (const it of this.plans) {
      if (it.cue.beat !== i || it.start >= NEVER) continue;
      let left = end;
      left -= Math.min(end, this.launch.iconBegan); //? player.icon
      if (it.cue.systemUntil >= 0) left = Math.min(left, it.cue.systemUntil);
      if (it.stop <= left) continue;
      if (it.cue.systemUntil >= 0) {
        it.pausedAt = Math.min(left, end);
        it.paused = end - left;
        it.stop += it.paused;
      } else if (it.stop > end) {
        it.stop = Math.max(it.start, end);
        it.settle = 1;
      }
    }
  }

  /** When a gate's work begins, but for the gates it needs; NEVER as far as the beats are worked out. */
  private begins(gate: GateTiming): Int {
    if (this.isInMemory()) return 0; //? player.memory
    if (gate.start === 'firstFrame') return this.beatEnd[0];
    if (gate.start === 'process') return 0;
    return gate.beat <= this.reached ? this.beatStart[gate.beat] : NEVER;
  }

  private openedAt(gate: Int, from: Int): Int {
    if (this.isInMemory()) return from; //? player.memory
    return Math.max(from, this.launch.opened[gate]);
  }

  private resolveGates(): void {
    const order = this.timing.gateOrder;
    for (let i = 0; i < this.gateOpen.length; i++) {
      const g = order.length > 0 ? order[i] : i;
      const gate = this.timing.gates[g];
      let from = this.begins(gate);
      for (const need of gate.needs) from = Math.max(from, this.gateOpen[need]);
      const open = this.openedAt(g, from);
      const latest = this.limit(from, gate.timeOut, gate.onTimeOut);
      this.gateStart[g] = from;
      this.gateTimedOut[g] = open > latest;
      this.gateOpen[g] = Math.min(open, latest);
    }
  }

  /** When patience ends; after a message it begins anew when people try again. */
  private limit(from: Int, patience: Int, how: Outcome): Int {
    const end = Math.min(NEVER, from + patience);
    if (how !== 'message' && end < this.launch.messageAt) return end;
    return Math.min(NEVER, Math.max(from, this.launch.retriedAt) + patience);
  }

  private needs(beat: Beat, gate: Int): boolean { //? BeatKind.wait|Beat.yields
    if (beat.gates.length > 0) return beat.gates.includes(gate);
    return !this.timing.gates[gate].optional;
  }

  private runWait(i: Int, now: Int): void { //? BeatKind.wait
    const beat = this.timing.beats[i];
    this.resolveGates();
    let end = now;
    end += beat.atLeast; //? player.steady
    end += this.paced(beat.atLeast); //? player.pace
    for (let g = 0; g < this.gateOpen.length; g++) {
      if (this.needs(beat, g)) end = Math.max(end, this.gateOpen[g]);
    }
    const latest = this.limit(now, beat.atMost, beat.onTimeOut);
    this.beatEnd[i] = Math.min(end, latest);
    this.endRepeats(i, latest);
    this.decidedAt = this.beatEnd[i];
    if (end > latest) this.decide(beat.onTimeOut);
    for (let g = 0; g < this.gateOpen.length; g++) {
      const isLate = this.gateTimedOut[g] && this.gateOpen[g] <= this.decidedAt;
      if (isLate && this.needs(beat, g)) this.decide(this.timing.gates[g].onTimeOut);
    }
  }

  /** Of several outcomes the gravest counts, from when it was decided. */
  private decide(how: Outcome): void { //? BeatKind.wait
    if (rank(how) <= rank(this.outcome)) return;
    this.outcome = how;
    this.outcomeAt = this.decidedAt;
  }

  /** What goes on while it waits ends with the wait: at once, calmly, or with its round, if the wait may last so long. */
  private endRepeats(i: Int, latest: Int): void { //? BeatKind.wait
    const end = this.beatEnd[i];
    if (end >= NEVER) return;
    for (const it of this.plans) {
      if (it.cue.beat !== i || !it.cue.whileWaiting || it.start >= NEVER) continue;
      if (it.start >= end) {
        it.skip(end, end);
        continue;
      }
      it.stop = end;
      if (it.cue.end === 'settle') it.settle = Math.max(1, it.cue.settle); //? player.steady
      if (it.cue.end === 'settle') it.settle = Math.max(1, this.paced(it.cue.settle)); //? player.pace
      if (it.cue.end === 'finish') {
        const cycle = it.cue.alternate ? it.length * 2 : it.length;
        it.stop = Math.min(latest, it.start + whole((end - it.start + cycle - 1) / cycle) * cycle);
        this.beatEnd[i] = Math.max(this.beatEnd[i], it.stop);
      }
    }
  }

  /** When all is there that the waits of this launch need. */
  private neededReady(): Int { //? Beat.yields
    let ready: Int = 0;
    for (let g = 0; g < this.gateOpen.length; g++) {
      let waits = false;
      let needed = false;
      for (const beat of this.timing.beats) {
        if (beat.kind !== 'wait' || !this.plays(beat)) continue;
        waits = true;
        if (this.needs(beat, g)) needed = true;
      }
      if (needed || (!waits && !this.timing.gates[g].optional)) ready = Math.max(ready, this.gateOpen[g]);
    }
    return ready;
  }

  /** All is there: cues to come blend to their ends, those that play settle there. */
  private leaveEarly(i: Int, now: Int): void { //? Beat.yields
    const beat = this.timing.beats[i];
    if (beat.yields === 'never') return;
    this.resolveGates();
    const opened = this.neededReady();
    if (opened >= this.beatEnd[i]) return; // also where the beat has no length: what hangs on its end is over with it
    const ready = Math.max(now, opened);
    let at = ready;
    for (const it of this.plans) {
      const isPlaying = it.cue.beat === i && it.start <= ready && it.stop > ready;
      if (isPlaying && beat.yields === 'afterCues') at = Math.max(at, it.stop);
    }
    at = Math.min(at, this.beatEnd[i]);
    let blends = false;
    for (const it of this.plans) {
      if (it.cue.beat === i && (it.start >= at || it.stop > at)) blends = true;
    }
    let end = at;
    if (blends) end += beat.blend; //? player.steady
    if (blends) end += this.paced(beat.blend); //? player.pace
    this.beatEnd[i] = Math.min(this.beatEnd[i], end);
    this.blendCues(i, at, this.beatEnd[i]);
  }

  private blendCues(i: Int, at: Int, end: Int): void { //? Beat.yields
    for (const it of this.plans) {
      if (it.cue.beat !== i || it.stop <= at && it.start < at) continue;
      if (it.start >= at) {
        it.skip(at, end);
        it.blends = true;
      } else {
        it.stop = at;
        it.settle = Math.max(1, end - at);
      }
    }
  }

  private tracksOf(cue: Cue): Track[] {
    if (this.launch.reducedMotion) return cue.calm ?? cue.moves;
    return cue.moves;
  }

  /** Of each property first what it is before its first cue: where that cue starts. */
  private fillLanes(): void {
    for (const c of this.timing.cueOrder) {
      const before = new CueTiming(this.timing.cues[c]);
      before.never = this.plans[c].never;
      if (before.cue.adds) continue;
      for (const it of this.tracksOf(before.cue)) {
        this.lanes[before.cue.layer].add(new Segment(before, it, neutral(it.property)));
      }
    }
    for (const plan of this.inOrderOfTime()) {
      const lane = this.lanes[plan.cue.layer];
      for (const it of this.tracksOf(plan.cue)) {
        let found = neutral(it.property);
        const before = this.ruling(plan.cue.layer, it.property, plan.start);
        if (before >= 0 && !plan.cue.adds) {
          const segment = lane.segments[before];
          if (plan.blends || segment.plan.start < NEVER) found = segment.valueAt(plan.start);
        }
        lane.add(new Segment(plan, it, found));
      }
    }
  }

  /** The cues by their start; those that start together as `cueOrder` says. */
  private inOrderOfTime(): Growing<CueTiming> {
    const order: Growing<CueTiming> = [];
    for (let i = 0; i < this.plans.length; i++) {
      const isSaid = this.timing.cueOrder.length > 0;
      const plan = this.plans[isSaid ? this.timing.cueOrder[i] : i];
      order.push(plan);
      let at = order.length - 1;
      while (isSaid && at > 0 && order[at - 1].start > plan.start) {
        order[at] = order[at - 1];
        at--;
      }
      order[at] = plan;
    }
    return order;
  }

  /** What rules a property at a moment: what began last, or else what begins first. */
  private ruling(layer: Int, property: Property, t: Double): Int {
    const segments = this.lanes[layer].segments;
    let found: Int = -1;
    for (let i = 0; i < segments.length; i++) {
      if (segments[i].track.property !== property || segments[i].plan.cue.adds) continue;
      if (found < 0 || segments[i].plan.start <= t) found = i;
    }
    return found;
  }

  /** The cue whose shape a property has then: the one that rules it, or else of those laid over it. */
  private shaping(layer: Int, property: Property, t: Double): Cue { //? Property.reveal|Property.draw
    const segments = this.lanes[layer].segments;
    let found = this.ruling(layer, property, t);
    const isRuled = found >= 0;
    for (let i = 0; i < segments.length; i++) {
      if (isRuled || segments[i].track.property !== property) continue;
      if (found < 0 || segments[i].plan.start <= t) found = i;
    }
    return segments[found].plan.cue;
  }

  private valueOf(layer: Int, property: Property, t: Double): Double {
    const segments = this.lanes[layer].segments;
    const i = this.ruling(layer, property, t);
    let sum = i < 0 ? neutral(property) : segments[i].valueAt(t);
    for (const it of segments) {
      const isOnTop = it.plan.cue.adds && it.track.property === property && it.plan.start <= t;
      if (isOnTop) sum += it.valueAt(t) - neutral(property);
    }
    return sum;
  }

  /** Fills `state` with what is seen of a layer at `t`. */
  stateAt(index: Int, t: Double, screen: Screen, state: LayerState): void { //? Layers.alone
    this.own(index, t, screen, state);
    hideUnseen(this.timing.layers[index], state);
  }

  /** Fills `state` with what is seen of a layer at `t`. */
  stateAt(index: Int, t: Double, screen: Screen, state: LayerState): void { //? Layer.parent
    this.own(index, t, screen, state);
    for (let i = 0; i < 6; i++) state.outer[i] = i === 0 || i === 3 ? 1 : 0;
    let parent = this.timing.layers[index].parent;
    while (parent >= 0) {
      this.joinGroup(parent, t, screen, state);
      parent = this.timing.layers[parent].parent;
    }
    hideUnseen(this.timing.layers[index], state);
  }

  /** The layer's own state, without its groups. */
  own(index: Int, t: Double, screen: Screen, state: LayerState): void {
    const layer = this.timing.layers[index];
    state.visible = this.belongs(layer, t);
    atRest(layer, screen, state);
    switch (layer.kind) {
      case 'firstScreen': state.visible = this.stands(layer, t); break;
      case 'progress': state.progress = this.loaded(layer, t); break; //? LayerKind.progress
      default: break;
    }
    for (const property of this.lanes[index].properties) {
      const value = this.valueOf(index, property, t);
      switch (property) {
        case 'x': state.x += value; break;
        case 'y': state.y += value; break;
        case 'xScreen': state.x += screen.width * value; break; //? Property.xScreen
        case 'yScreen': state.y += screen.height * value; break; //? Property.yScreen
        case 'xItself': state.x += widthAtRest(layer, screen) * value; break; //? Property.xItself
        case 'yItself': state.y += heightAtRest(layer, screen) * value; break; //? Property.yItself
        case 'xEdge': state.x += pastSide(layer, value, screen); break; //? Property.xEdge
        case 'yEdge': state.y += pastEnd(layer, value, screen); break; //? Property.yEdge
        case 'scale': scaleBy(value, value, state); break;
        case 'scaleX': state.scaleX *= value; break;
        case 'scaleY': state.scaleY *= value; break;
        case 'rotation': state.rotation += value; break;
        case 'flip': flip(value, state); break; //? Property.flip
        case 'reveal': this.reveal(index, value, t, state); break; //? Property.reveal
        case 'draw': this.draw(index, value, t, state); break; //? Property.draw
        case 'travel': travel(layer, value, screen, state); break; //? Property.travel
        case 'panel': shrinkToPanel(layer, value, screen, state); break; //? Property.panel
        case 'clip': state.clip = frameAt(layer, value); break; //? Property.clip
        default: state.opacity = within(value);
      }
    }
    if (layer.place !== null) turnAboutPivot(layer, state);
  }

  private reveal(index: Int, part: Double, t: Double, state: LayerState): void { //? Property.reveal
    state.reveal = within(part);
    state.revealShape = this.shaping(index, 'reveal', t).reveal;
  }

  private draw(index: Int, part: Double, t: Double, state: LayerState): void { //? Property.draw
    state.draw = within(part);
    state.fillFrom = this.shaping(index, 'draw', t).fillFrom;
  }

  private joinGroup(index: Int, t: Double, screen: Screen, state: LayerState): void { //? Layer.parent
    const place = placeOn(this.timing.layers[index], screen);
    if (place === null) return;
    const group = this.groupState;
    this.own(index, t, screen, group);
    if (!group.visible) state.visible = false;
    state.opacity *= group.opacity;
    const radians = group.rotation * Math.PI / 180;
    const a = Math.cos(radians) * group.scaleX;
    const b = Math.sin(radians) * group.scaleX;
    const c = -Math.sin(radians) * group.scaleY;
    const d = Math.cos(radians) * group.scaleY;
    const restX = acrossOf(place, screen);
    const restY = downOf(place, screen);
    for (let i = 0; i < 6; i += 2) {
      const x = state.outer[i];
      const y = state.outer[i + 1];
      state.outer[i] = a * x + c * y;
      state.outer[i + 1] = b * x + d * y;
    }
    state.outer[4] += group.x - a * restX - c * restY;
    state.outer[5] += group.y - b * restX - d * restY;
  }

  /** Of all its gates alike. */
  private loaded(layer: Layer, t: Double): Double { //? LayerKind.progress
    let sum = 0.0;
    let count: Int = 0;
    for (let g = 0; g < this.gateOpen.length; g++) {
      const gate = this.timing.gates[g];
      const counts = layer.gates.length > 0 ? layer.gates.includes(g) : !gate.optional;
      if (!counts) continue;
      count++;
      sum += this.loadedPart(g, t);
    }
    return count > 0 ? sum / count : 1;
  }

  /**
   * A gate that loads counts by its typical time, at most nine tenths; what is left when it has loaded is caught up with. Never less
   * than a moment before.
   */
  private loadedPart(g: Int, t: Double): Double { //? LayerKind.progress
    const open = this.loadedAt(g);
    const loading = Math.min(t, open) - this.gateStart[g];
    const before = 0.9 * Math.min(1, Math.max(0, loading / Math.max(1, this.timing.gates[g].typical)));
    if (t < open) return before;
    const left = open > 0 ? Math.max(0, 1 - (t - open) / CATCHUP) : 0.0;
    return 1 - (1 - before) * left * left;
  }

  /** What a message stands for has not loaded, and goes on when people try again. */
  private loadedAt(g: Int): Int { //? LayerKind.progress|player.stillness
    const failed = this.gateTimedOut[g] && this.timing.gates[g].onTimeOut === 'message';
    return failed ? NEVER : this.gateOpen[g];
  }

  /** Some layers are seen in one outcome alone. */
  private belongs(layer: Layer, t: Double): boolean {
    const decided = t >= this.outcomeAt;
    if (layer.shown === 'offline') return decided && this.outcome === 'offline';
    if (layer.shown === 'message') return decided && this.outcome === 'message';
    return true;
  }

  /** A first screen gives way to one that is only for being offline. */
  private stands(layer: Layer, t: Double): boolean {
    const isOffline = t >= this.outcomeAt && this.outcome === 'offline';
    if (!isOffline || layer.shown === 'offline') return this.belongs(layer, t);
    for (const it of this.timing.layers) {
      if (it.kind === 'firstScreen' && it.shown === 'offline') return false;
    }
    return true;
  }
}

export function sameReveal(a: RevealShape, b: RevealShape): boolean { //? player.shapes
  return a.iris === b.iris && a.x === b.x && a.y === b.y;
}

/** All of the layer at its place, before anything moves it. */
function atRest(layer: Layer, screen: Screen, state: LayerState): void {
  state.opacity = 1;
  state.scaleX = 1;
  state.scaleY = 1;
  state.rotation = 0;
  state.reveal = 1;
  state.revealShape = null;
  state.draw = 1;
  state.progress = 0;
  state.clip = 0;
  state.width = screen.width;
  state.height = screen.height;
  state.x = screen.width / 2;
  state.y = screen.height / 2;
  const place = placeOn(layer, screen);
  if (place === null) return;
  state.width = place.width;
  state.height = place.height;
  state.x = acrossOf(place, screen);
  state.y = downOf(place, screen);
  state.rotation = place.turn;
}

function hideUnseen(layer: Layer, state: LayerState): void {
  const isGone = state.opacity <= 0 || state.scaleX === 0 || state.scaleY === 0 || state.reveal <= 0;
  if (isGone || layer.kind === 'group') state.visible = false;
}

function scaleBy(across: Double, down: Double, state: LayerState): void {
  state.scaleX *= across;
  state.scaleY *= down;
}

function widthAtRest(layer: Layer, screen: Screen): Double { //? Property.xItself
  const place = placeOn(layer, screen);
  if (place === null) return screen.width;
  return place.width;
}

function heightAtRest(layer: Layer, screen: Screen): Double { //? Property.yItself
  const place = placeOn(layer, screen);
  if (place === null) return screen.height;
  return place.height;
}

/** So much of the way until nothing of it is seen beyond the right side, or below zero the left one. */
function pastSide(layer: Layer, part: Double, screen: Screen): Double { //? Property.xEdge
  const place = placeOn(layer, screen);
  if (place === null) return screen.width * part;
  const radians = place.turn * Math.PI / 180;
  const half = (Math.abs(Math.cos(radians)) * place.width + Math.abs(Math.sin(radians)) * place.height) / 2;
  const middle = acrossOf(place, screen);
  return part * ((part > 0 ? screen.width - middle : middle) + half);
}

/** So much of the way until nothing of it is seen below the lower end, or below zero above the upper one. */
function pastEnd(layer: Layer, part: Double, screen: Screen): Double { //? Property.yEdge
  const place = placeOn(layer, screen);
  if (place === null) return screen.height * part;
  const radians = place.turn * Math.PI / 180;
  const half = (Math.abs(Math.sin(radians)) * place.width + Math.abs(Math.cos(radians)) * place.height) / 2;
  const middle = downOf(place, screen);
  return part * ((part > 0 ? screen.height - middle : middle) + half);
}

/** About the upright axis, seen from the front. */
function flip(turn: Double, state: LayerState): void { //? Property.flip
  const narrowed = Math.cos(turn * Math.PI / 180);
  state.scaleX *= Math.abs(narrowed) < 1e-9 ? 0 : narrowed;
}

function travel(layer: Layer, part: Double, screen: Screen, state: LayerState): void { //? Property.travel
  const place = placeOn(layer, screen);
  if (place === null) return;
  const there = layer.destination;
  if (there === null) return;
  state.x += (acrossOf(there, screen) - acrossOf(place, screen)) * part;
  state.y += (downOf(there, screen) - downOf(place, screen)) * part;
  state.rotation += (there.turn - place.turn) * part;
  const across = place.width > 0 ? there.width / place.width : 1;
  const down = place.height > 0 ? there.height / place.height : 1;
  const scale = 1 + (Math.min(across, down) - 1) * part;
  scaleBy(scale, scale, state);
}

function shrinkToPanel(layer: Layer, part: Double, screen: Screen, state: LayerState): void { //? Property.panel
  const taken = (screen.height - layer.panelHeight) * part;
  state.height -= taken;
  state.y -= taken / 2;
}

function frameAt(layer: Layer, part: Double): Double { //? Property.clip
  const steps = layer.frames - 1;
  return steps > 0 ? Math.floor(within(part) * steps + 1e-9) / steps : within(part);
}

/** Scale and turn are about the box's middle; what a pivot elsewhere would do is a way of the middle. */
function turnAboutPivot(layer: Layer, state: LayerState): void {
  const x = (layer.pivotX - 0.5) * state.width;
  const y = (layer.pivotY - 0.5) * state.height;
  const radians = state.rotation * Math.PI / 180;
  state.x += x - (Math.cos(radians) * state.scaleX * x - Math.sin(radians) * state.scaleY * y);
  state.y += y - (Math.sin(radians) * state.scaleX * x + Math.cos(radians) * state.scaleY * y);
}

/** Where the layer stands, held this way. */
export function placeOn(layer: Layer, screen: Screen): Place | null {
  if (screen.width > screen.height) return layer.landscape ?? layer.place;
  return layer.place;
}

export function acrossOf(place: Place, screen: Screen): Double {
  const free = screen.width - screen.left - screen.right;
  if (place.safe) return place.x + screen.left + free * place.across;
  return place.x + screen.width * place.across;
}

export function downOf(place: Place, screen: Screen): Double {
  const free = screen.height - screen.top - screen.bottom;
  if (place.safe) return place.y + screen.top + free * place.down;
  return place.y + screen.height * place.down;
}
