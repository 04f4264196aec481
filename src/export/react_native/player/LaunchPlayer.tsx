// Part of your app: written by Scaena, yours without conditions (0BSD). It needs nothing but React Native itself. The next
// export replaces it for as long as you leave it unchanged.
import { Component, memo, useCallback, useEffect, useMemo, useReducer, useState } from 'react';
import type { ReactNode } from 'react';
import {
  AccessibilityInfo,
  Animated,
  AppState,
  Easing,
  Image,
  NativeModules,
  Platform,
  StyleSheet,
  useColorScheme,
  useWindowDimensions,
  View,
} from 'react-native';
import type { ImageSourcePropType, LayoutChangeEvent } from 'react-native';

import { acrossOf, CATCHUP, downOf, LaunchSchedule, LayerState, NEVER, placeOn, sameReveal } from './launchTiming';
import type { LaunchTiming, Layer, Outcome, Property, RevealShape, Screen, StartKind } from './launchTiming';

export type { Outcome } from './launchTiming';

/** How a layer is painted. Pictures: by day, by night. Sizes in dp. */
export interface LaunchLook {
  picture?: [ImageSourcePropType, ImageSourcePropType];
  width?: number;
  height?: number;
  color?: string;
  fillsBox?: boolean;
  gradient?: [ImageSourcePropType, ImageSourcePropType];
  angle?: number;
  form?: 'ring' | 'bar' | 'dots';
  thickness?: number;
  toColor?: string;
  /** Of a clip: `picture` has so many frames in so many columns. */
  frames?: number;
  columns?: number;
  /** Where the screen is wider than high: how much larger, or drawn how instead. */
  wideScale?: number;
  wide?: Partial<LaunchLook>;
}

/** Colours of the palette: by day, by night. `says`: what is read out of a message. */
export interface LaunchData {
  name: string;
  timing: LaunchTiming;
  looks: LaunchLook[];
  palette: Record<string, [string, string]>;
  says: string[];
}

/** What the system's bars cover at the screen's edges. */
export interface Insets {
  top?: number;
  right?: number;
  bottom?: number;
  left?: number;
}

const HORIZON = 60000; // ms the animation engine's clock is wound up for at a time
const AHEAD = 20000; // ms that are laid out of what goes on and on
const STEP = 1000 / 60;
const SYSTEM_MOVES = Platform.OS === 'android' && Number(Platform.Version) >= 31; // it plays the icon's own cues
const LONGEST_WAIT = 1000; // ms for the first pictures to be read
const LONGEST_WITHOUT_VIEW = 1000; // ms a launch outlives its view: a screen that is made anew is there by then

interface Native {
  release?: () => void;
  began?: number;
  first?: boolean;
}
const native = (): Native | undefined => (NativeModules as { LaunchHold?: Native }).LaunchHold;

/**
 * A launch, of which there is one in the process: what has been opened stays open and the show goes on where it stood,
 * whatever becomes of the view it is seen in. Make it outside of every component.
 */
export class Launch<Gate extends string> {
  /** How it ended, once that is decided. */
  outcome: Outcome | null = null;

  /** How it ended, when the first screen is shown. */
  finished: Promise<Outcome>;

  /** Gets one line of JSON when the launch is over: what happened, and when. */
  onRecord: ((line: string) => void) | null = null;

  /** Milliseconds that only go on; a test may put another in its place. */
  clock: () => number = () => Date.now();

  /** `first` when your app has never run before, if you know; else the native part is asked. */
  start: StartKind | null = null;

  isOver = false;
  schedule: LaunchSchedule | null = null;
  private began: number;
  private openingEnd = -1;
  private pausedAt = -1;
  private messageAt = 0;
  private retriedAt = 0;
  private calm = false;
  private kind: StartKind = 'cold';
  private views = 0;
  private due: ReturnType<typeof setTimeout> | null = null;
  private lateFrames = 0;
  private opened: number[];
  private readonly openedAt = new Map<string, number>();
  private readonly listeners = new Set<(outcome: Outcome) => void>();
  private readonly watchers = new Set<() => void>();
  private resolve: (outcome: Outcome) => void = () => undefined;

  constructor(
    readonly data: LaunchData,
    private readonly gates: readonly Gate[],
  ) {
    this.opened = gates.map(() => NEVER);
    this.finished = new Promise((resolve) => (this.resolve = resolve));
    this.began = this.clock();
  }

  /** Tells that what the gate stands for has loaded: before there is a view, and again. */
  open(gate: Gate): void {
    this.mustKnow(gate);
    if (this.openedAt.has(gate)) return;
    this.openedAt.set(gate, this.pausedAt < 0 ? this.clock() : this.pausedAt);
    this.plan();
  }

