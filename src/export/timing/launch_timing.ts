// The timing of an exported launch, written once. `tools/print-timing` prints it in the languages of the players.
// The rules of this file: docs/exporters/timing.md.
type Int = number;
type Double = number;
type Growing<T> = T[];
declare function ints(count: Int, value: Int): Int[];
declare function doubles(count: Int): Double[];
declare function flags(count: Int): boolean[];
declare function whole(value: Double): Int;

/** A time that is not reached. All times are whole milliseconds after the start of the launch. */
export const NEVER: Int = 1000000000;

export type BeatKind = 'opening' | 'play' | 'hold' | 'wait' | 'handOff';
export type Yield = 'never' | 'afterCues' | 'atOnce'; //? Beat.yields
export type GateStart = 'process' | 'firstFrame' | 'beat'; //? GateStart.firstFrame|GateStart.beat
export type Anchor = 'beatStart' | 'beatEnd' | 'withCue' | 'afterCue'; //? Anchor.beatEnd|Anchor.withCue|Anchor.afterCue
export type RepeatEnd = 'cut' | 'finish' | 'settle'; //? RepeatEnd.settle|RepeatEnd.finish
export type LayerKind = 'backdrop' | 'art' | 'firstScreen' | 'progress' | 'clip' | 'group';
export type Shown = 'always' | 'offline' | 'message';
export type Property =
  | 'opacity' | 'x' | 'y' | 'scale' | 'scaleX' | 'scaleY' | 'rotation' | 'flip' | 'reveal' | 'draw' | 'travel' | 'panel'
  | 'clip';

/**
 * How it ends: everything was there, or a time-out let it go on, took the offline way, left a message; interrupted: it
 * was dismissed, skipped or destroyed before that was decided.
 */
export type Outcome = 'complete' | 'wentOn' | 'offline' | 'message' | 'interrupted';

/** How it began: never before, in a new process, in one that was there, with all in memory, re-created. */
export type StartKind = 'first' | 'cold' | 'warm' | 'hot' | 'recreated';

/**
 * Progress in, progress out: a cubic curve, steps, straight pieces (position, value, position, value …), a ball that
 * falls and bounces, or a spring (`swing`: radians over the whole; `decay`: powers of e).
 */
export class Easing {
  readonly x1: Double = 0;
  readonly y1: Double = 0;
  readonly x2: Double = 1;
  readonly y2: Double = 1;
  readonly steps: Int = 0; //? used
  readonly atStart: boolean = false; //? used
  readonly jumps: Int = 1; //? Easing.steps
  readonly stops: Double[] = []; //? used
  readonly bounces: Int = 0; //? used
  readonly restitution: Double = 0; //? Easing.bounces
  readonly swing: Double = 0; //? used
  readonly decay: Double = 0; //? Easing.swing
}

/** A value at a part of a cue; `onTop` of what was there when the cue began. No easing: straight on to the next. */
export class Key {
  readonly at: Double;
  readonly value: Double;
  readonly onTop: boolean = false; //? used
  readonly easing: Easing | null = null; //? used
}

export class Track {
  readonly property: Property;
  readonly keys: Key[];
}

/** An opening circle (`iris`, centre in fractions of the box) or a wipe (direction as a unit vector). */
export class RevealShape { //? Property.reveal
  readonly iris: boolean = false;
  readonly x: Double;
  readonly y: Double;
}

export class Beat {
  readonly kind: BeatKind;
  readonly length: Int = -1;
  readonly gates: Int[] = []; //? used
  readonly atLeast: Int = 0;
  readonly atMost: Int = NEVER;
  readonly onTimeOut: Outcome = 'wentOn';
  readonly yields: Yield = 'never'; //? used
  readonly blend: Int = 120; //? Beat.yields
  readonly plays: StartKind[] = ['first', 'cold', 'warm'];
}

export class GateTiming {
  readonly id: string;
  readonly start: GateStart = 'process'; //? GateStart.firstFrame|GateStart.beat
  readonly beat: Int = 0; //? GateStart.beat
  readonly needs: Int[] = []; //? used
  readonly timeOut: Int = NEVER; //? used
  readonly onTimeOut: Outcome = 'wentOn';
  readonly optional: boolean = false; //? used
  readonly typical: Int = 500; //? used
}

/** What one layer does for a while. `calm`: what it does instead where people ask for less motion. */
export class Cue {
  readonly layer: Int;
  readonly beat: Int;
  readonly length: Int;
  readonly moves: Track[];
  readonly calm: Track[] | null = null; //? used
  readonly anchor: Anchor = 'beatStart'; //? Anchor.beatEnd|Anchor.withCue|Anchor.afterCue
  readonly other: Int = -1; //? Anchor.withCue|Anchor.afterCue
  readonly offset: Int = 0;
  readonly times: Int = 1;
  readonly whileWaiting: boolean = false; //? used
  readonly alternate: boolean = false; //? used
  readonly end: RepeatEnd = 'cut'; //? RepeatEnd.settle|RepeatEnd.finish
  readonly settle: Int = 0; //? RepeatEnd.settle
  readonly adds: boolean = false; //? used
  readonly dropped: boolean = false; //? used
  readonly bySystem: boolean = false; //? used
  readonly reveal: RevealShape | null = null; //? Property.reveal
  readonly fillFrom: Double = 0.6; //? Property.draw
}

