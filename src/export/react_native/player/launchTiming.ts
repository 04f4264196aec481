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

/** Progress in, progress out: a cubic curve, steps, straight pieces, a ball that bounces, or a spring. */ //? Track.easing|Track.easings
export interface Easing { //? Track.easing|Track.easings
  x1?: number; //? Track.easing|Track.easings
  y1?: number; //? Track.easing|Track.easings
  x2?: number; //? Track.easing|Track.easings
  y2?: number; //? Track.easing|Track.easings
  steps?: number; //? Track.easing|Track.easings Easing.steps
  atStart?: boolean; //? Track.easing|Track.easings Easing.atStart
  jumps?: number; //? Track.easing|Track.easings Easing.jumps|Easing.steps
  stops?: number[]; //? Track.easing|Track.easings Easing.stops
  bounces?: number; //? Track.easing|Track.easings Easing.bounces
  restitution?: number; //? Track.easing|Track.easings Easing.restitution|Easing.bounces
  swing?: number; //? Track.easing|Track.easings Easing.swing
  decay?: number; //? Track.easing|Track.easings Easing.decay|Easing.swing
} //? Track.easing|Track.easings

/** What a cue does to one property: `values` at parts of it, the first `onTop` of them on top of what was there. */
export interface Track {
  property: Property;
  values: number[];
  at?: number[];
  onTop?: number; //? Track.onTop
  easing?: Easing; //? Track.easing
  easings?: Easing[]; //? Track.easings
}

/** An opening circle (`iris`, centre in fractions of the box) or a wipe (direction as a unit vector). */ //? Property.reveal
export interface RevealShape { //? Property.reveal
  iris?: boolean; //? Property.reveal
  x: number; //? Property.reveal
  y: number; //? Property.reveal
} //? Property.reveal

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
  left?: number; //? Place.safe
  top?: number; //? Place.safe
  right?: number; //? Place.safe
  bottom?: number; //? Place.safe
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
  reveal: number = 1; //? Property.reveal
  revealShape: RevealShape | null = null; //? Property.reveal
  draw: number = 1; //? Property.draw
  fillFrom: number = 0.6; //? Property.draw
  progress: number = 0; //? LayerKind.progress
  clip: number = 0; //? LayerKind.clip
  /** Its groups' doing, x' = a x + c y + e, y' = b x + d y + f, applied last. */ //? Layer.parent
  outer: number[] = [1, 0, 0, 1, 0, 0]; //? Layer.parent
}

function within(value: number): number {
  return Math.min(1, Math.max(0, value));
}

function rank(outcome: Outcome): number { //? BeatKind.wait Beat.atMost|GateTiming.timeOut
  if (outcome === 'message') return 3; //? BeatKind.wait Beat.atMost|GateTiming.timeOut Outcome.message
  if (outcome === 'offline') return 2; //? BeatKind.wait Beat.atMost|GateTiming.timeOut Outcome.offline
  return outcome === 'wentOn' ? 1 : 0; //? BeatKind.wait Beat.atMost|GateTiming.timeOut
} //? BeatKind.wait Beat.atMost|GateTiming.timeOut

/** What a property is where nothing says anything else. */
function neutral(property: Property): number {
  if (property === 'opacity' || property === 'scale') return 1;
  if (property === 'scaleX') return 1; //? Property.scaleX
  if (property === 'scaleY') return 1; //? Property.scaleY
  if (property === 'reveal') return 1; //? Property.reveal
  if (property === 'draw') return 1; //? Property.draw
  return 0;
}

function cubic(a: number, b: number, s: number): number { //? Track.easing|Track.easings
  const r = 1 - s; //? Track.easing|Track.easings
  return 3 * r * r * s * a + 3 * r * s * s * b + s * s * s; //? Track.easing|Track.easings
} //? Track.easing|Track.easings

function eased(easing: Easing, x: number): number { //? Track.easing|Track.easings
  if ((easing.steps ?? 0) > 0) { //? Track.easing|Track.easings Easing.steps
    let step = Math.floor(within(x) * (easing.steps ?? 0) + 1e-12); //? Track.easing|Track.easings Easing.steps
    if (easing.atStart) step += 1; //? Track.easing|Track.easings Easing.steps Easing.atStart
    return within(step / (easing.jumps ?? 1)); //? Track.easing|Track.easings Easing.steps
  } //? Track.easing|Track.easings Easing.steps
  if ((easing.stops ?? EASING_STOPS).length > 0) return onStops(easing.stops ?? EASING_STOPS, x); //? Track.easing|Track.easings Easing.stops
  if (x <= 0 || x >= 1) return within(x); //? Track.easing|Track.easings
  if ((easing.bounces ?? 0) > 0) return bounced(easing, x); //? Track.easing|Track.easings Easing.bounces
  if ((easing.swing ?? 0) > 0) return 1 - swung(easing, x) + swung(easing, 1) * x; //? Track.easing|Track.easings Easing.swing
  let s = x; //? Track.easing|Track.easings
  let half = 0.5; //? Track.easing|Track.easings
  let low = 0; //? Track.easing|Track.easings
  while (half > 1e-9) { //? Track.easing|Track.easings
    s = low + half; //? Track.easing|Track.easings
    if (cubic(easing.x1 ?? 0, easing.x2 ?? 1, s) < x) low = s; //? Track.easing|Track.easings
    half /= 2; //? Track.easing|Track.easings
  } //? Track.easing|Track.easings
  return cubic(easing.y1 ?? 0, easing.y2 ?? 1, s); //? Track.easing|Track.easings
} //? Track.easing|Track.easings

