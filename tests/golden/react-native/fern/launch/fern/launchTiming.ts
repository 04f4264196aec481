// Part of your app: written by Scaena, yours without conditions (0BSD). It knows nothing of the screen, so that
// it can be tested anywhere. The next export replaces it for as long as you leave it unchanged.

const TRACK_AT: number[] = [0, 1];

/** A time that is not reached; all are whole milliseconds after the start of the launch. */
export const NEVER: number = 1000000000;

export type BeatKind = 'opening' | 'play' | 'hold' | 'wait' | 'handOff';
export type LayerKind = 'backdrop' | 'art' | 'firstScreen' | 'progress' | 'clip' | 'group';
export type Shown = 'always' | 'offline' | 'message';
export type Property =
  | 'opacity' | 'x' | 'y' | 'scale' | 'scaleX' | 'scaleY' | 'rotation' | 'flip' | 'reveal' | 'draw' | 'travel'
  | 'panel' | 'clip';

/** How it ends: with all, without, in the offline way, with a message; interrupted: before that was decided. */
export type Outcome = 'complete' | 'wentOn' | 'offline' | 'message' | 'interrupted';

/** How it began: never before, in a new process, in one that was there, with all in memory, re-created. */
export type StartKind = 'first' | 'cold' | 'warm' | 'hot' | 'recreated';

/** What a cue does to one property: `values` at parts of it, the first `onTop` of them on top of what was there. */
export interface Track { property: Property; values: number[]; at?: number[] }

export interface Beat { kind: BeatKind; length?: number; plays?: StartKind[] }

export interface GateTiming { id: string; typical?: number }

/** What one layer does for a while. `calm`: what it does instead where people ask for less motion. */
export interface Cue { layer: number; beat: number; length: number; moves: Track[]; calm?: Track[]; offset?: number }

/** A layer's centre lies `x`, `y` from the point `across`, `down` (fractions) of the screen. */
export interface Place {
  across?: number; down?: number; x?: number; y?: number; width: number; height: number; safe?: boolean;
}

/** No place: the whole screen. */
export interface Layer { kind: LayerKind; place?: Place; destination?: Place; panelHeight?: number }

/** The sequence as data; a cue comes after the one it hangs on. `cueOrder`: which comes first for a property. */
export interface LaunchTiming { beats: Beat[]; gates: GateTiming[]; layers: Layer[]; cues: Cue[] }

/** The screen, and what the system's bars cover at its edges. */
export interface Screen {
  width: number; height: number; left?: number; top?: number; right?: number; bottom?: number;
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
}

function within(value: number): number { return Math.min(1, Math.max(0, value)); }

/** What a property is where nothing says anything else. */
function neutral(property: Property): number {
  if (property === 'opacity' || property === 'scale') return 1;
  return 0;
}

/** When a cue plays in this launch. `skips`: it goes straight to its end, from what is there if it `blends`. */
class CueTiming {
  start: number = NEVER;
  stop: number = NEVER;
  length: number = 1;

  constructor(readonly cue: Cue) {}

  /** When it has come to rest. */
  rests(): number { return this.stop; }
}

/** What a cue does to one property in this launch; `found`: what that was when it began. */
class Segment {
  constructor(readonly plan: CueTiming, readonly track: Track, readonly found: number) {}

  private key(i: number): number {
    const value = this.track.values[i]!;
    return value;
  }

  /** When its keys come, in each round it plays before `until`. */
  keyTimes(until: number): number[] {
    const edges: number[] = [];
    edges.push(this.plan.start);
    edges.push(this.plan.stop);
    edges.push(this.plan.rests());
    const stop = Math.min(until, 1 * this.plan.stop);
    const length = this.plan.length;
    let round = 1 * this.plan.start;
    while (round < stop && length > 0) {
      for (const it of (this.track.at ?? TRACK_AT)) edges.push(round + it * length);
      round += length;
    }
    return edges;
  }

  valueAt(t: number): number {
    const start = this.plan.start;
    const stop = this.plan.stop;
    if (t < start) return this.key(0);
    return this.during(Math.min(t, stop) - start);
  }

  private during(local: number): number {
    const length = this.plan.length;
    const keys = (this.track.at ?? TRACK_AT);
    const part = length > 0 ? within(local / length) : 1;
    let i = 1;
    while (i < keys.length - 1 && keys[i]! <= part) i++;
    const width = keys[i]! - keys[i - 1]!;
    const between = width > 0 ? within((part - keys[i - 1]!) / width) : 1;
    return this.key(i - 1) + (this.key(i) - this.key(i - 1)) * between;
  }
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
  readonly beatEnd: number[];
  outcome: Outcome = 'complete';
  outcomeAt: number = NEVER;
  /** When the outcome is settled: with the last wait, or with the first frame. NEVER: it is not yet known. */
  decidedAt: number;
  gateOpen: number[];
  private readonly plans: CueTiming[] = [];
  private readonly lanes: Lane[] = [];

