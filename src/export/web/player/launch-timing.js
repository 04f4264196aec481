// Part of your app: written by Scaena, yours without conditions (0BSD). It knows nothing of the
// screen, so that it can be tested anywhere. The next export replaces it for as long as you leave
// it unchanged.

const TRACK_AT = [0, 1];
const BEAT_PLAYS = ['first', 'cold', 'warm'];

/** A time that is not reached; all are whole milliseconds after the start of the launch. */
export const NEVER = 1000000000;

/** How long what is loaded takes to be shown as loaded, ms. */
export const CATCHUP = 400;

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
  reveal = 1;
  revealShape = null;
  draw = 1;
  fillFrom = 0.6;
  progress = 0;
  clip = 0;
  /** Its groups' doing, x' = a x + c y + e, y' = b x + d y + f, applied last. */
  outer = [1, 0, 0, 1, 0, 0];
}

function within(value) {
  return Math.min(1, Math.max(0, value));
}

//? BeatKind.wait
function rank(outcome) {
  if (outcome === 'message') return 3;
  if (outcome === 'offline') return 2;
  return outcome === 'wentOn' ? 1 : 0;
}

/** What a property is where nothing says anything else. */
function neutral(property) {
  const isFactor = property === 'scale' || property === 'scaleX' || property === 'scaleY';
  const isPart = property === 'opacity' || property === 'reveal' || property === 'draw';
  return isFactor || isPart ? 1 : 0;
}

export function eased(easing, x) {
  switch (easing.kind) {
    //? Easing.steps
    case 'steps':
      return stepped(easing, x);
    //? Easing.stops
    case 'stops':
      return onStops(easing.stops ?? [], x);
    //? Easing.bounces
    case 'bounces':
      return bounced(easing, x);
    //? Easing.swing
    case 'spring':
      return sprung(easing, x);
    default:
      return curved(easing, x);
  }
}

function cubic(a, b, s) {
  const r = 1 - s;
  return 3 * r * r * s * a + 3 * r * s * s * b + s * s * s;
}

