// Part of your app: written by Scaena, yours without conditions (0BSD). It knows nothing of the screen, so that
// it can be tested anywhere. The next export replaces it for as long as you leave it unchanged.

const EASING_STOPS = []; //? Easing.stops Key.easing
const BEAT_GATES = []; //? Beat.gates BeatKind.wait Beat.gates|GateTiming.optional
const BEAT_PLAYS = ['first', 'cold', 'warm']; //? Beat.plays
const GATE_TIMING_NEEDS = []; //? GateTiming.needs
const LAYER_GATES = []; //? Layer.gates LayerKind.progress

/** A time that is not reached. All times are whole milliseconds after the start of the launch. */
export const NEVER = 1000000000;

/** What is seen of a layer at one moment; the centre counts from the screen's upper left corner. */
export class LayerState {
  visible = false;
  opacity = 1;
  x = 0;
  y = 0;
  width = 0;
  height = 0;
  scaleX = 1;
  scaleY = 1;
  rotation = 0;
  reveal = 1; //? Property.reveal
  revealShape = null; //? Property.reveal
  draw = 1; //? Property.draw
  fillFrom = 0.6; //? Property.draw
  progress = 0; //? LayerKind.progress
  clip = 0; //? LayerKind.clip
  /** Its groups' doing, x' = a x + c y + e, y' = b x + d y + f, applied last. */ //? Layer.parent
  outer = [1, 0, 0, 1, 0, 0]; //? Layer.parent
}

function within(value) {
  return Math.min(1, Math.max(0, value));
}

function plus(time, more) {
  return time >= NEVER || more >= NEVER ? NEVER : time + more;
}

function rank(outcome) { //? BeatKind.wait Beat.atMost|GateTiming.timeOut
  if (outcome === 'message') return 3; //? BeatKind.wait Beat.atMost|GateTiming.timeOut Outcome.message
  if (outcome === 'offline') return 2; //? BeatKind.wait Beat.atMost|GateTiming.timeOut Outcome.offline
  return outcome === 'wentOn' ? 1 : 0; //? BeatKind.wait Beat.atMost|GateTiming.timeOut
} //? BeatKind.wait Beat.atMost|GateTiming.timeOut

/** What a property is where nothing says anything else. */
function neutral(property) {
  if (property === 'opacity' || property === 'scale') return 1;
  if (property === 'scaleX') return 1; //? Property.scaleX
  if (property === 'scaleY') return 1; //? Property.scaleY
  if (property === 'reveal') return 1; //? Property.reveal
  if (property === 'draw') return 1; //? Property.draw
  return 0;
}

function onTopOf(found, property, value) { //? Key.onTop
  if (property === 'opacity' || property === 'scale') return found * value; //? Key.onTop
  if (property === 'scaleX') return found * value; //? Key.onTop Property.scaleX
  if (property === 'scaleY') return found * value; //? Key.onTop Property.scaleY
  return found + value; //? Key.onTop
} //? Key.onTop

function cubic(a, b, s) { //? Key.easing
  const r = 1 - s; //? Key.easing
  return 3 * r * r * s * a + 3 * r * s * s * b + s * s * s; //? Key.easing
} //? Key.easing

function eased(easing, x) { //? Key.easing
  if ((easing.steps ?? 0) > 0) { //? Key.easing Easing.steps
    let step = Math.floor(within(x) * (easing.steps ?? 0) + 1e-12); //? Key.easing Easing.steps
    if (easing.atStart) step += 1; //? Key.easing Easing.steps Easing.atStart
    return within(step / (easing.jumps ?? 1)); //? Key.easing Easing.steps
  } //? Key.easing Easing.steps
  if ((easing.stops ?? EASING_STOPS).length > 0) return onStops(easing.stops ?? EASING_STOPS, x); //? Key.easing Easing.stops
  if (x <= 0 || x >= 1) return within(x); //? Key.easing
  if ((easing.bounces ?? 0) > 0) return bounced(easing, x); //? Key.easing Easing.bounces
  if ((easing.swing ?? 0) > 0) return 1 - swung(easing, x) + swung(easing, 1) * x; //? Key.easing Easing.swing
  let low = 0; //? Key.easing
  let high = 1; //? Key.easing
  let s = x; //? Key.easing
  for (let i = 0; i < 40; i++) { //? Key.easing
    const off = cubic(easing.x1 ?? 0, easing.x2 ?? 1, s) - x; //? Key.easing
    if (Math.abs(off) < 1e-8) break; //? Key.easing
    if (off < 0) { //? Key.easing
      low = s; //? Key.easing
    } else { //? Key.easing
      high = s; //? Key.easing
    } //? Key.easing
    s = (low + high) / 2; //? Key.easing
  } //? Key.easing
  return cubic(easing.y1 ?? 0, easing.y2 ?? 1, s); //? Key.easing
} //? Key.easing

