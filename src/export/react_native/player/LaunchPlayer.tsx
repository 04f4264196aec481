// Part of your app: written by Scaena, yours without conditions (0BSD). It needs nothing but React Native itself. The next
// export replaces it for as long as you leave it unchanged.
import React, { useEffect, useMemo, useReducer, useRef } from 'react';
import type { ReactNode } from 'react';
import { AccessibilityInfo, Animated, Easing, Image, NativeModules, StyleSheet, useColorScheme, useWindowDimensions, View } from 'react-native';
import type { ImageSourcePropType } from 'react-native';

import { acrossOf, downOf, LaunchSchedule, LayerState, NEVER, placeOn } from './launchTiming';
import type { LaunchTiming, Layer, Outcome, Screen, StartKind } from './launchTiming';

/** How a layer is painted. Pictures: by day, by night. Sizes in dp. */
export interface LaunchLook {
  picture?: [ImageSourcePropType, ImageSourcePropType]; width?: number; height?: number; fillsBox?: boolean;
  color?: string; toColor?: string; angle?: number; gradient?: [ImageSourcePropType, ImageSourcePropType];
  form?: 'ring' | 'bar' | 'dots'; thickness?: number; frames?: [ImageSourcePropType, ImageSourcePropType][];
  /** Where the screen is wider than high: how much larger, or drawn how instead. */
  wideScale?: number; wide?: Partial<LaunchLook>;
}

/** Colours of the palette: by day, by night. */
export interface LaunchData { timing: LaunchTiming; looks: LaunchLook[]; palette: Record<string, [string, string]> }

/** What the system's bars cover at the screen's edges. */
export interface Insets { top?: number; right?: number; bottom?: number; left?: number }

const HORIZON = 8000; // ms that are handed to the animation engine at a time; a wait may last longer
const STEP = 1000 / 60;

/** Leads a launch: tells it what has loaded, and what became of it. Make it where your script begins. */
export class LaunchController {
  readonly finished: Promise<Outcome>;
  schedule: LaunchSchedule | null = null;
  isOver = false;
  private readonly began = Date.now();
  private readonly opened: number[];
  private openingEnd = -1;
  private calm = false;
  private resolve!: (outcome: Outcome) => void;
  private listeners = new Set<() => void>();

  /** `start`: `first` when your app has never run before; React Native knows no kinds of start by itself. */
  constructor(readonly data: LaunchData, readonly start: StartKind = 'cold') {
    this.opened = data.timing.gates.map(() => NEVER);
    this.finished = new Promise((resolve) => (this.resolve = resolve));
  }

  now(): number {
    return Date.now() - this.began;
  }

  /** Tells that what the gate stands for has loaded. An unknown name is an error in the calling code. */
  open(gate: string): void {
    const index = this.indexOf(gate);
    if (this.opened[index]! < NEVER || this.isOver) return;
    this.opened[index] = this.now();
    this.plan();
  }

  /** Opens the gate when the promise is kept; when it is broken the gate stays shut, and its time-out decides. */
  async openWhen<T>(gate: string, work: Promise<T>): Promise<T> {
    this.indexOf(gate);
    const value = await work;
    this.open(gate);
    return value;
  }

  /** Ends the sequence at once and shows the first screen. */
  dismiss(): void {
    if (this.isOver) return;
    this.isOver = true;
    this.resolve(this.schedule?.outcome ?? 'complete');
    this.tell();
  }

  /** The first own frame can be drawn: the opening is over. Called by LaunchSequence. */
  begin(calm: boolean): void {
    if (this.openingEnd >= 0) return;
    this.openingEnd = this.now();
    this.calm = calm;
    const usual: StartKind[] = ['first', 'cold', 'warm'];
    if (this.data.timing.beats.some((it) => (it.plays ?? usual).includes(this.start))) this.plan();
    else this.dismiss();
  }