  constructor(
    readonly timing: LaunchTiming, readonly start: StartKind, readonly reducedMotion: boolean,
    readonly openingEnd: number, readonly opened: number[]
  ) {
    this.beatEnd = new Array<number>(timing.beats.length).fill(0);
    this.gateOpen = opened;
    this.decidedAt = openingEnd;
    for (const it of timing.cues) this.plans.push(new CueTiming(it));
    for (let i = 0; i < timing.layers.length; i++) this.lanes.push(new Lane());
    let now = 0;
    for (let i = 0; i < this.beatEnd.length; i++) {
      this.beatEnd[i]! = now;
      this.runBeat(i, now);
      now = this.beatEnd[i]!;
    }
    this.fillLanes();
  }

  /** When the first screen can be used, or NEVER as far as is known. */
  shown(): number { return this.beatEnd[this.beatEnd.length - 1]!; }

  /** When the keys of a property come, up to `until`; between them it runs along one curve. In no order. */
  edgesOf(layer: number, property: Property, until: number): number[] {
    const edges: number[] = [];
    for (const segment of this.lanes[layer]!.segments) {
      if (segment.track.property !== property || segment.plan.start >= NEVER) continue;
      for (const it of segment.keyTimes(until)) edges.push(it);
    }
    return edges;
  }

  private runBeat(i: number, now: number): void {
    const beat = this.timing.beats[i]!;
    if (now >= NEVER) return;
    this.placeCues(i, now, NEVER, false);
    this.beatEnd[i]! = now + (beat.length ?? -1);
    if (beat.kind === 'opening') this.beatEnd[i]! = this.openingEnd;
    if (beat.kind === 'wait') this.runWait(i, now);
  }

  private placeCues(beat: number, from: number, _end: number, _hanging: boolean): void {
    for (const it of this.plans) {
      const cue = it.cue;
      if (cue.beat !== beat) continue;
      const base = from;
      const earliest = from;
      it.start = Math.max(earliest, base + (cue.offset ?? 0));
      it.length = cue.length;
      const all = it.length;
      it.stop = Math.min(NEVER, it.start + all);
    }
  }

  private runWait(i: number, now: number): void {
    let end = now;
    for (let g = 0; g < this.gateOpen.length; g++) end = Math.max(end, this.gateOpen[g]!);
    this.beatEnd[i]! = end;
    this.decidedAt = this.beatEnd[i]!;
  }

  private tracksOf(cue: Cue): Track[] {
    if (this.reducedMotion) return (cue.calm ?? null) ?? cue.moves;
    return cue.moves;
  }

  private fillLanes(): void {
    const order = this.plans;
    for (const plan of order) {
      const lane = this.lanes[plan.cue.layer]!;
      for (const it of this.tracksOf(plan.cue)) {
        const found = neutral(it.property);
        lane.segments.push(new Segment(plan, it, found));
      }
    }
  }

  /** What rules a property at a moment: what began last, or else what begins first. */
  private ruling(layer: number, property: Property, t: number): number {
    const segments = this.lanes[layer]!.segments;
    let found = -1;
    for (let i = 0; i < segments.length; i++) {
      if (segments[i]!.track.property !== property) continue;
      if (found < 0 || segments[i]!.plan.start <= t) found = i;
    }
    return found;
  }

  value(layer: number, property: Property, t: number): number {
    const segments = this.lanes[layer]!.segments;
    const i = this.ruling(layer, property, t);
    return i < 0 ? neutral(property) : segments[i]!.valueAt(t);
  }

  /** Fills `state` with what is seen of a layer at `t`. */
  stateAt(layerIndex: number, t: number, screen: Screen, state: LayerState): void {
    this.own(layerIndex, t, screen, state);
    if (state.opacity <= 0 || state.scaleX === 0 || state.scaleY === 0) state.visible = false;
  }

  /** The layer's own state, without its groups. */
  own(layerIndex: number, t: number, screen: Screen, state: LayerState): void {
    const layer = this.timing.layers[layerIndex]!;
    state.visible = true;
    state.opacity = within(this.value(layerIndex, 'opacity', t));
    state.scaleX = this.value(layerIndex, 'scale', t);
    state.scaleY = state.scaleX;
    state.rotation = this.value(layerIndex, 'rotation', t);
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
    }
  }
}

/** Where the layer stands, held this way. */
export function placeOn(layer: Layer, _screen: Screen): Place | null { return (layer.place ?? null); }

export function acrossOf(place: Place, screen: Screen): number {
  const free = screen.width - (screen.left ?? 0) - (screen.right ?? 0);
  if (place.safe) return (place.x ?? 0) + (screen.left ?? 0) + free * (place.across ?? 0.5);
  return (place.x ?? 0) + screen.width * (place.across ?? 0.5);
}

export function downOf(place: Place, screen: Screen): number {
  const free = screen.height - (screen.top ?? 0) - (screen.bottom ?? 0);
  if (place.safe) return (place.y ?? 0) + (screen.top ?? 0) + free * (place.down ?? 0.5);
  return (place.y ?? 0) + screen.height * (place.down ?? 0.5);
}