  /** Opens the gate when the work is done. If it fails, or the signal is aborted, the gate stays shut. */
  openWhen<T>(gate: Gate, work: T | PromiseLike<T>, { signal }: { signal?: AbortSignal } = {}): Promise<T> {
    this.mustKnow(gate);
    const loaded = Promise.resolve(work);
    loaded.then(
      () => signal?.aborted || this.open(gate),
      () => undefined,
    );
    return loaded;
  }

  /** Tells how it ends each time that is decided: after a message and a retry once more. Gives what stops it. */
  onOutcome(listener: (outcome: Outcome) => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  /** Ends it at once and shows the first screen. */
  dismiss(): void {
    this.finish('interrupted');
  }

  /** The same, before it has begun: for deep links, notifications and tests. */
  skip(): void {
    this.finish('interrupted');
  }

  /** Everything as in a new process: for tests. */
  reset(): void {
    this.dismiss();
    this.finished = new Promise((resolve) => (this.resolve = resolve));
    this.openedAt.clear();
    this.opened = this.gates.map(() => NEVER);
    Object.assign(this, {
      outcome: null,
      schedule: null,
      isOver: false,
      began: this.clock(),
      openingEnd: -1,
      pausedAt: -1,
      lateFrames: 0,
    });
    this.messageAt = this.retriedAt = 0;
  }

  //? Outcome.message
  /** After a message: what has not loaded gets its time once more. */
  retry(): void {
    if (this.isOver || this.outcome !== 'message') return;
    this.messageAt ||= this.schedule?.outcomeAt ?? 0;
    this.retriedAt = this.now();
    this.outcome = null;
    this.plan();
  }

  /** Milliseconds since the start, but for those in the background. */
  now(): number {
    return Math.round((this.pausedAt < 0 ? this.clock() : this.pausedAt) - this.began);
  }

  get isPaused(): boolean {
    return this.pausedAt >= 0;
  }

  /** A view shows it: the first one begins it, as soon as people can see that. Called by LaunchSequence. */
  begin(calm: boolean): void {
    if (this.isOver || this.openingEnd >= 0) return;
    const { first, began } = native() ?? {};
    this.kind = this.start ?? (first ? 'first' : 'cold');
    // A process that was there long before, for a push or a prewarm, was not waited for.
    const age = began ? Date.now() - began : 0;
    if (age > 0 && age < 6000) this.began = Math.min(this.began, this.clock() - age);
    if (this.now() > 6000) this.began = this.clock();
    this.openingEnd = this.now();
    this.calm = calm;
    const usual: StartKind[] = ['first', 'cold', 'warm'];
    if (this.onRecord) this.countLateFrames();
    if (this.data.timing.beats.some((it) => (it.plays ?? usual).includes(this.kind))) this.plan();
    else this.finish('complete');
  }

  setCalm(calm: boolean): void {
    this.calm = calm;
    this.plan();
  }

  /** Time in the background does not count. */
  leaveOrReturn(isAway: boolean): void {
    if (this.isOver || isAway === this.isPaused) return;
    if (isAway) this.pausedAt = this.clock();
    else {
      this.began += this.clock() - this.pausedAt;
      this.pausedAt = -1;
    }
    this.tell();
    this.step();
  }

  /** Tells a view when to look again; gives what stops it. */
  watch(watcher: () => void): () => void {
    this.watchers.add(watcher);
    this.views++;
    return () => {
      this.watchers.delete(watcher);
      this.views--;
      if (this.views > 0 || this.isOver) return;
      setTimeout(() => this.views === 0 && this.finish('interrupted'), LONGEST_WITHOUT_VIEW);
    };
  }

  private mustKnow(gate: Gate): void {
    if (!this.gates.includes(gate)) throw new Error(`There is no gate "${gate}"; there are ${this.gates.join(', ')}`);
  }

  /** Of the script's own thread: what the native engine shows is not told to anybody. */
  private countLateFrames(before = 0): void {
    const { finished } = this;
    requestAnimationFrame((at) => {
      if (this.isOver || finished !== this.finished) return;
      if (before > 0 && at - before > 34 && !this.isPaused) this.lateFrames++;
      this.countLateFrames(at);
    });
  }

  private plan(): void {
    this.gates.forEach((gate, i) => {
      const at = this.openedAt.get(gate);
      if (at !== undefined && this.opened[i] === NEVER) this.opened[i] = Math.max(0, Math.round(at - this.began));
    });
    if (this.openingEnd < 0 || this.isOver) return;
    this.schedule = new LaunchSchedule(this.data.timing, {
      start: this.kind,
      reducedMotion: this.calm,
      systemMoves: SYSTEM_MOVES,
      messageAt: this.messageAt,
      retriedAt: this.retriedAt,
      openingEnd: this.openingEnd,
      opened: this.opened,
    });
    this.tell();
    this.step();
  }

  /** What is due at this moment; then it waits for the next. */
  private step(): void {
    if (this.due !== null) clearTimeout(this.due);
    const { schedule } = this;
    if (!schedule || this.isOver || this.isPaused) return;
    const t = this.now();
    if (!this.outcome && t >= schedule.decidedAt) this.decide(schedule.outcome);
    if (t >= schedule.shown()) {
      this.finish(schedule.outcome);
      return;
    }
    const next = Math.min(schedule.shown(), this.outcome ? NEVER : schedule.decidedAt, t + AHEAD / 2);
    this.due = setTimeout(() => {
      if (this.now() >= t + AHEAD / 2) this.tell();
      this.step();
    }, next - t);
  }

  private decide(outcome: Outcome): void {
    this.outcome = outcome;
    for (const listener of [...this.listeners]) listener(outcome);
    if (outcome === 'message') AccessibilityInfo.announceForAccessibility(this.data.says.join(' '));
  }

  private finish(outcome: Outcome): void {
    if (this.isOver) return;
    this.isOver = true;
    if (this.due !== null) clearTimeout(this.due);
    native()?.release?.();
    const shown = this.now();
    if (!this.outcome) this.decide(outcome);
    const { data, kind, openingEnd, opened, lateFrames } = this;
    const gates = Object.fromEntries(this.gates.map((gate, i) => [gate, opened[i]! < NEVER ? opened[i] : null]));
    this.tell();
    this.onRecord?.(
      JSON.stringify({
        launch: data.name,
        start: kind,
        firstFrame: openingEnd,
        gates,
        outcome: this.outcome,
        shown,
        lateFrames,
      }),
    );
    this.resolve(this.outcome ?? outcome);
  }

  private tell(): void {
    for (const watcher of [...this.watchers]) watcher();
  }
}

export interface LaunchSequenceProps {
  launch: Launch<string>;
  /** Your first screen. */
  children: ReactNode;
  insets?: Insets;
  /** Read out to people who cannot see the launch, when it takes long. */
  announcement?: string;
}

/** Plays the launch over its children and gives way to them. */
export function LaunchSequence({ launch, children, insets = {}, announcement = 'Loading' }: LaunchSequenceProps) {
  const [version, renew] = useReducer((count: number) => count + 1, 0);
  const [isCalm, setCalm] = useState<boolean | null>(null);
  const [isRead, setRead] = useState(false);
  const { timing, looks } = launch.data;
  const [pictures] = useState(() => new Set(timing.layers.flatMap((_, i) => (looks[i]!.picture ? [i] : []))));
  const window = useWindowDimensions();
  const [size, setSize] = useState({ width: window.width, height: window.height });
  const isDark = useColorScheme() === 'dark';
  const { top = 0, right = 0, bottom = 0, left = 0 } = insets;
  const { width, height } = size;

  useEffect(() => launch.watch(renew), [launch]);
  useEffect(() => {
    let isThere = true;
    const calm = (it: boolean) => {
      if (!isThere) return;
      setCalm(it);
      launch.setCalm(it);
    };
    AccessibilityInfo.isReduceMotionEnabled().then(calm, () => calm(false));
    const motion = AccessibilityInfo.addEventListener('reduceMotionChanged', calm);
    const state = AppState.addEventListener('change', (it) => launch.leaveOrReturn(it === 'background'));
    const patience = setTimeout(() => {
      setRead(true);
      setCalm((it) => it ?? false);
    }, LONGEST_WAIT);
    if (launch.isOver) native()?.release?.();
    const late = setTimeout(() => {
      if (!launch.isOver) AccessibilityInfo.announceForAccessibility(announcement);
    }, 5000);
    return () => {
      isThere = false;
      motion?.remove();
      state?.remove();
      clearTimeout(patience);
      clearTimeout(late);
    };
  }, [launch, announcement]);

  // The native picture is let go when ours stands; only then people see it, and its time begins.
  useEffect(() => {
    if (isCalm === null || !isRead) return;
    native()?.release?.();
    launch.begin(isCalm);
  }, [launch, isCalm, isRead]);

  const still = useMemo(() => {
    const opened = launch.data.timing.gates.map(() => NEVER);
    const conditions = {
      start: 'cold' as const,
      reducedMotion: isCalm ?? false,
      systemMoves: SYSTEM_MOVES,
      messageAt: 0,
      retriedAt: 0,
      openingEnd: 0,
      opened,
    };
    return new LaunchSchedule(launch.data.timing, conditions);
  }, [launch, isCalm]);
  const clock = useMemo(() => new Clock(), []);
  useEffect(() => () => clock.stop(), [clock]);
  const schedule = launch.isOver ? null : (launch.schedule ?? still);
  const film = useMemo(
    // Each version lays out what comes next, of the same schedule, too.
    () =>
      schedule &&
      version >= 0 &&
      new Film(schedule, clock, launch.schedule ? launch.now() : 0, { width, height, top, right, bottom, left }),
    [launch, schedule, version, clock, width, height, top, right, bottom, left],
  );
  const isRunning = film !== null && launch.schedule !== null && !launch.isPaused;
  useEffect(() => {
    if (isRunning) clock.run(launch.now());
    else clock.stop();
  }, [clock, launch, isRunning, version]);

  const onLayout = ({ nativeEvent: { layout } }: LayoutChangeEvent) => {
    if (layout.width > 0 && layout.height > 0) setSize({ width: layout.width, height: layout.height });
  };
  const onPicture = useCallback(
    (index: number) => {
      pictures.delete(index);
      if (pictures.size === 0) setRead(true);
    },
    [pictures],
  );
  return (
    <View style={styles.fill} onLayout={onLayout}>
      <Animated.View
        style={[styles.fill, film && film.content()]}
        pointerEvents={film ? 'none' : 'auto'}
        aria-hidden={film !== null}
      >
        {children}
      </Animated.View>
      {film && (
        <Careful onError={() => launch.dismiss()}>
          <View
            style={[StyleSheet.absoluteFill, styles.whole]}
            onStartShouldSetResponder={() => true}
            accessible
            accessibilityLabel={announcement}
            accessibilityViewIsModal
            onLayout={() => pictures.size === 0 && setRead(true)}
          >
            {timing.layers.map((layer, index) =>
              layer.kind === 'firstScreen' || layer.kind === 'group' ? null : (
                <LayerView
                  key={index}
                  film={film}
                  layer={layer}
                  index={index}
                  data={launch.data}
                  isDark={isDark}
                  onPicture={onPicture}
                />
              ),
            )}
          </View>
        </Careful>
      )}
    </View>
  );
}

/** A launch must not keep people out of the app: what fails ends it. */
class Careful extends Component<{ onError: () => void; children: ReactNode }, { hasFailed: boolean }> {
  override state = { hasFailed: false };