/** Each bounce keeps a part of the speed; the distance grows with the square of the time. */ //? Easing.bounces
function bounced(easing: Easing, x: number): number { //? Easing.bounces
  let speed = 1; //? Easing.bounces
  let total = 1; //? Easing.bounces
  for (let i = 0; i < (easing.bounces ?? 0); i++) { //? Easing.bounces
    speed *= (easing.restitution ?? 0); //? Easing.bounces
    total += 2 * speed; //? Easing.bounces
  } //? Easing.bounces
  let t = x * total; //? Easing.bounces
  speed = 1; //? Easing.bounces
  while (t > speed) { //? Easing.bounces
    t -= speed; //? Easing.bounces
    speed *= (easing.restitution ?? 0); //? Easing.bounces
    t -= speed; //? Easing.bounces
  } //? Easing.bounces
  return 1 - speed * speed + t * t; //? Easing.bounces
} //? Easing.bounces

/** How far a spring is from its rest. */ //? Easing.swing
function swung(easing: Easing, x: number): number { //? Easing.swing
  const swing = (easing.swing ?? 0); //? Easing.swing
  const decay = (easing.decay ?? 0); //? Easing.swing
  return Math.exp(0 - decay * x) * (Math.cos(swing * x) + decay / swing * Math.sin(swing * x)); //? Easing.swing
} //? Easing.swing

function onStops(stops: number[], x: number): number { //? Easing.stops
  if (x <= stops[0]!) return stops[1]!; //? Easing.stops
  let i = 2; //? Easing.stops
  while (i < stops.length && stops[i]! <= x) i += 2; //? Easing.stops
  if (i >= stops.length) return stops[stops.length - 1]!; //? Easing.stops
  const part = (x - stops[i - 2]!) / (stops[i]! - stops[i - 2]!); //? Easing.stops
  return stops[i - 1]! + (stops[i + 1]! - stops[i - 1]!) * part; //? Easing.stops
} //? Easing.stops

/** When a cue plays in this launch. `skips`: it goes straight to its end, from what is there if it `blends`. */
class CuePlan {
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
//? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
  skip(from: number, to: number): void { //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    this.start = from; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    this.stop = to; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    this.skips = true; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    this.settle = 0; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting Opening.cues|Beat.yields|RepeatEnd.settle
    this.blends = false; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting Beat.yields
  } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting

  /** When it has come to rest. */
  rests(): number {
    if (this.settle > 0) return Math.min(NEVER, this.stop + this.settle); //? Opening.cues|Beat.yields|RepeatEnd.settle
    return this.stop;
  }
}

/** What a cue does to one property in this launch; `found`: what that was when it began. */
class Segment {

  constructor(readonly plan: CuePlan, readonly track: Track, readonly found: number) {
  }

  private key(i: number): number {
    const value = this.track.values[i]!;
    const isOnTop = i < (this.track.onTop ?? 0); //? Track.onTop
    if (isOnTop && neutral(this.track.property) === 1) return this.found * value; //? Track.onTop
    if (isOnTop) return this.found + value; //? Track.onTop
    return value;
  }
//? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle
  private end(): number { //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle
    let even = false; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle Cue.alternate
    if ((this.plan.cue.times ?? 1) % 2 === 0) even = true; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle Cue.alternate Cue.times
    if (this.plan.cue.whileWaiting) even = true; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle Cue.alternate Cue.whileWaiting
    if (this.plan.cue.alternate && even) return this.key(0); //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle Cue.alternate
    return this.key(this.track.values.length - 1); //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle
  } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle
//? player.edges
  /** When its keys come, in each round it plays before `until`. */ //? player.edges
  keyTimes(until: number): number[] { //? player.edges
    const edges: number[] = []; //? player.edges
    edges.push(this.plan.start); //? player.edges
    edges.push(this.plan.stop); //? player.edges
    edges.push(this.plan.rests()); //? player.edges
    const stop = Math.min(until, 1 * this.plan.stop); //? player.edges
    let length = this.plan.length; //? player.edges
    if (this.plan.skips) length = this.plan.stop - this.plan.start; //? player.edges Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    let round = 1 * this.plan.start; //? player.edges
    while (round < stop && length > 0) { //? player.edges
      for (const it of (this.track.at ?? TRACK_AT)) edges.push(round + it * length); //? player.edges
      round += length; //? player.edges
    } //? player.edges
    return edges; //? player.edges
  } //? player.edges

  valueAt(t: number): number {
    const start = this.plan.start;
    const stop = this.plan.stop;
    if (this.plan.never) return this.end(); //? Beat.plays|Cue.dropped|Cue.bySystem
    if (t < start) return this.key(0);
    if (this.plan.skips) return this.skipped(t); //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    const settle = this.plan.settle; //? Opening.cues|Beat.yields|RepeatEnd.settle
    if (settle > 0 && t >= stop) { //? Opening.cues|Beat.yields|RepeatEnd.settle
      const from = this.during(stop - start); //? Opening.cues|Beat.yields|RepeatEnd.settle
      return from + (this.end() - from) * within((t - stop) / settle); //? Opening.cues|Beat.yields|RepeatEnd.settle
    } //? Opening.cues|Beat.yields|RepeatEnd.settle
    return this.during(Math.min(t, stop) - start);
  }
//? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
  private skipped(t: number): number { //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    let from = this.end(); //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    if (this.plan.blends) from = this.found; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting Beat.yields
    const length = this.plan.stop - this.plan.start; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    const part = length > 0 ? within((t - this.plan.start) / length) : 1; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    return from + (this.end() - from) * part; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
  } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting

