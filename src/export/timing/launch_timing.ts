// The timing of an exported launch, written once. `tools/print-timing` prints it in the languages of the players.
// The rules of this file: docs/exporters/timing.md.
type Int = number;
type Double = number;
type Growing<T> = T[];
declare function ints(count: Int, value: Int): Int[];
declare function doubles(count: Int): Double[];
declare function flags(count: Int): boolean[];
declare function whole(value: Double): Int;

/** A time that is not reached; all are whole milliseconds after the start of the launch. */
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

/** How it ends: with all, without, in the offline way, with a message; interrupted: before that was decided. */
export type Outcome = 'complete' | 'wentOn' | 'offline' | 'message' | 'interrupted';

/** How it began: never before, in a new process, in one that was there, with all in memory, re-created. */
export type StartKind = 'first' | 'cold' | 'warm' | 'hot' | 'recreated';

/** Progress in, progress out: a cubic curve, steps, straight pieces, a ball that bounces, or a spring. */
export class Easing { //? Track.easing|Track.easings
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

/** What a cue does to one property: `values` at parts of it, the first `onTop` of them on top of what was there. */
export class Track {
  readonly property: Property;
  readonly values: Double[];
  readonly at: Double[] = [0, 1];
  readonly onTop: Int = 0; //? used
  readonly easing: Easing | null = null; //? used
  readonly easings: Easing[] = []; //? used
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
  readonly atLeast: Int = 0; //? used
  readonly atMost: Int = NEVER; //? used
  readonly onTimeOut: Outcome = 'wentOn'; //? Beat.atMost
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
  readonly onTimeOut: Outcome = 'wentOn'; //? GateTiming.timeOut
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
  readonly times: Int = 1; //? used
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

/** No place: the whole screen. */
export class Layer {
  readonly kind: LayerKind;
  readonly place: Place | null = null;
  readonly landscape: Place | null = null; //? used
  readonly destination: Place | null = null; //? Property.travel
  readonly panelHeight: Double = 0; //? Property.panel
  readonly shown: Shown = 'always'; //? used
  readonly pivotX: Double = 0.5; //? Layer.pivotX|Layer.pivotY
  readonly pivotY: Double = 0.5; //? Layer.pivotX|Layer.pivotY
  readonly parent: Int = -1; //? used
  readonly gates: Int[] = []; //? Layer.gates
  readonly frames: Int = 0; //? LayerKind.clip
}

/** The sequence as data; a cue comes after the one it hangs on. `cueOrder`: which comes first for a property. */
export class LaunchTiming {
  readonly beats: Beat[];
  readonly gates: GateTiming[];
  readonly layers: Layer[];
  readonly cues: Cue[];
  readonly gateOrder: Int[] = []; //? Gate.order
  readonly cueOrder: Int[] = []; //? Cue.again|Beat.yields
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

function cubic(a: Double, b: Double, s: Double): Double { //? Track.easing|Track.easings
  const r = 1 - s;
  return 3 * r * r * s * a + 3 * r * s * s * b + s * s * s;
}

function eased(easing: Easing, x: Double): Double { //? Track.easing|Track.easings
  if (easing.steps > 0) { //? Easing.steps
    let step = Math.floor(within(x) * easing.steps + 1e-12);
    if (easing.atStart) step += 1; //? Easing.atStart
    return within(step / easing.jumps);
  }
  if (easing.stops.length > 0) return onStops(easing.stops, x); //? Easing.stops
  if (x <= 0 || x >= 1) return within(x);
  if (easing.bounces > 0) return bounced(easing, x); //? Easing.bounces
  if (easing.swing > 0) return 1 - swung(easing, x) + swung(easing, 1) * x; //? Easing.swing
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

/** When a cue plays in this launch. `skips`: it goes straight to its end, from what is there if it `blends`. */
class CueTiming {
  start: Int = NEVER;
  stop: Int = NEVER;
  length: Int = 1;
  settle: Int = 0; //? Opening.cues|Beat.yields|RepeatEnd.settle
  blends: boolean = false; //? Beat.yields
  skips: boolean = false; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
  never: boolean = false; //? Beat.plays|Cue.dropped|Cue.bySystem
  hangs: boolean = false; //? Cue.hangs

  constructor(readonly cue: Cue) {}

  skip(from: Int, to: Int): void { //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    this.start = from;
    this.stop = to;
    this.skips = true;
    this.settle = 0; //? Opening.cues|Beat.yields|RepeatEnd.settle
    this.blends = false; //? Beat.yields
  }

  /** When it has come to rest. */
  rests(): Int {
    if (this.settle > 0) return Math.min(NEVER, this.stop + this.settle); //? Opening.cues|Beat.yields|RepeatEnd.settle
    return this.stop;
  }
}

/** What a cue does to one property in this launch; `found`: what that was when it began. */
class Segment {
  constructor(readonly plan: CueTiming, readonly track: Track, readonly found: Double) {}

  private key(i: Int): Double {
    const value = this.track.values[i];
    const isOnTop = i < this.track.onTop; //? Track.onTop
    if (isOnTop && neutral(this.track.property) === 1) return this.found * value; //? Track.onTop
    if (isOnTop) return this.found + value; //? Track.onTop
    return value;
  }

  private end(): Double { //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle
    let even = false; //? Cue.alternate
    if (this.plan.cue.times % 2 === 0) even = true; //? Cue.alternate Cue.times
    if (this.plan.cue.whileWaiting) even = true; //? Cue.alternate Cue.whileWaiting
    if (this.plan.cue.alternate && even) return this.key(0); //? Cue.alternate
    return this.key(this.track.values.length - 1);
  }

  /** When its keys come, in each round it plays before `until`. */
  keyTimes(until: Double): Growing<Double> { //? player.edges
    const edges: Growing<Double> = [];
    edges.push(this.plan.start);
    edges.push(this.plan.stop);
    edges.push(this.plan.rests());
    const stop = Math.min(until, 1.0 * this.plan.stop);
    let length = this.plan.length;
    if (this.plan.skips) length = this.plan.stop - this.plan.start; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    let round = 1.0 * this.plan.start;
    while (round < stop && length > 0) {
      for (const it of this.track.at) edges.push(round + it * length);
      round += length;
    }
    return edges;
  }

  valueAt(t: Double): Double {
    const start = this.plan.start;
    const stop = this.plan.stop;
    if (this.plan.never) return this.end(); //? Beat.plays|Cue.dropped|Cue.bySystem
    if (t < start) return this.key(0);
    if (this.plan.skips) return this.skipped(t); //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    const settle = this.plan.settle; //? Opening.cues|Beat.yields|RepeatEnd.settle
    if (settle > 0 && t >= stop) { //? Opening.cues|Beat.yields|RepeatEnd.settle
      const from = this.during(stop - start);
      return from + (this.end() - from) * within((t - stop) / settle);
    }
    return this.during(Math.min(t, stop) - start);
  }

  private skipped(t: Double): Double { //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    let from = this.end();
    if (this.plan.blends) from = this.found; //? Beat.yields
    const length = this.plan.stop - this.plan.start;
    const part = length > 0 ? within((t - this.plan.start) / length) : 1.0;
    return from + (this.end() - from) * part;
  }

  private during(local: Double): Double {
    const length = this.plan.length;
    const keys = this.track.at;
    let part = length > 0 ? within(local / length) : 1.0;
    if (length > 0 && local >= length) part = this.inRound(local / length); //? Cue.times|Cue.whileWaiting
    let i = 1;
    while (i < keys.length - 1 && keys[i] <= part) i++;
    const width = keys[i] - keys[i - 1];
    let between = width > 0 ? within((part - keys[i - 1]) / width) : 1.0;
    const easing = this.track.easing; //? Track.easing
    if (easing !== null) between = eased(easing, between); //? Track.easing
    const easings = this.track.easings; //? Track.easings
    if (easings.length > 0) between = eased(easings[i - 1], between); //? Track.easings
    return this.key(i - 1) + (this.key(i) - this.key(i - 1)) * between;
  }

  /** Which part of its round is played after so many of them; the last one stays at its end. */
  private inRound(rounds: Double): Double { //? Cue.times|Cue.whileWaiting
    let round = Math.floor(rounds);
    let part = rounds - round;
    if (part === 0 && rounds * this.plan.length >= this.plan.stop - this.plan.start) {
      round -= 1;
      part = 1;
    }
    if (round % 2 === 1 && this.plan.cue.alternate) part = 1 - part; //? Cue.alternate
    return part;
  }
}

/** What moves of one layer: of each property in the order of time. */
class Lane {
  segments: Growing<Segment> = [];
}

/**
 * The launch with absolute times, for what is known of the gates so far: made anew when a gate opens, without a jump.
 * `openingEnd`: when the app's first own frame was drawn. `opened`: when each gate was opened, or NEVER.
 */
export class LaunchSchedule {
  readonly beatStart: Int[]; //? GateStart.beat|Cue.dropped|Cue.bySystem
  readonly beatEnd: Int[];
  outcome: Outcome = 'complete';
  outcomeAt: Int = NEVER;

  /** When the outcome is settled: with the last wait, or with the first frame. NEVER: it is not yet known. */
  decidedAt: Int;
  gateOpen: Int[];
  gateStart: Int[]; //? LayerKind.progress
  private readonly gateTimedOut: boolean[]; //? GateTiming.timeOut
  private readonly plans: Growing<CueTiming> = [];
  private readonly lanes: Growing<Lane> = [];
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
    this.beatStart = ints(timing.beats.length, 0); //? GateStart.beat|Cue.dropped|Cue.bySystem
    this.beatEnd = ints(timing.beats.length, 0);
    this.gateOpen = opened;
    this.gateOpen = ints(opened.length, NEVER); //? Gate.rules
    this.gateStart = ints(opened.length, NEVER); //? LayerKind.progress
    this.decidedAt = openingEnd;
    this.gateTimedOut = flags(opened.length); //? GateTiming.timeOut
    for (const it of timing.cues) this.plans.push(new CueTiming(it));
    for (const it of this.plans) it.hangs = this.waitsForEnd(it.cue); //? Cue.hangs
    for (let i = 0; i < timing.layers.length; i++) this.lanes.push(new Lane());
    let now: Int = 0;
    for (let i = 0; i < this.beatEnd.length; i++) {
      this.reached = i; //? GateStart.beat
      if (this.outcome === 'message') now = NEVER; //? Outcome.message
      this.beatStart[i] = now; //? GateStart.beat|Cue.dropped|Cue.bySystem
      this.beatEnd[i] = now;
      this.runBeat(i, now);
      this.dropCues(i); //? Cue.dropped|Cue.bySystem
      now = this.beatEnd[i];
    }
    this.resolveGates(); //? Gate.rules
    this.fillLanes();
  }

  /** When the first screen can be used, or NEVER as far as is known. */
  shown(): Int {
    if (this.outcome === 'message') return NEVER; //? Outcome.message
    return this.beatEnd[this.beatEnd.length - 1];
  }

  /** From `t` on nothing moves before the time given; `t` itself if something does. */
  stillUntil(t: Double): Double { //? player.stillness
    let until = 1.0 * NEVER;
    for (const it of this.plans) {
      if (it.rests() <= t || this.tracksOf(it.cue).length === 0) continue;
      if (it.start <= t) return t;
      until = Math.min(until, it.start);
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
    for (const segment of this.lanes[layer].segments) {
      if (segment.track.property !== property || segment.plan.start >= NEVER) continue;
      for (const it of segment.keyTimes(until)) edges.push(it);
    }
    return edges;
  }

  /** The shapes by which the layer is uncovered, each once. */
  revealsOf(layerIndex: Int): Growing<RevealShape> { //? Property.reveal player.shapes
    const shapes: Growing<RevealShape> = [];
    for (const it of this.lanes[layerIndex].segments) {
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
  private paced(length: Int): Int { //? player.pace
    return whole(Math.floor(length * this.pace + 0.5));
  }

  private isInMemory(): boolean { //? StartKind.hot|StartKind.recreated
    return this.start === 'hot' || this.start === 'recreated';
  }

  private runBeat(i: Int, now: Int): void {
    const beat = this.timing.beats[i];
    if (!this.plays(beat)) return this.skipCues(i, now); //? Beat.plays
    if (now >= NEVER) return;
    this.placeCues(i, now, NEVER, false);
    this.beatEnd[i] = now + beat.length; //? player.steady
    this.beatEnd[i] = now + this.paced(beat.length); //? player.pace
    if (beat.length < 0) this.beatEnd[i] = this.lastCueEnd(i, now); //? Beat.open
    if (beat.kind === 'opening') this.beatEnd[i] = this.openingEnd; //? BeatKind.opening
    if (beat.kind === 'wait') this.runWait(i, now); //? BeatKind.wait
    this.placeCues(i, now, this.beatEnd[i], true); //? Cue.hangs
    if (beat.kind === 'opening') this.endOpening(i); //? Opening.cues
    if (beat.yields !== 'never' && (beat.kind === 'play' || beat.kind === 'hold')) { //? Beat.yields
      this.resolveGates(); //? Gate.rules
      const ready = this.neededReady();
      if (ready < this.beatEnd[i]) this.yieldAt(i, Math.max(ready, now));
    }
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
      it.start = Math.max(earliest, base + cue.offset); //? player.steady
      it.start = Math.max(earliest, base + this.paced(cue.offset)); //? player.pace
      if (base >= NEVER) it.start = NEVER; //? Cue.hangs
      it.length = cue.length; //? player.steady
      it.length = Math.max(1, this.paced(cue.length)); //? player.pace
      let all = it.length;
      all *= cue.times; //? Cue.times
      if (cue.whileWaiting) all = NEVER; //? Cue.whileWaiting
      it.stop = Math.min(NEVER, it.start + all);
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

  /** What does not play in this launch is at its end as soon as it is reached. */
  private skipCues(beat: Int, at: Int): void { //? Beat.plays
    for (const it of this.plans) {
      if (it.cue.beat !== beat) continue;
      it.skip(at, at);
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
      it.skip(this.beatStart[i], this.beatStart[i]);
      it.never = true;
    }
  }

  /** The system plays the opening; when the app draws for the first time, its cues are at their end. */
  private endOpening(i: Int): void { //? Opening.cues
    for (const it of this.plans) {
      if (it.cue.beat !== i || it.stop <= this.openingEnd) continue;
      it.stop = Math.max(it.start, this.openingEnd);
      it.settle = 1;
    }
  }

  /** When a beat began, or NEVER as far as the beats are worked out. */
  private reachedAt(beat: Int): Int { //? GateStart.beat
    return beat <= this.reached ? this.beatStart[beat] : NEVER;
  }

  private resolveGates(): void { //? Gate.rules
    for (let i = 0; i < this.gateOpen.length; i++) {
      let g = i;
      const order = this.timing.gateOrder; //? Gate.order
      if (order.length > 0) g = order[i]; //? Gate.order
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
      let latest = Math.min(NEVER, from + gate.timeOut); //? GateTiming.timeOut
      const again = gate.onTimeOut === 'message' || latest >= this.messageAt; //? GateTiming.timeOut player.retry
      if (again) latest = Math.min(NEVER, Math.max(from, this.retriedAt) + gate.timeOut); //? GateTiming.timeOut player.retry
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

  private runWait(i: Int, now: Int): void { //? BeatKind.wait
    const beat = this.timing.beats[i]; //? Beat.gates|GateTiming.optional|Beat.atLeast|Beat.atMost
    this.resolveGates(); //? Gate.rules
    let end = now;
    let least = beat.atLeast; //? Beat.atLeast
    least = this.paced(least); //? Beat.atLeast player.pace
    end = Math.max(end, now + least); //? Beat.atLeast
    for (let g = 0; g < this.gateOpen.length; g++) {
      if (!this.needs(beat, g)) continue; //? Beat.gates|GateTiming.optional
      end = Math.max(end, this.gateOpen[g]);
    }
    this.beatEnd[i] = end;
    let latest = Math.min(NEVER, now + beat.atMost); //? Beat.atMost
    const again = latest >= this.messageAt; //? Beat.atMost player.retry
    if (again) latest = Math.min(NEVER, Math.max(now, this.retriedAt) + beat.atMost); //? Beat.atMost player.retry
    this.beatEnd[i] = Math.min(end, latest); //? Beat.atMost
    this.endRepeats(i); //? Cue.whileWaiting
    if (this.beatEnd[i] > latest) this.cutRepeats(i, latest); //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
    this.decidedAt = this.beatEnd[i];
    if (end > latest) this.decide(beat.onTimeOut, this.decidedAt); //? Beat.atMost
    for (let g = 0; g < this.gateOpen.length; g++) { //? GateTiming.timeOut
      if (!this.needs(beat, g)) continue; //? Beat.gates|GateTiming.optional
      const isLate = this.gateTimedOut[g] && this.gateOpen[g] <= this.decidedAt;
      if (isLate) this.decide(this.timing.gates[g].onTimeOut, this.decidedAt);
    }
  }

  /** Of several outcomes the gravest counts, from when it was decided. */
  private decide(how: Outcome, at: Int): void { //? BeatKind.wait Beat.atMost|GateTiming.timeOut
    if (rank(how) <= rank(this.outcome)) return;
    this.outcome = how;
    this.outcomeAt = at;
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
    let blend = beat.blend;
    blend = this.paced(blend); //? player.pace
    if (!blends) blend = 0;
    this.beatEnd[i] = Math.min(this.beatEnd[i], at + blend);
    const end = this.beatEnd[i];
    for (const it of this.plans) {
      if (it.cue.beat !== i) continue;
      if (it.start >= at) {
        it.skip(at, end);
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
        it.skip(end, end);
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

  /** Nothing goes on longer than the wait may. */
  private cutRepeats(i: Int, latest: Int): void { //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
    this.beatEnd[i] = latest;
    for (const it of this.plans) {
      if (it.cue.beat === i && it.cue.whileWaiting && it.stop > latest) this.cut(it, latest);
    }
  }

  private cut(it: CueTiming, at: Int): void { //? Cue.whileWaiting
    it.stop = at;
    if (at >= NEVER || it.cue.end !== 'settle') return; //? RepeatEnd.settle
    it.settle = Math.max(1, it.cue.settle); //? RepeatEnd.settle player.steady
    it.settle = Math.max(1, this.paced(it.cue.settle)); //? RepeatEnd.settle player.pace
  }

  private tracksOf(cue: Cue): Track[] {
    if (this.reducedMotion) return cue.calm ?? cue.moves; //? Cue.calm
    return cue.moves;
  }

  private fillLanes(): void {
    // What each property is before its first cue: where that cue starts.
    for (const c of this.timing.cueOrder) { //? Cue.again|Beat.yields
      const before = new CueTiming(this.timing.cues[c]);
      before.never = this.plans[c].never; //? Beat.plays|Cue.dropped|Cue.bySystem
      if (before.cue.adds) continue; //? Cue.adds
      const layer = before.cue.layer;
      for (const it of this.tracksOf(before.cue)) {
        this.lanes[layer].segments.push(new Segment(before, it, neutral(it.property)));
      }
    }
    let order = this.plans;
    if (this.timing.cueOrder.length > 0) order = this.inOrderOfTime(); //? Cue.again
    for (const plan of order) {
      const lane = this.lanes[plan.cue.layer];
      for (const it of this.tracksOf(plan.cue)) {
        let found = neutral(it.property);
        const before = this.ruling(plan.cue.layer, it.property, plan.start); //? Cue.again|Beat.yields
        let follows = before >= 0 && lane.segments[before].plan.start < NEVER; //? Cue.again|Beat.yields
        if (before >= 0 && plan.blends) follows = true; //? Beat.yields
        if (follows) found = lane.segments[before].valueAt(plan.start); //? Cue.again|Beat.yields
        if (plan.cue.adds) found = neutral(it.property); //? Cue.adds
        lane.segments.push(new Segment(plan, it, found));
      }
    }
  }

  /** The cues by their start; those that start together as `cueOrder` says. */
  private inOrderOfTime(): Growing<CueTiming> { //? Cue.again
    const order: Growing<CueTiming> = [];
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

  /** What rules a property at a moment: what began last, or else what begins first. */
  private ruling(layer: Int, property: Property, t: Double): Int {
    const segments = this.lanes[layer].segments;
    let found: Int = -1;
    for (let i = 0; i < segments.length; i++) {
      if (segments[i].track.property !== property) continue;
      if (segments[i].plan.cue.adds) continue; //? Cue.adds
      if (found < 0 || segments[i].plan.start <= t) found = i;
    }
    return found;
  }

  /** Of the cues laid over a property, which nothing rules, the one that began last, or else begins first. */
  private laidOver(layer: Int, property: Property, t: Double): Int { //? Property.reveal|Property.draw Cue.adds
    const segments = this.lanes[layer].segments;
    let found: Int = -1;
    for (let i = 0; i < segments.length; i++) {
      if (segments[i].track.property !== property) continue;
      if (found < 0 || segments[i].plan.start <= t) found = i;
    }
    return found;
  }

  value(layer: Int, property: Property, t: Double): Double {
    const segments = this.lanes[layer].segments;
    const i = this.ruling(layer, property, t);
    let sum = i < 0 ? neutral(property) : segments[i].valueAt(t);
    for (const it of segments) { //? Cue.adds
      if (!it.plan.cue.adds || it.track.property !== property || it.plan.start > t) continue;
      sum += it.valueAt(t) - neutral(property);
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
    state.reveal = within(this.value(layerIndex, 'reveal', t)); //? Property.reveal
    state.revealShape = null; //? Property.reveal
    let reveal = this.ruling(layerIndex, 'reveal', t); //? Property.reveal
    if (reveal < 0) reveal = this.laidOver(layerIndex, 'reveal', t); //? Property.reveal Cue.adds
    if (reveal >= 0) state.revealShape = this.lanes[layerIndex].segments[reveal].plan.cue.reveal; //? Property.reveal
    state.draw = within(this.value(layerIndex, 'draw', t)); //? Property.draw
    let draw = this.ruling(layerIndex, 'draw', t); //? Property.draw
    if (draw < 0) draw = this.laidOver(layerIndex, 'draw', t); //? Property.draw Cue.adds
    if (draw >= 0) state.fillFrom = this.lanes[layerIndex].segments[draw].plan.cue.fillFrom; //? Property.draw
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

export function sameReveal(a: RevealShape, b: RevealShape): boolean { //? Property.reveal player.shapes
  return a.iris === b.iris && a.x === b.x && a.y === b.y;
}

/** Where the layer stands, held this way. */
export function placeOn(layer: Layer, screen: Screen): Place | null {
  if (screen.width > screen.height) return layer.landscape ?? layer.place; //? Layer.landscape
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
