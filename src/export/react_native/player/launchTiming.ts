// Part of your app: written by Scaena, yours without conditions (0BSD). It knows nothing of the screen, so that
// it can be tested anywhere. The next export replaces it for as long as you leave it unchanged.

const EASING_STOPS: number[] = []; //? Easing.stops Track.easing|Track.easings
const TRACK_AT: number[] = [0, 1];
const TRACK_EASINGS: Easing[] = []; //? Track.easings
const BEAT_GATES: number[] = []; //? Beat.gates BeatKind.wait Beat.gates|GateTiming.optional
const BEAT_PLAYS: StartKind[] = ['first', 'cold', 'warm']; //? Beat.plays
const GATE_TIMING_NEEDS: number[] = []; //? GateTiming.needs Gate.rules
const LAYER_GATES: number[] = []; //? Layer.gates LayerKind.progress
const LAUNCH_TIMING_GATE_ORDER: number[] = []; //? LaunchTiming.gateOrder|Gate.order Gate.rules Gate.order
const LAUNCH_TIMING_CUE_ORDER: number[] = []; //? LaunchTiming.cueOrder|Cue.again|Beat.yields

/** A time that is not reached; all are whole milliseconds after the start of the launch. */
export const NEVER: number = 1000000000;

export type BeatKind = 'opening' | 'play' | 'hold' | 'wait' | 'handOff';
export type Yield = 'never' | 'afterCues' | 'atOnce'; //? Beat.yields
export type GateStart = 'process' | 'firstFrame' | 'beat'; //? GateStart.firstFrame|GateStart.beat
export type Anchor = 'beatStart' | 'beatEnd' | 'withCue' | 'afterCue'; //? Anchor.beatEnd|Anchor.withCue|Anchor.afterCue
export type RepeatEnd = 'cut' | 'finish' | 'settle'; //? RepeatEnd.settle|RepeatEnd.finish
export type LayerKind = 'backdrop' | 'art' | 'firstScreen' | 'progress' | 'clip' | 'group';
export type Shown = 'always' | 'offline' | 'message';
export type Property =
  | 'opacity' | 'x' | 'y' | 'scale' | 'scaleX' | 'scaleY' | 'rotation' | 'flip' | 'reveal' | 'draw' | 'travel'
  | 'panel' | 'clip';

/** How it ends: with all, without, in the offline way, with a message; interrupted: before that was decided. */
export type Outcome = 'complete' | 'wentOn' | 'offline' | 'message' | 'interrupted';

/** How it began: never before, in a new process, in one that was there, with all in memory, re-created. */
export type StartKind = 'first' | 'cold' | 'warm' | 'hot' | 'recreated';

//?{ Track.easing|Track.easings
/** Progress in, progress out: a cubic curve, steps, straight pieces, a ball that bounces, or a spring. */
export interface Easing {
  x1?: number;
  y1?: number;
  x2?: number;
  y2?: number;
  steps?: number; //? Easing.steps
  atStart?: boolean; //? Easing.atStart
  jumps?: number; //? Easing.jumps|Easing.steps
  stops?: number[]; //? Easing.stops
  bounces?: number; //? Easing.bounces
  restitution?: number; //? Easing.restitution|Easing.bounces
  swing?: number; //? Easing.swing
  decay?: number; //? Easing.decay|Easing.swing
}
//?}

/** What a cue does to one property: `values` at parts of it, the first `onTop` of them on top of what was there. */
export interface Track {
  property: Property;
  values: number[];
  at?: number[];
  onTop?: number; //? Track.onTop
  easing?: Easing; //? Track.easing
  easings?: Easing[]; //? Track.easings
}

//?{ Property.reveal
/** An opening circle (`iris`, centre in fractions of the box) or a wipe (direction as a unit vector). */
export interface RevealShape {
  iris?: boolean;
  x: number;
  y: number;
}
//?}

export interface Beat {
  kind: BeatKind;
  length?: number;
  gates?: number[]; //? Beat.gates
  atLeast?: number; //? Beat.atLeast
  atMost?: number; //? Beat.atMost
  onTimeOut?: Outcome; //? Beat.onTimeOut|Beat.atMost
  yields?: Yield; //? Beat.yields
  blend?: number; //? Beat.blend|Beat.yields
  plays?: StartKind[];
}

export interface GateTiming {
  id: string;
  start?: GateStart; //? GateTiming.start|GateStart.firstFrame|GateStart.beat
  beat?: number; //? GateTiming.beat|GateStart.beat
  needs?: number[]; //? GateTiming.needs
  timeOut?: number; //? GateTiming.timeOut
  onTimeOut?: Outcome; //? GateTiming.onTimeOut|GateTiming.timeOut
  optional?: boolean; //? GateTiming.optional
  typical?: number; //? GateTiming.typical
}

/** What one layer does for a while. `calm`: what it does instead where people ask for less motion. */
export interface Cue {
  layer: number;
  beat: number;
  length: number;
  moves: Track[];
  calm?: Track[]; //? Cue.calm
  anchor?: Anchor; //? Cue.anchor|Anchor.beatEnd|Anchor.withCue|Anchor.afterCue
  other?: number; //? Cue.other|Anchor.withCue|Anchor.afterCue
  offset?: number;
  times?: number; //? Cue.times
  whileWaiting?: boolean; //? Cue.whileWaiting
  alternate?: boolean; //? Cue.alternate
  end?: RepeatEnd; //? Cue.end|RepeatEnd.settle|RepeatEnd.finish
  settle?: number; //? Cue.settle|RepeatEnd.settle
  adds?: boolean; //? Cue.adds
  dropped?: boolean; //? Cue.dropped
  bySystem?: boolean; //? Cue.bySystem
  reveal?: RevealShape; //? Cue.reveal|Property.reveal
  fillFrom?: number; //? Cue.fillFrom|Property.draw
}

/** A layer's centre lies `x`, `y` from the point `across`, `down` (fractions) of the screen. */
export interface Place {
  across?: number;
  down?: number;
  x?: number;
  y?: number;
  width: number;
  height: number;
  turn?: number; //? Place.turn
  safe?: boolean; //? Place.safe
}