  private during(local: number): number {
    const length = this.plan.length;
    const keys = (this.track.at ?? TRACK_AT);
    let part = length > 0 ? within(local / length) : 1;
    if (length > 0 && local >= length) part = this.inRound(local / length); //? Cue.times|Cue.whileWaiting
    let i = 1;
    while (i < keys.length - 1 && keys[i]! <= part) i++;
    const width = keys[i]! - keys[i - 1]!;
    let between = width > 0 ? within((part - keys[i - 1]!) / width) : 1;
    const easing: Easing | null = (this.track.easing ?? null); //? Track.easing
    if (easing !== null) between = eased(easing, between); //? Track.easing
    const easings = (this.track.easings ?? TRACK_EASINGS); //? Track.easings
    if (easings.length > 0) between = eased(easings[i - 1]!, between); //? Track.easings
    return this.key(i - 1) + (this.key(i) - this.key(i - 1)) * between;
  }
//? Cue.times|Cue.whileWaiting
  /** Which part of its round is played after so many of them; the last one stays at its end. */ //? Cue.times|Cue.whileWaiting
  private inRound(rounds: number): number { //? Cue.times|Cue.whileWaiting
    let round = Math.floor(rounds); //? Cue.times|Cue.whileWaiting
    let part = rounds - round; //? Cue.times|Cue.whileWaiting
    if (part === 0 && rounds * this.plan.length >= this.plan.stop - this.plan.start) { //? Cue.times|Cue.whileWaiting
      round -= 1; //? Cue.times|Cue.whileWaiting
      part = 1; //? Cue.times|Cue.whileWaiting
    } //? Cue.times|Cue.whileWaiting
    if (round % 2 === 1 && this.plan.cue.alternate) part = 1 - part; //? Cue.times|Cue.whileWaiting Cue.alternate
    return part; //? Cue.times|Cue.whileWaiting
  } //? Cue.times|Cue.whileWaiting
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
  private readonly plans: CuePlan[] = [];
  private readonly lanes: Lane[] = [];
  private readonly groupState: LayerState = new LayerState(); //? Layer.parent
  private reached: number = 0; //? GateStart.beat