/** A layer's centre lies `x`, `y` from the point `across`, `down` (fractions) of the screen. */
export class Place {
  readonly across: Double = 0.5;
  readonly down: Double = 0.5;
  readonly x: Double = 0;
  readonly y: Double = 0;
  readonly width: Double;
  readonly height: Double;
  readonly turn: Double = 0; //? used
  readonly safe: boolean = false; //? used
}

/** No place: the whole screen. `parent`: its group. `gates`: what progress shows; none: all that are needed. */
export class Layer {
  readonly kind: LayerKind;
  readonly place: Place | null = null;
  readonly landscape: Place | null = null;
  readonly destination: Place | null = null; //? Property.travel
  readonly panelHeight: Double = 0; //? Property.panel
  readonly shown: Shown = 'always'; //? used
  readonly pivotX: Double = 0.5; //? Layer.pivotX|Layer.pivotY
  readonly pivotY: Double = 0.5; //? Layer.pivotX|Layer.pivotY
  readonly parent: Int = -1; //? used
  readonly gates: Int[] = []; //? Layer.gates
  readonly frames: Int = 0; //? LayerKind.clip
}

/**
 * The launch sequence as data. Cues stand in an order in which each comes after the one it hangs on; `cueOrder`
 * tells which comes first for a property, and which of two that start together wins.
 */
export class LaunchTiming {
  readonly beats: Beat[];
  readonly gates: GateTiming[];
  readonly gateOrder: Int[];
  readonly layers: Layer[];
  readonly cues: Cue[];
  readonly cueOrder: Int[];
}

/** The screen, and what the system's bars cover at its edges. */
export class Screen {
  readonly width: Double;
  readonly height: Double;
  readonly left: Double = 0; //? Place.safe
  readonly top: Double = 0; //? Place.safe
  readonly right: Double = 0; //? Place.safe
  readonly bottom: Double = 0; //? Place.safe
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
  reveal: Double = 1; //? Property.reveal
  revealShape: RevealShape | null = null; //? Property.reveal
  draw: Double = 1; //? Property.draw
  fillFrom: Double = 0.6; //? Property.draw
  progress: Double = 0; //? LayerKind.progress
  clip: Double = 0; //? LayerKind.clip

  /** Its groups' doing, x' = a x + c y + e, y' = b x + d y + f, applied last. */
  outer: Double[] = [1, 0, 0, 1, 0, 0]; //? Layer.parent
}

function within(value: Double): Double {
  return Math.min(1, Math.max(0, value));
}

function plus(time: Int, more: Int): Int {
  return time >= NEVER || more >= NEVER ? NEVER : time + more;
}

function rank(outcome: Outcome): Int { //? BeatKind.wait Beat.atMost|GateTiming.timeOut
  if (outcome === 'message') return 3; //? Outcome.message
  if (outcome === 'offline') return 2; //? Outcome.offline
  return outcome === 'wentOn' ? 1 : 0;
}

/** What a property is where nothing says anything else. */
function neutral(property: Property): Double {
  if (property === 'opacity' || property === 'scale') return 1;
  if (property === 'scaleX') return 1; //? Property.scaleX
  if (property === 'scaleY') return 1; //? Property.scaleY
  if (property === 'reveal') return 1; //? Property.reveal
  if (property === 'draw') return 1; //? Property.draw
  return 0;
}

function onTopOf(found: Double, property: Property, value: Double): Double { //? Key.onTop
  if (property === 'opacity' || property === 'scale') return found * value;
  if (property === 'scaleX') return found * value; //? Property.scaleX
  if (property === 'scaleY') return found * value; //? Property.scaleY
  return found + value;
}

function cubic(a: Double, b: Double, s: Double): Double { //? Key.easing
  const r = 1 - s;
  return 3 * r * r * s * a + 3 * r * s * s * b + s * s * s;
}

function eased(easing: Easing, x: Double): Double { //? Key.easing
  if (easing.steps > 0) { //? Easing.steps
    let step = Math.floor(within(x) * easing.steps + 1e-12);
    if (easing.atStart) step += 1; //? Easing.atStart
    return within(step / easing.jumps);
  }
  if (easing.stops.length > 0) return onStops(easing.stops, x); //? Easing.stops
  if (x <= 0 || x >= 1) return within(x);
  if (easing.bounces > 0) return bounced(easing, x); //? Easing.bounces
  if (easing.swing > 0) return 1 - swung(easing, x) + swung(easing, 1) * x; //? Easing.swing
  let low = 0.0;
  let high = 1.0;
  let s = x;
  for (let i = 0; i < 40; i++) {
    const off = cubic(easing.x1, easing.x2, s) - x;
    if (Math.abs(off) < 1e-8) break;
    if (off < 0) low = s;
    else high = s;
    s = (low + high) / 2;
  }
  return cubic(easing.y1, easing.y2, s);
}