/** No place: the whole screen. */
export interface Layer {
  kind: LayerKind;
  place?: Place;
  landscape?: Place; //? Layer.landscape
  destination?: Place; //? Layer.destination|Property.travel
  panelHeight?: number; //? Layer.panelHeight|Property.panel
  shown?: Shown; //? Layer.shown
  pivotX?: number; //? Layer.pivotX|Layer.pivotY
  pivotY?: number; //? Layer.pivotY|Layer.pivotX
  parent?: number; //? Layer.parent
  gates?: number[]; //? Layer.gates
  frames?: number; //? Layer.frames|LayerKind.clip
}

/** The sequence as data; a cue comes after the one it hangs on. `cueOrder`: which comes first for a property. */
export interface LaunchTiming {
  beats: Beat[];
  gates: GateTiming[];
  layers: Layer[];
  cues: Cue[];
  gateOrder?: number[]; //? LaunchTiming.gateOrder|Gate.order
  cueOrder?: number[]; //? LaunchTiming.cueOrder|Cue.again|Beat.yields
}

/** The screen, and what the system's bars cover at its edges. */
export interface Screen {
  width: number;
  height: number;
//?{ Place.safe
  left?: number;
  top?: number;
  right?: number;
  bottom?: number;
//?}
}

/** What is seen of a layer at one moment; the centre counts from the screen's upper left corner. */
export class LayerState {
  visible: boolean = false;
  opacity: number = 1;
  x: number = 0;
  y: number = 0;
  width: number = 0;
  height: number = 0;
  scaleX: number = 1;
  scaleY: number = 1;
  rotation: number = 0;
//?{ Property.reveal
  reveal: number = 1;
  revealShape: RevealShape | null = null;
//?}
//?{ Property.draw
  draw: number = 1;
  fillFrom: number = 0.6;
//?}
  progress: number = 0; //? LayerKind.progress
  clip: number = 0; //? LayerKind.clip
//?{ Layer.parent
  /** Its groups' doing, x' = a x + c y + e, y' = b x + d y + f, applied last. */
  outer: number[] = [1, 0, 0, 1, 0, 0];
//?}
}

function within(value: number): number {
  return Math.min(1, Math.max(0, value));
}

//?{ BeatKind.wait
//?{ Beat.atMost|GateTiming.timeOut
function rank(outcome: Outcome): number {
  if (outcome === 'message') return 3; //? Outcome.message
  if (outcome === 'offline') return 2; //? Outcome.offline
  return outcome === 'wentOn' ? 1 : 0;
}
//?}
//?}

/** What a property is where nothing says anything else. */
function neutral(property: Property): number {
  if (property === 'opacity' || property === 'scale') return 1;
  if (property === 'scaleX') return 1; //? Property.scaleX
  if (property === 'scaleY') return 1; //? Property.scaleY
  if (property === 'reveal') return 1; //? Property.reveal
  if (property === 'draw') return 1; //? Property.draw
  return 0;
}

//?{ Track.easing|Track.easings
function cubic(a: number, b: number, s: number): number {
  const r = 1 - s;
  return 3 * r * r * s * a + 3 * r * s * s * b + s * s * s;
}
//?}

//?{ Track.easing|Track.easings
function eased(easing: Easing, x: number): number {
//?{ Easing.steps
  if ((easing.steps ?? 0) > 0) {
    let step = Math.floor(within(x) * (easing.steps ?? 0) + 1e-12);
    if (easing.atStart) step += 1; //? Easing.atStart
    return within(step / (easing.jumps ?? 1));
  }
//?}
  if ((easing.stops ?? EASING_STOPS).length > 0) return onStops(easing.stops ?? EASING_STOPS, x); //? Easing.stops
  if (x <= 0 || x >= 1) return within(x);
  if ((easing.bounces ?? 0) > 0) return bounced(easing, x); //? Easing.bounces
  if ((easing.swing ?? 0) > 0) return 1 - swung(easing, x) + swung(easing, 1) * x; //? Easing.swing
  let s = x;
  let half = 0.5;
  let low = 0;
  while (half > 1e-9) {
    s = low + half;
    if (cubic(easing.x1 ?? 0, easing.x2 ?? 1, s) < x) low = s;
    half /= 2;
  }
  return cubic(easing.y1 ?? 0, easing.y2 ?? 1, s);
}
//?}

//?{ Easing.bounces
/** Each bounce keeps a part of the speed; the distance grows with the square of the time. */
function bounced(easing: Easing, x: number): number {
  let speed = 1;
  let total = 1;
  for (let i = 0; i < (easing.bounces ?? 0); i++) {
    speed *= (easing.restitution ?? 0);
    total += 2 * speed;
  }
  let t = x * total;
  speed = 1;
  while (t > speed) {
    t -= speed;
    speed *= (easing.restitution ?? 0);
    t -= speed;
  }
  return 1 - speed * speed + t * t;
}
//?}

//?{ Easing.swing
/** How far a spring is from its rest. */
function swung(easing: Easing, x: number): number {
  const swing = (easing.swing ?? 0);
  const decay = (easing.decay ?? 0);
  return Math.exp(0 - decay * x) * (Math.cos(swing * x) + decay / swing * Math.sin(swing * x));
}
//?}

//?{ Easing.stops
function onStops(stops: number[], x: number): number {
  if (x <= stops[0]!) return stops[1]!;
  let i = 2;
  while (i < stops.length && stops[i]! <= x) i += 2;
  if (i >= stops.length) return stops[stops.length - 1]!;
  const part = (x - stops[i - 2]!) / (stops[i]! - stops[i - 2]!);
  return stops[i - 1]! + (stops[i + 1]! - stops[i - 1]!) * part;
}
//?}