  constructor(
    readonly timing: LaunchTiming,
    readonly start: StartKind,
    readonly reducedMotion: boolean,
    readonly systemMoves: boolean, //? player.system
    readonly pace: number, //? player.pace
    readonly messageAt: number, //? player.retry
    readonly retriedAt: number, //? player.retry
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
    for (const it of timing.cues) this.plans.push(new CuePlan(it));
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
//? player.stillness
  /** From `t` on nothing moves before the time given; `t` itself if something does. */ //? player.stillness
  stillUntil(t: number): number { //? player.stillness
    let until = 1 * NEVER; //? player.stillness
    for (const it of this.plans) { //? player.stillness
      if (it.rests() <= t || this.tracksOf(it.cue).length === 0) continue; //? player.stillness
      if (it.start <= t) return t; //? player.stillness
      until = Math.min(until, it.start); //? player.stillness
    } //? player.stillness
    for (const layer of this.timing.layers) { //? player.stillness LayerKind.progress
      if (layer.kind === 'progress' && this.loaded(layer, t) < 1) return t; //? player.stillness LayerKind.progress
    } //? player.stillness LayerKind.progress
    for (const it of this.beatEnd) { //? player.stillness
      if (it > t) until = Math.min(until, it); //? player.stillness
    } //? player.stillness
    return until; //? player.stillness
  } //? player.stillness
//? player.edges
  /** When the keys of a property come, up to `until`; between them it runs along one curve. In no order. */ //? player.edges
  edgesOf(layer: number, property: Property, until: number): number[] { //? player.edges
    const edges: number[] = []; //? player.edges
    for (const segment of this.lanes[layer]!.segments) { //? player.edges
      if (segment.track.property !== property || segment.plan.start >= NEVER) continue; //? player.edges
      for (const it of segment.keyTimes(until)) edges.push(it); //? player.edges
    } //? player.edges
    return edges; //? player.edges
  } //? player.edges
//? Property.reveal player.shapes
  /** The shape by which the layer is uncovered, if some cue does that. */ //? Property.reveal player.shapes
  revealOf(layerIndex: number): RevealShape | null { //? Property.reveal player.shapes
    for (const it of this.lanes[layerIndex]!.segments) { //? Property.reveal player.shapes
      const shape: RevealShape | null = (it.plan.cue.reveal ?? null); //? Property.reveal player.shapes
      if (shape !== null && it.track.property === 'reveal' && it.plan.start < NEVER) return shape; //? Property.reveal player.shapes
    } //? Property.reveal player.shapes
    return null; //? Property.reveal player.shapes
  } //? Property.reveal player.shapes
//? Cue.hangs
  private waitsForEnd(cue: Cue): boolean { //? Cue.hangs
    if ((cue.anchor ?? 'beatStart') === 'beatEnd') return true; //? Cue.hangs Anchor.beatEnd
    if ((cue.other ?? -1) >= 0) { //? Cue.hangs Anchor.withCue|Anchor.afterCue
      const other = this.plans[(cue.other ?? -1)]!; //? Cue.hangs Anchor.withCue|Anchor.afterCue
      if (other.cue.beat !== cue.beat) return false; //? Cue.hangs Anchor.withCue|Anchor.afterCue
      if (other.hangs) return true; //? Cue.hangs Anchor.withCue|Anchor.afterCue
      if ((cue.anchor ?? 'beatStart') === 'afterCue' && other.cue.whileWaiting) return true; //? Cue.hangs Anchor.withCue|Anchor.afterCue Cue.whileWaiting Anchor.afterCue
    } //? Cue.hangs Anchor.withCue|Anchor.afterCue
    return false; //? Cue.hangs
  } //? Cue.hangs
//? Beat.plays
  private plays(beat: Beat): boolean { //? Beat.plays
    return (beat.plays ?? BEAT_PLAYS).includes(this.start); //? Beat.plays
  } //? Beat.plays
//? player.pace
  /** Lengths of the show at the pace the system asks for; gates keep their time. */ //? player.pace
  private paced(length: number): number { //? player.pace
    return Math.trunc(Math.floor(length * this.pace + 0.5)); //? player.pace
  } //? player.pace
//? StartKind.hot|StartKind.recreated
  private isInMemory(): boolean { //? StartKind.hot|StartKind.recreated
    return this.start === 'hot' || this.start === 'recreated'; //? StartKind.hot|StartKind.recreated
  } //? StartKind.hot|StartKind.recreated

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
    if ((beat.yields ?? 'never') !== 'never' && (beat.kind === 'play' || beat.kind === 'hold')) { //? Beat.yields
      this.resolveGates(); //? Beat.yields Gate.rules
      const ready = this.neededReady(); //? Beat.yields
      if (ready < this.beatEnd[i]!) this.yieldAt(i, Math.max(ready, now)); //? Beat.yields
    } //? Beat.yields
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
//? Beat.open
  private lastCueEnd(beat: number, from: number): number { //? Beat.open
    let end = from; //? Beat.open
    for (const it of this.plans) { //? Beat.open
      if (it.cue.beat !== beat || it.stop >= NEVER) continue; //? Beat.open
      if (it.hangs) continue; //? Beat.open Cue.hangs
      end = Math.max(end, it.stop); //? Beat.open
    } //? Beat.open
    return end; //? Beat.open
  } //? Beat.open
//? Beat.plays
  /** What does not play in this launch is at its end as soon as it is reached. */ //? Beat.plays
  private skipCues(beat: number, at: number): void { //? Beat.plays
    for (const it of this.plans) { //? Beat.plays
      if (it.cue.beat !== beat) continue; //? Beat.plays
      it.skip(at, at); //? Beat.plays
      it.never = true; //? Beat.plays
    } //? Beat.plays
  } //? Beat.plays
//? Cue.dropped|Cue.bySystem
  /** What this platform does not play is at its end from the start. */ //? Cue.dropped|Cue.bySystem
  private dropCues(i: number): void { //? Cue.dropped|Cue.bySystem
    for (const it of this.plans) { //? Cue.dropped|Cue.bySystem
      let dropped = false; //? Cue.dropped|Cue.bySystem
      if (it.cue.dropped) dropped = true; //? Cue.dropped|Cue.bySystem Cue.dropped
      if (it.cue.bySystem) dropped = true; //? Cue.dropped|Cue.bySystem Cue.bySystem
      if (it.cue.bySystem && this.systemMoves) dropped = false; //? Cue.dropped|Cue.bySystem Cue.bySystem player.system
      if (it.cue.beat !== i || !dropped) continue; //? Cue.dropped|Cue.bySystem
      it.skip(this.beatStart[i]!, this.beatStart[i]!); //? Cue.dropped|Cue.bySystem
      it.never = true; //? Cue.dropped|Cue.bySystem
    } //? Cue.dropped|Cue.bySystem
  } //? Cue.dropped|Cue.bySystem
//? Opening.cues
  /** The system plays the opening; when the app draws for the first time, its cues are at their end. */ //? Opening.cues
  private endOpening(i: number): void { //? Opening.cues
    for (const it of this.plans) { //? Opening.cues
      if (it.cue.beat !== i || it.stop <= this.openingEnd) continue; //? Opening.cues
      it.stop = Math.max(it.start, this.openingEnd); //? Opening.cues
      it.settle = 1; //? Opening.cues
    } //? Opening.cues
  } //? Opening.cues
//? GateStart.beat
  /** When a beat began, or NEVER as far as the beats are worked out. */ //? GateStart.beat
  private reachedAt(beat: number): number { //? GateStart.beat
    return beat <= this.reached ? this.beatStart[beat]! : NEVER; //? GateStart.beat
  } //? GateStart.beat
//? Gate.rules
  private resolveGates(): void { //? Gate.rules
    for (let i = 0; i < this.gateOpen.length; i++) { //? Gate.rules
      let g = i; //? Gate.rules
      const order = (this.timing.gateOrder ?? LAUNCH_TIMING_GATE_ORDER); //? Gate.rules Gate.order
      if (order.length > 0) g = order[i]!; //? Gate.rules Gate.order
      const gate = this.timing.gates[g]!; //? Gate.rules GateStart.firstFrame|GateStart.beat|GateTiming.needs|GateTiming.timeOut
      let from = 0; //? Gate.rules
      if ((gate.start ?? 'process') === 'firstFrame') from = this.beatEnd[0]!; //? Gate.rules GateStart.firstFrame
      if ((gate.start ?? 'process') === 'beat') from = this.reachedAt(gate.beat ?? 0); //? Gate.rules GateStart.beat
      if (this.isInMemory()) from = 0; //? Gate.rules StartKind.hot|StartKind.recreated
      for (const need of (gate.needs ?? GATE_TIMING_NEEDS)) from = Math.max(from, this.gateOpen[need]!); //? Gate.rules GateTiming.needs
      this.gateStart[g]! = from; //? Gate.rules LayerKind.progress
      let open = Math.max(from, this.opened[g]!); //? Gate.rules
      if (this.isInMemory()) open = from; //? Gate.rules StartKind.hot|StartKind.recreated
      this.gateOpen[g]! = Math.min(open, NEVER); //? Gate.rules
      let latest = Math.min(NEVER, from + (gate.timeOut ?? NEVER)); //? Gate.rules GateTiming.timeOut
      const again = (gate.onTimeOut ?? 'wentOn') === 'message' || latest >= this.messageAt; //? Gate.rules GateTiming.timeOut player.retry
      if (again) latest = Math.min(NEVER, Math.max(from, this.retriedAt) + (gate.timeOut ?? NEVER)); //? Gate.rules GateTiming.timeOut player.retry
      this.gateTimedOut[g]! = open > latest; //? Gate.rules GateTiming.timeOut
      this.gateOpen[g]! = Math.min(open, latest); //? Gate.rules GateTiming.timeOut
    } //? Gate.rules
  } //? Gate.rules
//? BeatKind.wait Beat.gates|GateTiming.optional
  private needs(beat: Beat, gate: number): boolean { //? BeatKind.wait Beat.gates|GateTiming.optional
    if ((beat.gates ?? BEAT_GATES).length > 0) return (beat.gates ?? BEAT_GATES).includes(gate); //? BeatKind.wait Beat.gates|GateTiming.optional Beat.gates
    if (this.timing.gates[gate]!.optional) return false; //? BeatKind.wait Beat.gates|GateTiming.optional GateTiming.optional
    return true; //? BeatKind.wait Beat.gates|GateTiming.optional
  } //? BeatKind.wait Beat.gates|GateTiming.optional
//? Beat.yields
  private neededReady(): number { //? Beat.yields
    let ready = 0; //? Beat.yields
    for (let g = 0; g < this.gateOpen.length; g++) { //? Beat.yields
      let waits = false; //? Beat.yields
      let needed = false; //? Beat.yields
      for (const beat of this.timing.beats) { //? Beat.yields BeatKind.wait
        if (beat.kind !== 'wait') continue; //? Beat.yields BeatKind.wait
        if (!this.plays(beat)) continue; //? Beat.yields BeatKind.wait Beat.plays
        waits = true; //? Beat.yields BeatKind.wait
        if (!this.needs(beat, g)) continue; //? Beat.yields BeatKind.wait Beat.gates|GateTiming.optional
        needed = true; //? Beat.yields BeatKind.wait
      } //? Beat.yields BeatKind.wait
      if (!waits) needed = true; //? Beat.yields
      if (!waits && this.timing.gates[g]!.optional) needed = false; //? Beat.yields GateTiming.optional
      if (needed) ready = Math.max(ready, this.gateOpen[g]!); //? Beat.yields
    } //? Beat.yields
    return ready; //? Beat.yields
  } //? Beat.yields
//? BeatKind.wait
  private runWait(i: number, now: number): void { //? BeatKind.wait
    const beat = this.timing.beats[i]!; //? BeatKind.wait Beat.gates|GateTiming.optional|Beat.atLeast|Beat.atMost
    this.resolveGates(); //? BeatKind.wait Gate.rules
    let end = now; //? BeatKind.wait
    let least = (beat.atLeast ?? 0); //? BeatKind.wait Beat.atLeast
    least = this.paced(least); //? BeatKind.wait Beat.atLeast player.pace
    end = Math.max(end, now + least); //? BeatKind.wait Beat.atLeast
    for (let g = 0; g < this.gateOpen.length; g++) { //? BeatKind.wait
      if (!this.needs(beat, g)) continue; //? BeatKind.wait Beat.gates|GateTiming.optional
      end = Math.max(end, this.gateOpen[g]!); //? BeatKind.wait
    } //? BeatKind.wait
    this.beatEnd[i]! = end; //? BeatKind.wait
    let latest = Math.min(NEVER, now + (beat.atMost ?? NEVER)); //? BeatKind.wait Beat.atMost
    const again = latest >= this.messageAt; //? BeatKind.wait Beat.atMost player.retry
    if (again) latest = Math.min(NEVER, Math.max(now, this.retriedAt) + (beat.atMost ?? NEVER)); //? BeatKind.wait Beat.atMost player.retry
    this.beatEnd[i]! = Math.min(end, latest); //? BeatKind.wait Beat.atMost
    this.endRepeats(i); //? BeatKind.wait Cue.whileWaiting
    if (this.beatEnd[i]! > latest) this.cutRepeats(i, latest); //? BeatKind.wait Cue.whileWaiting RepeatEnd.finish Beat.atMost
    this.decidedAt = this.beatEnd[i]!; //? BeatKind.wait
    if (end > latest) this.decide(beat.onTimeOut ?? 'wentOn', this.decidedAt); //? BeatKind.wait Beat.atMost
    for (let g = 0; g < this.gateOpen.length; g++) { //? BeatKind.wait GateTiming.timeOut
      if (!this.needs(beat, g)) continue; //? BeatKind.wait GateTiming.timeOut Beat.gates|GateTiming.optional
      const isLate = this.gateTimedOut[g]! && this.gateOpen[g]! <= this.decidedAt; //? BeatKind.wait GateTiming.timeOut
      if (isLate) this.decide(this.timing.gates[g]!.onTimeOut ?? 'wentOn', this.decidedAt); //? BeatKind.wait GateTiming.timeOut
    } //? BeatKind.wait GateTiming.timeOut
  } //? BeatKind.wait
//? BeatKind.wait Beat.atMost|GateTiming.timeOut
  /** Of several outcomes the gravest counts, from when it was decided. */ //? BeatKind.wait Beat.atMost|GateTiming.timeOut
  private decide(how: Outcome, at: number): void { //? BeatKind.wait Beat.atMost|GateTiming.timeOut
    if (rank(how) <= rank(this.outcome)) return; //? BeatKind.wait Beat.atMost|GateTiming.timeOut
    this.outcome = how; //? BeatKind.wait Beat.atMost|GateTiming.timeOut
    this.outcomeAt = at; //? BeatKind.wait Beat.atMost|GateTiming.timeOut
  } //? BeatKind.wait Beat.atMost|GateTiming.timeOut
//? Beat.yields
  /** The beat is left early: cues to come blend to their ends, those that play settle there. */ //? Beat.yields
  private yieldAt(i: number, ready: number): void { //? Beat.yields
    const beat = this.timing.beats[i]!; //? Beat.yields
    let at = ready; //? Beat.yields
    let blends = false; //? Beat.yields
    for (const it of this.plans) { //? Beat.yields Yield.afterCues
      if ((beat.yields ?? 'never') !== 'afterCues' || it.cue.beat !== i) continue; //? Beat.yields Yield.afterCues
      if (it.start <= ready && it.stop > ready) at = Math.max(at, it.stop); //? Beat.yields Yield.afterCues
    } //? Beat.yields Yield.afterCues
    at = Math.min(at, this.beatEnd[i]!); //? Beat.yields
    for (const it of this.plans) { //? Beat.yields
      if (it.cue.beat === i && (it.start >= at || it.stop > at)) blends = true; //? Beat.yields
    } //? Beat.yields
    let blend = (beat.blend ?? 120); //? Beat.yields
    blend = this.paced(blend); //? Beat.yields player.pace
    if (!blends) blend = 0; //? Beat.yields
    this.beatEnd[i]! = Math.min(this.beatEnd[i]!, at + blend); //? Beat.yields
    const end = this.beatEnd[i]!; //? Beat.yields
    for (const it of this.plans) { //? Beat.yields
      if (it.cue.beat !== i) continue; //? Beat.yields
      if (it.start >= at) { //? Beat.yields
        it.skip(at, end); //? Beat.yields
        it.blends = true; //? Beat.yields
      } else { //? Beat.yields
        if (it.stop > at) { //? Beat.yields
          it.stop = at; //? Beat.yields
          it.settle = Math.max(1, end - at); //? Beat.yields
        } //? Beat.yields
      } //? Beat.yields
    } //? Beat.yields
  } //? Beat.yields
//? Cue.whileWaiting
  private endRepeats(i: number): void { //? Cue.whileWaiting
    const end = this.beatEnd[i]!; //? Cue.whileWaiting
    if (end >= NEVER) return; //? Cue.whileWaiting
    for (const it of this.plans) { //? Cue.whileWaiting
      if (it.cue.beat !== i || !it.cue.whileWaiting || it.start >= NEVER) continue; //? Cue.whileWaiting
      if (it.start >= end) { //? Cue.whileWaiting
        it.skip(end, end); //? Cue.whileWaiting
        continue; //? Cue.whileWaiting
      } //? Cue.whileWaiting
      this.cut(it, end); //? Cue.whileWaiting
      if ((it.cue.end ?? 'cut') === 'finish') { //? Cue.whileWaiting RepeatEnd.finish
        let cycle = it.length; //? Cue.whileWaiting RepeatEnd.finish
        if (it.cue.alternate) cycle = it.length * 2; //? Cue.whileWaiting RepeatEnd.finish Cue.alternate
        it.stop = it.start + Math.trunc((end - it.start + cycle - 1) / cycle) * cycle; //? Cue.whileWaiting RepeatEnd.finish
        this.beatEnd[i]! = Math.max(this.beatEnd[i]!, it.stop); //? Cue.whileWaiting RepeatEnd.finish
      } //? Cue.whileWaiting RepeatEnd.finish
    } //? Cue.whileWaiting
  } //? Cue.whileWaiting
//? Cue.whileWaiting RepeatEnd.finish Beat.atMost
  /** Nothing goes on longer than the wait may. */ //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
  private cutRepeats(i: number, latest: number): void { //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
    this.beatEnd[i]! = latest; //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
    for (const it of this.plans) { //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
      if (it.cue.beat === i && it.cue.whileWaiting && it.stop > latest) this.cut(it, latest); //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
    } //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
  } //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
//? Cue.whileWaiting
  private cut(it: CuePlan, at: number): void { //? Cue.whileWaiting
    it.stop = at; //? Cue.whileWaiting
    if (at >= NEVER || (it.cue.end ?? 'cut') !== 'settle') return; //? Cue.whileWaiting RepeatEnd.settle
    it.settle = Math.max(1, it.cue.settle ?? 0); //? Cue.whileWaiting RepeatEnd.settle player.steady
    it.settle = Math.max(1, this.paced(it.cue.settle ?? 0)); //? Cue.whileWaiting RepeatEnd.settle player.pace
  } //? Cue.whileWaiting

  private tracksOf(cue: Cue): Track[] {
    if (this.reducedMotion) return (cue.calm ?? null) ?? cue.moves; //? Cue.calm
    return cue.moves;
  }

  private fillLanes(): void {
    for (const c of (this.timing.cueOrder ?? LAUNCH_TIMING_CUE_ORDER)) { //? Cue.again|Beat.yields
      const before = new CuePlan(this.timing.cues[c]!); //? Cue.again|Beat.yields
      before.never = this.plans[c]!.never; //? Cue.again|Beat.yields Beat.plays|Cue.dropped|Cue.bySystem
      if (before.cue.adds) continue; //? Cue.again|Beat.yields Cue.adds
      const layer = before.cue.layer; //? Cue.again|Beat.yields
      for (const it of this.tracksOf(before.cue)) { //? Cue.again|Beat.yields
        this.lanes[layer]!.segments.push(new Segment(before, it, neutral(it.property))); //? Cue.again|Beat.yields
      } //? Cue.again|Beat.yields
    } //? Cue.again|Beat.yields
    let order = this.plans;
    if ((this.timing.cueOrder ?? LAUNCH_TIMING_CUE_ORDER).length > 0) order = this.inOrderOfTime(); //? Cue.again
    for (const plan of order) {
      const lane = this.lanes[plan.cue.layer]!;
      for (const it of this.tracksOf(plan.cue)) {
        let found = neutral(it.property);
        const before = this.ruling(plan.cue.layer, it.property, plan.start); //? Cue.again|Beat.yields
        let follows = before >= 0 && lane.segments[before]!.plan.start < NEVER; //? Cue.again|Beat.yields
        if (before >= 0 && plan.blends) follows = true; //? Beat.yields
        if (follows) found = lane.segments[before]!.valueAt(plan.start); //? Cue.again|Beat.yields
        if (plan.cue.adds) found = neutral(it.property); //? Cue.adds
        lane.segments.push(new Segment(plan, it, found));
      }
    }
  }
//? Cue.again
  /** The cues by their start; those that start together as `cueOrder` says. */ //? Cue.again
  private inOrderOfTime(): CuePlan[] { //? Cue.again
    const order: CuePlan[] = []; //? Cue.again
    for (const c of (this.timing.cueOrder ?? LAUNCH_TIMING_CUE_ORDER)) { //? Cue.again
      const plan = this.plans[c]!; //? Cue.again
      order.push(plan); //? Cue.again
      let i = order.length - 1; //? Cue.again
      while (i > 0 && order[i - 1]!.start > plan.start) { //? Cue.again
        order[i]! = order[i - 1]!; //? Cue.again
        i--; //? Cue.again
      } //? Cue.again
      order[i]! = plan; //? Cue.again
    } //? Cue.again
    return order; //? Cue.again
  } //? Cue.again

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

  value(layer: number, property: Property, t: number): number {
    const segments = this.lanes[layer]!.segments;
    const i = this.ruling(layer, property, t);
    let sum = i < 0 ? neutral(property) : segments[i]!.valueAt(t);
    for (const it of segments) { //? Cue.adds
      if (!it.plan.cue.adds || it.track.property !== property || it.plan.start > t) continue; //? Cue.adds
      sum += it.valueAt(t) - neutral(property); //? Cue.adds
    } //? Cue.adds
    return sum;
  }

  /** Fills `state` with what is seen of a layer at `t`. */
  stateAt(layerIndex: number, t: number, screen: Screen, state: LayerState): void {
    this.own(layerIndex, t, screen, state);
    for (let i = 0; i < 6; i++) state.outer[i]! = i === 0 || i === 3 ? 1 : 0; //? Layer.parent
    let parent = (this.timing.layers[layerIndex]!.parent ?? -1); //? Layer.parent
    while (parent >= 0) { //? Layer.parent
      this.joinGroup(parent, t, screen, state); //? Layer.parent
      parent = (this.timing.layers[parent]!.parent ?? -1); //? Layer.parent
    } //? Layer.parent
    if (state.opacity <= 0 || state.scaleX === 0 || state.scaleY === 0) state.visible = false;
    if (state.reveal <= 0) state.visible = false; //? Property.reveal
    if (this.timing.layers[layerIndex]!.kind === 'group') state.visible = false; //? LayerKind.group
  }
//? Layer.parent
  private joinGroup(index: number, t: number, screen: Screen, state: LayerState): void { //? Layer.parent
    const place: Place | null = placeOn(this.timing.layers[index]!, screen); //? Layer.parent
    if (place === null) return; //? Layer.parent
    const group = this.groupState; //? Layer.parent
    this.own(index, t, screen, group); //? Layer.parent
    if (!group.visible) state.visible = false; //? Layer.parent
    state.opacity *= group.opacity; //? Layer.parent
    const radians = group.rotation * Math.PI / 180; //? Layer.parent
    const a = Math.cos(radians) * group.scaleX; //? Layer.parent
    const b = Math.sin(radians) * group.scaleX; //? Layer.parent
    const c = -Math.sin(radians) * group.scaleY; //? Layer.parent
    const d = Math.cos(radians) * group.scaleY; //? Layer.parent
    const restX = acrossOf(place, screen); //? Layer.parent
    const restY = downOf(place, screen); //? Layer.parent
    for (let i = 0; i < 6; i += 2) { //? Layer.parent
      const x = state.outer[i]!; //? Layer.parent
      const y = state.outer[i + 1]!; //? Layer.parent
      state.outer[i]! = a * x + c * y; //? Layer.parent
      state.outer[i + 1]! = b * x + d * y; //? Layer.parent
    } //? Layer.parent
    state.outer[4]! += group.x - a * restX - c * restY; //? Layer.parent
    state.outer[5]! += group.y - b * restX - d * restY; //? Layer.parent
  } //? Layer.parent

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
    const flip = this.value(layerIndex, 'flip', t); //? Property.flip
    if (flip !== 0) { //? Property.flip
      const narrowed = Math.cos(flip * Math.PI / 180); //? Property.flip
      state.scaleX *= Math.abs(narrowed) < 1e-9 ? 0 : narrowed; //? Property.flip
    } //? Property.flip
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
      const there: Place | null = (layer.destination ?? null); //? Property.travel
      if (there !== null) this.travel(there, place, this.value(layerIndex, 'travel', t), screen, state); //? Property.travel
      this.turnAboutPivot(layer, state); //? Layer.pivotX|Layer.pivotY
    }
    state.x += this.value(layerIndex, 'x', t); //? Property.x
    state.y += this.value(layerIndex, 'y', t); //? Property.y
    if (layer.kind === 'backdrop') { //? Property.panel
      const panel = this.value(layerIndex, 'panel', t); //? Property.panel
      state.height = screen.height + ((layer.panelHeight ?? 0) - screen.height) * panel; //? Property.panel
      state.y += (state.height - screen.height) / 2; //? Property.panel
    } //? Property.panel
    state.reveal = within(this.value(layerIndex, 'reveal', t)); //? Property.reveal
    state.revealShape = null; //? Property.reveal
    const reveal = this.ruling(layerIndex, 'reveal', t); //? Property.reveal
    if (reveal >= 0) state.revealShape = (this.lanes[layerIndex]!.segments[reveal]!.plan.cue.reveal ?? null); //? Property.reveal
    state.draw = within(this.value(layerIndex, 'draw', t)); //? Property.draw
    const draw = this.ruling(layerIndex, 'draw', t); //? Property.draw
    if (draw >= 0) state.fillFrom = (this.lanes[layerIndex]!.segments[draw]!.plan.cue.fillFrom ?? 0.6); //? Property.draw
    state.progress = layer.kind === 'progress' ? this.loaded(layer, t) : 0; //? LayerKind.progress
    state.clip = within(this.value(layerIndex, 'clip', t)); //? LayerKind.clip Property.clip
    const steps = (layer.frames ?? 0) - 1; //? LayerKind.clip Property.clip
    if (steps > 0) state.clip = Math.floor(state.clip * steps + 1e-9) / steps; //? LayerKind.clip Property.clip
  }