  static getDerivedStateFromError() {
    return { hasFailed: true };
  }

  override componentDidCatch() {
    this.props.onError();
  }

  override render() {
    return this.state.hasFailed ? null : this.props.children;
  }
}

/** Milliseconds since the launch's start, counted by the animation engine, and what hangs on them. */
class Clock {
  readonly value = new Animated.Value(0);
  readonly known = new Map<string, { keys: string; node: Animated.AnimatedInterpolation<number | string> }>();
  private isRunning = false;

  run(from: number): void {
    if (this.isRunning) return;
    this.isRunning = true;
    this.value.setValue(from);
    Animated.timing(this.value, {
      toValue: from + HORIZON,
      duration: HORIZON,
      easing: Easing.linear,
      useNativeDriver: true,
      isInteraction: false,
    }).start(({ finished }) => {
      if (!finished) return;
      this.isRunning = false;
      this.run(from + HORIZON);
    });
  }

  stop(): void {
    this.isRunning = false;
    this.value.stopAnimation();
  }
}

type Values = (state: LayerState) => number;
type Moving<T extends number | string> = T | Animated.AnimatedInterpolation<T>;
const EVERY: Property[] = [
  'opacity',
  'x',
  'y',
  'xScreen',
  'yScreen',
  'xItself',
  'yItself',
  'xEdge',
  'yEdge',
  'scale',
  'scaleX',
  'scaleY',
  'rotation',
  'flip',
  'reveal',
  'draw',
  'travel',
  'panel',
  'clip',
];

/** What is seen from one moment on, as keys of the animation engine; what is as before hangs on the same keys. */
class Film {
  readonly to: number;
  private readonly edges = new Map<string, number[]>();
  private readonly states = new Map<string, LayerState>();