/** Each bounce keeps a part of the speed; the distance grows with the square of the time. */
function bounced(easing: Easing, x: Double): Double { //? Easing.bounces
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

/** When a cue plays in this launch. `blends`: from what is there to its end; `skips`: is at its end at once. */
class CuePlan {
  length: Int = 1;
  start: Int = NEVER;
  stop: Int = NEVER;
  settle: Int = 0; //? Opening.cues|Beat.yields|RepeatEnd.settle
  blends: boolean = false; //? Beat.yields
  skips: boolean = false; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
  never: boolean = false; //? Beat.plays|Cue.dropped|Cue.bySystem
  hangs: boolean = false; //? Cue.hangs

  constructor(readonly cue: Cue) {}

  put(from: Int, to: Int, isSkipped: boolean): void {
    this.start = from;
    this.stop = to;
    this.skips = isSkipped; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    this.settle = 0; //? Opening.cues|Beat.yields|RepeatEnd.settle
    this.blends = false; //? Beat.yields
  }
}

/** A track of a cue with absolute times and values. */
class Segment {
  at: Double[];
  values: Double[];
  rest: Double;
  length: Int;

  constructor(readonly plan: CuePlan, readonly track: Track, found: Double) {
    const keys = track.keys;
    this.length = plan.length;
    this.at = doubles(keys.length);
    this.values = doubles(keys.length);
    for (let i = 0; i < keys.length; i++) {
      this.at[i] = keys[i].at;
      this.values[i] = keys[i].value;
      if (keys[i].onTop) this.values[i] = onTopOf(found, track.property, keys[i].value); //? Key.onTop
    }
    this.rest = this.values[keys.length - 1];
    let even = plan.cue.times % 2 === 0; //? Cue.alternate
    if (plan.cue.whileWaiting) even = true; //? Cue.alternate Cue.whileWaiting
    if (plan.cue.alternate && even) this.rest = this.values[0]; //? Cue.alternate
    if (plan.skips) { //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
      this.length = plan.stop - plan.start;
      this.values[0] = this.rest;
      if (plan.blends) this.values[0] = found; //? Beat.yields
    }
  }

  restTime(): Int {
    if (this.plan.settle > 0) return plus(this.plan.stop, this.plan.settle); //? Opening.cues|Beat.yields|RepeatEnd.settle
    return this.plan.stop;
  }

  /** When its keys come, in each round it plays before `until`. */
  keyTimes(until: Double): Growing<Double> { //? player.edges
    const edges: Growing<Double> = [];
    edges.push(this.plan.start);
    edges.push(this.plan.stop);
    edges.push(this.restTime());
    const stop = Math.min(until, 1.0 * this.plan.stop);
    let round = 1.0 * this.plan.start;
    while (round < stop && this.length > 0) {
      for (const it of this.at) edges.push(round + it * this.length);
      round += this.length;
    }
    return edges;
  }

  valueAt(t: Double): Double {
    const stop = this.plan.stop;
    if (this.plan.skips) return this.skipped(t - this.plan.start); //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    const rests = this.plan.settle; //? Opening.cues|Beat.yields|RepeatEnd.settle
    if (rests > 0 && t >= stop) { //? Opening.cues|Beat.yields|RepeatEnd.settle
      const from = this.during(stop - this.plan.start);
      return from + (this.rest - from) * within((t - stop) / rests);
    }
    return this.during(Math.min(t, stop) - this.plan.start);
  }

  /** From what was there straight to its end. */
  private skipped(local: Double): Double { //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    if (this.length <= 0) return this.rest;
    return this.values[0] + (this.rest - this.values[0]) * within(local / this.length);
  }

  private during(local: Double): Double {
    if (this.length <= 0) return this.values[this.values.length - 1];
    let part = within(local / this.length);
    if (local >= this.length) part = this.inRound(local / this.length); //? Cue.times|Cue.whileWaiting
    let i = 1;
    while (i < this.at.length - 1 && this.at[i] <= part) i++;
    const width = this.at[i] - this.at[i - 1];
    let between = width > 0 ? within((part - this.at[i - 1]) / width) : 1.0;
    const easing = this.track.keys[i - 1].easing; //? Key.easing
    if (easing !== null) between = eased(easing, between); //? Key.easing
    return this.values[i - 1] + (this.values[i] - this.values[i - 1]) * between;
  }

  /** Which part of its round is played after so many of them; the last one stays at its end. */
  private inRound(rounds: Double): Double { //? Cue.times|Cue.whileWaiting
    let round = Math.floor(rounds);
    let part = rounds - round;
    if (part === 0 && rounds * this.length >= this.plan.stop - this.plan.start) {
      round -= 1;
      part = 1;
    }
    if (round % 2 === 1 && this.plan.cue.alternate) part = 1 - part; //? Cue.alternate
    return part;
  }
}

/** One property of one layer over the whole launch. */
class Timeline {
  readonly segments: Growing<Segment> = [];
  readonly added: Growing<Segment> = []; //? Cue.adds

  constructor(readonly property: Property, readonly initial: Double) {}

  /** What it is by the cue that began last, without what others add. */
  valueAt(t: Double): Double {
    const i = this.ruling(t);
    return i < 0 ? this.initial : this.segments[i].valueAt(t);
  }

  /** The cue that rules at a moment, or the first to come. */
  cueAt(t: Double): Cue | null { //? Property.reveal|Property.draw
    const i = Math.max(0, this.ruling(t));
    return i < this.segments.length ? this.segments[i].plan.cue : null;
  }

  private ruling(t: Double): Int {
    let i = this.segments.length - 1;
    while (i >= 0 && this.segments[i].plan.start > t) i--;
    return i;
  }
}

/** What moves of one layer. */
class Lane {
  lines: Growing<Timeline> = [];
}

/**
 * The launch with absolute times, for what is known of the gates so far. It never depends on what a gate will do
 * later, so it can be made anew whenever a gate opens without anything on the screen jumping. `openingEnd`: when the
 * app's first own frame was drawn. `opened`: for each gate when the app opened it, or NEVER. `messageAt`, `retriedAt`:
 * when a message stood first and when its time-outs began to count anew; what was over before stays as it was.
 */
export class LaunchSchedule {
  readonly beatStart: Int[];
  readonly beatEnd: Int[];
  outcome: Outcome = 'complete';
  outcomeAt: Int = NEVER;

  /** When the outcome is settled: with the last wait, or with the first frame. NEVER: it is not yet known. */
  decidedAt: Int;
  private readonly plans: Growing<CuePlan> = [];
  readonly gateStart: Int[]; //? LayerKind.progress
  readonly gateOpen: Int[];
  private readonly gateTimedOut: boolean[]; //? GateTiming.timeOut
  private readonly lanes: Growing<Lane> = [];
  private readonly all: Growing<Segment> = []; //? player.stillness
  private readonly groupState: LayerState = new LayerState(); //? Layer.parent
  private reached: Int = 0; //? GateStart.beat

  constructor(
    readonly timing: LaunchTiming,
    readonly start: StartKind,
    readonly reducedMotion: boolean,
    readonly systemMoves: boolean, //? player.system
    readonly pace: Double, //? player.pace
    readonly messageAt: Int, //? player.retry
    readonly retriedAt: Int, //? player.retry
    readonly openingEnd: Int,
    readonly opened: Int[],
  ) {
    this.beatStart = ints(timing.beats.length, 0);
    this.beatEnd = ints(timing.beats.length, 0);
    this.gateStart = ints(timing.gates.length, NEVER); //? LayerKind.progress
    this.gateOpen = ints(timing.gates.length, NEVER);
    this.decidedAt = openingEnd;
    this.gateTimedOut = flags(timing.gates.length); //? GateTiming.timeOut
    for (const it of timing.cues) this.plans.push(new CuePlan(it));
    for (const it of this.plans) it.hangs = this.waitsForEnd(it.cue); //? Cue.hangs
    for (let i = 0; i < timing.layers.length; i++) this.lanes.push(new Lane());
    this.runBeats();
    this.beginLines();
    this.fillLines();
  }

  /** When the first screen can be used, or NEVER as far as is known. */
  shown(): Int {
    return this.outcome === 'message' ? NEVER : this.beatEnd[this.beatEnd.length - 1];
  }

  /** From `t` on nothing moves before the time given; `t` itself if something does. */
  stillUntil(t: Double): Double { //? player.stillness
    let until = 1.0 * NEVER;
    for (const it of this.all) {
      if (it.restTime() <= t) continue;
      if (it.plan.start <= t) return t;
      until = Math.min(until, it.plan.start);
    }
    for (const layer of this.timing.layers) { //? LayerKind.progress
      if (layer.kind === 'progress' && this.loaded(layer, t) < 1) return t;
    }
    for (const it of this.beatEnd) {
      if (it > t) until = Math.min(until, it);
    }
    return until;
  }

  /** When the keys of a property come, up to `until`; between them it runs along one curve. In no order. */
  edgesOf(layer: Int, property: Property, until: Double): Growing<Double> { //? player.edges
    const edges: Growing<Double> = [];
    const line = this.timeline(layer, property);
    if (line === null) return edges;
    for (const segment of line.segments) {
      for (const it of segment.keyTimes(until)) edges.push(it);
    }
    for (const segment of line.added) { //? Cue.adds
      for (const it of segment.keyTimes(until)) edges.push(it);
    }
    return edges;
  }

  /** The shape by which the layer is uncovered, if some cue does that. */
  revealOf(layerIndex: Int): RevealShape | null { //? Property.reveal player.shapes
    const line = this.timeline(layerIndex, 'reveal');
    if (line === null) return null;
    for (const it of line.segments) {
      const shape = it.plan.cue.reveal;
      if (shape !== null) return shape;
    }
    return null;
  }

  private waitsForEnd(cue: Cue): boolean { //? Cue.hangs
    if (cue.anchor === 'beatEnd') return true; //? Anchor.beatEnd
    if (cue.other >= 0) { //? Anchor.withCue|Anchor.afterCue
      const other = this.plans[cue.other];
      if (other.cue.beat !== cue.beat) return false;
      if (other.hangs) return true;
      if (cue.anchor === 'afterCue' && other.cue.whileWaiting) return true; //? Cue.whileWaiting Anchor.afterCue
    }
    return false;
  }

  private plays(beat: Beat): boolean { //? Beat.plays
    return beat.plays.includes(this.start);
  }

  /** Lengths of the show at the pace the system asks for; gates keep their time. */
  private paced(length: Int): Int {
    if (length < NEVER) return whole(Math.floor(length * this.pace + 0.5)); //? player.pace
    return length;
  }

  private isInMemory(): boolean { //? StartKind.hot|StartKind.recreated
    return this.start === 'hot' || this.start === 'recreated';
  }

  private runBeats(): void {
    let now: Int = 0;
    for (let i = 0; i < this.beatEnd.length; i++) {
      this.reached = i; //? GateStart.beat
      if (this.outcome === 'message') now = NEVER; //? Outcome.message
      this.beatStart[i] = now;
      this.beatEnd[i] = now;
      this.runBeat(i, now);
      this.dropCues(i); //? Cue.dropped|Cue.bySystem
      now = this.beatEnd[i];
    }
    this.resolveGates();
  }

  private runBeat(i: Int, now: Int): void {
    const beat = this.timing.beats[i]; //? Beat.plays|BeatKind.opening|BeatKind.wait
    if (!this.plays(beat)) return this.skipCues(i, now); //? Beat.plays
    if (now >= NEVER) return;
    if (beat.kind === 'opening') return this.runOpening(i); //? BeatKind.opening
    if (beat.kind === 'wait') return this.runWait(i, now); //? BeatKind.wait
    this.runFixed(i, now);
  }

  /** What does not play in this launch is at its end as soon as it is reached. */
  private skipCues(beat: Int, at: Int): void { //? Beat.plays
    for (const it of this.plans) {
      if (it.cue.beat !== beat) continue;
      it.put(at, at, true);
      it.never = true;
    }
  }

  /** What this platform does not play is at its end from the start. */
  private dropCues(i: Int): void { //? Cue.dropped|Cue.bySystem
    for (const it of this.plans) {
      let dropped = false;
      if (it.cue.dropped) dropped = true; //? Cue.dropped
      if (it.cue.bySystem) dropped = true; //? Cue.bySystem
      if (it.cue.bySystem && this.systemMoves) dropped = false; //? Cue.bySystem player.system
      if (it.cue.beat !== i || !dropped) continue;
      it.put(this.beatStart[i], this.beatStart[i], true);
      it.never = true;
    }
  }

  /** The system plays the opening; when the app draws for the first time, its cues are at their end. */
  private runOpening(i: Int): void { //? BeatKind.opening
    this.beatEnd[i] = this.openingEnd;
    this.placeCues(i, 0, this.openingEnd, false); //? Opening.cues
    this.placeCues(i, 0, this.openingEnd, true); //? Opening.cues Cue.hangs
    for (const it of this.plans) { //? Opening.cues
      if (it.cue.beat !== i || it.stop <= this.openingEnd) continue;
      it.stop = Math.max(it.start, this.openingEnd);
      it.settle = 1;
    }
    this.resolveGates();
  }

  /** When a beat began, or NEVER as far as the beats are worked out. */
  private reachedAt(beat: Int): Int { //? GateStart.beat
    return beat <= this.reached ? this.beatStart[beat] : NEVER;
  }

  private resolveGates(): void {
    for (const g of this.timing.gateOrder) {
      const gate = this.timing.gates[g]; //? GateStart.firstFrame|GateStart.beat|GateTiming.needs|GateTiming.timeOut
      let from: Int = 0;
      if (gate.start === 'firstFrame') from = this.beatEnd[0]; //? GateStart.firstFrame
      if (gate.start === 'beat') from = this.reachedAt(gate.beat); //? GateStart.beat
      if (this.isInMemory()) from = 0; //? StartKind.hot|StartKind.recreated
      for (const need of gate.needs) from = Math.max(from, this.gateOpen[need]); //? GateTiming.needs
      this.gateStart[g] = from; //? LayerKind.progress
      let open = Math.max(from, this.opened[g]);
      if (this.isInMemory()) open = from; //? StartKind.hot|StartKind.recreated
      this.gateOpen[g] = Math.min(open, NEVER);
      let latest = plus(from, gate.timeOut); //? GateTiming.timeOut
      const again = gate.onTimeOut === 'message' || latest >= this.messageAt; //? GateTiming.timeOut player.retry
      if (again) latest = plus(Math.max(from, this.retriedAt), gate.timeOut); //? GateTiming.timeOut player.retry
      this.gateTimedOut[g] = open > latest; //? GateTiming.timeOut
      this.gateOpen[g] = Math.min(open, latest); //? GateTiming.timeOut
    }
  }

  private needs(beat: Beat, gate: Int): boolean { //? BeatKind.wait Beat.gates|GateTiming.optional
    if (beat.gates.length > 0) return beat.gates.includes(gate); //? Beat.gates
    if (this.timing.gates[gate].optional) return false; //? GateTiming.optional
    return true;
  }

  private neededReady(): Int { //? Beat.yields
    let ready: Int = 0;
    for (let g = 0; g < this.gateOpen.length; g++) {
      let waits = false;
      let needed = false;
      for (const beat of this.timing.beats) { //? BeatKind.wait
        if (beat.kind !== 'wait') continue; //? BeatKind.wait
        if (!this.plays(beat)) continue; //? BeatKind.wait Beat.plays
        waits = true; //? BeatKind.wait
        if (!this.needs(beat, g)) continue; //? BeatKind.wait Beat.gates|GateTiming.optional
        needed = true; //? BeatKind.wait
      }
      if (!waits) needed = true;
      if (!waits && this.timing.gates[g].optional) needed = false; //? GateTiming.optional
      if (needed) ready = Math.max(ready, this.gateOpen[g]);
    }
    return ready;
  }

  private runFixed(i: Int, now: Int): void {
    const beat = this.timing.beats[i];
    this.placeCues(i, now, NEVER, false);
    this.beatEnd[i] = now + this.paced(beat.length);
    if (beat.length < 0) this.beatEnd[i] = this.lastCueEnd(i, now); //? Beat.open
    this.placeCues(i, now, this.beatEnd[i], true); //? Cue.hangs
    if (beat.yields !== 'never' && (beat.kind === 'play' || beat.kind === 'hold')) { //? Beat.yields
      this.resolveGates();
      const ready = this.neededReady();
      if (ready < this.beatEnd[i]) this.yieldAt(i, Math.max(ready, now));
    }
  }

  private runWait(i: Int, now: Int): void { //? BeatKind.wait
    const beat = this.timing.beats[i];
    this.resolveGates();
    let end = plus(now, this.paced(beat.atLeast));
    for (let g = 0; g < this.gateOpen.length; g++) {
      if (!this.needs(beat, g)) continue; //? Beat.gates|GateTiming.optional
      end = Math.max(end, this.gateOpen[g]);
    }
    let latest = plus(now, beat.atMost);
    const again = latest >= this.messageAt; //? player.retry
    if (again) latest = plus(Math.max(now, this.retriedAt), beat.atMost); //? player.retry
    this.beatEnd[i] = Math.min(end, latest);
    this.placeCues(i, now, this.beatEnd[i], false);
    this.endRepeats(i); //? Cue.whileWaiting
    this.beatEnd[i] = Math.min(this.beatEnd[i], latest); //? RepeatEnd.finish
    const stop = this.beatEnd[i];
    this.decidedAt = stop;
    for (const it of this.plans) { //? Cue.whileWaiting
      if (it.cue.beat === i && it.cue.whileWaiting && it.stop > stop) this.cut(it, stop);
    }
    this.placeCues(i, now, stop, true); //? Cue.hangs
    if (end > latest) this.decide(beat.onTimeOut, stop); //? Beat.atMost
    for (let g = 0; g < this.gateOpen.length; g++) { //? GateTiming.timeOut
      if (!this.needs(beat, g)) continue; //? Beat.gates|GateTiming.optional
      const isLate = this.gateTimedOut[g] && this.gateOpen[g] <= stop;
      if (isLate) this.decide(this.timing.gates[g].onTimeOut, stop);
    }
  }

  /** Of several outcomes the gravest counts, from when it was decided. */
  private decide(how: Outcome, at: Int): void { //? BeatKind.wait Beat.atMost|GateTiming.timeOut
    if (rank(how) <= rank(this.outcome)) return;
    this.outcome = how;
    this.outcomeAt = at;
  }

  private placeCues(beat: Int, from: Int, end: Int, hanging: boolean): void {
    for (const it of this.plans) {
      const cue = it.cue;
      if (cue.beat !== beat) continue;
      if (it.hangs !== hanging) continue; //? Cue.hangs
      let base = from;
      if (cue.anchor === 'beatEnd') base = end; //? Anchor.beatEnd
      if (cue.anchor === 'withCue') base = this.plans[cue.other].start; //? Anchor.withCue
      if (cue.anchor === 'afterCue') base = this.plans[cue.other].stop; //? Anchor.afterCue
      let earliest = from;
      if (hanging && this.timing.beats[beat].kind === 'wait') earliest = end; //? BeatKind.wait Cue.hangs
      const begin = base >= NEVER ? NEVER : Math.max(earliest, base + this.paced(cue.offset));
      it.length = cue.length;
      it.length = Math.max(1, this.paced(cue.length)); //? player.pace
      let stop = plus(begin, it.length * cue.times);
      if (cue.whileWaiting) stop = NEVER; //? Cue.whileWaiting
      it.put(begin, stop, false);
    }
  }

  private lastCueEnd(beat: Int, from: Int): Int { //? Beat.open
    let end = from;
    for (const it of this.plans) {
      if (it.cue.beat !== beat || it.stop >= NEVER) continue;
      if (it.hangs) continue; //? Cue.hangs
      end = Math.max(end, it.stop);
    }
    return end;
  }

  /** The beat is left early: cues to come blend to their ends, those that play settle there. */
  private yieldAt(i: Int, ready: Int): void { //? Beat.yields
    const beat = this.timing.beats[i];
    let at = ready;
    let blends = false;
    for (const it of this.plans) { //? Yield.afterCues
      if (beat.yields !== 'afterCues' || it.cue.beat !== i) continue;
      if (it.start <= ready && it.stop > ready) at = Math.max(at, it.stop);
    }
    at = Math.min(at, this.beatEnd[i]);
    for (const it of this.plans) {
      if (it.cue.beat === i && (it.start >= at || it.stop > at)) blends = true;
    }
    const blend = blends ? this.paced(beat.blend) : 0;
    this.beatEnd[i] = Math.min(this.beatEnd[i], at + blend);
    const end = this.beatEnd[i];
    for (const it of this.plans) {
      if (it.cue.beat !== i) continue;
      if (it.start >= at) {
        it.put(at, end, true);
        it.blends = true;
      } else if (it.stop > at) {
        it.stop = at;
        it.settle = Math.max(1, end - at);
      }
    }
  }

  private endRepeats(i: Int): void { //? Cue.whileWaiting
    const end = this.beatEnd[i];
    if (end >= NEVER) return;
    for (const it of this.plans) {
      if (it.cue.beat !== i || !it.cue.whileWaiting || it.start >= NEVER) continue;
      if (it.start >= end) {
        it.put(end, end, true);
        continue;
      }
      this.cut(it, end);
      if (it.cue.end === 'finish') { //? RepeatEnd.finish
        let cycle = it.length;
        if (it.cue.alternate) cycle = it.length * 2; //? Cue.alternate
        it.stop = it.start + whole((end - it.start + cycle - 1) / cycle) * cycle;
        this.beatEnd[i] = Math.max(this.beatEnd[i], it.stop);
      }
    }
  }

  private cut(it: CuePlan, at: Int): void { //? Cue.whileWaiting
    it.stop = at;
    if (at < NEVER && it.cue.end === 'settle') it.settle = Math.max(1, this.paced(it.cue.settle)); //? RepeatEnd.settle
  }

  private tracksOf(cue: Cue): Track[] {
    if (this.reducedMotion) return cue.calm ?? cue.moves; //? Cue.calm
    return cue.moves;
  }

  private timeline(layer: Int, property: Property): Timeline | null {
    for (const line of this.lanes[layer].lines) {
      if (line.property === property) return line;
    }
    return null;
  }

  private beginLine(layer: Int, property: Property, initial: Double): void {
    if (this.timeline(layer, property) === null) this.lanes[layer].lines.push(new Timeline(property, initial));
  }

  /** What each property is before its first cue: where that cue starts. */
  private beginLines(): void {
    for (const c of this.timing.cueOrder) {
      const cue = this.timing.cues[c];
      if (cue.adds) continue; //? Cue.adds
      const plan = new CuePlan(cue);
      plan.skips = this.plans[c].never; //? Beat.plays|Cue.dropped|Cue.bySystem
      for (const it of this.tracksOf(cue)) {
        const first = new Segment(plan, it, neutral(it.property));
        this.beginLine(cue.layer, it.property, first.values[0]);
      }
    }
  }

  private fillLines(): void {
    let order = this.plans;
    order = this.inOrderOfTime(); //? Cue.again
    for (const plan of order) {
      if (plan.start >= NEVER) continue;
      for (const it of this.tracksOf(plan.cue)) {
        this.beginLine(plan.cue.layer, it.property, neutral(it.property)); //? Cue.adds
        const line = this.timeline(plan.cue.layer, it.property);
        if (line === null) continue;
        let found = neutral(it.property);
        if (plan.blends) found = line.initial; //? Beat.yields
        if (line.segments.length > 0) found = line.valueAt(plan.start); //? Cue.again
        if (plan.cue.adds) found = neutral(it.property); //? Cue.adds
        const made = new Segment(plan, it, found);
        this.all.push(made); //? player.stillness
        if (plan.cue.adds) line.added.push(made); //? Cue.adds
        if (plan.cue.adds) continue; //? Cue.adds
        line.segments.push(made);
      }
    }
  }

  /** The cues by their start; those that start together as `cueOrder` says. */
  private inOrderOfTime(): Growing<CuePlan> { //? Cue.again
    const order: Growing<CuePlan> = [];
    for (const c of this.timing.cueOrder) {
      const plan = this.plans[c];
      order.push(plan);
      let i = order.length - 1;
      while (i > 0 && order[i - 1].start > plan.start) {
        order[i] = order[i - 1];
        i--;
      }
      order[i] = plan;
    }
    return order;
  }

  value(layer: Int, property: Property, t: Double): Double {
    const line = this.timeline(layer, property);
    if (line === null) return neutral(property);
    let sum = line.valueAt(t);
    for (const it of line.added) { //? Cue.adds
      if (it.plan.start <= t) sum += it.valueAt(t) - neutral(property);
    }
    return sum;
  }

  /** Fills `state` with what is seen of a layer at `t`. */
  stateAt(layerIndex: Int, t: Double, screen: Screen, state: LayerState): void {
    this.own(layerIndex, t, screen, state);
    for (let i = 0; i < 6; i++) state.outer[i] = i === 0 || i === 3 ? 1 : 0; //? Layer.parent
    let parent = this.timing.layers[layerIndex].parent; //? Layer.parent
    while (parent >= 0) { //? Layer.parent
      this.joinGroup(parent, t, screen, state);
      parent = this.timing.layers[parent].parent;
    }
    if (state.opacity <= 0 || state.scaleX === 0 || state.scaleY === 0) state.visible = false;
    if (state.reveal <= 0) state.visible = false; //? Property.reveal
    if (this.timing.layers[layerIndex].kind === 'group') state.visible = false; //? LayerKind.group
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

  /** The layer's own state, without its groups. */
  own(layerIndex: Int, t: Double, screen: Screen, state: LayerState): void {
    const layer = this.timing.layers[layerIndex];
    state.visible = true;
    state.visible = this.belongs(layer, t); //? Layer.shown
    state.opacity = within(this.value(layerIndex, 'opacity', t));
    state.scaleX = this.value(layerIndex, 'scale', t);
    state.scaleY = state.scaleX;
    state.scaleX *= this.value(layerIndex, 'scaleX', t); //? Property.scaleX
    state.scaleY *= this.value(layerIndex, 'scaleY', t); //? Property.scaleY
    state.rotation = this.value(layerIndex, 'rotation', t);
    const flip = this.value(layerIndex, 'flip', t); //? Property.flip
    if (flip !== 0) { //? Property.flip
      const narrowed = Math.cos(flip * Math.PI / 180);
      state.scaleX *= Math.abs(narrowed) < 1e-9 ? 0 : narrowed;
    }
    state.width = screen.width;
    state.height = screen.height;
    state.x = screen.width / 2;
    state.y = screen.height / 2;
    const place = placeOn(layer, screen);
    if (place !== null) {
      state.width = place.width;
      state.height = place.height;
      state.x = acrossOf(place, screen);
      state.y = downOf(place, screen);
      state.rotation += place.turn; //? Place.turn
      const there = layer.destination; //? Property.travel
      if (there !== null) this.travel(there, place, this.value(layerIndex, 'travel', t), screen, state); //? Property.travel
      this.turnAboutPivot(layer, state); //? Layer.pivotX|Layer.pivotY
    }
    state.x += this.value(layerIndex, 'x', t); //? Property.x
    state.y += this.value(layerIndex, 'y', t); //? Property.y
    if (layer.kind === 'backdrop') { //? Property.panel
      const panel = this.value(layerIndex, 'panel', t);
      state.height = screen.height + (layer.panelHeight - screen.height) * panel;
      state.y += (state.height - screen.height) / 2;
    }
    const reveal = this.timeline(layerIndex, 'reveal'); //? Property.reveal
    state.reveal = 1; //? Property.reveal
    state.revealShape = null; //? Property.reveal
    if (reveal !== null) { //? Property.reveal
      state.reveal = within(this.value(layerIndex, 'reveal', t));
      const cue = reveal.cueAt(t);
      if (cue !== null) state.revealShape = cue.reveal;
    }
    const draw = this.timeline(layerIndex, 'draw'); //? Property.draw
    state.draw = 1; //? Property.draw
    if (draw !== null) { //? Property.draw
      state.draw = within(this.value(layerIndex, 'draw', t));
      const cue = draw.cueAt(t);
      if (cue !== null) state.fillFrom = cue.fillFrom;
    }
    state.progress = layer.kind === 'progress' ? this.loaded(layer, t) : 0; //? LayerKind.progress
    state.clip = within(this.value(layerIndex, 'clip', t)); //? LayerKind.clip Property.clip
    const steps = layer.frames - 1; //? LayerKind.clip Property.clip
    if (steps > 0) state.clip = Math.floor(state.clip * steps + 1e-9) / steps; //? LayerKind.clip Property.clip
  }

  private travel(there: Place, place: Place, part: Double, screen: Screen, state: LayerState): void { //? Property.travel
    state.x += (acrossOf(there, screen) - state.x) * part;
    state.y += (downOf(there, screen) - state.y) * part;
    state.rotation += (there.turn - place.turn) * part; //? Place.turn
    const across = place.width > 0 ? there.width / place.width : 1;
    const down = place.height > 0 ? there.height / place.height : 1;
    const scale = 1 + (Math.min(across, down) - 1) * part;
    state.scaleX *= scale;
    state.scaleY *= scale;
  }

  /** Scale and turn are about the box's middle; what a pivot elsewhere would do is a way of the middle. */
  private turnAboutPivot(layer: Layer, state: LayerState): void { //? Layer.pivotX|Layer.pivotY
    const x = (layer.pivotX - 0.5) * state.width;
    const y = (layer.pivotY - 0.5) * state.height;
    const radians = state.rotation * Math.PI / 180;
    state.x += x - (Math.cos(radians) * state.scaleX * x - Math.sin(radians) * state.scaleY * y);
    state.y += y - (Math.sin(radians) * state.scaleX * x + Math.cos(radians) * state.scaleY * y);
  }

  /** An open gate counts whole, one that loads by its typical time, at most nine tenths. */
  private loaded(layer: Layer, t: Double): Double { //? LayerKind.progress
    let sum = 0.0;
    let count: Int = 0;
    for (let g = 0; g < this.gateOpen.length; g++) {
      const gate = this.timing.gates[g]; //? GateTiming.optional|GateTiming.typical
      let counts = true;
      if (gate.optional) counts = false; //? GateTiming.optional
      if (layer.gates.length > 0) counts = layer.gates.includes(g); //? Layer.gates
      if (!counts) continue;
      count++;
      const taken = this.gateStart[g] >= NEVER ? 0.0 : Math.max(0, t - this.gateStart[g]);
      let typical = 500;
      typical = Math.max(1, gate.typical); //? GateTiming.typical
      sum += t >= this.gateOpen[g] ? 1 : Math.min(0.9, 0.9 * taken / typical);
    }
    return count > 0 ? sum / count : 1;
  }

  /** Some layers are seen in one outcome alone. */
  private belongs(layer: Layer, t: Double): boolean { //? Layer.shown
    const decided = t >= this.outcomeAt; //? Shown.offline|Shown.message
    const offline = decided && this.outcome === 'offline'; //? Shown.offline
    if (layer.shown === 'offline') return offline; //? Shown.offline
    if (layer.shown === 'message') return decided && this.outcome === 'message'; //? Shown.message
    if (offline && layer.kind === 'firstScreen') { //? Shown.offline
      for (const it of this.timing.layers) {
        if (it.kind === 'firstScreen' && it.shown === 'offline') return false;
      }
    }
    return true;
  }
}

/** Where the layer stands, held this way. */
export function placeOn(layer: Layer, screen: Screen): Place | null {
  if (screen.width > screen.height) return layer.landscape ?? layer.place;
  return layer.place;
}

export function acrossOf(place: Place, screen: Screen): Double {
  const free = screen.width - screen.left - screen.right; //? Place.safe
  if (place.safe) return place.x + screen.left + free * place.across; //? Place.safe
  return place.x + screen.width * place.across;
}

export function downOf(place: Place, screen: Screen): Double {
  const free = screen.height - screen.top - screen.bottom; //? Place.safe
  if (place.safe) return place.y + screen.top + free * place.down; //? Place.safe
  return place.y + screen.height * place.down;
}