//? Property.travel
  private travel(there: Place, place: Place, part: number, screen: Screen, state: LayerState): void { //? Property.travel
    state.x += (acrossOf(there, screen) - state.x) * part; //? Property.travel
    state.y += (downOf(there, screen) - state.y) * part; //? Property.travel
    state.rotation += ((there.turn ?? 0) - (place.turn ?? 0)) * part; //? Property.travel Place.turn
    const across = place.width > 0 ? there.width / place.width : 1; //? Property.travel
    const down = place.height > 0 ? there.height / place.height : 1; //? Property.travel
    const scale = 1 + (Math.min(across, down) - 1) * part; //? Property.travel
    state.scaleX *= scale; //? Property.travel
    state.scaleY *= scale; //? Property.travel
  } //? Property.travel
//? Layer.pivotX|Layer.pivotY
  /** Scale and turn are about the box's middle; what a pivot elsewhere would do is a way of the middle. */ //? Layer.pivotX|Layer.pivotY
  private turnAboutPivot(layer: Layer, state: LayerState): void { //? Layer.pivotX|Layer.pivotY
    const x = ((layer.pivotX ?? 0.5) - 0.5) * state.width; //? Layer.pivotX|Layer.pivotY
    const y = ((layer.pivotY ?? 0.5) - 0.5) * state.height; //? Layer.pivotX|Layer.pivotY
    const radians = state.rotation * Math.PI / 180; //? Layer.pivotX|Layer.pivotY
    state.x += x - (Math.cos(radians) * state.scaleX * x - Math.sin(radians) * state.scaleY * y); //? Layer.pivotX|Layer.pivotY
    state.y += y - (Math.sin(radians) * state.scaleX * x + Math.cos(radians) * state.scaleY * y); //? Layer.pivotX|Layer.pivotY
  } //? Layer.pivotX|Layer.pivotY