  constructor(
    readonly schedule: LaunchSchedule,
    private readonly clock: Clock,
    from: number,
    readonly screen: Screen,
  ) {
    this.to = Math.max(from + STEP, Math.min(schedule.shown(), from + AHEAD));
  }

  /** The layer's state with its groups, or without. */
  state(index: number, t: number, isOwn: boolean): LayerState {
    const key = `${index} ${t} ${isOwn}`;
    let state = this.states.get(key);
    if (!state) {
      state = new LayerState();
      if (isOwn) this.schedule.own(index, t, this.screen, state);
      else this.schedule.stateAt(index, t, this.screen, state);
      this.states.set(key, state);
    }
    return state;
  }

  /** A value of the layer over time; a plain number where it stands still. */
  value(name: string, index: number, of: Values, isOwn = true): Moving<number> {
    return this.moving(
      `${index} ${name}`,
      [index],
      (t) => of(this.state(index, t, isOwn)),
      (it) => it,
    );
  }

  //? LayerKind.clip
  /** The same, of what jumps from one value to the next. */
  jump(name: string, index: number, of: Values): Moving<number> {
    return this.moving(
      `${index} ${name}`,
      [index],
      (t) => of(this.state(index, t, true)),
      (it) => it,
      true,
    );
  }

  degrees(name: string, index: number, of: Values): Moving<string> {
    return this.moving(
      `${index} ${name}`,
      [index],
      (t) => of(this.state(index, t, true)),
      (it) => `${it}deg`,
    );
  }