/** When a cue plays in this launch. `skips`: it goes straight to its end, from what is there if it `blends`. */
class CueTiming {
  start: number = NEVER;
  stop: number = NEVER;
  length: number = 1;
  settle: number = 0; //? Opening.cues|Beat.yields|RepeatEnd.settle
  blends: boolean = false; //? Beat.yields
  skips: boolean = false; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
  never: boolean = false; //? Beat.plays|Cue.dropped|Cue.bySystem
  hangs: boolean = false; //? Cue.hangs

  constructor(readonly cue: Cue) {
  }
//?{ Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting

  skip(from: number, to: number): void {
    this.start = from;
    this.stop = to;
    this.skips = true;
    this.settle = 0; //? Opening.cues|Beat.yields|RepeatEnd.settle
    this.blends = false; //? Beat.yields
  }
//?}

  /** When it has come to rest. */
  rests(): number {
    if (this.settle > 0) return Math.min(NEVER, this.stop + this.settle); //? Opening.cues|Beat.yields|RepeatEnd.settle
    return this.stop;
  }
}

/** What a cue does to one property in this launch; `found`: what that was when it began. */
class Segment {

  constructor(readonly plan: CueTiming, readonly track: Track, readonly found: number) {
  }

  private key(i: number): number {
    const value = this.track.values[i]!;
//?{ Track.onTop
    const isOnTop = i < (this.track.onTop ?? 0);
    if (isOnTop && neutral(this.track.property) === 1) return this.found * value;
    if (isOnTop) return this.found + value;
//?}
    return value;
  }
//?{ Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle

  private end(): number {
//?{ Cue.alternate
    let even = false;
    if ((this.plan.cue.times ?? 1) % 2 === 0) even = true; //? Cue.times
    if (this.plan.cue.whileWaiting) even = true; //? Cue.whileWaiting
    if (this.plan.cue.alternate && even) return this.key(0);
//?}
    return this.key(this.track.values.length - 1);
  }
//?}
//?{ player.edges

  /** When its keys come, in each round it plays before `until`. */
  keyTimes(until: number): number[] {
    const edges: number[] = [];
    edges.push(this.plan.start);
    edges.push(this.plan.stop);
    edges.push(this.plan.rests());
    const stop = Math.min(until, 1 * this.plan.stop);
    let length = this.plan.length;
    if (this.plan.skips) length = this.plan.stop - this.plan.start; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    let round = 1 * this.plan.start;
    while (round < stop && length > 0) {
      for (const it of (this.track.at ?? TRACK_AT)) edges.push(round + it * length);
      round += length;
    }
    return edges;
  }
//?}

  valueAt(t: number): number {
    const start = this.plan.start;
    const stop = this.plan.stop;
    if (this.plan.never) return this.end(); //? Beat.plays|Cue.dropped|Cue.bySystem
    if (t < start) return this.key(0);
    if (this.plan.skips) return this.skipped(t); //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
//?{ Opening.cues|Beat.yields|RepeatEnd.settle
    const settle = this.plan.settle;
    if (settle > 0 && t >= stop) {
      const from = this.during(stop - start);
      return from + (this.end() - from) * within((t - stop) / settle);
    }
//?}
    return this.during(Math.min(t, stop) - start);
  }
//?{ Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting

  private skipped(t: number): number {
    let from = this.end();
    if (this.plan.blends) from = this.found; //? Beat.yields
    const length = this.plan.stop - this.plan.start;
    const part = length > 0 ? within((t - this.plan.start) / length) : 1;
    return from + (this.end() - from) * part;
  }
//?}

  private during(local: number): number {
    const length = this.plan.length;
    const keys = (this.track.at ?? TRACK_AT);
    let part = length > 0 ? within(local / length) : 1;
    if (length > 0 && local >= length) part = this.inRound(local / length); //? Cue.times|Cue.whileWaiting
    let i = 1;
    while (i < keys.length - 1 && keys[i]! <= part) i++;
    const width = keys[i]! - keys[i - 1]!;
    let between = width > 0 ? within((part - keys[i - 1]!) / width) : 1;
//?{ Track.easing
    const easing: Easing | null = (this.track.easing ?? null);
    if (easing !== null) between = eased(easing, between);
//?}
//?{ Track.easings
    const easings = (this.track.easings ?? TRACK_EASINGS);
    if (easings.length > 0) between = eased(easings[i - 1]!, between);
//?}
    return this.key(i - 1) + (this.key(i) - this.key(i - 1)) * between;
  }
//?{ Cue.times|Cue.whileWaiting

  /** Which part of its round is played after so many of them; the last one stays at its end. */
  private inRound(rounds: number): number {
    let round = Math.floor(rounds);
    let part = rounds - round;
    if (part === 0 && rounds * this.plan.length >= this.plan.stop - this.plan.start) {
      round -= 1;
      part = 1;
    }
    if (round % 2 === 1 && this.plan.cue.alternate) part = 1 - part; //? Cue.alternate
    return part;
  }
//?}
}

/** What moves of one layer: of each property in the order of time. */
class Lane {
  segments: Segment[] = [];
}

/**
 * The launch with absolute times, for what is known of the gates so far: made anew when a gate opens, without a jump.
 * `openingEnd`: when the app's first own frame was drawn. `opened`: when each gate was opened, or NEVER.
 */
export class LaunchSchedule {
  readonly beatStart: number[]; //? GateStart.beat|Cue.dropped|Cue.bySystem
  readonly beatEnd: number[];
  outcome: Outcome = 'complete';
  outcomeAt: number = NEVER;
  /** When the outcome is settled: with the last wait, or with the first frame. NEVER: it is not yet known. */
  decidedAt: number;
  gateOpen: number[];
  gateStart: number[]; //? LayerKind.progress
  private readonly gateTimedOut: boolean[]; //? GateTiming.timeOut
  private readonly plans: CueTiming[] = [];
  private readonly lanes: Lane[] = [];
  private readonly groupState: LayerState = new LayerState(); //? Layer.parent
  private reached: number = 0; //? GateStart.beat