  listen(listener: () => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  private indexOf(gate: string): number {
    const index = this.data.timing.gates.findIndex((it) => it.id === gate);
    if (index < 0) throw new Error(`There is no gate "${gate}"`);
    return index;
  }

  private plan(): void {
    if (this.openingEnd < 0) return;
    this.schedule = new LaunchSchedule(this.data.timing, this.start, this.calm, this.openingEnd, this.opened);
    this.tell();
  }

  private tell(): void {
    for (const listener of [...this.listeners]) listener();
  }
}

export interface LaunchSequenceProps {
  controller: LaunchController;
  /** Your first screen. */
  children: ReactNode;
  insets?: Insets;
  /** Read out to people who cannot see the launch, when it takes long. */
  announcement?: string;
}

/** Plays the launch over its children and gives way to them. */
export function LaunchSequence({ controller, children, insets = {}, announcement = 'Loading' }: LaunchSequenceProps) {
  const [version, renew] = useReducer((count: number) => count + 1, 0);
  const { width, height } = useWindowDimensions();
  const dark = useColorScheme() === 'dark';
  const { top = 0, right = 0, bottom = 0, left = 0 } = insets;

  useEffect(() => controller.listen(renew), [controller]);
  useEffect(() => {
    let mounted = true;
    AccessibilityInfo.isReduceMotionEnabled().then((calm) => {
      if (mounted) controller.begin(calm);
    });
    const late = setTimeout(() => {
      if (!controller.isOver) AccessibilityInfo.announceForAccessibility(announcement);
    }, 5000);
    return () => {
      mounted = false;
      clearTimeout(late);
    };
  }, [controller, announcement]);

  const schedule = controller.isOver ? null : controller.schedule;
  const film = useMemo(
    () => (schedule ? new Film(schedule, controller.now(), { width, height, top, right, bottom, left }) : null),
    [schedule, version, width, height, top, right, bottom, left],
  );
  useEffect(() => {
    if (!film || !schedule) return undefined;
    film.play();
    const rest = setTimeout(() => (film.to >= schedule.shown() ? controller.dismiss() : renew()), film.to - film.from);
    return () => {
      clearTimeout(rest);
      film.stop();
    };
  }, [film, schedule, controller]);

  const layers = controller.data.timing.layers;
  const content = layers.findIndex((it) => it.kind === 'firstScreen' && !it.shown);
  const moved = film && content >= 0 ? film.layer(content, width, height) : null;
  const waiting = !controller.isOver && !film ? { opacity: 0 } : null;
  return (
    <View style={styles.fill}>
      <Animated.View style={[styles.fill, waiting, moved]}>{children}</Animated.View>
      {film && (
        <View
          style={StyleSheet.absoluteFill} accessibilityElementsHidden importantForAccessibility="no-hide-descendants"
          onLayout={releaseNativePicture}
        >
          {layers.map((layer, index) =>
            layer.kind === 'firstScreen' || layer.kind === 'group' ? null : (
              <LayerView key={index} film={film} layer={layer} index={index} data={controller.data} dark={dark} />
            ),
          )}
        </View>
      )}
    </View>
  );
}

/** The native launch picture stays until the first frame of the sequence stands. */
function releaseNativePicture(): void {
  const hold = NativeModules.LaunchHold as { release?: () => void } | undefined;
  hold?.release?.();
}

type Values = (state: LayerState) => number;

/** What is seen from one moment on, handed to the animation engine as keyframes. */
class Film {
  readonly to: number;
  private readonly native = new Animated.Value(0);
  private readonly scripted = new Animated.Value(0);
  private readonly times: number[];

  constructor(readonly schedule: LaunchSchedule, readonly from: number, readonly screen: Screen) {
    this.to = Math.max(from + STEP, Math.min(schedule.shown(), from + HORIZON));
    this.times = [from, this.to];
    for (const it of schedule.moments()) if (it > from && it < this.to) this.times.push(it - 0.01, it);
    for (let t = from + STEP; t < this.to; t += STEP) this.times.push(t);
    this.times.sort((a, b) => a - b);
  }

  play(): void {
    const duration = this.to - this.from;
    for (const [clock, useNativeDriver] of [[this.native, true], [this.scripted, false]] as const) {
      Animated.timing(clock, { toValue: duration, duration, easing: Easing.linear, useNativeDriver, isInteraction: false }).start();
    }
  }

  stop(): void {
    this.native.stopAnimation();
    this.scripted.stopAnimation();
  }

  /** What is seen of the layer at a moment, with its groups. */
  seen(index: number, t: number): LayerState {
    const state = new LayerState();
    this.schedule.stateAt(index, t, this.screen, state);
    return state;
  }