  private moving<T extends number | string>(
    name: string,
    layers: number[],
    read: (t: number) => number,
    make: (value: number) => T,
    jumps = false,
  ): Moving<T> {
    const { inputRange, values } = this.keys(layers, read, jumps);
    if (values.every((it) => it === values[0])) return make(values[0]!);
    const keys = JSON.stringify([inputRange, values]);
    const known = this.clock.known.get(name);
    if (known?.keys === keys) return known.node as Animated.AnimatedInterpolation<T>;
    const outputRange = values.map(make);
    const node = this.clock.value.interpolate({
      inputRange,
      outputRange: outputRange as string[],
      extrapolate: 'clamp',
    });
    this.clock.known.set(name, { keys, node });
    return node as unknown as Animated.AnimatedInterpolation<T>;
  }

  /** Two keys where it goes straight, one for each frame elsewhere; where it jumps, nothing lies between. */
  private keys(
    layers: number[],
    read: (t: number) => number,
    jumps: boolean,
  ): { inputRange: number[]; values: number[] } {
    const inputRange: number[] = [];
    const values: number[] = [];
    const add = (t: number, value: number) => {
      const last = values.length - 1;
      const rounded = Math.round(value * 10000) / 10000;
      if (last > 0 && values[last] === rounded && values[last - 1] === rounded) inputRange[last] = t;
      else if (last < 0 || t > inputRange[last]!) {
        inputRange.push(t);
        values.push(rounded);
      }
    };
    const times = this.edgesOf(layers);
    times.slice(1).forEach((b, i) => {
      const a = times[i]!;
      const end = Math.max(a, b - 0.01);
      const [first, last] = [read(a), read(end)];
      const isStraight =
        !jumps &&
        [0.2, 0.5, 0.8].every((part) => Math.abs(first + (last - first) * part - read(a + (end - a) * part)) < 0.001);
      add(a, first);
      for (let t = a + STEP; !isStraight && t < end; t += STEP) {
        if (jumps) add(t - 0.01, values[values.length - 1] ?? first);
        add(t, read(t));
      }
      if (jumps) add(end - 0.005, values[values.length - 1] ?? first);
      add(end, last);
    });
    return { inputRange, values };
  }

  /** When something of the layers or their groups begins, turns or ends, in the order of time. */
  private edgesOf(layers: number[]): number[] {
    const key = layers.join();
    let edges = this.edges.get(key);
    if (!edges) {
      const { schedule, to } = this;
      const all = [schedule.outcomeAt, ...schedule.beatEnd];
      const family = [...layers];
      for (const it of family) {
        const parent = schedule.timing.layers[it]!.parent ?? -1;
        if (parent >= 0) family.push(parent);
      }
      for (const it of family) {
        for (const property of EVERY) all.push(...schedule.edgesOf(it, property, to));
      }
      const loads = family.some((it) => schedule.timing.layers[it]!.kind === 'progress');
      for (const [i, gate] of loads ? schedule.timing.gates.entries() : []) {
        const from = schedule.gateStart[i]!;
        const open = schedule.gateOpen[i]!;
        all.push(from, from + (gate.typical ?? 500), open, open + CATCHUP);
      }
      const begin = schedule.beatEnd[0]!;
      edges = [begin, ...[...new Set(all)].filter((it) => it > begin && it < to).sort((a, b) => a - b), to];
      this.edges.set(key, edges);
    }
    return edges;
  }