function curved(easing, x) {
  if (x <= 0 || x >= 1) return within(x);
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

//? Easing.steps
function stepped(easing, x) {
  let step = Math.floor(within(x) * (easing.steps ?? 0) + 1e-12);
  if (easing.atStart) step += 1;
  return within(step / (easing.jumps ?? 1));
}

//? Easing.bounces
/** Each bounce keeps a part of the speed; the distance grows with the square of the time. */
function bounced(easing, x) {
  if (x <= 0 || x >= 1) return within(x);
  let speed = 1;
  let total = 1;
  for (let i = 0; i < (easing.bounces ?? 0); i++) {
    speed *= easing.restitution ?? 0;
    total += 2 * speed;
  }
  let t = x * total;
  speed = 1;
  while (t > speed) {
    t -= speed;
    speed *= easing.restitution ?? 0;
    t -= speed;
  }
  return 1 - speed * speed + t * t;
}

//? Easing.swing
/** What is left of its swinging at the end is taken away by and by. */
function sprung(easing, x) {
  if (x <= 0 || x >= 1) return within(x);
  return 1 - swung(easing, x) + swung(easing, 1) * x;
}

//? Easing.swing
/** How far a spring is from its rest. */
function swung(easing, x) {
  const swing = easing.swing ?? 0;
  const decay = easing.decay ?? 0;
  return Math.exp(0 - decay * x) * (Math.cos(swing * x) + (decay / swing) * Math.sin(swing * x));
}

//? Easing.stops
function onStops(stops, x) {
  if (x <= stops[0]) return stops[1];
  let i = 2;
  while (i < stops.length && stops[i] <= x) i += 2;
  if (i >= stops.length) return stops[stops.length - 1];
  const part = (x - stops[i - 2]) / (stops[i] - stops[i - 2]);
  return stops[i - 1] + (stops[i + 1] - stops[i - 1]) * part;
}

/** When a cue plays in this launch. `skips`: it goes straight to its end, from what is there if it `blends`. */
class CueTiming {
  start = NEVER;
  stop = NEVER;
  length = 1;
  settle = 0;
  blends = false;
  skips = false;
  never = false;
  hangs = false;
  pausedAt = NEVER;
  paused = 0;

  constructor(cue) {
    this.cue = cue;
  }

  /** How long it has been playing; not while it stands still because the system plays no more of it. */
  playedAt(t) {
    if (t <= this.pausedAt) return t - this.start;
    return Math.max(1 * this.pausedAt, t - this.paused) - this.start;
  }

  /** When that is which plays at `t` as if it never stood still. */
  seenAt(t) {
    return t <= this.pausedAt ? t : t + this.paused;
  }

  skip(from, to) {
    this.start = from;
    this.stop = to;
    this.skips = true;
    this.settle = 0;
    this.blends = false;
  }

  /** When it has come to rest. */
  rests() {
    return Math.min(NEVER, this.stop + this.settle);
  }
}

/** What a cue does to one property in this launch; `found`: what that was when it began. */
class Segment {
  constructor(plan, track, found) {
    this.plan = plan;
    this.track = track;
    this.found = found;
  }

  key(i) {
    const value = this.track.values[i];
    if (i >= (this.track.onTop ?? 0)) return value;
    return neutral(this.track.property) === 1 ? this.found * value : this.found + value;
  }

  end() {
    const cue = this.plan.cue;
    const isBack = cue.alternate && (cue.whileWaiting || (cue.times ?? 1) % 2 === 0);
    return this.key(isBack ? 0 : this.track.values.length - 1);
  }

  /** In how many steps it goes from one key to the next; 0: not in steps. */
  stepsAfter(piece) {
    if ((this.track.easings ?? []).length > 0) return (this.track.easings ?? [])[piece].steps ?? 0;
    const easing = this.track.easing ?? null;
    if (easing === null) return 0;
    return easing.steps ?? 0;
  }

  /** When its keys and steps come, in each round it plays before `until`. */
  keyTimes(until) {
    const edges = [];
    edges.push(this.plan.start);
    edges.push(this.plan.stop);
    edges.push(this.plan.rests());
    const stop = Math.min(until, 1 * this.plan.stop - this.plan.paused);
    const length = this.plan.skips ? this.plan.stop - this.plan.start : this.plan.length;
    let round = 1 * this.plan.start;
    while (round < stop && length > 0) {
      const at = this.track.at ?? TRACK_AT;
      for (let i = 0; i < at.length; i++) {
        edges.push(this.plan.seenAt(round + at[i] * length));
        const steps = i < at.length - 1 ? this.stepsAfter(i) : 0;
        for (let step = 1; step < steps; step++) {
          const time = this.plan.seenAt(round + (at[i] + ((at[i + 1] - at[i]) * step) / steps) * length);
          edges.push(time);
          if (this.plan.cue.alternate) {
            edges.push(time + 0.01); // on the way back it jumps right behind it
          }
        }
      }
      round += length;
    }
    return edges;
  }

  valueAt(t) {
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

  skipped(t) {
    const from = this.plan.blends ? this.found : this.end();
    const length = this.plan.stop - this.plan.start;
    const part = length > 0 ? within((t - this.plan.start) / length) : 1;
    return from + (this.end() - from) * part;
  }

  during(t) {
    const keys = this.track.at ?? TRACK_AT;
    const part = this.partAt(t);
    let i = 1;
    while (i < keys.length - 1 && keys[i] <= part) i++;
    const width = keys[i] - keys[i - 1];
    let between = width > 0 ? within((part - keys[i - 1]) / width) : 1;
    const easing = this.track.easing ?? null;
    if (easing !== null) between = eased(easing, between);
    if ((this.track.easings ?? []).length > 0) between = eased((this.track.easings ?? [])[i - 1], between);
    return this.key(i - 1) + (this.key(i) - this.key(i - 1)) * between;
  }

  /** Which part of its round is played then; the last round stays at its end. */
  partAt(t) {
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
  segments = [];
  properties = [];

  add(segment) {
    const property = segment.track.property;
    this.segments.push(segment);
    if (this.properties.includes(property)) return;
    this.properties.push(property);
  }
}

/** The launch with absolute times: made anew when a gate opens, without a jump. */
export class LaunchSchedule {
  outcome = 'complete';
  outcomeAt = NEVER;
  plans = [];
  lanes = [];
  //? Layer.parent
  groupState = new LayerState();
  reached = 0;

  constructor(timing, launch) {
    this.timing = timing;
    this.launch = launch;
    this.beatStart = new Array(timing.beats.length).fill(0);
    this.beatEnd = new Array(timing.beats.length).fill(0);
    this.gateOpen = new Array(timing.gates.length).fill(NEVER);
    this.gateStart = new Array(timing.gates.length).fill(NEVER);
    this.gateTimedOut = new Array(timing.gates.length).fill(false);
    this.decidedAt = launch.openingEnd;
    for (const it of timing.cues) this.plans.push(new CueTiming(it));
    for (const it of this.plans) it.hangs = this.waitsForEnd(it.cue);
    for (let i = 0; i < timing.layers.length; i++) this.lanes.push(new Lane());
    let now = 0;
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
  shown() {
    return this.outcome === 'message' ? NEVER : this.beatEnd[this.beatEnd.length - 1];
  }

  /** When the keys of a property come, up to `until`; between them it runs along one curve. In no order. */
  edgesOf(layer, property, until) {
    const edges = [];
    for (const segment of this.lanes[layer].segments) {
      if (segment.track.property !== property || segment.plan.start >= NEVER) continue;
      for (const it of segment.keyTimes(until)) edges.push(it);
    }
    return edges;
  }

  waitsForEnd(cue) {
    if (cue.anchor === 'beatEnd') return true;
    if ((cue.other ?? -1) < 0) return false;
    const other = this.plans[cue.other ?? -1];
    if (other.cue.beat !== cue.beat) return false;
    if (cue.anchor === 'afterCue' && other.cue.whileWaiting) return true;
    return other.hangs;
  }

  plays(beat) {
    return (beat.plays ?? BEAT_PLAYS).includes(this.launch.start);
  }

  runBeat(i, now) {
    const beat = this.timing.beats[i];
    if (!this.plays(beat)) return this.skipCues(i, now);
    if (now >= NEVER) return;
    this.placeCues(i, now, NEVER, false);
    this.beatEnd[i] = now + (beat.length ?? -1);
    if ((beat.length ?? -1) < 0) this.beatEnd[i] = this.lastCueEnd(i, now);
    switch (beat.kind) {
      case 'opening':
        this.beatEnd[i] = this.launch.openingEnd;
        break;
      //? BeatKind.wait
      case 'wait':
        this.runWait(i, now);
        break;
    }
    this.placeCues(i, now, this.beatEnd[i], true);
    switch (beat.kind) {
      case 'opening':
        this.endOpening(i);
        break;
      //? Beat.yields
      case 'play':
        this.leaveEarly(i, now);
        break;
      //? Beat.yields
      case 'hold':
        this.leaveEarly(i, now);
        break;
    }
  }

  placeCues(beat, from, end, hanging) {
    const earliest = hanging && this.timing.beats[beat].kind === 'wait' ? end : from;
    for (const it of this.plans) {
      const cue = it.cue;
      if (cue.beat !== beat || it.hangs !== hanging) continue;
      let base = from;
      if (cue.anchor === 'beatEnd') base = end;
      if (cue.anchor === 'withCue') base = this.plans[cue.other ?? -1].start;
      if (cue.anchor === 'afterCue') base = this.plans[cue.other ?? -1].stop;
      it.start = Math.max(earliest, base + (cue.offset ?? 0));
      if (base >= NEVER) it.start = NEVER;
      it.length = cue.length;
      it.stop = cue.whileWaiting ? NEVER : Math.min(NEVER, it.start + it.length * (cue.times ?? 1));
    }
  }

  lastCueEnd(beat, from) {
    let end = from;
    for (const it of this.plans) {
      if (it.cue.beat === beat && !it.hangs && it.stop < NEVER) end = Math.max(end, it.stop);
    }
    return end;
  }

  /** What does not play in this launch is at its end as soon as it is reached. */
  skipCues(beat, at) {
    for (const it of this.plans) {
      if (it.cue.beat !== beat) continue;
      it.skip(at, at);
      it.never = true;
    }
  }

  isCarried(cue) {
    return !cue.dropped;
  }

  /** What this platform does not play is at its end from the start. */
  dropCues(i) {
    for (const it of this.plans) {
      if (it.cue.beat !== i || this.isCarried(it.cue)) continue;
      it.skip(this.beatStart[i], this.beatStart[i]);
      it.never = true;
    }
  }

  /** The system plays the opening; with the app's first frame its cues are at their end, or go on from where they stand. */
  endOpening(i) {
    const end = this.launch.openingEnd;
    for (const it of this.plans) {
      if (it.cue.beat !== i || it.start >= NEVER) continue;
      let left = end;
      if (it.cue.systemUntil >= 0) left = Math.min(left, it.cue.systemUntil ?? -1);
      if (it.stop <= left) continue;
      if (it.cue.systemUntil >= 0) {
        it.pausedAt = Math.min(left, end);
        it.paused = end - left;
        it.stop += it.paused;
      } else {
        if (it.stop > end) {
          it.stop = Math.max(it.start, end);
          it.settle = 1;
        }
      }
    }
  }

  /** When a gate's work begins, but for the gates it needs; NEVER as far as the beats are worked out. */
  begins(gate) {
    if (gate.start === 'firstFrame') return this.beatEnd[0];
    if ((gate.start ?? 'process') === 'process') return 0;
    return (gate.beat ?? 0) <= this.reached ? this.beatStart[gate.beat ?? 0] : NEVER;
  }

  openedAt(gate, from) {
    return Math.max(from, this.launch.opened[gate]);
  }

  resolveGates() {
    const order = this.timing.gateOrder ?? [];
    for (let i = 0; i < this.gateOpen.length; i++) {
      const g = order.length > 0 ? order[i] : i;
      const gate = this.timing.gates[g];
      let from = this.begins(gate);
      for (const need of gate.needs ?? []) from = Math.max(from, this.gateOpen[need]);
      const open = this.openedAt(g, from);
      const latest = this.limit(from, gate.timeOut ?? NEVER, gate.onTimeOut ?? 'wentOn');
      this.gateStart[g] = from;
      this.gateTimedOut[g] = open > latest;
      this.gateOpen[g] = Math.min(open, latest);
    }
  }

  /** When patience ends; after a message it begins anew when people try again. */
  limit(from, patience, how) {
    const end = Math.min(NEVER, from + patience);
    if (how !== 'message' && end < this.launch.messageAt) return end;
    return Math.min(NEVER, Math.max(from, this.launch.retriedAt) + patience);
  }

  //? BeatKind.wait|Beat.yields
  needs(beat, gate) {
    if ((beat.gates ?? []).length > 0) return (beat.gates ?? []).includes(gate);
    return !this.timing.gates[gate].optional;
  }

  //? BeatKind.wait
  runWait(i, now) {
    const beat = this.timing.beats[i];
    this.resolveGates();
    let end = now;
    end += beat.atLeast ?? 0;
    for (let g = 0; g < this.gateOpen.length; g++) {
      if (this.needs(beat, g)) end = Math.max(end, this.gateOpen[g]);
    }
    const latest = this.limit(now, beat.atMost ?? NEVER, beat.onTimeOut ?? 'wentOn');
    this.beatEnd[i] = Math.min(end, latest);
    this.endRepeats(i, latest);
    this.decidedAt = this.beatEnd[i];
    if (end > latest) this.decide(beat.onTimeOut ?? 'wentOn');
    for (let g = 0; g < this.gateOpen.length; g++) {
      const isLate = this.gateTimedOut[g] && this.gateOpen[g] <= this.decidedAt;
      if (isLate && this.needs(beat, g)) this.decide(this.timing.gates[g].onTimeOut ?? 'wentOn');
    }
  }

  //? BeatKind.wait
  /** Of several outcomes the gravest counts, from when it was decided. */
  decide(how) {
    if (rank(how) <= rank(this.outcome)) return;
    this.outcome = how;
    this.outcomeAt = this.decidedAt;
  }

  //? BeatKind.wait
  /** What goes on while it waits ends with the wait: at once, calmly, or with its round, if the wait may last so long. */
  endRepeats(i, latest) {
    const end = this.beatEnd[i];
    if (end >= NEVER) return;
    for (const it of this.plans) {
      if (it.cue.beat !== i || !it.cue.whileWaiting || it.start >= NEVER) continue;
      if (it.start >= end) {
        it.skip(end, end);
        continue;
      }
      it.stop = end;
      if (it.cue.end === 'settle') it.settle = Math.max(1, it.cue.settle ?? 0);
      if (it.cue.end === 'finish') {
        const cycle = it.cue.alternate ? it.length * 2 : it.length;
        it.stop = Math.min(latest, it.start + Math.trunc((end - it.start + cycle - 1) / cycle) * cycle);
        this.beatEnd[i] = Math.max(this.beatEnd[i], it.stop);
      }
    }
  }

  //? Beat.yields
  /** When all is there that the waits of this launch need. */
  neededReady() {
    let ready = 0;
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

  //? Beat.yields
  /** All is there: cues to come blend to their ends, those that play settle there. */
  leaveEarly(i, now) {
    const beat = this.timing.beats[i];
    if ((beat.yields ?? 'never') === 'never') return;
    this.resolveGates();
    const opened = this.neededReady();
    if (opened >= this.beatEnd[i]) {
      return; // also where the beat has no length: what hangs on its end is over with it
    }
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
    if (blends) end += beat.blend ?? 120;
    this.beatEnd[i] = Math.min(this.beatEnd[i], end);
    this.blendCues(i, at, this.beatEnd[i]);
  }

  //? Beat.yields
  blendCues(i, at, end) {
    for (const it of this.plans) {
      if (it.cue.beat !== i || (it.stop <= at && it.start < at)) continue;
      if (it.start >= at) {
        it.skip(at, end);
        it.blends = true;
      } else {
        it.stop = at;
        it.settle = Math.max(1, end - at);
      }
    }
  }

  tracksOf(cue) {
    if (this.launch.reducedMotion) return cue.calm ?? cue.moves;
    return cue.moves;
  }

  /** Of each property first what it is before its first cue: where that cue starts. */
  fillLanes() {
    for (const c of this.timing.cueOrder ?? []) {
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
  inOrderOfTime() {
    const order = [];
    for (let i = 0; i < this.plans.length; i++) {
      const isSaid = (this.timing.cueOrder ?? []).length > 0;
      const plan = this.plans[isSaid ? (this.timing.cueOrder ?? [])[i] : i];
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
  ruling(layer, property, t) {
    const segments = this.lanes[layer].segments;
    let found = -1;
    for (let i = 0; i < segments.length; i++) {
      if (segments[i].track.property !== property || segments[i].plan.cue.adds) continue;
      if (found < 0 || segments[i].plan.start <= t) found = i;
    }
    return found;
  }

  //? Property.reveal|Property.draw
  /** The cue whose shape a property has then: the one that rules it, or else of those laid over it. */
  shaping(layer, property, t) {
    const segments = this.lanes[layer].segments;
    let found = this.ruling(layer, property, t);
    const isRuled = found >= 0;
    for (let i = 0; i < segments.length; i++) {
      if (isRuled || segments[i].track.property !== property) continue;
      if (found < 0 || segments[i].plan.start <= t) found = i;
    }
    return segments[found].plan.cue;
  }

  valueOf(layer, property, t) {
    const segments = this.lanes[layer].segments;
    const i = this.ruling(layer, property, t);
    let sum = i < 0 ? neutral(property) : segments[i].valueAt(t);
    for (const it of segments) {
      const isOnTop = it.plan.cue.adds && it.track.property === property && it.plan.start <= t;
      if (isOnTop) sum += it.valueAt(t) - neutral(property);
    }
    return sum;
  }

  //? Layers.alone
  /** Fills `state` with what is seen of a layer at `t`. */
  stateAt(index, t, screen, state) {
    this.own(index, t, screen, state);
    hideUnseen(this.timing.layers[index], state);
  }

  //? Layer.parent
  /** Fills `state` with what is seen of a layer at `t`. */
  stateAt(index, t, screen, state) {
    this.own(index, t, screen, state);
    for (let i = 0; i < 6; i++) state.outer[i] = i === 0 || i === 3 ? 1 : 0;
    let parent = this.timing.layers[index].parent ?? -1;
    while (parent >= 0) {
      this.joinGroup(parent, t, screen, state);
      parent = this.timing.layers[parent].parent ?? -1;
    }
    hideUnseen(this.timing.layers[index], state);
  }

  /** The layer's own state, without its groups. */
  own(index, t, screen, state) {
    const layer = this.timing.layers[index];
    state.visible = this.belongs(layer, t);
    atRest(layer, screen, state);
    switch (layer.kind) {
      case 'firstScreen':
        state.visible = this.stands(layer, t);
        break;
      //? LayerKind.progress
      case 'progress':
        state.progress = this.loaded(layer, t);
        break;
    }
    for (const property of this.lanes[index].properties) {
      const value = this.valueOf(index, property, t);
      switch (property) {
        case 'x':
          state.x += value;
          break;
        case 'y':
          state.y += value;
          break;
        //? Property.xScreen
        case 'xScreen':
          state.x += screen.width * value;
          break;
        //? Property.yScreen
        case 'yScreen':
          state.y += screen.height * value;
          break;
        //? Property.xItself
        case 'xItself':
          state.x += widthAtRest(layer, screen) * value;
          break;
        //? Property.yItself
        case 'yItself':
          state.y += heightAtRest(layer, screen) * value;
          break;
        //? Property.xEdge
        case 'xEdge':
          state.x += pastSide(layer, value, screen);
          break;
        //? Property.yEdge
        case 'yEdge':
          state.y += pastEnd(layer, value, screen);
          break;
        case 'scale':
          scaleBy(value, value, state);
          break;
        case 'scaleX':
          state.scaleX *= value;
          break;
        case 'scaleY':
          state.scaleY *= value;
          break;
        case 'rotation':
          state.rotation += value;
          break;
        //? Property.flip
        case 'flip':
          flip(value, state);
          break;
        //? Property.reveal
        case 'reveal':
          this.reveal(index, value, t, state);
          break;
        //? Property.draw
        case 'draw':
          this.draw(index, value, t, state);
          break;
        //? Property.travel
        case 'travel':
          travel(layer, value, screen, state);
          break;
        //? Property.panel
        case 'panel':
          shrinkToPanel(layer, value, screen, state);
          break;
        //? Property.clip
        case 'clip':
          state.clip = frameAt(layer, value);
          break;
        default:
          state.opacity = within(value);
          break;
      }
    }
    if (layer.place != null) turnAboutPivot(layer, state);
  }

  //? Property.reveal
  reveal(index, part, t, state) {
    state.reveal = within(part);
    state.revealShape = this.shaping(index, 'reveal', t).reveal ?? null;
  }

  //? Property.draw
  draw(index, part, t, state) {
    state.draw = within(part);
    state.fillFrom = this.shaping(index, 'draw', t).fillFrom ?? 0.6;
  }

  //? Layer.parent
  joinGroup(index, t, screen, state) {
    const place = placeOn(this.timing.layers[index], screen);
    if (place === null) return;
    const group = this.groupState;
    this.own(index, t, screen, group);
    if (!group.visible) state.visible = false;
    state.opacity *= group.opacity;
    const radians = (group.rotation * Math.PI) / 180;
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

  //? LayerKind.progress
  /** Of all its gates alike. */
  loaded(layer, t) {
    let sum = 0;
    let count = 0;
    for (let g = 0; g < this.gateOpen.length; g++) {
      const gate = this.timing.gates[g];
      const counts = (layer.gates ?? []).length > 0 ? (layer.gates ?? []).includes(g) : !gate.optional;
      if (!counts) continue;
      count++;
      sum += this.loadedPart(g, t);
    }
    return count > 0 ? sum / count : 1;
  }

  //? LayerKind.progress
  /**
   * A gate that loads counts by its typical time, at most nine tenths; what is left when it has loaded is caught up with. Never less
   * than a moment before.
   */
  loadedPart(g, t) {
    const open = this.loadedAt(g);
    const loading = Math.min(t, open) - this.gateStart[g];
    const before = 0.9 * Math.min(1, Math.max(0, loading / Math.max(1, this.timing.gates[g].typical ?? 500)));
    if (t < open) return before;
    const left = open > 0 ? Math.max(0, 1 - (t - open) / CATCHUP) : 0;
    return 1 - (1 - before) * left * left;
  }

  //? LayerKind.progress
  /** What a message stands for has not loaded, and goes on when people try again. */
  loadedAt(g) {
    const failed = this.gateTimedOut[g] && this.timing.gates[g].onTimeOut === 'message';
    return failed ? NEVER : this.gateOpen[g];
  }

  /** Some layers are seen in one outcome alone. */
  belongs(layer, t) {
    const decided = t >= this.outcomeAt;
    if (layer.shown === 'offline') return decided && this.outcome === 'offline';
    if (layer.shown === 'message') return decided && this.outcome === 'message';
    return true;
  }

  /** A first screen gives way to one that is only for being offline. */
  stands(layer, t) {
    const isOffline = t >= this.outcomeAt && this.outcome === 'offline';
    if (!isOffline || layer.shown === 'offline') return this.belongs(layer, t);
    for (const it of this.timing.layers) {
      if (it.kind === 'firstScreen' && it.shown === 'offline') return false;
    }
    return true;
  }
}

/** All of the layer at its place, before anything moves it. */
function atRest(layer, screen, state) {
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
  state.rotation = place.turn ?? 0;
}

function hideUnseen(layer, state) {
  const isGone = state.opacity <= 0 || state.scaleX === 0 || state.scaleY === 0 || state.reveal <= 0;
  if (isGone || layer.kind === 'group') state.visible = false;
}

function scaleBy(across, down, state) {
  state.scaleX *= across;
  state.scaleY *= down;
}

//? Property.xItself
function widthAtRest(layer, screen) {
  const place = placeOn(layer, screen);
  if (place === null) return screen.width;
  return place.width;
}

//? Property.yItself
function heightAtRest(layer, screen) {
  const place = placeOn(layer, screen);
  if (place === null) return screen.height;
  return place.height;
}

//? Property.xEdge
/** So much of the way until nothing of it is seen beyond the right side, or below zero the left one. */
function pastSide(layer, part, screen) {
  const place = placeOn(layer, screen);
  if (place === null) return screen.width * part;
  const radians = ((place.turn ?? 0) * Math.PI) / 180;
  const half = (Math.abs(Math.cos(radians)) * place.width + Math.abs(Math.sin(radians)) * place.height) / 2;
  const middle = acrossOf(place, screen);
  return part * ((part > 0 ? screen.width - middle : middle) + half);
}

//? Property.yEdge
/** So much of the way until nothing of it is seen below the lower end, or below zero above the upper one. */
function pastEnd(layer, part, screen) {
  const place = placeOn(layer, screen);
  if (place === null) return screen.height * part;
  const radians = ((place.turn ?? 0) * Math.PI) / 180;
  const half = (Math.abs(Math.sin(radians)) * place.width + Math.abs(Math.cos(radians)) * place.height) / 2;
  const middle = downOf(place, screen);
  return part * ((part > 0 ? screen.height - middle : middle) + half);
}

//? Property.flip
/** About the upright axis, seen from the front. */
function flip(turn, state) {
  const narrowed = Math.cos((turn * Math.PI) / 180);
  state.scaleX *= Math.abs(narrowed) < 1e-9 ? 0 : narrowed;
}

//? Property.travel
function travel(layer, part, screen, state) {
  const place = placeOn(layer, screen);
  if (place === null) return;
  const there = layer.destination ?? null;
  if (there === null) return;
  state.x += (acrossOf(there, screen) - acrossOf(place, screen)) * part;
  state.y += (downOf(there, screen) - downOf(place, screen)) * part;
  state.rotation += ((there.turn ?? 0) - (place.turn ?? 0)) * part;
  const across = place.width > 0 ? there.width / place.width : 1;
  const down = place.height > 0 ? there.height / place.height : 1;
  const scale = 1 + (Math.min(across, down) - 1) * part;
  scaleBy(scale, scale, state);
}

//? Property.panel
function shrinkToPanel(layer, part, screen, state) {
  const taken = (screen.height - (layer.panelHeight ?? 0)) * part;
  state.height -= taken;
  state.y -= taken / 2;
}

//? Property.clip
function frameAt(layer, part) {
  const steps = (layer.frames ?? 0) - 1;
  return steps > 0 ? Math.floor(within(part) * steps + 1e-9) / steps : within(part);
}

/** Scale and turn are about the box's middle; what a pivot elsewhere would do is a way of the middle. */
function turnAboutPivot(layer, state) {
  const x = ((layer.pivotX ?? 0.5) - 0.5) * state.width;
  const y = ((layer.pivotY ?? 0.5) - 0.5) * state.height;
  const radians = (state.rotation * Math.PI) / 180;
  state.x += x - (Math.cos(radians) * state.scaleX * x - Math.sin(radians) * state.scaleY * y);
  state.y += y - (Math.sin(radians) * state.scaleX * x + Math.cos(radians) * state.scaleY * y);
}

/** Where the layer stands, held this way. */
export function placeOn(layer, screen) {
  if (screen.width > screen.height) return layer.landscape ?? layer.place ?? null;
  return layer.place ?? null;
}

export function acrossOf(place, screen) {
  const free = screen.width - (screen.left ?? 0) - (screen.right ?? 0);
  if (place.safe) return (place.x ?? 0) + (screen.left ?? 0) + free * (place.across ?? 0.5);
  return (place.x ?? 0) + screen.width * (place.across ?? 0.5);
}

export function downOf(place, screen) {
  const free = screen.height - (screen.top ?? 0) - (screen.bottom ?? 0);
  if (place.safe) return (place.y ?? 0) + (screen.top ?? 0) + free * (place.down ?? 0.5);
  return (place.y ?? 0) + screen.height * (place.down ?? 0.5);
}