//? LayerKind.progress
  /** An open gate counts whole, one that loads by its typical time, at most nine tenths. */ //? LayerKind.progress
  private loaded(layer: Layer, t: number): number { //? LayerKind.progress
    let sum = 0; //? LayerKind.progress
    let count = 0; //? LayerKind.progress
    for (let g = 0; g < this.gateOpen.length; g++) { //? LayerKind.progress
      const gate = this.timing.gates[g]!; //? LayerKind.progress GateTiming.optional|GateTiming.typical
      let counts = true; //? LayerKind.progress
      if (gate.optional) counts = false; //? LayerKind.progress GateTiming.optional
      if ((layer.gates ?? LAYER_GATES).length > 0) counts = (layer.gates ?? LAYER_GATES).includes(g); //? LayerKind.progress Layer.gates
      if (!counts) continue; //? LayerKind.progress
      count++; //? LayerKind.progress
      const taken = this.gateStart[g]! >= NEVER ? 0 : Math.max(0, t - this.gateStart[g]!); //? LayerKind.progress
      let typical = 500; //? LayerKind.progress
      typical = Math.max(1, gate.typical ?? 500); //? LayerKind.progress GateTiming.typical
      sum += t >= this.gateOpen[g]! ? 1 : Math.min(0.9, 0.9 * taken / typical); //? LayerKind.progress
    } //? LayerKind.progress
    return count > 0 ? sum / count : 1; //? LayerKind.progress
  } //? LayerKind.progress