  private moves(index: number, width: number, height: number) {
    const isPanel = this.schedule.timing.layers[index]!.kind === 'backdrop';
    const top = (it: LayerState) => (isPanel ? it.height : height) / 2;
    return [
      { translateX: this.value('x', index, (it) => it.x - width / 2) },
      { translateY: this.value('y', index, (it) => it.y - top(it)) },
      { rotate: this.degrees('turn', index, (it) => it.rotation) },
      { scaleX: this.value('across', index, (it) => it.scaleX) },
      { scaleY: this.value('down', index, (it) => it.scaleY) },
    ];
  }

  opacity(index: number): Moving<number> {
    return this.value('opacity', index, (it) => (it.visible ? it.opacity : 0), false);
  }

  /** Style of a view of that size at the screen's corner, which shows the layer without its groups. */
  layer(index: number, width: number, height: number) {
    return { opacity: this.opacity(index), transform: this.moves(index, width, height) };
  }

  /** Style of the app's own first screen: at each moment that of the sequence's first screen which is there then. */
  content() {
    const { width, height } = this.screen;
    const all = [...this.schedule.timing.layers.keys()].filter(
      (it) => this.schedule.timing.layers[it]!.kind === 'firstScreen',
    );
    const [first] = all;
    if (first === undefined) return null;
    const seen = (t: number) => all.map((it) => this.state(it, t, false)).find((it) => it.visible);
    const value = (name: string, of: Values) =>
      this.moving(
        `content ${name}`,
        all,
        (t) => of(seen(t) ?? this.state(first, t, false)),
        (it) => it,
      );
    const turn = this.moving(
      'content turn',
      all,
      (t) => (seen(t) ?? this.state(first, t, false)).rotation,
      (it) => `${it}deg`,
    );
    return {
      opacity: value('opacity', (it) => (it.visible ? it.opacity : 0)),
      transform: [
        { translateX: value('x', (it) => it.x - width / 2) },
        { translateY: value('y', (it) => it.y - height / 2) },
        { rotate: turn },
        { scaleX: value('across', (it) => it.scaleX) },
        { scaleY: value('down', (it) => it.scaleY) },
      ],
    };
  }