  /** The layer's own state, without its groups. */
  own(index: number, t: number): LayerState {
    const state = new LayerState();
    this.schedule.own(index, t, this.screen, state);
    return state;
  }

  /** A value of the layer over time; a plain number where it stands still. */
  value(index: number, of: Values, options: { own?: boolean; scripted?: boolean } = {}): number | Animated.AnimatedInterpolation<number> {
    const read = (t: number) => of(options.own ? this.own(index, t) : this.seen(index, t));
    const { input, output } = this.keys(index, read);
    if (output.every((it) => it === output[0])) return output[0]!;
    return (options.scripted ? this.scripted : this.native).interpolate({ inputRange: input, outputRange: output });
  }

  degrees(index: number, of: Values): string | Animated.AnimatedInterpolation<string> {
    const { input, output } = this.keys(index, (t) => of(this.own(index, t)));
    if (output.every((it) => it === output[0])) return `${output[0]}deg`;
    return this.native.interpolate({ inputRange: input, outputRange: output.map((it) => `${it}deg`) });
  }

  private keys(index: number, read: (t: number) => number): { input: number[]; output: number[] } {
    const edges = new Set([this.from, this.to]);
    const times = this.times.filter((t) => edges.has(t) || this.schedule.movesBetween(index, t - STEP, t + STEP));
    const input: number[] = [];
    const output: number[] = [];
    for (const t of times) {
      const value = Math.round(read(t) * 10000) / 10000;
      const last = output.length - 1;
      if (last > 0 && output[last] === value && output[last - 1] === value) input[last] = t - this.from;
      else {
        input.push(t - this.from);
        output.push(value);
      }
    }
    return { input, output };
  }

  /** Style of a view of that size at the screen's corner, which shows the layer without its groups. */
  layer(index: number, width: number, height: number) {
    return {
      opacity: this.value(index, (it) => (it.visible ? it.opacity : 0)),
      transform: [
        { translateX: this.value(index, (it) => it.x - width / 2, { own: true }) },
        { translateY: this.value(index, (it) => it.y - height / 2, { own: true }) },
        { rotate: this.degrees(index, (it) => it.rotation) },
        { scaleX: this.value(index, (it) => it.scaleX, { own: true }) },
        { scaleY: this.value(index, (it) => it.scaleY, { own: true }) },
      ],
    };
  }