//? Layer.shown
  /** Some layers are seen in one outcome alone. */ //? Layer.shown
  private belongs(layer: Layer, t: number): boolean { //? Layer.shown
    const decided = t >= this.outcomeAt; //? Layer.shown Shown.offline|Shown.message
    const offline = decided && this.outcome === 'offline'; //? Layer.shown Shown.offline
    if ((layer.shown ?? 'always') === 'offline') return offline; //? Layer.shown Shown.offline
    if ((layer.shown ?? 'always') === 'message') return decided && this.outcome === 'message'; //? Layer.shown Shown.message
    if (offline && layer.kind === 'firstScreen') { //? Layer.shown Shown.offline
      for (const it of this.timing.layers) { //? Layer.shown Shown.offline
        if (it.kind === 'firstScreen' && (it.shown ?? 'always') === 'offline') return false; //? Layer.shown Shown.offline
      } //? Layer.shown Shown.offline
    } //? Layer.shown Shown.offline
    return true; //? Layer.shown
  } //? Layer.shown
}

/** Where the layer stands, held this way. */
export function placeOn(layer: Layer, screen: Screen): Place | null {
  if (screen.width > screen.height) return (layer.landscape ?? null) ?? (layer.place ?? null); //? Layer.landscape
  return (layer.place ?? null);
}

export function acrossOf(place: Place, screen: Screen): number {
  const free = screen.width - (screen.left ?? 0) - (screen.right ?? 0); //? Place.safe
  if (place.safe) return (place.x ?? 0) + (screen.left ?? 0) + free * (place.across ?? 0.5); //? Place.safe
  return (place.x ?? 0) + screen.width * (place.across ?? 0.5);
}

export function downOf(place: Place, screen: Screen): number {
  const free = screen.height - (screen.top ?? 0) - (screen.bottom ?? 0); //? Place.safe
  if (place.safe) return (place.y ?? 0) + (screen.top ?? 0) + free * (place.down ?? 0.5); //? Place.safe
  return (place.y ?? 0) + screen.height * (place.down ?? 0.5);
}