  /** Style of a view that covers the screen, which does to what is in it what the group does. */
  group(index: number) {
    const { width, height } = this.screen;
    const place = placeOn(this.schedule.timing.layers[index]!, this.screen);
    const rest = place
      ? { x: acrossOf(place, this.screen), y: downOf(place, this.screen) }
      : { x: width / 2, y: height / 2 };
    return {
      transform: [
        ...this.moves(index, width, height),
        { translateX: width / 2 - rest.x },
        { translateY: height / 2 - rest.y },
      ],
    };
  }
}

interface LayerProps {
  film: Film;
  layer: Layer;
  index: number;
  data: LaunchData;
  isDark: boolean;
  onPicture: (index: number) => void;
}

const LayerView = memo(function LayerView({ film, layer, index, data, isDark, onPicture }: LayerProps) {
  const box = film.state(index, 0, true);
  const fills = layer.kind === 'backdrop';

  const upright = data.looks[index]!;
  const isTurned = film.screen.width > film.screen.height;
  const look = isTurned ? { ...upright, ...upright.wide } : upright;
  const grown = isTurned ? (look.wideScale ?? 1) : 1;
  const width = fills ? film.screen.width : look.width ? look.width * grown : box.width;
  const height = fills ? film.screen.height : look.height ? look.height * grown : box.height;
  const onLoadEnd = () => onPicture(index);
  const props = { film, index, look, data, isDark, width, height, onLoadEnd };
  const content = fills ? <Backdrop {...props} /> : <Content {...props} layer={layer} />;
  let view = (
    <Animated.View style={[styles.layer, { width, height }, film.layer(index, width, height)]}>
      {film.schedule.revealsOf(index).reduce(
        (inside, shape, number) => (
          <Reveal {...{ film, index, width, height, shape, number }}>{inside}</Reveal>
        ),
        content,
      )}
    </Animated.View>
  );
  for (let group = layer.parent ?? -1; group >= 0; group = data.timing.layers[group]!.parent ?? -1) {
    view = (
      <Animated.View style={[StyleSheet.absoluteFill, film.group(group)]} pointerEvents="none">
        {view}
      </Animated.View>
    );
  }
  return view;
});

interface RevealProps {
  film: Film;
  index: number;
  width: number;
  height: number;
  shape: RevealShape;
  number: number;
  children: ReactNode;
}

/**
 * Uncovers what is in it by an opening circle or a wipe, with nothing but moves and sizes the animation engine knows. A
 * layer has one around the other for each of its shapes; those that are not its turn are open.
 */
function Reveal({ film, index, width, height, shape, number, children }: RevealProps) {
  const open = (it: LayerState) => (it.revealShape && sameReveal(it.revealShape, shape) ? it.reveal : 1);
  if (shape.iris) {
    const x = width * shape.x;
    const y = height * shape.y;
    const far = Math.hypot(Math.max(x, width - x), Math.max(y, height - y));
    const part = (it: LayerState) => Math.max(0.001, open(it));
    const grows = film.value(`iris ${number}`, index, part);
    const shrinks = film.value(`un-iris ${number}`, index, (it) => 1 / part(it));
    return (
      <Animated.View
        style={[
          styles.cut,
          {
            left: x - far,
            top: y - far,
            width: 2 * far,
            height: 2 * far,
            borderRadius: far,
            transform: [{ scale: grows }],
          },
        ]}
      >
        <Animated.View style={[styles.layer, { width: 2 * far, height: 2 * far, transform: [{ scale: shrinks }] }]}>
          <View style={[styles.layer, { left: far - x, top: far - y, width, height }]}>{children}</View>
        </Animated.View>
      </Animated.View>
    );
  }
  const shift = (name: string, length: number, direction: number, back: number) =>
    direction === 0 ? 0 : film.value(name, index, (it) => back * direction * length * (1 - open(it)));
  const moved = (name: string, back: number) => ({
    transform: [
      { translateX: shift(`${name} x ${number}`, width, shape.x, back) },
      { translateY: shift(`${name} y ${number}`, height, shape.y, back) },
    ],
  });
  return (
    <Animated.View style={[styles.cut, { width, height }, moved('wipe', -1)]}>
      <Animated.View style={[styles.layer, { width, height }, moved('un-wipe', 1)]}>{children}</Animated.View>
    </Animated.View>
  );
}

interface ContentProps {
  film: Film;
  index: number;
  look: LaunchLook;
  data: LaunchData;
  isDark: boolean;
  width: number;
  height: number;
  onLoadEnd: () => void;
}

function Content(props: ContentProps & { layer: Layer }) {
  const { look, isDark, width, height, onLoadEnd } = props;
  switch (props.layer.kind) {
    //? LayerKind.progress
    case 'progress':
      return <Progress {...props} color={(name) => props.data.palette[name]?.[isDark ? 1 : 0]} />;
    //? LayerKind.clip
    case 'clip':
      return <Clip {...props} />;
    default:
      if (!look.picture) return null;
      return (
        <Image
          source={look.picture[isDark ? 1 : 0]}
          style={{ width, height }}
          fadeDuration={0}
          resizeMode="contain"
          onLoadEnd={onLoadEnd}
        />
      );
  }
}

//? LayerKind.clip
/** A sheet of frames behind a window of one. */
function Clip({ film, index, look, isDark, width, height, onLoadEnd }: ContentProps) {
  const { picture, frames, columns } = look;
  if (!picture || !frames || !columns) return null;
  const frame = (it: LayerState) => Math.round(it.clip * (frames - 1));
  const transform = [
    { translateX: film.jump('column', index, (it) => -width * (frame(it) % columns)) },
    { translateY: film.jump('row', index, (it) => -height * Math.floor(frame(it) / columns)) },
  ];
  const sheet = { width: width * columns, height: height * Math.ceil(frames / columns) };
  return (
    <View style={[styles.cut, { width, height }]}>
      <Animated.Image
        source={picture[isDark ? 1 : 0]}
        style={[styles.layer, sheet, { transform }]}
        fadeDuration={0}
        resizeMode="stretch"
        onLoadEnd={onLoadEnd}
      />
    </View>
  );
}

/** Covers the screen; shrinks to a header by moving a cut, so that the animation engine alone can do it. */
function Backdrop({ film, look, index, data, isDark, width, height, onLoadEnd }: ContentProps) {
  const night = isDark ? 1 : 0;
  const size = { width, height };
  const backgroundColor = data.palette[look.color ?? '']?.[night];
  const missing = (it: LayerState) => height - it.height;
  const moved = (name: string, of: Values) => ({ transform: [{ translateY: film.value(name, index, of) }] });
  const shrunk = {
    transform: [
      { translateY: film.value('shrunk y', index, (it) => -missing(it) / 2) },
      { scaleY: film.value('shrunk', index, (it) => it.height / height) },
    ],
  };
  return (
    <>
      <Animated.View style={[styles.cut, size, { backgroundColor }, shrunk]}>
        {look.gradient && <Gradient source={look.gradient[night]} angle={look.angle ?? 180} {...size} />}
      </Animated.View>
      {look.picture && (
        <Animated.View style={[styles.cut, size, moved('cut', (it) => -missing(it))]}>
          <Animated.Image
            source={look.picture[night]}
            resizeMode={look.fillsBox ? 'cover' : 'contain'}
            fadeDuration={0}
            onLoadEnd={onLoadEnd}
            style={[styles.layer, size, moved('un-cut', (it) => missing(it) / 2)]}
          />
        </Animated.View>
      )}
    </>
  );
}

/** A strip of the gradient's colours, stretched and turned so that the corners get the pure end colours, as in CSS. */
function Gradient({
  source,
  angle,
  width,
  height,
}: {
  source: ImageSourcePropType;
  angle: number;
  width: number;
  height: number;
}) {
  const sine = Math.abs(Math.sin((angle * Math.PI) / 180));
  const cosine = Math.abs(Math.cos((angle * Math.PI) / 180));
  const along = width * sine + height * cosine;
  const across = width * cosine + height * sine;
  const place = { left: (width - across) / 2, top: (height - along) / 2, width: across, height: along };
  return (
    <Image
      source={source}
      resizeMode="stretch"
      fadeDuration={0}
      style={[styles.layer, place, { transform: [{ rotate: `${angle - 180}deg` }] }]}
    />
  );
}

//? LayerKind.progress
interface ProgressProps {
  film: Film;
  index: number;
  look: LaunchLook;
  color: (name: string) => string | undefined;
  width: number;
  height: number;
}

//? LayerKind.progress
function Progress({ film, index, look, color, width, height }: ProgressProps) {
  const thick = look.thickness ?? 4;
  const ink = color(look.color ?? '');
  const track = look.toColor ? color(look.toColor) : undefined;
  const round = { borderRadius: thick / 2, height: thick, position: 'absolute' as const };
  // What is laid out is rounded to whole pixels, which is seen once it grows; what is moved is not.
  const at = (x: number, y: number) => ({ left: 0, top: 0, transform: [{ translateX: x }, { translateY: y }] });
  if (look.form === 'bar') {
    const place = { ...at(0, (height - thick) / 2), width };
    const translateX = film.value(
      'bar',
      index,
      (it) => (it.progress > 0 ? Math.max(thick, width * it.progress) : 0) - width,
    );
    return (
      <View style={[round, styles.cut, place, { backgroundColor: track }]}>
        <Animated.View style={[round, { width, backgroundColor: ink, transform: [{ translateX }] }]} />
      </View>
    );
  }
  if (look.form === 'dots') {
    return [0, 1, 2, 3, 4].map((i) => {
      const place = { ...at(((width - thick) * i) / 4, (height - thick) / 2), width: thick };
      const scale = film.value(`dot ${i}`, index, (it) => Math.min(1, Math.max(0, it.progress * 5 - i)));
      return (
        <View key={i} style={[round, place, { backgroundColor: track }]}>
          <Animated.View style={[round, { width: thick, backgroundColor: ink, transform: [{ scale }] }]} />
        </View>
      );
    });
  }
  const side = Math.min(width, height);
  const ring = (borderColor: string | undefined) => ({
    width: side,
    height: side,
    borderRadius: side / 2,
    borderWidth: thick,
    borderColor,
  });
  // Two half rings, each turned out from behind the edge of its half.
  const half = (isRight: boolean) => {
    const rotate = film.degrees(
      `half ${isRight}`,
      index,
      (it) => 360 * Math.min(0.5, Math.max(0, it.progress - (isRight ? 0 : 0.5))) - 180,
    );
    const left = isRight ? side / 2 : 0;
    const own = { left, width: side / 2, height: side };
    const whole = { left: -left, width: side, height: side };
    return (
      <View style={[styles.cut, own]}>
        <Animated.View style={[styles.layer, whole, { transform: [{ rotate }] }]}>
          <View style={[styles.cut, own]}>
            <View style={[styles.layer, whole, ring(ink)]} />
          </View>
        </Animated.View>
      </View>
    );
  };
  return (
    <View style={[styles.layer, at((width - side) / 2, (height - side) / 2)]}>
      {track && <View style={[styles.layer, ring(track)]} />}
      {half(true)}
      {half(false)}
    </View>
  );
}

const styles = StyleSheet.create({
  fill: { flex: 1 },
  whole: { overflow: 'hidden' },
  layer: { position: 'absolute', left: 0, top: 0 },
  cut: { position: 'absolute', left: 0, top: 0, overflow: 'hidden' },
});