  constructor(
    readonly timing: LaunchTiming,
    readonly start: StartKind,
    readonly reducedMotion: boolean,
    readonly systemMoves: boolean, //? player.system
    readonly pace: number, //? player.pace
//?{ player.retry
    readonly messageAt: number,
    readonly retriedAt: number,
//?}
    readonly openingEnd: number,
    readonly opened: number[],
  ) {
    this.beatStart = new Array<number>(timing.beats.length).fill(0); //? GateStart.beat|Cue.dropped|Cue.bySystem
    this.beatEnd = new Array<number>(timing.beats.length).fill(0);
    this.gateOpen = opened;
    this.gateOpen = new Array<number>(opened.length).fill(NEVER); //? Gate.rules
    this.gateStart = new Array<number>(opened.length).fill(NEVER); //? LayerKind.progress
    this.decidedAt = openingEnd;
    this.gateTimedOut = new Array<boolean>(opened.length).fill(false); //? GateTiming.timeOut
    for (const it of timing.cues) this.plans.push(new CueTiming(it));
    for (const it of this.plans) it.hangs = this.waitsForEnd(it.cue); //? Cue.hangs
    for (let i = 0; i < timing.layers.length; i++) this.lanes.push(new Lane());
    let now = 0;
    for (let i = 0; i < this.beatEnd.length; i++) {
      this.reached = i; //? GateStart.beat
      if (this.outcome === 'message') now = NEVER; //? Outcome.message
      this.beatStart[i]! = now; //? GateStart.beat|Cue.dropped|Cue.bySystem
      this.beatEnd[i]! = now;
      this.runBeat(i, now);
      this.dropCues(i); //? Cue.dropped|Cue.bySystem
      now = this.beatEnd[i]!;
    }
    this.resolveGates(); //? Gate.rules
    this.fillLanes();
  }

  /** When the first screen can be used, or NEVER as far as is known. */
  shown(): number {
    if (this.outcome === 'message') return NEVER; //? Outcome.message
    return this.beatEnd[this.beatEnd.length - 1]!;
  }
//?{ player.stillness

  /** From `t` on nothing moves before the time given; `t` itself if something does. */
  stillUntil(t: number): number {
    let until = 1 * NEVER;
    for (const it of this.plans) {
      if (it.rests() <= t || this.tracksOf(it.cue).length === 0) continue;
      if (it.start <= t) return t;
      until = Math.min(until, it.start);
    }
//?{ LayerKind.progress
    for (const layer of this.timing.layers) {
      if (layer.kind === 'progress' && this.loaded(layer, t) < 1) return t;
    }
//?}
    for (const it of this.beatEnd) {
      if (it > t) until = Math.min(until, it);
    }
    return until;
  }
//?}
//?{ player.edges

  /** When the keys of a property come, up to `until`; between them it runs along one curve. In no order. */
  edgesOf(layer: number, property: Property, until: number): number[] {
    const edges: number[] = [];
    for (const segment of this.lanes[layer]!.segments) {
      if (segment.track.property !== property || segment.plan.start >= NEVER) continue;
      for (const it of segment.keyTimes(until)) edges.push(it);
    }
    return edges;
  }
//?}
//?{ Property.reveal
//?{ player.shapes