  /** Style of a view that covers the screen, which does to what is in it what the group does. */
  group(index: number) {
    const { width, height } = this.screen;
    const place = placeOn(this.schedule.timing.layers[index]!, this.screen);
    const rest = place ? { x: acrossOf(place, this.screen), y: downOf(place, this.screen) } : { x: width / 2, y: height / 2 };
    return {
      transform: [
        { translateX: this.value(index, (it) => it.x - width / 2, { own: true }) },
        { translateY: this.value(index, (it) => it.y - height / 2, { own: true }) },
        { rotate: this.degrees(index, (it) => it.rotation) },
        { scaleX: this.value(index, (it) => it.scaleX, { own: true }) },
        { scaleY: this.value(index, (it) => it.scaleY, { own: true }) },
        { translateX: width / 2 - rest.x },
        { translateY: height / 2 - rest.y },
      ],
    };
  }
}

interface LayerProps { film: Film; layer: Layer; index: number; data: LaunchData; dark: boolean }

const LayerView = React.memo(function LayerView({ film, layer, index, data, dark }: LayerProps) {
  const upright = data.looks[index]!;
  const turned = film.screen.width > film.screen.height;
  const look = turned ? { ...upright, ...upright.wide } : upright;
  const grown = turned ? look.wideScale ?? 1 : 1;
  const box = film.own(index, film.from);
  const fills = layer.kind === 'backdrop';
  const width = fills ? film.screen.width : look.width ? look.width * grown : box.width;
  const height = fills ? film.screen.height : look.height ? look.height * grown : box.height;
  let view = (
    <Animated.View style={[styles.layer, { width, height }, fills ? null : film.layer(index, width, height)]}>
      {fills ? (
        <Backdrop film={film} look={look} index={index} data={data} dark={dark} />
      ) : (
        <Reveal film={film} index={index} width={width} height={height}>
          <Content film={film} layer={layer} look={look} index={index} data={data} dark={dark} width={width} height={height} />
        </Reveal>
      )}
    </Animated.View>
  );
  for (let group = layer.parent ?? -1; group >= 0; group = data.timing.layers[group]!.parent ?? -1) {
    view = <Animated.View style={[StyleSheet.absoluteFill, film.group(group)]} pointerEvents="none">{view}</Animated.View>;
  }
  return view;
});

/** Uncovers what is in it by an opening circle or a wipe. */
function Reveal({ film, index, width, height, children }: { film: Film; index: number; width: number; height: number; children: ReactNode }) {
  const shape = film.schedule.revealOf(index);
  if (!shape) return <>{children}</>;
  if (shape.iris) {
    const x = width * shape.x;
    const y = height * shape.y;
    const far = Math.hypot(Math.max(x, width - x), Math.max(y, height - y));
    const along = (of: Values) => film.value(index, of, { own: true, scripted: true });
    const radius = (it: LayerState) => far * (it.revealShape ? it.reveal : 1);
    return (
      <Animated.View
        style={[styles.cut, {
          left: along((it) => x - radius(it)), top: along((it) => y - radius(it)), width: along((it) => 2 * radius(it)),
          height: along((it) => 2 * radius(it)), borderRadius: along(radius),
        }]}
      >
        <Animated.View style={[styles.layer, { width, height, left: along((it) => radius(it) - x), top: along((it) => radius(it) - y) }]}>
          {children}
        </Animated.View>
      </Animated.View>
    );
  }
  const shift = (length: number, direction: number, back: number) =>
    direction === 0 ? 0 : film.value(index, (it) => back * direction * length * (1 - it.reveal), { own: true });
  const moved = (back: number) => ({
    transform: [{ translateX: shift(width, shape.x, back) }, { translateY: shift(height, shape.y, back) }],
  });
  return (
    <Animated.View style={[styles.cut, { left: 0, top: 0, width, height }, moved(-1)]}>
      <Animated.View style={[styles.layer, { width, height }, moved(1)]}>{children}</Animated.View>
    </Animated.View>
  );
}

function Content({ film, layer, look, index, data, dark, width, height }: LayerProps & { look: LaunchLook; width: number; height: number }) {
  const night = dark ? 1 : 0;
  const size = { width, height };
  if (layer.kind === 'progress') return <Progress film={film} index={index} look={look} color={(name) => data.palette[name]?.[night]} {...size} />;
  if (look.frames) {
    const last = look.frames.length - 1;
    return (
      <>
        {look.frames.map((frame, at) => (
          <Animated.Image
            key={at} source={frame[night]} fadeDuration={0} resizeMode="contain"
            style={[styles.layer, size, { opacity: film.value(index, (it) => (Math.round(it.clip * last) === at ? 1 : 0)) }]}
          />
        ))}
      </>
    );
  }
  return look.picture ? <Image source={look.picture[night]} style={size} fadeDuration={0} resizeMode="contain" /> : null;
}

/** Covers the screen; shrinks to a header by moving a cut, so that the animation engine alone can do it. */
function Backdrop({ film, look, index, data, dark }: Omit<LayerProps, 'layer'> & { look: LaunchLook }) {
  const { width, height } = film.screen;
  const night = dark ? 1 : 0;
  const color = data.palette[look.color ?? '']?.[night];
  const missing = (it: LayerState) => height - it.height;
  const style = {
    opacity: film.value(index, (it) => (it.visible ? it.opacity : 0)),
    transform: [
      { translateX: film.value(index, (it) => it.x - width / 2, { own: true }) },
      { translateY: film.value(index, (it) => it.y + missing(it) / 2 - height / 2, { own: true }) },
      { rotate: film.degrees(index, (it) => it.rotation) },
      { scaleX: film.value(index, (it) => it.scaleX, { own: true }) },
      { scaleY: film.value(index, (it) => it.scaleY, { own: true }) },
    ],
  };
  const moved = (of: Values) => ({ transform: [{ translateY: film.value(index, of, { own: true }) }] });
  const shrunk = {
    transform: [
      { translateY: film.value(index, (it) => -missing(it) / 2, { own: true }) },
      { scaleY: film.value(index, (it) => it.height / height, { own: true }) },
    ],
  };
  return (
    <Animated.View style={[styles.layer, { width, height }, style]}>
      <Reveal film={film} index={index} width={width} height={height}>
        <Animated.View style={[styles.cut, { left: 0, top: 0, width, height, backgroundColor: color }, shrunk]}>
          {look.gradient && <Gradient source={look.gradient[night]} angle={look.angle ?? 180} width={width} height={height} />}
        </Animated.View>
        {look.picture && (
          <Animated.View style={[styles.cut, { left: 0, top: 0, width, height }, moved((it) => -missing(it))]}>
            <Animated.Image
              source={look.picture[night]} resizeMode={look.fillsBox ? 'cover' : 'contain'} fadeDuration={0}
              style={[styles.layer, { width, height }, moved((it) => missing(it) / 2)]}
            />
          </Animated.View>
        )}
      </Reveal>
    </Animated.View>
  );
}

/** A strip of the gradient's colours, stretched and turned so that the corners get the pure end colours, as in CSS. */
function Gradient({ source, angle, width, height }: { source: ImageSourcePropType; angle: number; width: number; height: number }) {
  const sine = Math.abs(Math.sin((angle * Math.PI) / 180));
  const cosine = Math.abs(Math.cos((angle * Math.PI) / 180));
  const along = width * sine + height * cosine;
  const across = width * cosine + height * sine;
  const place = { left: (width - across) / 2, top: (height - along) / 2, width: across, height: along };
  return <Image source={source} resizeMode="stretch" fadeDuration={0} style={[styles.layer, place, { transform: [{ rotate: `${angle - 180}deg` }] }]} />;
}

interface ProgressProps { film: Film; index: number; look: LaunchLook; color: (name: string) => string | undefined; width: number; height: number }

function Progress({ film, index, look, color, width, height }: ProgressProps) {
  const thick = look.thickness ?? 4;
  const ink = color(look.color ?? '');
  const track = look.toColor ? color(look.toColor) : undefined;
  const round = { borderRadius: thick / 2, height: thick, position: 'absolute' as const };
  if (look.form === 'bar') {
    const shown = film.value(index, (it) => (it.progress > 0 ? Math.max(thick, width * it.progress) : 0), { scripted: true });
    const top = (height - thick) / 2;
    return (
      <>
        {track && <View style={[round, { top, width, backgroundColor: track }]} />}
        <Animated.View style={[round, { top, width: shown, backgroundColor: ink }]} />
      </>
    );
  }
  if (look.form === 'dots') {
    return (
      <>
        {[0, 1, 2, 3, 4].map((i) => {
          const place = { left: ((width - thick) * i) / 4, top: (height - thick) / 2, width: thick };
          const scale = film.value(index, (it) => Math.min(1, Math.max(0, it.progress * 5 - i)));
          return (
            <React.Fragment key={i}>
              {track && <View style={[round, place, { backgroundColor: track }]} />}
              <Animated.View style={[round, place, { backgroundColor: ink, transform: [{ scale }] }]} />
            </React.Fragment>
          );
        })}
      </>
    );
  }
  const side = Math.min(width, height);
  const ring = (borderColor: string | undefined) => ({ width: side, height: side, borderRadius: side / 2, borderWidth: thick, borderColor });
  // Two half rings, each turned out from behind the edge of its half.
  const half = (right: boolean) => (
    <View style={[styles.cut, { left: right ? side / 2 : 0, top: 0, width: side / 2, height: side }]}>
      <Animated.View
        style={[styles.layer, { left: right ? -side / 2 : 0, width: side, height: side, transform: [{
          rotate: film.degrees(index, (it) => 360 * Math.min(0.5, Math.max(0, it.progress - (right ? 0 : 0.5))) - 180) }] }]}
      >
        <View style={[styles.cut, { left: right ? side / 2 : 0, top: 0, width: side / 2, height: side }]}>
          <View style={[styles.layer, { left: right ? -side / 2 : 0 }, ring(ink)]} />
        </View>
      </Animated.View>
    </View>
  );
  return (
    <View style={{ position: 'absolute', left: (width - side) / 2, top: (height - side) / 2 }}>
      {track && <View style={[styles.layer, ring(track)]} />}
      {half(true)}
      {half(false)}
    </View>
  );
}

const styles = StyleSheet.create({
  fill: { flex: 1 },
  layer: { position: 'absolute', left: 0, top: 0 },
  cut: { position: 'absolute', overflow: 'hidden' },
});