/** Each bounce keeps a part of the speed; the distance grows with the square of the time. */ //? Easing.bounces
function bounced(easing, x) { //? Easing.bounces
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
function swung(easing, x) { //? Easing.swing
  const swing = (easing.swing ?? 0); //? Easing.swing
  const decay = (easing.decay ?? 0); //? Easing.swing
  return Math.exp(0 - decay * x) * (Math.cos(swing * x) + decay / swing * Math.sin(swing * x)); //? Easing.swing
} //? Easing.swing

function onStops(stops, x) { //? Easing.stops
  if (x <= stops[0]) return stops[1]; //? Easing.stops
  let i = 2; //? Easing.stops
  while (i < stops.length && stops[i] <= x) i += 2; //? Easing.stops
  if (i >= stops.length) return stops[stops.length - 1]; //? Easing.stops
  const part = (x - stops[i - 2]) / (stops[i] - stops[i - 2]); //? Easing.stops
  return stops[i - 1] + (stops[i + 1] - stops[i - 1]) * part; //? Easing.stops
} //? Easing.stops

/** When a cue plays in this launch. `blends`: from what is there to its end; `skips`: is at its end at once. */
class CuePlan {
  length = 1;
  start = NEVER;
  stop = NEVER;
  settle = 0; //? Opening.cues|Beat.yields|RepeatEnd.settle
  blends = false; //? Beat.yields
  skips = false; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
  never = false; //? Beat.plays|Cue.dropped|Cue.bySystem
  hangs = false; //? Cue.hangs

  constructor(cue) {
    this.cue = cue;
  }

  put(from, to, isSkipped) {
    this.start = from;
    this.stop = to;
    this.skips = isSkipped; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    this.settle = 0; //? Opening.cues|Beat.yields|RepeatEnd.settle
    this.blends = false; //? Beat.yields
  }
}

/** A track of a cue with absolute times and values. */
class Segment {
  at = [];
  values = [];
  rest = 0;
  length = 0;

  constructor(plan, track, found) {
    this.plan = plan;
    this.track = track;
    const keys = track.keys;
    this.length = plan.length;
    this.at = new Array(keys.length).fill(0);
    this.values = new Array(keys.length).fill(0);
    for (let i = 0; i < keys.length; i++) {
      this.at[i] = keys[i].at;
      this.values[i] = keys[i].value;
      if (keys[i].onTop) this.values[i] = onTopOf(found, track.property, keys[i].value); //? Key.onTop
    }
    this.rest = this.values[keys.length - 1];
    let even = (plan.cue.times ?? 1) % 2 === 0; //? Cue.alternate
    if (plan.cue.whileWaiting) even = true; //? Cue.alternate Cue.whileWaiting
    if (plan.cue.alternate && even) this.rest = this.values[0]; //? Cue.alternate
    if (plan.skips) { //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
      this.length = plan.stop - plan.start; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
      this.values[0] = this.rest; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
      if (plan.blends) this.values[0] = found; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting Beat.yields
    } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
  }

  restTime() {
    if (this.plan.settle > 0) return plus(this.plan.stop, this.plan.settle); //? Opening.cues|Beat.yields|RepeatEnd.settle
    return this.plan.stop;
  }
//? player.edges
  /** When its keys come, in each round it plays before `until`. */ //? player.edges
  keyTimes(until) { //? player.edges
    const edges = []; //? player.edges
    edges.push(this.plan.start); //? player.edges
    edges.push(this.plan.stop); //? player.edges
    edges.push(this.restTime()); //? player.edges
    const stop = Math.min(until, 1 * this.plan.stop); //? player.edges
    let round = 1 * this.plan.start; //? player.edges
    while (round < stop && this.length > 0) { //? player.edges
      for (const it of this.at) edges.push(round + it * this.length); //? player.edges
      round += this.length; //? player.edges
    } //? player.edges
    return edges; //? player.edges
  } //? player.edges

  valueAt(t) {
    const stop = this.plan.stop;
    if (this.plan.skips) return this.skipped(t - this.plan.start); //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    const rests = this.plan.settle; //? Opening.cues|Beat.yields|RepeatEnd.settle
    if (rests > 0 && t >= stop) { //? Opening.cues|Beat.yields|RepeatEnd.settle
      const from = this.during(stop - this.plan.start); //? Opening.cues|Beat.yields|RepeatEnd.settle
      return from + (this.rest - from) * within((t - stop) / rests); //? Opening.cues|Beat.yields|RepeatEnd.settle
    } //? Opening.cues|Beat.yields|RepeatEnd.settle
    return this.during(Math.min(t, stop) - this.plan.start);
  }
//? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
  /** From what was there straight to its end. */ //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
  skipped(local) { //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    if (this.length <= 0) return this.rest; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    return this.values[0] + (this.rest - this.values[0]) * within(local / this.length); //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
  } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting

  during(local) {
    if (this.length <= 0) return this.values[this.values.length - 1];
    let part = within(local / this.length);
    if (local >= this.length) part = this.inRound(local / this.length); //? Cue.times|Cue.whileWaiting
    let i = 1;
    while (i < this.at.length - 1 && this.at[i] <= part) i++;
    const width = this.at[i] - this.at[i - 1];
    let between = width > 0 ? within((part - this.at[i - 1]) / width) : 1;
    const easing = (this.track.keys[i - 1].easing ?? null); //? Key.easing
    if (easing !== null) between = eased(easing, between); //? Key.easing
    return this.values[i - 1] + (this.values[i] - this.values[i - 1]) * between;
  }
//? Cue.times|Cue.whileWaiting
  /** Which part of its round is played after so many of them; the last one stays at its end. */ //? Cue.times|Cue.whileWaiting
  inRound(rounds) { //? Cue.times|Cue.whileWaiting
    let round = Math.floor(rounds); //? Cue.times|Cue.whileWaiting
    let part = rounds - round; //? Cue.times|Cue.whileWaiting
    if (part === 0 && rounds * this.length >= this.plan.stop - this.plan.start) { //? Cue.times|Cue.whileWaiting
      round -= 1; //? Cue.times|Cue.whileWaiting
      part = 1; //? Cue.times|Cue.whileWaiting
    } //? Cue.times|Cue.whileWaiting
    if (round % 2 === 1 && this.plan.cue.alternate) part = 1 - part; //? Cue.times|Cue.whileWaiting Cue.alternate
    return part; //? Cue.times|Cue.whileWaiting
  } //? Cue.times|Cue.whileWaiting
}

/** One property of one layer over the whole launch. */
class Timeline {
  segments = [];
  added = []; //? Cue.adds

  constructor(property, initial) {
    this.property = property;
    this.initial = initial;
  }

  /** What it is by the cue that began last, without what others add. */
  valueAt(t) {
    const i = this.ruling(t);
    return i < 0 ? this.initial : this.segments[i].valueAt(t);
  }
//? Property.reveal|Property.draw
  /** The cue that rules at a moment, or the first to come. */ //? Property.reveal|Property.draw
  cueAt(t) { //? Property.reveal|Property.draw
    const i = Math.max(0, this.ruling(t)); //? Property.reveal|Property.draw
    return i < this.segments.length ? this.segments[i].plan.cue : null; //? Property.reveal|Property.draw
  } //? Property.reveal|Property.draw

  ruling(t) {
    let i = this.segments.length - 1;
    while (i >= 0 && this.segments[i].plan.start > t) i--;
    return i;
  }
}

/** What moves of one layer. */
class Lane {
  lines = [];
}

/**
 * The launch with absolute times, for what is known of the gates so far. It never depends on what a gate will do
 * later, so it can be made anew whenever a gate opens without anything on the screen jumping. `openingEnd`: when the
 * app's first own frame was drawn. `opened`: for each gate when the app opened it, or NEVER. `messageAt`, `retriedAt`:
 * when a message stood first and when its time-outs began to count anew; what was over before stays as it was.
 */
export class LaunchSchedule {
  beatStart = [];
  beatEnd = [];
  outcome = 'complete';
  outcomeAt = NEVER;
  /** When the outcome is settled: with the last wait, or with the first frame. NEVER: it is not yet known. */
  decidedAt = 0;
  plans = [];
  gateStart = []; //? LayerKind.progress
  gateOpen = [];
  gateTimedOut = []; //? GateTiming.timeOut
  lanes = [];
  all = []; //? player.stillness
  groupState = new LayerState(); //? Layer.parent
  reached = 0; //? GateStart.beat

  constructor(
    timing,
    start,
    reducedMotion,
    systemMoves, //? player.system
    pace, //? player.pace
    messageAt, //? player.retry
    retriedAt, //? player.retry
    openingEnd,
    opened,
  ) {
    this.timing = timing;
    this.start = start;
    this.reducedMotion = reducedMotion;
    this.systemMoves = systemMoves; //? player.system
    this.pace = pace; //? player.pace
    this.messageAt = messageAt; //? player.retry
    this.retriedAt = retriedAt; //? player.retry
    this.openingEnd = openingEnd;
    this.opened = opened;
    this.beatStart = new Array(timing.beats.length).fill(0);
    this.beatEnd = new Array(timing.beats.length).fill(0);
    this.gateStart = new Array(timing.gates.length).fill(NEVER); //? LayerKind.progress
    this.gateOpen = new Array(timing.gates.length).fill(NEVER);
    this.decidedAt = openingEnd;
    this.gateTimedOut = new Array(timing.gates.length).fill(false); //? GateTiming.timeOut
    for (const it of timing.cues) this.plans.push(new CuePlan(it));
    for (const it of this.plans) it.hangs = this.waitsForEnd(it.cue); //? Cue.hangs
    for (let i = 0; i < timing.layers.length; i++) this.lanes.push(new Lane());
    this.runBeats();
    this.beginLines();
    this.fillLines();
  }

  /** When the first screen can be used, or NEVER as far as is known. */
  shown() {
    return this.outcome === 'message' ? NEVER : this.beatEnd[this.beatEnd.length - 1];
  }
//? player.stillness
  /** From `t` on nothing moves before the time given; `t` itself if something does. */ //? player.stillness
  stillUntil(t) { //? player.stillness
    let until = 1 * NEVER; //? player.stillness
    for (const it of this.all) { //? player.stillness
      if (it.restTime() <= t) continue; //? player.stillness
      if (it.plan.start <= t) return t; //? player.stillness
      until = Math.min(until, it.plan.start); //? player.stillness
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
  edgesOf(layer, property, until) { //? player.edges
    const edges = []; //? player.edges
    const line = this.timeline(layer, property); //? player.edges
    if (line === null) return edges; //? player.edges
    for (const segment of line.segments) { //? player.edges
      for (const it of segment.keyTimes(until)) edges.push(it); //? player.edges
    } //? player.edges
    for (const segment of line.added) { //? player.edges Cue.adds
      for (const it of segment.keyTimes(until)) edges.push(it); //? player.edges Cue.adds
    } //? player.edges Cue.adds
    return edges; //? player.edges
  } //? player.edges
//? Property.reveal player.shapes
  /** The shape by which the layer is uncovered, if some cue does that. */ //? Property.reveal player.shapes
  revealOf(layerIndex) { //? Property.reveal player.shapes
    const line = this.timeline(layerIndex, 'reveal'); //? Property.reveal player.shapes
    if (line === null) return null; //? Property.reveal player.shapes
    for (const it of line.segments) { //? Property.reveal player.shapes
      const shape = (it.plan.cue.reveal ?? null); //? Property.reveal player.shapes
      if (shape !== null) return shape; //? Property.reveal player.shapes
    } //? Property.reveal player.shapes
    return null; //? Property.reveal player.shapes
  } //? Property.reveal player.shapes
//? Cue.hangs
  waitsForEnd(cue) { //? Cue.hangs
    if ((cue.anchor ?? 'beatStart') === 'beatEnd') return true; //? Cue.hangs Anchor.beatEnd
    if ((cue.other ?? -1) >= 0) { //? Cue.hangs Anchor.withCue|Anchor.afterCue
      const other = this.plans[(cue.other ?? -1)]; //? Cue.hangs Anchor.withCue|Anchor.afterCue
      if (other.cue.beat !== cue.beat) return false; //? Cue.hangs Anchor.withCue|Anchor.afterCue
      if (other.hangs) return true; //? Cue.hangs Anchor.withCue|Anchor.afterCue
      if ((cue.anchor ?? 'beatStart') === 'afterCue' && other.cue.whileWaiting) return true; //? Cue.hangs Anchor.withCue|Anchor.afterCue Cue.whileWaiting Anchor.afterCue
    } //? Cue.hangs Anchor.withCue|Anchor.afterCue
    return false; //? Cue.hangs
  } //? Cue.hangs
//? Beat.plays
  plays(beat) { //? Beat.plays
    return (beat.plays ?? BEAT_PLAYS).includes(this.start); //? Beat.plays
  } //? Beat.plays

  /** Lengths of the show at the pace the system asks for; gates keep their time. */
  paced(length) {
    if (length < NEVER) return Math.trunc(Math.floor(length * this.pace + 0.5)); //? player.pace
    return length;
  }
//? StartKind.hot|StartKind.recreated
  isInMemory() { //? StartKind.hot|StartKind.recreated
    return this.start === 'hot' || this.start === 'recreated'; //? StartKind.hot|StartKind.recreated
  } //? StartKind.hot|StartKind.recreated

  runBeats() {
    let now = 0;
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

  runBeat(i, now) {
    const beat = this.timing.beats[i]; //? Beat.plays|BeatKind.opening|BeatKind.wait
    if (!this.plays(beat)) return this.skipCues(i, now); //? Beat.plays
    if (now >= NEVER) return;
    if (beat.kind === 'opening') return this.runOpening(i); //? BeatKind.opening
    if (beat.kind === 'wait') return this.runWait(i, now); //? BeatKind.wait
    this.runFixed(i, now);
  }
//? Beat.plays
  /** What does not play in this launch is at its end as soon as it is reached. */ //? Beat.plays
  skipCues(beat, at) { //? Beat.plays
    for (const it of this.plans) { //? Beat.plays
      if (it.cue.beat !== beat) continue; //? Beat.plays
      it.put(at, at, true); //? Beat.plays
      it.never = true; //? Beat.plays
    } //? Beat.plays
  } //? Beat.plays
//? Cue.dropped|Cue.bySystem
  /** What this platform does not play is at its end from the start. */ //? Cue.dropped|Cue.bySystem
  dropCues(i) { //? Cue.dropped|Cue.bySystem
    for (const it of this.plans) { //? Cue.dropped|Cue.bySystem
      let dropped = false; //? Cue.dropped|Cue.bySystem
      if (it.cue.dropped) dropped = true; //? Cue.dropped|Cue.bySystem Cue.dropped
      if (it.cue.bySystem) dropped = true; //? Cue.dropped|Cue.bySystem Cue.bySystem
      if (it.cue.bySystem && this.systemMoves) dropped = false; //? Cue.dropped|Cue.bySystem Cue.bySystem player.system
      if (it.cue.beat !== i || !dropped) continue; //? Cue.dropped|Cue.bySystem
      it.put(this.beatStart[i], this.beatStart[i], true); //? Cue.dropped|Cue.bySystem
      it.never = true; //? Cue.dropped|Cue.bySystem
    } //? Cue.dropped|Cue.bySystem
  } //? Cue.dropped|Cue.bySystem
//? BeatKind.opening
  /** The system plays the opening; when the app draws for the first time, its cues are at their end. */ //? BeatKind.opening
  runOpening(i) { //? BeatKind.opening
    this.beatEnd[i] = this.openingEnd; //? BeatKind.opening
    this.placeCues(i, 0, this.openingEnd, false); //? BeatKind.opening Opening.cues
    this.placeCues(i, 0, this.openingEnd, true); //? BeatKind.opening Opening.cues Cue.hangs
    for (const it of this.plans) { //? BeatKind.opening Opening.cues
      if (it.cue.beat !== i || it.stop <= this.openingEnd) continue; //? BeatKind.opening Opening.cues
      it.stop = Math.max(it.start, this.openingEnd); //? BeatKind.opening Opening.cues
      it.settle = 1; //? BeatKind.opening Opening.cues
    } //? BeatKind.opening Opening.cues
    this.resolveGates(); //? BeatKind.opening
  } //? BeatKind.opening
//? GateStart.beat
  /** When a beat began, or NEVER as far as the beats are worked out. */ //? GateStart.beat
  reachedAt(beat) { //? GateStart.beat
    return beat <= this.reached ? this.beatStart[beat] : NEVER; //? GateStart.beat
  } //? GateStart.beat

  resolveGates() {
    for (const g of this.timing.gateOrder) {
      const gate = this.timing.gates[g]; //? GateStart.firstFrame|GateStart.beat|GateTiming.needs|GateTiming.timeOut
      let from = 0;
      if ((gate.start ?? 'process') === 'firstFrame') from = this.beatEnd[0]; //? GateStart.firstFrame
      if ((gate.start ?? 'process') === 'beat') from = this.reachedAt(gate.beat ?? 0); //? GateStart.beat
      if (this.isInMemory()) from = 0; //? StartKind.hot|StartKind.recreated
      for (const need of (gate.needs ?? GATE_TIMING_NEEDS)) from = Math.max(from, this.gateOpen[need]); //? GateTiming.needs
      this.gateStart[g] = from; //? LayerKind.progress
      let open = Math.max(from, this.opened[g]);
      if (this.isInMemory()) open = from; //? StartKind.hot|StartKind.recreated
      this.gateOpen[g] = Math.min(open, NEVER);
      let latest = plus(from, gate.timeOut ?? NEVER); //? GateTiming.timeOut
      const again = (gate.onTimeOut ?? 'wentOn') === 'message' || latest >= this.messageAt; //? GateTiming.timeOut player.retry
      if (again) latest = plus(Math.max(from, this.retriedAt), gate.timeOut ?? NEVER); //? GateTiming.timeOut player.retry
      this.gateTimedOut[g] = open > latest; //? GateTiming.timeOut
      this.gateOpen[g] = Math.min(open, latest); //? GateTiming.timeOut
    }
  }
//? BeatKind.wait Beat.gates|GateTiming.optional
  needs(beat, gate) { //? BeatKind.wait Beat.gates|GateTiming.optional
    if ((beat.gates ?? BEAT_GATES).length > 0) return (beat.gates ?? BEAT_GATES).includes(gate); //? BeatKind.wait Beat.gates|GateTiming.optional Beat.gates
    if (this.timing.gates[gate].optional) return false; //? BeatKind.wait Beat.gates|GateTiming.optional GateTiming.optional
    return true; //? BeatKind.wait Beat.gates|GateTiming.optional
  } //? BeatKind.wait Beat.gates|GateTiming.optional
//? Beat.yields
  neededReady() { //? Beat.yields
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
      if (!waits && this.timing.gates[g].optional) needed = false; //? Beat.yields GateTiming.optional
      if (needed) ready = Math.max(ready, this.gateOpen[g]); //? Beat.yields
    } //? Beat.yields
    return ready; //? Beat.yields
  } //? Beat.yields

  runFixed(i, now) {
    const beat = this.timing.beats[i];
    this.placeCues(i, now, NEVER, false);
    this.beatEnd[i] = now + this.paced(beat.length ?? -1);
    if ((beat.length ?? -1) < 0) this.beatEnd[i] = this.lastCueEnd(i, now); //? Beat.open
    this.placeCues(i, now, this.beatEnd[i], true); //? Cue.hangs
    if ((beat.yields ?? 'never') !== 'never' && (beat.kind === 'play' || beat.kind === 'hold')) { //? Beat.yields
      this.resolveGates(); //? Beat.yields
      const ready = this.neededReady(); //? Beat.yields
      if (ready < this.beatEnd[i]) this.yieldAt(i, Math.max(ready, now)); //? Beat.yields
    } //? Beat.yields
  }
//? BeatKind.wait
  runWait(i, now) { //? BeatKind.wait
    const beat = this.timing.beats[i]; //? BeatKind.wait
    this.resolveGates(); //? BeatKind.wait
    let end = plus(now, this.paced(beat.atLeast ?? 0)); //? BeatKind.wait
    for (let g = 0; g < this.gateOpen.length; g++) { //? BeatKind.wait
      if (!this.needs(beat, g)) continue; //? BeatKind.wait Beat.gates|GateTiming.optional
      end = Math.max(end, this.gateOpen[g]); //? BeatKind.wait
    } //? BeatKind.wait
    let latest = plus(now, beat.atMost ?? NEVER); //? BeatKind.wait
    const again = latest >= this.messageAt; //? BeatKind.wait player.retry
    if (again) latest = plus(Math.max(now, this.retriedAt), beat.atMost ?? NEVER); //? BeatKind.wait player.retry
    this.beatEnd[i] = Math.min(end, latest); //? BeatKind.wait
    this.placeCues(i, now, this.beatEnd[i], false); //? BeatKind.wait
    this.endRepeats(i); //? BeatKind.wait Cue.whileWaiting
    this.beatEnd[i] = Math.min(this.beatEnd[i], latest); //? BeatKind.wait RepeatEnd.finish
    const stop = this.beatEnd[i]; //? BeatKind.wait
    this.decidedAt = stop; //? BeatKind.wait
    for (const it of this.plans) { //? BeatKind.wait Cue.whileWaiting
      if (it.cue.beat === i && it.cue.whileWaiting && it.stop > stop) this.cut(it, stop); //? BeatKind.wait Cue.whileWaiting
    } //? BeatKind.wait Cue.whileWaiting
    this.placeCues(i, now, stop, true); //? BeatKind.wait Cue.hangs
    if (end > latest) this.decide(beat.onTimeOut ?? 'wentOn', stop); //? BeatKind.wait Beat.atMost
    for (let g = 0; g < this.gateOpen.length; g++) { //? BeatKind.wait GateTiming.timeOut
      if (!this.needs(beat, g)) continue; //? BeatKind.wait GateTiming.timeOut Beat.gates|GateTiming.optional
      const isLate = this.gateTimedOut[g] && this.gateOpen[g] <= stop; //? BeatKind.wait GateTiming.timeOut
      if (isLate) this.decide(this.timing.gates[g].onTimeOut ?? 'wentOn', stop); //? BeatKind.wait GateTiming.timeOut
    } //? BeatKind.wait GateTiming.timeOut
  } //? BeatKind.wait
//? BeatKind.wait Beat.atMost|GateTiming.timeOut
  /** Of several outcomes the gravest counts, from when it was decided. */ //? BeatKind.wait Beat.atMost|GateTiming.timeOut
  decide(how, at) { //? BeatKind.wait Beat.atMost|GateTiming.timeOut
    if (rank(how) <= rank(this.outcome)) return; //? BeatKind.wait Beat.atMost|GateTiming.timeOut
    this.outcome = how; //? BeatKind.wait Beat.atMost|GateTiming.timeOut
    this.outcomeAt = at; //? BeatKind.wait Beat.atMost|GateTiming.timeOut
  } //? BeatKind.wait Beat.atMost|GateTiming.timeOut

  placeCues(beat, from, end, hanging) {
    for (const it of this.plans) {
      const cue = it.cue;
      if (cue.beat !== beat) continue;
      if (it.hangs !== hanging) continue; //? Cue.hangs
      let base = from;
      if ((cue.anchor ?? 'beatStart') === 'beatEnd') base = end; //? Anchor.beatEnd
      if ((cue.anchor ?? 'beatStart') === 'withCue') base = this.plans[(cue.other ?? -1)].start; //? Anchor.withCue
      if ((cue.anchor ?? 'beatStart') === 'afterCue') base = this.plans[(cue.other ?? -1)].stop; //? Anchor.afterCue
      let earliest = from;
      if (hanging && this.timing.beats[beat].kind === 'wait') earliest = end; //? BeatKind.wait Cue.hangs
      const begin = base >= NEVER ? NEVER : Math.max(earliest, base + this.paced(cue.offset ?? 0));
      it.length = cue.length;
      it.length = Math.max(1, this.paced(cue.length)); //? player.pace
      let stop = plus(begin, it.length * (cue.times ?? 1));
      if (cue.whileWaiting) stop = NEVER; //? Cue.whileWaiting
      it.put(begin, stop, false);
    }
  }
//? Beat.open
  lastCueEnd(beat, from) { //? Beat.open
    let end = from; //? Beat.open
    for (const it of this.plans) { //? Beat.open
      if (it.cue.beat !== beat || it.stop >= NEVER) continue; //? Beat.open
      if (it.hangs) continue; //? Beat.open Cue.hangs
      end = Math.max(end, it.stop); //? Beat.open
    } //? Beat.open
    return end; //? Beat.open
  } //? Beat.open
//? Beat.yields
  /** The beat is left early: cues to come blend to their ends, those that play settle there. */ //? Beat.yields
  yieldAt(i, ready) { //? Beat.yields
    const beat = this.timing.beats[i]; //? Beat.yields
    let at = ready; //? Beat.yields
    let blends = false; //? Beat.yields
    for (const it of this.plans) { //? Beat.yields Yield.afterCues
      if ((beat.yields ?? 'never') !== 'afterCues' || it.cue.beat !== i) continue; //? Beat.yields Yield.afterCues
      if (it.start <= ready && it.stop > ready) at = Math.max(at, it.stop); //? Beat.yields Yield.afterCues
    } //? Beat.yields Yield.afterCues
    at = Math.min(at, this.beatEnd[i]); //? Beat.yields
    for (const it of this.plans) { //? Beat.yields
      if (it.cue.beat === i && (it.start >= at || it.stop > at)) blends = true; //? Beat.yields
    } //? Beat.yields
    const blend = blends ? this.paced(beat.blend ?? 120) : 0; //? Beat.yields
    this.beatEnd[i] = Math.min(this.beatEnd[i], at + blend); //? Beat.yields
    const end = this.beatEnd[i]; //? Beat.yields
    for (const it of this.plans) { //? Beat.yields
      if (it.cue.beat !== i) continue; //? Beat.yields
      if (it.start >= at) { //? Beat.yields
        it.put(at, end, true); //? Beat.yields
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
  endRepeats(i) { //? Cue.whileWaiting
    const end = this.beatEnd[i]; //? Cue.whileWaiting
    if (end >= NEVER) return; //? Cue.whileWaiting
    for (const it of this.plans) { //? Cue.whileWaiting
      if (it.cue.beat !== i || !it.cue.whileWaiting || it.start >= NEVER) continue; //? Cue.whileWaiting
      if (it.start >= end) { //? Cue.whileWaiting
        it.put(end, end, true); //? Cue.whileWaiting
        continue; //? Cue.whileWaiting
      } //? Cue.whileWaiting
      this.cut(it, end); //? Cue.whileWaiting
      if ((it.cue.end ?? 'cut') === 'finish') { //? Cue.whileWaiting RepeatEnd.finish
        let cycle = it.length; //? Cue.whileWaiting RepeatEnd.finish
        if (it.cue.alternate) cycle = it.length * 2; //? Cue.whileWaiting RepeatEnd.finish Cue.alternate
        it.stop = it.start + Math.trunc((end - it.start + cycle - 1) / cycle) * cycle; //? Cue.whileWaiting RepeatEnd.finish
        this.beatEnd[i] = Math.max(this.beatEnd[i], it.stop); //? Cue.whileWaiting RepeatEnd.finish
      } //? Cue.whileWaiting RepeatEnd.finish
    } //? Cue.whileWaiting
  } //? Cue.whileWaiting
//? Cue.whileWaiting
  cut(it, at) { //? Cue.whileWaiting
    it.stop = at; //? Cue.whileWaiting
    if (at < NEVER && (it.cue.end ?? 'cut') === 'settle') it.settle = Math.max(1, this.paced(it.cue.settle ?? 0)); //? Cue.whileWaiting RepeatEnd.settle
  } //? Cue.whileWaiting

  tracksOf(cue) {
    if (this.reducedMotion) return (cue.calm ?? null) ?? cue.moves; //? Cue.calm
    return cue.moves;
  }

  timeline(layer, property) {
    for (const line of this.lanes[layer].lines) {
      if (line.property === property) return line;
    }
    return null;
  }

  beginLine(layer, property, initial) {
    if (this.timeline(layer, property) === null) this.lanes[layer].lines.push(new Timeline(property, initial));
  }

  /** What each property is before its first cue: where that cue starts. */
  beginLines() {
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

  fillLines() {
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
//? Cue.again
  /** The cues by their start; those that start together as `cueOrder` says. */ //? Cue.again
  inOrderOfTime() { //? Cue.again
    const order = []; //? Cue.again
    for (const c of this.timing.cueOrder) { //? Cue.again
      const plan = this.plans[c]; //? Cue.again
      order.push(plan); //? Cue.again
      let i = order.length - 1; //? Cue.again
      while (i > 0 && order[i - 1].start > plan.start) { //? Cue.again
        order[i] = order[i - 1]; //? Cue.again
        i--; //? Cue.again
      } //? Cue.again
      order[i] = plan; //? Cue.again
    } //? Cue.again
    return order; //? Cue.again
  } //? Cue.again

  value(layer, property, t) {
    const line = this.timeline(layer, property);
    if (line === null) return neutral(property);
    let sum = line.valueAt(t);
    for (const it of line.added) { //? Cue.adds
      if (it.plan.start <= t) sum += it.valueAt(t) - neutral(property); //? Cue.adds
    } //? Cue.adds
    return sum;
  }

  /** Fills `state` with what is seen of a layer at `t`. */
  stateAt(layerIndex, t, screen, state) {
    this.own(layerIndex, t, screen, state);
    for (let i = 0; i < 6; i++) state.outer[i] = i === 0 || i === 3 ? 1 : 0; //? Layer.parent
    let parent = (this.timing.layers[layerIndex].parent ?? -1); //? Layer.parent
    while (parent >= 0) { //? Layer.parent
      this.joinGroup(parent, t, screen, state); //? Layer.parent
      parent = (this.timing.layers[parent].parent ?? -1); //? Layer.parent
    } //? Layer.parent
    if (state.opacity <= 0 || state.scaleX === 0 || state.scaleY === 0) state.visible = false;
    if (state.reveal <= 0) state.visible = false; //? Property.reveal
    if (this.timing.layers[layerIndex].kind === 'group') state.visible = false; //? LayerKind.group
  }
//? Layer.parent
  joinGroup(index, t, screen, state) { //? Layer.parent
    const place = placeOn(this.timing.layers[index], screen); //? Layer.parent
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
      const x = state.outer[i]; //? Layer.parent
      const y = state.outer[i + 1]; //? Layer.parent
      state.outer[i] = a * x + c * y; //? Layer.parent
      state.outer[i + 1] = b * x + d * y; //? Layer.parent
    } //? Layer.parent
    state.outer[4] += group.x - a * restX - c * restY; //? Layer.parent
    state.outer[5] += group.y - b * restX - d * restY; //? Layer.parent
  } //? Layer.parent

  /** The layer's own state, without its groups. */
  own(layerIndex, t, screen, state) {
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
      const narrowed = Math.cos(flip * Math.PI / 180); //? Property.flip
      state.scaleX *= Math.abs(narrowed) < 1e-9 ? 0 : narrowed; //? Property.flip
    } //? Property.flip
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
      state.rotation += (place.turn ?? 0); //? Place.turn
      const there = (layer.destination ?? null); //? Property.travel
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
    const reveal = this.timeline(layerIndex, 'reveal'); //? Property.reveal
    state.reveal = 1; //? Property.reveal
    state.revealShape = null; //? Property.reveal
    if (reveal !== null) { //? Property.reveal
      state.reveal = within(this.value(layerIndex, 'reveal', t)); //? Property.reveal
      const cue = reveal.cueAt(t); //? Property.reveal
      if (cue !== null) state.revealShape = (cue.reveal ?? null); //? Property.reveal
    } //? Property.reveal
    const draw = this.timeline(layerIndex, 'draw'); //? Property.draw
    state.draw = 1; //? Property.draw
    if (draw !== null) { //? Property.draw
      state.draw = within(this.value(layerIndex, 'draw', t)); //? Property.draw
      const cue = draw.cueAt(t); //? Property.draw
      if (cue !== null) state.fillFrom = (cue.fillFrom ?? 0.6); //? Property.draw
    } //? Property.draw
    state.progress = layer.kind === 'progress' ? this.loaded(layer, t) : 0; //? LayerKind.progress
    state.clip = within(this.value(layerIndex, 'clip', t)); //? LayerKind.clip Property.clip
    const steps = (layer.frames ?? 0) - 1; //? LayerKind.clip Property.clip
    if (steps > 0) state.clip = Math.floor(state.clip * steps + 1e-9) / steps; //? LayerKind.clip Property.clip
  }
//? Property.travel
  travel(there, place, part, screen, state) { //? Property.travel
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
  turnAboutPivot(layer, state) { //? Layer.pivotX|Layer.pivotY
    const x = ((layer.pivotX ?? 0.5) - 0.5) * state.width; //? Layer.pivotX|Layer.pivotY
    const y = ((layer.pivotY ?? 0.5) - 0.5) * state.height; //? Layer.pivotX|Layer.pivotY
    const radians = state.rotation * Math.PI / 180; //? Layer.pivotX|Layer.pivotY
    state.x += x - (Math.cos(radians) * state.scaleX * x - Math.sin(radians) * state.scaleY * y); //? Layer.pivotX|Layer.pivotY
    state.y += y - (Math.sin(radians) * state.scaleX * x + Math.cos(radians) * state.scaleY * y); //? Layer.pivotX|Layer.pivotY
  } //? Layer.pivotX|Layer.pivotY
//? LayerKind.progress
  /** An open gate counts whole, one that loads by its typical time, at most nine tenths. */ //? LayerKind.progress
  loaded(layer, t) { //? LayerKind.progress
    let sum = 0; //? LayerKind.progress
    let count = 0; //? LayerKind.progress
    for (let g = 0; g < this.gateOpen.length; g++) { //? LayerKind.progress
      const gate = this.timing.gates[g]; //? LayerKind.progress GateTiming.optional|GateTiming.typical
      let counts = true; //? LayerKind.progress
      if (gate.optional) counts = false; //? LayerKind.progress GateTiming.optional
      if ((layer.gates ?? LAYER_GATES).length > 0) counts = (layer.gates ?? LAYER_GATES).includes(g); //? LayerKind.progress Layer.gates
      if (!counts) continue; //? LayerKind.progress
      count++; //? LayerKind.progress
      const taken = this.gateStart[g] >= NEVER ? 0 : Math.max(0, t - this.gateStart[g]); //? LayerKind.progress
      let typical = 500; //? LayerKind.progress
      typical = Math.max(1, gate.typical ?? 500); //? LayerKind.progress GateTiming.typical
      sum += t >= this.gateOpen[g] ? 1 : Math.min(0.9, 0.9 * taken / typical); //? LayerKind.progress
    } //? LayerKind.progress
    return count > 0 ? sum / count : 1; //? LayerKind.progress
  } //? LayerKind.progress
//? Layer.shown
  /** Some layers are seen in one outcome alone. */ //? Layer.shown
  belongs(layer, t) { //? Layer.shown
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
export function placeOn(layer, screen) {
  if (screen.width > screen.height) return (layer.landscape ?? null) ?? (layer.place ?? null);
  return (layer.place ?? null);
}

export function acrossOf(place, screen) {
  const free = screen.width - (screen.left ?? 0) - (screen.right ?? 0); //? Place.safe
  if (place.safe) return (place.x ?? 0) + (screen.left ?? 0) + free * (place.across ?? 0.5); //? Place.safe
  return (place.x ?? 0) + screen.width * (place.across ?? 0.5);
}

export function downOf(place, screen) {
  const free = screen.height - (screen.top ?? 0) - (screen.bottom ?? 0); //? Place.safe
  if (place.safe) return (place.y ?? 0) + (screen.top ?? 0) + free * (place.down ?? 0.5); //? Place.safe
  return (place.y ?? 0) + screen.height * (place.down ?? 0.5);
}