  /** The shapes by which the layer is uncovered, each once. */
  revealsOf(layerIndex: number): RevealShape[] {
    const shapes: RevealShape[] = [];
    for (const it of this.lanes[layerIndex]!.segments) {
      if (it.track.property !== 'reveal') continue;
      const shape: RevealShape | null = (it.plan.cue.reveal ?? null);
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
//?}
//?}
//?{ Cue.hangs

  private waitsForEnd(cue: Cue): boolean {
    if ((cue.anchor ?? 'beatStart') === 'beatEnd') return true; //? Anchor.beatEnd
//?{ Anchor.withCue|Anchor.afterCue
    if ((cue.other ?? -1) >= 0) {
      const other = this.plans[(cue.other ?? -1)]!;
      if (other.cue.beat !== cue.beat) return false;
      if (other.hangs) return true;
      if ((cue.anchor ?? 'beatStart') === 'afterCue' && other.cue.whileWaiting) return true; //? Cue.whileWaiting Anchor.afterCue
    }
//?}
    return false;
  }
//?}
//?{ Beat.plays

  private plays(beat: Beat): boolean {
    return (beat.plays ?? BEAT_PLAYS).includes(this.start);
  }
//?}
//?{ player.pace

  /** Lengths of the show at the pace the system asks for; gates keep their time. */
  private paced(length: number): number {
    return Math.trunc(Math.floor(length * this.pace + 0.5));
  }
//?}
//?{ StartKind.hot|StartKind.recreated

  private isInMemory(): boolean {
    return this.start === 'hot' || this.start === 'recreated';
  }
//?}

  private runBeat(i: number, now: number): void {
    const beat = this.timing.beats[i]!;
    if (!this.plays(beat)) return this.skipCues(i, now); //? Beat.plays
    if (now >= NEVER) return;
    this.placeCues(i, now, NEVER, false);
    this.beatEnd[i]! = now + (beat.length ?? -1); //? player.steady
    this.beatEnd[i]! = now + this.paced(beat.length ?? -1); //? player.pace
    if ((beat.length ?? -1) < 0) this.beatEnd[i]! = this.lastCueEnd(i, now); //? Beat.open
    if (beat.kind === 'opening') this.beatEnd[i]! = this.openingEnd; //? BeatKind.opening
    if (beat.kind === 'wait') this.runWait(i, now); //? BeatKind.wait
    this.placeCues(i, now, this.beatEnd[i]!, true); //? Cue.hangs
    if (beat.kind === 'opening') this.endOpening(i); //? Opening.cues
//?{ Beat.yields
    if ((beat.yields ?? 'never') !== 'never' && (beat.kind === 'play' || beat.kind === 'hold')) {
      this.resolveGates(); //? Gate.rules
      const ready = this.neededReady();
      if (ready < this.beatEnd[i]!) this.yieldAt(i, Math.max(ready, now));
    }
//?}
  }

  private placeCues(beat: number, from: number, end: number, hanging: boolean): void {
    for (const it of this.plans) {
      const cue = it.cue;
      if (cue.beat !== beat) continue;
      if (it.hangs !== hanging) continue; //? Cue.hangs
      let base = from;
      if ((cue.anchor ?? 'beatStart') === 'beatEnd') base = end; //? Anchor.beatEnd
      if ((cue.anchor ?? 'beatStart') === 'withCue') base = this.plans[(cue.other ?? -1)]!.start; //? Anchor.withCue
      if ((cue.anchor ?? 'beatStart') === 'afterCue') base = this.plans[(cue.other ?? -1)]!.stop; //? Anchor.afterCue
      let earliest = from;
      if (hanging && this.timing.beats[beat]!.kind === 'wait') earliest = end; //? BeatKind.wait Cue.hangs
      it.start = Math.max(earliest, base + (cue.offset ?? 0)); //? player.steady
      it.start = Math.max(earliest, base + this.paced(cue.offset ?? 0)); //? player.pace
      if (base >= NEVER) it.start = NEVER; //? Cue.hangs
      it.length = cue.length; //? player.steady
      it.length = Math.max(1, this.paced(cue.length)); //? player.pace
      let all = it.length;
      all *= (cue.times ?? 1); //? Cue.times
      if (cue.whileWaiting) all = NEVER; //? Cue.whileWaiting
      it.stop = Math.min(NEVER, it.start + all);
    }
  }
//?{ Beat.open

  private lastCueEnd(beat: number, from: number): number {
    let end = from;
    for (const it of this.plans) {
      if (it.cue.beat !== beat || it.stop >= NEVER) continue;
      if (it.hangs) continue; //? Cue.hangs
      end = Math.max(end, it.stop);
    }
    return end;
  }
//?}
//?{ Beat.plays

  /** What does not play in this launch is at its end as soon as it is reached. */
  private skipCues(beat: number, at: number): void {
    for (const it of this.plans) {
      if (it.cue.beat !== beat) continue;
      it.skip(at, at);
      it.never = true;
    }
  }
//?}
//?{ Cue.dropped|Cue.bySystem

  /** What this platform does not play is at its end from the start. */
  private dropCues(i: number): void {
    for (const it of this.plans) {
      let dropped = false;
      if (it.cue.dropped) dropped = true; //? Cue.dropped
//?{ Cue.bySystem
      if (it.cue.bySystem) dropped = true;
      if (it.cue.bySystem && this.systemMoves) dropped = false; //? player.system
//?}
      if (it.cue.beat !== i || !dropped) continue;
      it.skip(this.beatStart[i]!, this.beatStart[i]!);
      it.never = true;
    }
  }
//?}
//?{ Opening.cues

  /** The system plays the opening; when the app draws for the first time, its cues are at their end. */
  private endOpening(i: number): void {
    for (const it of this.plans) {
      if (it.cue.beat !== i || it.stop <= this.openingEnd) continue;
      it.stop = Math.max(it.start, this.openingEnd);
      it.settle = 1;
    }
  }
//?}
//?{ GateStart.beat

  /** When a beat began, or NEVER as far as the beats are worked out. */
  private reachedAt(beat: number): number {
    return beat <= this.reached ? this.beatStart[beat]! : NEVER;
  }
//?}
//?{ Gate.rules

  private resolveGates(): void {
    for (let i = 0; i < this.gateOpen.length; i++) {
      let g = i;
//?{ Gate.order
      const order = (this.timing.gateOrder ?? LAUNCH_TIMING_GATE_ORDER);
      if (order.length > 0) g = order[i]!;
//?}
      const gate = this.timing.gates[g]!; //? GateStart.firstFrame|GateStart.beat|GateTiming.needs|GateTiming.timeOut
      let from = 0;
      if ((gate.start ?? 'process') === 'firstFrame') from = this.beatEnd[0]!; //? GateStart.firstFrame
      if ((gate.start ?? 'process') === 'beat') from = this.reachedAt(gate.beat ?? 0); //? GateStart.beat
      if (this.isInMemory()) from = 0; //? StartKind.hot|StartKind.recreated
      for (const need of (gate.needs ?? GATE_TIMING_NEEDS)) from = Math.max(from, this.gateOpen[need]!); //? GateTiming.needs
      this.gateStart[g]! = from; //? LayerKind.progress
      let open = Math.max(from, this.opened[g]!);
      if (this.isInMemory()) open = from; //? StartKind.hot|StartKind.recreated
      this.gateOpen[g]! = Math.min(open, NEVER);
//?{ GateTiming.timeOut
      let latest = Math.min(NEVER, from + (gate.timeOut ?? NEVER));
//?{ player.retry
      const again = (gate.onTimeOut ?? 'wentOn') === 'message' || latest >= this.messageAt;
      if (again) latest = Math.min(NEVER, Math.max(from, this.retriedAt) + (gate.timeOut ?? NEVER));
//?}
      this.gateTimedOut[g]! = open > latest;
      this.gateOpen[g]! = Math.min(open, latest);
//?}
    }
  }
//?}
//?{ BeatKind.wait
//?{ Beat.gates|GateTiming.optional

  private needs(beat: Beat, gate: number): boolean {
    if ((beat.gates ?? BEAT_GATES).length > 0) return (beat.gates ?? BEAT_GATES).includes(gate); //? Beat.gates
    if (this.timing.gates[gate]!.optional) return false; //? GateTiming.optional
    return true;
  }
//?}
//?}
//?{ Beat.yields

  private neededReady(): number {
    let ready = 0;
    for (let g = 0; g < this.gateOpen.length; g++) {
      let waits = false;
      let needed = false;
//?{ BeatKind.wait
      for (const beat of this.timing.beats) {
        if (beat.kind !== 'wait') continue;
        if (!this.plays(beat)) continue; //? Beat.plays
        waits = true;
        if (!this.needs(beat, g)) continue; //? Beat.gates|GateTiming.optional
        needed = true;
      }
//?}
      if (!waits) needed = true;
      if (!waits && this.timing.gates[g]!.optional) needed = false; //? GateTiming.optional
      if (needed) ready = Math.max(ready, this.gateOpen[g]!);
    }
    return ready;
  }
//?}
//?{ BeatKind.wait

  private runWait(i: number, now: number): void {
    const beat = this.timing.beats[i]!; //? Beat.gates|GateTiming.optional|Beat.atLeast|Beat.atMost
    this.resolveGates(); //? Gate.rules
    let end = now;
//?{ Beat.atLeast
    let least = (beat.atLeast ?? 0);
    least = this.paced(least); //? player.pace
    end = Math.max(end, now + least);
//?}
    for (let g = 0; g < this.gateOpen.length; g++) {
      if (!this.needs(beat, g)) continue; //? Beat.gates|GateTiming.optional
      end = Math.max(end, this.gateOpen[g]!);
    }
    this.beatEnd[i]! = end;
//?{ Beat.atMost
    let latest = Math.min(NEVER, now + (beat.atMost ?? NEVER));
//?{ player.retry
    const again = latest >= this.messageAt;
    if (again) latest = Math.min(NEVER, Math.max(now, this.retriedAt) + (beat.atMost ?? NEVER));
//?}
    this.beatEnd[i]! = Math.min(end, latest);
//?}
//?{ Cue.whileWaiting
    this.endRepeats(i);
    if (this.beatEnd[i]! > latest) this.cutRepeats(i, latest); //? RepeatEnd.finish Beat.atMost
//?}
    this.decidedAt = this.beatEnd[i]!;
    if (end > latest) this.decide(beat.onTimeOut ?? 'wentOn', this.decidedAt); //? Beat.atMost
//?{ GateTiming.timeOut
    for (let g = 0; g < this.gateOpen.length; g++) {
      if (!this.needs(beat, g)) continue; //? Beat.gates|GateTiming.optional
      const isLate = this.gateTimedOut[g]! && this.gateOpen[g]! <= this.decidedAt;
      if (isLate) this.decide(this.timing.gates[g]!.onTimeOut ?? 'wentOn', this.decidedAt);
    }
//?}
  }
//?{ Beat.atMost|GateTiming.timeOut

  /** Of several outcomes the gravest counts, from when it was decided. */
  private decide(how: Outcome, at: number): void {
    if (rank(how) <= rank(this.outcome)) return;
    this.outcome = how;
    this.outcomeAt = at;
  }
//?}
//?}
//?{ Beat.yields

  /** The beat is left early: cues to come blend to their ends, those that play settle there. */
  private yieldAt(i: number, ready: number): void {
    const beat = this.timing.beats[i]!;
    let at = ready;
    let blends = false;
//?{ Yield.afterCues
    for (const it of this.plans) {
      if ((beat.yields ?? 'never') !== 'afterCues' || it.cue.beat !== i) continue;
      if (it.start <= ready && it.stop > ready) at = Math.max(at, it.stop);
    }
//?}
    at = Math.min(at, this.beatEnd[i]!);
    for (const it of this.plans) {
      if (it.cue.beat === i && (it.start >= at || it.stop > at)) blends = true;
    }
    let blend = (beat.blend ?? 120);
    blend = this.paced(blend); //? player.pace
    if (!blends) blend = 0;
    this.beatEnd[i]! = Math.min(this.beatEnd[i]!, at + blend);
    const end = this.beatEnd[i]!;
    for (const it of this.plans) {
      if (it.cue.beat !== i) continue;
      if (it.start >= at) {
        it.skip(at, end);
        it.blends = true;
      } else {
        if (it.stop > at) {
          it.stop = at;
          it.settle = Math.max(1, end - at);
        }
      }
    }
  }
//?}
//?{ Cue.whileWaiting

  private endRepeats(i: number): void {
    const end = this.beatEnd[i]!;
    if (end >= NEVER) return;
    for (const it of this.plans) {
      if (it.cue.beat !== i || !it.cue.whileWaiting || it.start >= NEVER) continue;
      if (it.start >= end) {
        it.skip(end, end);
        continue;
      }
      this.cut(it, end);
//?{ RepeatEnd.finish
      if ((it.cue.end ?? 'cut') === 'finish') {
        let cycle = it.length;
        if (it.cue.alternate) cycle = it.length * 2; //? Cue.alternate
        it.stop = it.start + Math.trunc((end - it.start + cycle - 1) / cycle) * cycle;
        this.beatEnd[i]! = Math.max(this.beatEnd[i]!, it.stop);
      }
//?}
    }
  }
//?{ RepeatEnd.finish
//?{ Beat.atMost

  /** Nothing goes on longer than the wait may. */
  private cutRepeats(i: number, latest: number): void {
    this.beatEnd[i]! = latest;
    for (const it of this.plans) {
      if (it.cue.beat === i && it.cue.whileWaiting && it.stop > latest) this.cut(it, latest);
    }
  }
//?}
//?}

  private cut(it: CueTiming, at: number): void {
    it.stop = at;
//?{ RepeatEnd.settle
    if (at >= NEVER || (it.cue.end ?? 'cut') !== 'settle') return;
    it.settle = Math.max(1, it.cue.settle ?? 0); //? player.steady
    it.settle = Math.max(1, this.paced(it.cue.settle ?? 0)); //? player.pace
//?}
  }
//?}

  private tracksOf(cue: Cue): Track[] {
    if (this.reducedMotion) return (cue.calm ?? null) ?? cue.moves; //? Cue.calm
    return cue.moves;
  }

  private fillLanes(): void {
//?{ Cue.again|Beat.yields
    for (const c of (this.timing.cueOrder ?? LAUNCH_TIMING_CUE_ORDER)) {
      const before = new CueTiming(this.timing.cues[c]!);
      before.never = this.plans[c]!.never; //? Beat.plays|Cue.dropped|Cue.bySystem
      if (before.cue.adds) continue; //? Cue.adds
      const layer = before.cue.layer;
      for (const it of this.tracksOf(before.cue)) {
        this.lanes[layer]!.segments.push(new Segment(before, it, neutral(it.property)));
      }
    }
//?}
    let order = this.plans;
    if ((this.timing.cueOrder ?? LAUNCH_TIMING_CUE_ORDER).length > 0) order = this.inOrderOfTime(); //? Cue.again
    for (const plan of order) {
      const lane = this.lanes[plan.cue.layer]!;
      for (const it of this.tracksOf(plan.cue)) {
        let found = neutral(it.property);
//?{ Cue.again|Beat.yields
        const before = this.ruling(plan.cue.layer, it.property, plan.start);
        let follows = before >= 0 && lane.segments[before]!.plan.start < NEVER;
//?}
        if (before >= 0 && plan.blends) follows = true; //? Beat.yields
        if (follows) found = lane.segments[before]!.valueAt(plan.start); //? Cue.again|Beat.yields
        if (plan.cue.adds) found = neutral(it.property); //? Cue.adds
        lane.segments.push(new Segment(plan, it, found));
      }
    }
  }
//?{ Cue.again

  /** The cues by their start; those that start together as `cueOrder` says. */
  private inOrderOfTime(): CueTiming[] {
    const order: CueTiming[] = [];
    for (const c of (this.timing.cueOrder ?? LAUNCH_TIMING_CUE_ORDER)) {
      const plan = this.plans[c]!;
      order.push(plan);
      let i = order.length - 1;
      while (i > 0 && order[i - 1]!.start > plan.start) {
        order[i]! = order[i - 1]!;
        i--;
      }
      order[i]! = plan;
    }
    return order;
  }
//?}

  /** What rules a property at a moment: what began last, or else what begins first. */
  private ruling(layer: number, property: Property, t: number): number {
    const segments = this.lanes[layer]!.segments;
    let found = -1;
    for (let i = 0; i < segments.length; i++) {
      if (segments[i]!.track.property !== property) continue;
      if (segments[i]!.plan.cue.adds) continue; //? Cue.adds
      if (found < 0 || segments[i]!.plan.start <= t) found = i;
    }
    return found;
  }
//?{ Property.reveal|Property.draw
//?{ Cue.adds

  /** Of the cues laid over a property, which nothing rules, the one that began last, or else begins first. */
  private laidOver(layer: number, property: Property, t: number): number {
    const segments = this.lanes[layer]!.segments;
    let found = -1;
    for (let i = 0; i < segments.length; i++) {
      if (segments[i]!.track.property !== property) continue;
      if (found < 0 || segments[i]!.plan.start <= t) found = i;
    }
    return found;
  }
//?}
//?}

  value(layer: number, property: Property, t: number): number {
    const segments = this.lanes[layer]!.segments;
    const i = this.ruling(layer, property, t);
    let sum = i < 0 ? neutral(property) : segments[i]!.valueAt(t);
//?{ Cue.adds
    for (const it of segments) {
      if (!it.plan.cue.adds || it.track.property !== property || it.plan.start > t) continue;
      sum += it.valueAt(t) - neutral(property);
    }
//?}
    return sum;
  }

  /** Fills `state` with what is seen of a layer at `t`. */
  stateAt(layerIndex: number, t: number, screen: Screen, state: LayerState): void {
    this.own(layerIndex, t, screen, state);
//?{ Layer.parent
    for (let i = 0; i < 6; i++) state.outer[i]! = i === 0 || i === 3 ? 1 : 0;
    let parent = (this.timing.layers[layerIndex]!.parent ?? -1);
    while (parent >= 0) {
      this.joinGroup(parent, t, screen, state);
      parent = (this.timing.layers[parent]!.parent ?? -1);
    }
//?}
    if (state.opacity <= 0 || state.scaleX === 0 || state.scaleY === 0) state.visible = false;
    if (state.reveal <= 0) state.visible = false; //? Property.reveal
    if (this.timing.layers[layerIndex]!.kind === 'group') state.visible = false; //? LayerKind.group
  }
//?{ Layer.parent

  private joinGroup(index: number, t: number, screen: Screen, state: LayerState): void {
    const place: Place | null = placeOn(this.timing.layers[index]!, screen);
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
      const x = state.outer[i]!;
      const y = state.outer[i + 1]!;
      state.outer[i]! = a * x + c * y;
      state.outer[i + 1]! = b * x + d * y;
    }
    state.outer[4]! += group.x - a * restX - c * restY;
    state.outer[5]! += group.y - b * restX - d * restY;
  }
//?}

  /** The layer's own state, without its groups. */
  own(layerIndex: number, t: number, screen: Screen, state: LayerState): void {
    const layer = this.timing.layers[layerIndex]!;
    state.visible = true;
    state.visible = this.belongs(layer, t); //? Layer.shown
    state.opacity = within(this.value(layerIndex, 'opacity', t));
    state.scaleX = this.value(layerIndex, 'scale', t);
    state.scaleY = state.scaleX;
    state.scaleX *= this.value(layerIndex, 'scaleX', t); //? Property.scaleX
    state.scaleY *= this.value(layerIndex, 'scaleY', t); //? Property.scaleY
    state.rotation = this.value(layerIndex, 'rotation', t);
//?{ Property.flip
    const flip = this.value(layerIndex, 'flip', t);
    if (flip !== 0) {
      const narrowed = Math.cos(flip * Math.PI / 180);
      state.scaleX *= Math.abs(narrowed) < 1e-9 ? 0 : narrowed;
    }
//?}
    state.width = screen.width;
    state.height = screen.height;
    state.x = screen.width / 2;
    state.y = screen.height / 2;
    const place: Place | null = placeOn(layer, screen);
    if (place !== null) {
      state.width = place.width;
      state.height = place.height;
      state.x = acrossOf(place, screen);
      state.y = downOf(place, screen);
      state.rotation += (place.turn ?? 0); //? Place.turn
//?{ Property.travel
      const there: Place | null = (layer.destination ?? null);
      if (there !== null) this.travel(there, place, this.value(layerIndex, 'travel', t), screen, state);
//?}
      this.turnAboutPivot(layer, state); //? Layer.pivotX|Layer.pivotY
    }
    state.x += this.value(layerIndex, 'x', t); //? Property.x
    state.y += this.value(layerIndex, 'y', t); //? Property.y
//?{ Property.panel
    if (layer.kind === 'backdrop') {
      const panel = this.value(layerIndex, 'panel', t);
      state.height = screen.height + ((layer.panelHeight ?? 0) - screen.height) * panel;
      state.y += (state.height - screen.height) / 2;
    }
//?}
//?{ Property.reveal
    state.reveal = within(this.value(layerIndex, 'reveal', t));
    state.revealShape = null;
    let reveal = this.ruling(layerIndex, 'reveal', t);
    if (reveal < 0) reveal = this.laidOver(layerIndex, 'reveal', t); //? Cue.adds
    if (reveal >= 0) state.revealShape = (this.lanes[layerIndex]!.segments[reveal]!.plan.cue.reveal ?? null);
//?}
//?{ Property.draw
    state.draw = within(this.value(layerIndex, 'draw', t));
    let draw = this.ruling(layerIndex, 'draw', t);
    if (draw < 0) draw = this.laidOver(layerIndex, 'draw', t); //? Cue.adds
    if (draw >= 0) state.fillFrom = (this.lanes[layerIndex]!.segments[draw]!.plan.cue.fillFrom ?? 0.6);
//?}
    state.progress = layer.kind === 'progress' ? this.loaded(layer, t) : 0; //? LayerKind.progress
//?{ LayerKind.clip
//?{ Property.clip
    state.clip = within(this.value(layerIndex, 'clip', t));
    const steps = (layer.frames ?? 0) - 1;
    if (steps > 0) state.clip = Math.floor(state.clip * steps + 1e-9) / steps;
//?}
//?}
  }
//?{ Property.travel

  private travel(there: Place, place: Place, part: number, screen: Screen, state: LayerState): void {
    state.x += (acrossOf(there, screen) - state.x) * part;
    state.y += (downOf(there, screen) - state.y) * part;
    state.rotation += ((there.turn ?? 0) - (place.turn ?? 0)) * part; //? Place.turn
    const across = place.width > 0 ? there.width / place.width : 1;
    const down = place.height > 0 ? there.height / place.height : 1;
    const scale = 1 + (Math.min(across, down) - 1) * part;
    state.scaleX *= scale;
    state.scaleY *= scale;
  }
//?}
//?{ Layer.pivotX|Layer.pivotY

  /** Scale and turn are about the box's middle; what a pivot elsewhere would do is a way of the middle. */
  private turnAboutPivot(layer: Layer, state: LayerState): void {
    const x = ((layer.pivotX ?? 0.5) - 0.5) * state.width;
    const y = ((layer.pivotY ?? 0.5) - 0.5) * state.height;
    const radians = state.rotation * Math.PI / 180;
    state.x += x - (Math.cos(radians) * state.scaleX * x - Math.sin(radians) * state.scaleY * y);
    state.y += y - (Math.sin(radians) * state.scaleX * x + Math.cos(radians) * state.scaleY * y);
  }
//?}
//?{ LayerKind.progress

  /** An open gate counts whole, one that loads by its typical time, at most nine tenths. */
  private loaded(layer: Layer, t: number): number {
    let sum = 0;
    let count = 0;
    for (let g = 0; g < this.gateOpen.length; g++) {
      const gate = this.timing.gates[g]!; //? GateTiming.optional|GateTiming.typical
      let counts = true;
      if (gate.optional) counts = false; //? GateTiming.optional
      if ((layer.gates ?? LAYER_GATES).length > 0) counts = (layer.gates ?? LAYER_GATES).includes(g); //? Layer.gates
      if (!counts) continue;
      count++;
      const taken = this.gateStart[g]! >= NEVER ? 0 : Math.max(0, t - this.gateStart[g]!);
      let typical = 500;
      typical = Math.max(1, gate.typical ?? 500); //? GateTiming.typical
      sum += t >= this.gateOpen[g]! ? 1 : Math.min(0.9, 0.9 * taken / typical);
    }
    return count > 0 ? sum / count : 1;
  }
//?}
//?{ Layer.shown

  /** Some layers are seen in one outcome alone. */
  private belongs(layer: Layer, t: number): boolean {
    const decided = t >= this.outcomeAt; //? Shown.offline|Shown.message
//?{ Shown.offline
    const offline = decided && this.outcome === 'offline';
    if ((layer.shown ?? 'always') === 'offline') return offline;
//?}
    if ((layer.shown ?? 'always') === 'message') return decided && this.outcome === 'message'; //? Shown.message
//?{ Shown.offline
    if (offline && layer.kind === 'firstScreen') {
      for (const it of this.timing.layers) {
        if (it.kind === 'firstScreen' && (it.shown ?? 'always') === 'offline') return false;
      }
    }
//?}
    return true;
  }
//?}
}

//?{ Property.reveal
//?{ player.shapes
export function sameReveal(a: RevealShape, b: RevealShape): boolean {
  return a.iris === b.iris && a.x === b.x && a.y === b.y;
}
//?}
//?}

/** Where the layer stands, held this way. */
export function placeOn(layer: Layer, screen: Screen): Place | null {
  if (screen.width > screen.height) return (layer.landscape ?? null) ?? (layer.place ?? null); //? Layer.landscape
  return (layer.place ?? null);
}

export function acrossOf(place: Place, screen: Screen): number {
//?{ Place.safe
  const free = screen.width - (screen.left ?? 0) - (screen.right ?? 0);
  if (place.safe) return (place.x ?? 0) + (screen.left ?? 0) + free * (place.across ?? 0.5);
//?}
  return (place.x ?? 0) + screen.width * (place.across ?? 0.5);
}

export function downOf(place: Place, screen: Screen): number {
//?{ Place.safe
  const free = screen.height - (screen.top ?? 0) - (screen.bottom ?? 0);
  if (place.safe) return (place.y ?? 0) + (screen.top ?? 0) + free * (place.down ?? 0.5);
//?}
  return (place.y ?? 0) + screen.height * (place.down ?? 0.5);
}
