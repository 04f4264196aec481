// Part of your app: written by Scaena, yours without conditions (0BSD). It knows nothing of the screen, so that
// it can be tested anywhere. The next export replaces it for as long as you leave it unchanged.
import 'dart:math';

/// A time that is not reached. All times are whole milliseconds after the start of the launch.
const int launchNever = 1000000000;

enum LaunchBeatKind { opening, play, hold, wait, handOff }
enum LaunchYield { never, afterCues, atOnce } //? Beat.yields
enum LaunchGateStart { process, firstFrame, beat } //? GateStart.firstFrame|GateStart.beat
enum LaunchAnchor { beatStart, beatEnd, withCue, afterCue } //? Anchor.beatEnd|Anchor.withCue|Anchor.afterCue
enum LaunchRepeatEnd { cut, finish, settle } //? RepeatEnd.settle|RepeatEnd.finish
enum LaunchLayerKind { backdrop, art, firstScreen, progress, clip, group }
enum LaunchShown { always, offline, message }
enum LaunchProperty { opacity, x, y, scale, scaleX, scaleY, rotation, flip, reveal, draw, travel, panel, clip }

/// How it ends: everything was there, or a time-out let it go on, took the offline way, left a message; interrupted: it
/// was dismissed, skipped or destroyed before that was decided.
enum LaunchOutcome { complete, wentOn, offline, message, interrupted }

/// How it began: never before, in a new process, in one that was there, with all in memory, re-created.
enum LaunchStartKind { first, cold, warm, hot, recreated }

/// Progress in, progress out: a cubic curve, steps, straight pieces (position, value, position, value …), a ball that
/// falls and bounces, or a spring (`swing`: radians over the whole; `decay`: powers of e).
class LaunchEasing {
  const LaunchEasing({
    this.x1 = 0.0,
    this.y1 = 0.0,
    this.x2 = 1.0,
    this.y2 = 1.0,
    this.steps = 0, //? Easing.steps
    this.atStart = false, //? Easing.atStart
    this.jumps = 1, //? Easing.jumps|Easing.steps
    this.stops = const [], //? Easing.stops
    this.bounces = 0, //? Easing.bounces
    this.restitution = 0.0, //? Easing.restitution|Easing.bounces
    this.swing = 0.0, //? Easing.swing
    this.decay = 0.0, //? Easing.decay|Easing.swing
  });

  final double x1;
  final double y1;
  final double x2;
  final double y2;
  final int steps; //? Easing.steps
  final bool atStart; //? Easing.atStart
  final int jumps; //? Easing.jumps|Easing.steps
  final List<double> stops; //? Easing.stops
  final int bounces; //? Easing.bounces
  final double restitution; //? Easing.restitution|Easing.bounces
  final double swing; //? Easing.swing
  final double decay; //? Easing.decay|Easing.swing
}

/// A value at a part of a cue; `onTop` of what was there when the cue began. No easing: straight on to the next.
class LaunchKey {
  const LaunchKey({
    required this.at,
    required this.value,
    this.onTop = false, //? Key.onTop
    this.easing, //? Key.easing
  });

  final double at;
  final double value;
  final bool onTop; //? Key.onTop
  final LaunchEasing? easing; //? Key.easing
}

class LaunchTrack {
  const LaunchTrack({
    required this.property,
    required this.keys,
  });

  final LaunchProperty property;
  final List<LaunchKey> keys;
}

/// An opening circle (`iris`, centre in fractions of the box) or a wipe (direction as a unit vector). //? Property.reveal
class LaunchRevealShape { //? Property.reveal
  const LaunchRevealShape({ //? Property.reveal
    this.iris = false, //? Property.reveal
    required this.x, //? Property.reveal
    required this.y, //? Property.reveal
  }); //? Property.reveal
//? Property.reveal
  final bool iris; //? Property.reveal
  final double x; //? Property.reveal
  final double y; //? Property.reveal
} //? Property.reveal

class LaunchBeat {
  const LaunchBeat({
    required this.kind,
    this.length = -1,
    this.gates = const [], //? Beat.gates
    this.atLeast = 0,
    this.atMost = launchNever,
    this.onTimeOut = LaunchOutcome.wentOn,
    this.yields = LaunchYield.never, //? Beat.yields
    this.blend = 120, //? Beat.blend|Beat.yields
    this.plays = const [LaunchStartKind.first, LaunchStartKind.cold, LaunchStartKind.warm],
  });

  final LaunchBeatKind kind;
  final int length;
  final List<int> gates; //? Beat.gates
  final int atLeast;
  final int atMost;
  final LaunchOutcome onTimeOut;
  final LaunchYield yields; //? Beat.yields
  final int blend; //? Beat.blend|Beat.yields
  final List<LaunchStartKind> plays;
}

class LaunchGateTiming {
  const LaunchGateTiming({
    required this.id,
    this.start = LaunchGateStart.process, //? GateTiming.start|GateStart.firstFrame|GateStart.beat
    this.beat = 0, //? GateTiming.beat|GateStart.beat
    this.needs = const [], //? GateTiming.needs
    this.timeOut = launchNever, //? GateTiming.timeOut
    this.onTimeOut = LaunchOutcome.wentOn,
    this.optional = false, //? GateTiming.optional
    this.typical = 500, //? GateTiming.typical
  });

  final String id;
  final LaunchGateStart start; //? GateTiming.start|GateStart.firstFrame|GateStart.beat
  final int beat; //? GateTiming.beat|GateStart.beat
  final List<int> needs; //? GateTiming.needs
  final int timeOut; //? GateTiming.timeOut
  final LaunchOutcome onTimeOut;
  final bool optional; //? GateTiming.optional
  final int typical; //? GateTiming.typical
}

/// What one layer does for a while. `calm`: what it does instead where people ask for less motion.
class LaunchCue {
  const LaunchCue({
    required this.layer,
    required this.beat,
    required this.length,
    required this.moves,
    this.calm, //? Cue.calm
    this.anchor = LaunchAnchor.beatStart, //? Cue.anchor|Anchor.beatEnd|Anchor.withCue|Anchor.afterCue
    this.other = -1, //? Cue.other|Anchor.withCue|Anchor.afterCue
    this.offset = 0,
    this.times = 1,
    this.whileWaiting = false, //? Cue.whileWaiting
    this.alternate = false, //? Cue.alternate
    this.end = LaunchRepeatEnd.cut, //? Cue.end|RepeatEnd.settle|RepeatEnd.finish
    this.settle = 0, //? Cue.settle|RepeatEnd.settle
    this.adds = false, //? Cue.adds
    this.dropped = false, //? Cue.dropped
    this.bySystem = false, //? Cue.bySystem
    this.reveal, //? Cue.reveal|Property.reveal
    this.fillFrom = 0.6, //? Cue.fillFrom|Property.draw
  });

  final int layer;
  final int beat;
  final int length;
  final List<LaunchTrack> moves;
  final List<LaunchTrack>? calm; //? Cue.calm
  final LaunchAnchor anchor; //? Cue.anchor|Anchor.beatEnd|Anchor.withCue|Anchor.afterCue
  final int other; //? Cue.other|Anchor.withCue|Anchor.afterCue
  final int offset;
  final int times;
  final bool whileWaiting; //? Cue.whileWaiting
  final bool alternate; //? Cue.alternate
  final LaunchRepeatEnd end; //? Cue.end|RepeatEnd.settle|RepeatEnd.finish
  final int settle; //? Cue.settle|RepeatEnd.settle
  final bool adds; //? Cue.adds
  final bool dropped; //? Cue.dropped
  final bool bySystem; //? Cue.bySystem
  final LaunchRevealShape? reveal; //? Cue.reveal|Property.reveal
  final double fillFrom; //? Cue.fillFrom|Property.draw
}

/// A layer's centre lies `x`, `y` from the point `across`, `down` (fractions) of the screen.
class LaunchPlace {
  const LaunchPlace({
    this.across = 0.5,
    this.down = 0.5,
    this.x = 0.0,
    this.y = 0.0,
    required this.width,
    required this.height,
    this.turn = 0.0, //? Place.turn
    this.safe = false, //? Place.safe
  });

  final double across;
  final double down;
  final double x;
  final double y;
  final double width;
  final double height;
  final double turn; //? Place.turn
  final bool safe; //? Place.safe
}

/// No place: the whole screen. `parent`: its group. `gates`: what progress shows; none: all that are needed.
class LaunchLayer {
  const LaunchLayer({
    required this.kind,
    this.place,
    this.landscape,
    this.destination, //? Layer.destination|Property.travel
    this.panelHeight = 0.0, //? Layer.panelHeight|Property.panel
    this.shown = LaunchShown.always, //? Layer.shown
    this.pivotX = 0.5, //? Layer.pivotX|Layer.pivotY
    this.pivotY = 0.5, //? Layer.pivotY|Layer.pivotX
    this.parent = -1, //? Layer.parent
    this.gates = const [], //? Layer.gates
    this.frames = 0, //? Layer.frames|LayerKind.clip
  });

  final LaunchLayerKind kind;
  final LaunchPlace? place;
  final LaunchPlace? landscape;
  final LaunchPlace? destination; //? Layer.destination|Property.travel
  final double panelHeight; //? Layer.panelHeight|Property.panel
  final LaunchShown shown; //? Layer.shown
  final double pivotX; //? Layer.pivotX|Layer.pivotY
  final double pivotY; //? Layer.pivotY|Layer.pivotX
  final int parent; //? Layer.parent
  final List<int> gates; //? Layer.gates
  final int frames; //? Layer.frames|LayerKind.clip
}

/// The launch sequence as data. Cues stand in an order in which each comes after the one it hangs on; `cueOrder`
/// tells which comes first for a property, and which of two that start together wins.
class LaunchTiming {
  const LaunchTiming({
    required this.beats,
    required this.gates,
    required this.gateOrder,
    required this.layers,
    required this.cues,
    required this.cueOrder,
  });

  final List<LaunchBeat> beats;
  final List<LaunchGateTiming> gates;
  final List<int> gateOrder;
  final List<LaunchLayer> layers;
  final List<LaunchCue> cues;
  final List<int> cueOrder;
}

/// The screen, and what the system's bars cover at its edges.
class LaunchScreen {
  const LaunchScreen({
    required this.width,
    required this.height,
    this.left = 0.0, //? Place.safe
    this.top = 0.0, //? Place.safe
    this.right = 0.0, //? Place.safe
    this.bottom = 0.0, //? Place.safe
  });

  final double width;
  final double height;
  final double left; //? Place.safe
  final double top; //? Place.safe
  final double right; //? Place.safe
  final double bottom; //? Place.safe
}

/// What is seen of a layer at one moment; the centre counts from the screen's upper left corner.
class LaunchLayerState {
  bool visible = false;
  double opacity = 1.0;
  double x = 0.0;
  double y = 0.0;
  double width = 0.0;
  double height = 0.0;
  double scaleX = 1.0;
  double scaleY = 1.0;
  double rotation = 0.0;
  double reveal = 1.0; //? Property.reveal
  LaunchRevealShape? revealShape; //? Property.reveal
  double draw = 1.0; //? Property.draw
  double fillFrom = 0.6; //? Property.draw
  double progress = 0.0; //? LayerKind.progress
  double clip = 0.0; //? LayerKind.clip
  /// Its groups' doing, x' = a x + c y + e, y' = b x + d y + f, applied last. //? Layer.parent
  List<double> outer = [1.0, 0.0, 0.0, 1.0, 0.0, 0.0]; //? Layer.parent
}

double _within(double value) => min(1.0, max(0.0, value));

int _plus(int time, int more) => time >= launchNever || more >= launchNever ? launchNever : time + more;

int _rank(LaunchOutcome outcome) { //? BeatKind.wait Beat.atMost|GateTiming.timeOut
  if (outcome == LaunchOutcome.message) return 3; //? BeatKind.wait Beat.atMost|GateTiming.timeOut Outcome.message
  if (outcome == LaunchOutcome.offline) return 2; //? BeatKind.wait Beat.atMost|GateTiming.timeOut Outcome.offline
  return outcome == LaunchOutcome.wentOn ? 1 : 0; //? BeatKind.wait Beat.atMost|GateTiming.timeOut
} //? BeatKind.wait Beat.atMost|GateTiming.timeOut

/// What a property is where nothing says anything else.
double _neutral(LaunchProperty property) {
  if (property == LaunchProperty.opacity || property == LaunchProperty.scale) return 1.0;
  if (property == LaunchProperty.scaleX) return 1.0; //? Property.scaleX
  if (property == LaunchProperty.scaleY) return 1.0; //? Property.scaleY
  if (property == LaunchProperty.reveal) return 1.0; //? Property.reveal
  if (property == LaunchProperty.draw) return 1.0; //? Property.draw
  return 0.0;
}

double _onTopOf(double found, LaunchProperty property, double value) { //? Key.onTop
  if (property == LaunchProperty.opacity || property == LaunchProperty.scale) return found * value; //? Key.onTop
  if (property == LaunchProperty.scaleX) return found * value; //? Key.onTop Property.scaleX
  if (property == LaunchProperty.scaleY) return found * value; //? Key.onTop Property.scaleY
  return found + value; //? Key.onTop
} //? Key.onTop

double _cubic(double a, double b, double s) { //? Key.easing
  final double r = 1.0 - s; //? Key.easing
  return 3.0 * r * r * s * a + 3.0 * r * s * s * b + s * s * s; //? Key.easing
} //? Key.easing

double _eased(LaunchEasing easing, double x) { //? Key.easing
  if (easing.steps > 0) { //? Key.easing Easing.steps
    double step = (_within(x) * easing.steps.toDouble() + 1e-12).floorToDouble(); //? Key.easing Easing.steps
    if (easing.atStart) { //? Key.easing Easing.steps Easing.atStart
      step += 1.0; //? Key.easing Easing.steps Easing.atStart
    } //? Key.easing Easing.steps Easing.atStart
    return _within(step / easing.jumps.toDouble()); //? Key.easing Easing.steps
  } //? Key.easing Easing.steps
  if (easing.stops.length > 0) return _onStops(easing.stops, x); //? Key.easing Easing.stops
  if (x <= 0.0 || x >= 1.0) return _within(x); //? Key.easing
  if (easing.bounces > 0) return _bounced(easing, x); //? Key.easing Easing.bounces
  if (easing.swing > 0.0) return 1.0 - _swung(easing, x) + _swung(easing, 1.0) * x; //? Key.easing Easing.swing
  double low = 0.0; //? Key.easing
  double high = 1.0; //? Key.easing
  double s = x; //? Key.easing
  for (int i = 0; i < 40; i++) { //? Key.easing
    final double off = _cubic(easing.x1, easing.x2, s) - x; //? Key.easing
    if (off.abs() < 1e-8) break; //? Key.easing
    if (off < 0.0) { //? Key.easing
      low = s; //? Key.easing
    } else { //? Key.easing
      high = s; //? Key.easing
    } //? Key.easing
    s = (low + high) / 2.0; //? Key.easing
  } //? Key.easing
  return _cubic(easing.y1, easing.y2, s); //? Key.easing
} //? Key.easing

/// Each bounce keeps a part of the speed; the distance grows with the square of the time. //? Easing.bounces
double _bounced(LaunchEasing easing, double x) { //? Easing.bounces
  double speed = 1.0; //? Easing.bounces
  double total = 1.0; //? Easing.bounces
  for (int i = 0; i < easing.bounces; i++) { //? Easing.bounces
    speed *= easing.restitution; //? Easing.bounces
    total += 2.0 * speed; //? Easing.bounces
  } //? Easing.bounces
  double t = x * total; //? Easing.bounces
  speed = 1.0; //? Easing.bounces
  while (t > speed) { //? Easing.bounces
    t -= speed; //? Easing.bounces
    speed *= easing.restitution; //? Easing.bounces
    t -= speed; //? Easing.bounces
  } //? Easing.bounces
  return 1.0 - speed * speed + t * t; //? Easing.bounces
} //? Easing.bounces

/// How far a spring is from its rest. //? Easing.swing
double _swung(LaunchEasing easing, double x) { //? Easing.swing
  final double swing = easing.swing; //? Easing.swing
  final double decay = easing.decay; //? Easing.swing
  return exp(0.0 - decay * x) * (cos(swing * x) + decay / swing * sin(swing * x)); //? Easing.swing
} //? Easing.swing

double _onStops(List<double> stops, double x) { //? Easing.stops
  if (x <= stops[0]) return stops[1]; //? Easing.stops
  int i = 2; //? Easing.stops
  while (i < stops.length && stops[i] <= x) { //? Easing.stops
    i += 2; //? Easing.stops
  } //? Easing.stops
  if (i >= stops.length) return stops[stops.length - 1]; //? Easing.stops
  final double part = (x - stops[i - 2]) / (stops[i] - stops[i - 2]); //? Easing.stops
  return stops[i - 1] + (stops[i + 1] - stops[i - 1]) * part; //? Easing.stops
} //? Easing.stops

/// When a cue plays in this launch. `blends`: from what is there to its end; `skips`: is at its end at once.
class _CuePlan {
  _CuePlan(this.cue) {
  }

  final LaunchCue cue;
  int length = 1;
  int start = launchNever;
  int stop = launchNever;
  int settle = 0; //? Opening.cues|Beat.yields|RepeatEnd.settle
  bool blends = false; //? Beat.yields
  bool skips = false; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
  bool never = false; //? Beat.plays|Cue.dropped|Cue.bySystem
  bool hangs = false; //? Cue.hangs

  void put(int from, int to, bool isSkipped) {
    start = from;
    stop = to;
    skips = isSkipped; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    settle = 0; //? Opening.cues|Beat.yields|RepeatEnd.settle
    blends = false; //? Beat.yields
  }
}

/// A track of a cue with absolute times and values.
class _Segment {
  _Segment(this.plan, this.track, double found) {
    final List<LaunchKey> keys = track.keys;
    length = plan.length;
    at = List<double>.filled(keys.length, 0.0);
    values = List<double>.filled(keys.length, 0.0);
    for (int i = 0; i < keys.length; i++) {
      at[i] = keys[i].at;
      values[i] = keys[i].value;
      if (keys[i].onTop) { //? Key.onTop
        values[i] = _onTopOf(found, track.property, keys[i].value); //? Key.onTop
      } //? Key.onTop
    }
    rest = values[keys.length - 1];
    bool even = plan.cue.times % 2 == 0; //? Cue.alternate
    if (plan.cue.whileWaiting) { //? Cue.alternate Cue.whileWaiting
      even = true; //? Cue.alternate Cue.whileWaiting
    } //? Cue.alternate Cue.whileWaiting
    if (plan.cue.alternate && even) { //? Cue.alternate
      rest = values[0]; //? Cue.alternate
    } //? Cue.alternate
    if (plan.skips) { //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
      length = plan.stop - plan.start; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
      values[0] = rest; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
      if (plan.blends) { //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting Beat.yields
        values[0] = found; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting Beat.yields
      } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting Beat.yields
    } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
  }

  final _CuePlan plan;
  final LaunchTrack track;
  late List<double> at;
  late List<double> values;
  late double rest;
  late int length;

  int restTime() {
    if (plan.settle > 0) return _plus(plan.stop, plan.settle); //? Opening.cues|Beat.yields|RepeatEnd.settle
    return plan.stop;
  }
//? player.edges
  /// When its keys come, in each round it plays before `until`. //? player.edges
  List<double> keyTimes(double until) { //? player.edges
    final List<double> edges = []; //? player.edges
    edges.add(plan.start.toDouble()); //? player.edges
    edges.add(plan.stop.toDouble()); //? player.edges
    edges.add(restTime().toDouble()); //? player.edges
    final double stop = min(until, 1.0 * plan.stop.toDouble()); //? player.edges
    double round = 1.0 * plan.start.toDouble(); //? player.edges
    while (round < stop && length > 0) { //? player.edges
      for (final double it in at) { //? player.edges
        edges.add(round + it * length.toDouble()); //? player.edges
      } //? player.edges
      round += length.toDouble(); //? player.edges
    } //? player.edges
    return edges; //? player.edges
  } //? player.edges

  double valueAt(double t) {
    final int stop = plan.stop;
    if (plan.skips) return _skipped(t - plan.start.toDouble()); //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    final int rests = plan.settle; //? Opening.cues|Beat.yields|RepeatEnd.settle
    if (rests > 0 && t >= stop.toDouble()) { //? Opening.cues|Beat.yields|RepeatEnd.settle
      final double from = _during((stop - plan.start).toDouble()); //? Opening.cues|Beat.yields|RepeatEnd.settle
      return from + (rest - from) * _within((t - stop.toDouble()) / rests.toDouble()); //? Opening.cues|Beat.yields|RepeatEnd.settle
    } //? Opening.cues|Beat.yields|RepeatEnd.settle
    return _during(min(t, stop.toDouble()) - plan.start.toDouble());
  }
//? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
  /// From what was there straight to its end. //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
  double _skipped(double local) { //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    if (length <= 0) return rest; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    return values[0] + (rest - values[0]) * _within(local / length.toDouble()); //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
  } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting

  double _during(double local) {
    if (length <= 0) return values[values.length - 1];
    double part = _within(local / length.toDouble());
    if (local >= length.toDouble()) { //? Cue.times|Cue.whileWaiting
      part = _inRound(local / length.toDouble()); //? Cue.times|Cue.whileWaiting
    } //? Cue.times|Cue.whileWaiting
    int i = 1;
    while (i < at.length - 1 && at[i] <= part) {
      i++;
    }
    final double width = at[i] - at[i - 1];
    double between = width > 0.0 ? _within((part - at[i - 1]) / width) : 1.0;
    final LaunchEasing? easing = track.keys[i - 1].easing; //? Key.easing
    if (easing != null) { //? Key.easing
      between = _eased(easing, between); //? Key.easing
    } //? Key.easing
    return values[i - 1] + (values[i] - values[i - 1]) * between;
  }
//? Cue.times|Cue.whileWaiting
  /// Which part of its round is played after so many of them; the last one stays at its end. //? Cue.times|Cue.whileWaiting
  double _inRound(double rounds) { //? Cue.times|Cue.whileWaiting
    double round = rounds.floorToDouble(); //? Cue.times|Cue.whileWaiting
    double part = rounds - round; //? Cue.times|Cue.whileWaiting
    if (part == 0.0 && rounds * length.toDouble() >= (plan.stop - plan.start).toDouble()) { //? Cue.times|Cue.whileWaiting
      round -= 1.0; //? Cue.times|Cue.whileWaiting
      part = 1.0; //? Cue.times|Cue.whileWaiting
    } //? Cue.times|Cue.whileWaiting
    if (round % 2.0 == 1.0 && plan.cue.alternate) { //? Cue.times|Cue.whileWaiting Cue.alternate
      part = 1.0 - part; //? Cue.times|Cue.whileWaiting Cue.alternate
    } //? Cue.times|Cue.whileWaiting Cue.alternate
    return part; //? Cue.times|Cue.whileWaiting
  } //? Cue.times|Cue.whileWaiting
}

/// One property of one layer over the whole launch.
class _Timeline {
  _Timeline(this.property, this.initial) {
  }

  final LaunchProperty property;
  final double initial;
  final List<_Segment> segments = [];
  final List<_Segment> added = []; //? Cue.adds

  /// What it is by the cue that began last, without what others add.
  double valueAt(double t) {
    final int i = _ruling(t);
    return i < 0 ? initial : segments[i].valueAt(t);
  }
//? Property.reveal|Property.draw
  /// The cue that rules at a moment, or the first to come. //? Property.reveal|Property.draw
  LaunchCue? cueAt(double t) { //? Property.reveal|Property.draw
    final int i = max(0, _ruling(t)); //? Property.reveal|Property.draw
    return i < segments.length ? segments[i].plan.cue : null; //? Property.reveal|Property.draw
  } //? Property.reveal|Property.draw

  int _ruling(double t) {
    int i = segments.length - 1;
    while (i >= 0 && segments[i].plan.start.toDouble() > t) {
      i--;
    }
    return i;
  }
}

/// What moves of one layer.
class _Lane {
  List<_Timeline> lines = [];
}

/// The launch with absolute times, for what is known of the gates so far. It never depends on what a gate will do
/// later, so it can be made anew whenever a gate opens without anything on the screen jumping. `openingEnd`: when the
/// app's first own frame was drawn. `opened`: for each gate when the app opened it, or NEVER. `messageAt`, `retriedAt`:
/// when a message stood first and when its time-outs began to count anew; what was over before stays as it was.
class LaunchSchedule {
  LaunchSchedule(
    this.timing,
    this.start,
    this.reducedMotion,
    this.systemMoves, //? player.system
    this.pace, //? player.pace
    this.messageAt, //? player.retry
    this.retriedAt, //? player.retry
    this.openingEnd,
    this.opened,
  ) {
    beatStart = List<int>.filled(timing.beats.length, 0);
    beatEnd = List<int>.filled(timing.beats.length, 0);
    gateStart = List<int>.filled(timing.gates.length, launchNever); //? LayerKind.progress
    gateOpen = List<int>.filled(timing.gates.length, launchNever);
    decidedAt = openingEnd;
    _gateTimedOut = List<bool>.filled(timing.gates.length, false); //? GateTiming.timeOut
    for (final LaunchCue it in timing.cues) {
      _plans.add(_CuePlan(it));
    }
    for (final _CuePlan it in _plans) { //? Cue.hangs
      it.hangs = _waitsForEnd(it.cue); //? Cue.hangs
    } //? Cue.hangs
    for (int i = 0; i < timing.layers.length; i++) {
      _lanes.add(_Lane());
    }
    _runBeats();
    _beginLines();
    _fillLines();
  }

  final LaunchTiming timing;
  final LaunchStartKind start;
  final bool reducedMotion;
  final bool systemMoves; //? player.system
  final double pace; //? player.pace
  final int messageAt; //? player.retry
  final int retriedAt; //? player.retry
  final int openingEnd;
  final List<int> opened;
  late final List<int> beatStart;
  late final List<int> beatEnd;
  LaunchOutcome outcome = LaunchOutcome.complete;
  int outcomeAt = launchNever;
  /// When the outcome is settled: with the last wait, or with the first frame. NEVER: it is not yet known.
  late int decidedAt;
  final List<_CuePlan> _plans = [];
  late final List<int> gateStart; //? LayerKind.progress
  late final List<int> gateOpen;
  late final List<bool> _gateTimedOut; //? GateTiming.timeOut
  final List<_Lane> _lanes = [];
  final List<_Segment> _all = []; //? player.stillness
  final LaunchLayerState _groupState = LaunchLayerState(); //? Layer.parent
  int _reached = 0; //? GateStart.beat

  /// When the first screen can be used, or NEVER as far as is known.
  int shown() => outcome == LaunchOutcome.message ? launchNever : beatEnd[beatEnd.length - 1];
//? player.stillness
  /// From `t` on nothing moves before the time given; `t` itself if something does. //? player.stillness
  double stillUntil(double t) { //? player.stillness
    double until = 1.0 * launchNever.toDouble(); //? player.stillness
    for (final _Segment it in _all) { //? player.stillness
      if (it.restTime().toDouble() <= t) continue; //? player.stillness
      if (it.plan.start.toDouble() <= t) return t; //? player.stillness
      until = min(until, it.plan.start.toDouble()); //? player.stillness
    } //? player.stillness
    for (final LaunchLayer layer in timing.layers) { //? player.stillness LayerKind.progress
      if (layer.kind == LaunchLayerKind.progress && _loaded(layer, t) < 1.0) return t; //? player.stillness LayerKind.progress
    } //? player.stillness LayerKind.progress
    for (final int it in beatEnd) { //? player.stillness
      if (it.toDouble() > t) { //? player.stillness
        until = min(until, it.toDouble()); //? player.stillness
      } //? player.stillness
    } //? player.stillness
    return until; //? player.stillness
  } //? player.stillness
//? player.edges
  /// When the keys of a property come, up to `until`; between them it runs along one curve. In no order. //? player.edges
  List<double> edgesOf(int layer, LaunchProperty property, double until) { //? player.edges
    final List<double> edges = []; //? player.edges
    final _Timeline? line = _timeline(layer, property); //? player.edges
    if (line == null) return edges; //? player.edges
    for (final _Segment segment in line.segments) { //? player.edges
      for (final double it in segment.keyTimes(until)) { //? player.edges
        edges.add(it); //? player.edges
      } //? player.edges
    } //? player.edges
    for (final _Segment segment in line.added) { //? player.edges Cue.adds
      for (final double it in segment.keyTimes(until)) { //? player.edges Cue.adds
        edges.add(it); //? player.edges Cue.adds
      } //? player.edges Cue.adds
    } //? player.edges Cue.adds
    return edges; //? player.edges
  } //? player.edges
//? Property.reveal player.shapes
  /// The shape by which the layer is uncovered, if some cue does that. //? Property.reveal player.shapes
  LaunchRevealShape? revealOf(int layerIndex) { //? Property.reveal player.shapes
    final _Timeline? line = _timeline(layerIndex, LaunchProperty.reveal); //? Property.reveal player.shapes
    if (line == null) return null; //? Property.reveal player.shapes
    for (final _Segment it in line.segments) { //? Property.reveal player.shapes
      final LaunchRevealShape? shape = it.plan.cue.reveal; //? Property.reveal player.shapes
      if (shape != null) return shape; //? Property.reveal player.shapes
    } //? Property.reveal player.shapes
    return null; //? Property.reveal player.shapes
  } //? Property.reveal player.shapes
//? Cue.hangs
  bool _waitsForEnd(LaunchCue cue) { //? Cue.hangs
    if (cue.anchor == LaunchAnchor.beatEnd) return true; //? Cue.hangs Anchor.beatEnd
    if (cue.other >= 0) { //? Cue.hangs Anchor.withCue|Anchor.afterCue
      final _CuePlan other = _plans[cue.other]; //? Cue.hangs Anchor.withCue|Anchor.afterCue
      if (other.cue.beat != cue.beat) return false; //? Cue.hangs Anchor.withCue|Anchor.afterCue
      if (other.hangs) return true; //? Cue.hangs Anchor.withCue|Anchor.afterCue
      if (cue.anchor == LaunchAnchor.afterCue && other.cue.whileWaiting) return true; //? Cue.hangs Anchor.withCue|Anchor.afterCue Cue.whileWaiting Anchor.afterCue
    } //? Cue.hangs Anchor.withCue|Anchor.afterCue
    return false; //? Cue.hangs
  } //? Cue.hangs
//? Beat.plays
  bool _plays(LaunchBeat beat) => beat.plays.contains(start); //? Beat.plays

  /// Lengths of the show at the pace the system asks for; gates keep their time.
  int _paced(int length) {
    if (length < launchNever) return (length.toDouble() * pace + 0.5).floorToDouble().toInt(); //? player.pace
    return length;
  }
//? StartKind.hot|StartKind.recreated
  bool _isInMemory() => start == LaunchStartKind.hot || start == LaunchStartKind.recreated; //? StartKind.hot|StartKind.recreated

  void _runBeats() {
    int now = 0;
    for (int i = 0; i < beatEnd.length; i++) {
      _reached = i; //? GateStart.beat
      if (outcome == LaunchOutcome.message) { //? Outcome.message
        now = launchNever; //? Outcome.message
      } //? Outcome.message
      beatStart[i] = now;
      beatEnd[i] = now;
      _runBeat(i, now);
      _dropCues(i); //? Cue.dropped|Cue.bySystem
      now = beatEnd[i];
    }
    _resolveGates();
  }

  void _runBeat(int i, int now) {
    final LaunchBeat beat = timing.beats[i]; //? Beat.plays|BeatKind.opening|BeatKind.wait
    if (!_plays(beat)) return _skipCues(i, now); //? Beat.plays
    if (now >= launchNever) return;
    if (beat.kind == LaunchBeatKind.opening) return _runOpening(i); //? BeatKind.opening
    if (beat.kind == LaunchBeatKind.wait) return _runWait(i, now); //? BeatKind.wait
    _runFixed(i, now);
  }
//? Beat.plays
  /// What does not play in this launch is at its end as soon as it is reached. //? Beat.plays
  void _skipCues(int beat, int at) { //? Beat.plays
    for (final _CuePlan it in _plans) { //? Beat.plays
      if (it.cue.beat != beat) continue; //? Beat.plays
      it.put(at, at, true); //? Beat.plays
      it.never = true; //? Beat.plays
    } //? Beat.plays
  } //? Beat.plays
//? Cue.dropped|Cue.bySystem
  /// What this platform does not play is at its end from the start. //? Cue.dropped|Cue.bySystem
  void _dropCues(int i) { //? Cue.dropped|Cue.bySystem
    for (final _CuePlan it in _plans) { //? Cue.dropped|Cue.bySystem
      bool dropped = false; //? Cue.dropped|Cue.bySystem
      if (it.cue.dropped) { //? Cue.dropped|Cue.bySystem Cue.dropped
        dropped = true; //? Cue.dropped|Cue.bySystem Cue.dropped
      } //? Cue.dropped|Cue.bySystem Cue.dropped
      if (it.cue.bySystem) { //? Cue.dropped|Cue.bySystem Cue.bySystem
        dropped = true; //? Cue.dropped|Cue.bySystem Cue.bySystem
      } //? Cue.dropped|Cue.bySystem Cue.bySystem
      if (it.cue.bySystem && systemMoves) { //? Cue.dropped|Cue.bySystem Cue.bySystem player.system
        dropped = false; //? Cue.dropped|Cue.bySystem Cue.bySystem player.system
      } //? Cue.dropped|Cue.bySystem Cue.bySystem player.system
      if (it.cue.beat != i || !dropped) continue; //? Cue.dropped|Cue.bySystem
      it.put(beatStart[i], beatStart[i], true); //? Cue.dropped|Cue.bySystem
      it.never = true; //? Cue.dropped|Cue.bySystem
    } //? Cue.dropped|Cue.bySystem
  } //? Cue.dropped|Cue.bySystem
//? BeatKind.opening
  /// The system plays the opening; when the app draws for the first time, its cues are at their end. //? BeatKind.opening
  void _runOpening(int i) { //? BeatKind.opening
    beatEnd[i] = openingEnd; //? BeatKind.opening
    _placeCues(i, 0, openingEnd, false); //? BeatKind.opening Opening.cues
    _placeCues(i, 0, openingEnd, true); //? BeatKind.opening Opening.cues Cue.hangs
    for (final _CuePlan it in _plans) { //? BeatKind.opening Opening.cues
      if (it.cue.beat != i || it.stop <= openingEnd) continue; //? BeatKind.opening Opening.cues
      it.stop = max(it.start, openingEnd); //? BeatKind.opening Opening.cues
      it.settle = 1; //? BeatKind.opening Opening.cues
    } //? BeatKind.opening Opening.cues
    _resolveGates(); //? BeatKind.opening
  } //? BeatKind.opening
//? GateStart.beat
  /// When a beat began, or NEVER as far as the beats are worked out. //? GateStart.beat
  int _reachedAt(int beat) => beat <= _reached ? beatStart[beat] : launchNever; //? GateStart.beat

  void _resolveGates() {
    for (final int g in timing.gateOrder) {
      final LaunchGateTiming gate = timing.gates[g]; //? GateStart.firstFrame|GateStart.beat|GateTiming.needs|GateTiming.timeOut
      int from = 0;
      if (gate.start == LaunchGateStart.firstFrame) { //? GateStart.firstFrame
        from = beatEnd[0]; //? GateStart.firstFrame
      } //? GateStart.firstFrame
      if (gate.start == LaunchGateStart.beat) { //? GateStart.beat
        from = _reachedAt(gate.beat); //? GateStart.beat
      } //? GateStart.beat
      if (_isInMemory()) { //? StartKind.hot|StartKind.recreated
        from = 0; //? StartKind.hot|StartKind.recreated
      } //? StartKind.hot|StartKind.recreated
      for (final int need in gate.needs) { //? GateTiming.needs
        from = max(from, gateOpen[need]); //? GateTiming.needs
      } //? GateTiming.needs
      gateStart[g] = from; //? LayerKind.progress
      int open = max(from, opened[g]);
      if (_isInMemory()) { //? StartKind.hot|StartKind.recreated
        open = from; //? StartKind.hot|StartKind.recreated
      } //? StartKind.hot|StartKind.recreated
      gateOpen[g] = min(open, launchNever);
      int latest = _plus(from, gate.timeOut); //? GateTiming.timeOut
      final bool again = gate.onTimeOut == LaunchOutcome.message || latest >= messageAt; //? GateTiming.timeOut player.retry
      if (again) { //? GateTiming.timeOut player.retry
        latest = _plus(max(from, retriedAt), gate.timeOut); //? GateTiming.timeOut player.retry
      } //? GateTiming.timeOut player.retry
      _gateTimedOut[g] = open > latest; //? GateTiming.timeOut
      gateOpen[g] = min(open, latest); //? GateTiming.timeOut
    }
  }
//? BeatKind.wait Beat.gates|GateTiming.optional
  bool _needs(LaunchBeat beat, int gate) { //? BeatKind.wait Beat.gates|GateTiming.optional
    if (beat.gates.length > 0) return beat.gates.contains(gate); //? BeatKind.wait Beat.gates|GateTiming.optional Beat.gates
    if (timing.gates[gate].optional) return false; //? BeatKind.wait Beat.gates|GateTiming.optional GateTiming.optional
    return true; //? BeatKind.wait Beat.gates|GateTiming.optional
  } //? BeatKind.wait Beat.gates|GateTiming.optional
//? Beat.yields
  int _neededReady() { //? Beat.yields
    int ready = 0; //? Beat.yields
    for (int g = 0; g < gateOpen.length; g++) { //? Beat.yields
      bool waits = false; //? Beat.yields
      bool needed = false; //? Beat.yields
      for (final LaunchBeat beat in timing.beats) { //? Beat.yields BeatKind.wait
        if (beat.kind != LaunchBeatKind.wait) continue; //? Beat.yields BeatKind.wait
        if (!_plays(beat)) continue; //? Beat.yields BeatKind.wait Beat.plays
        waits = true; //? Beat.yields BeatKind.wait
        if (!_needs(beat, g)) continue; //? Beat.yields BeatKind.wait Beat.gates|GateTiming.optional
        needed = true; //? Beat.yields BeatKind.wait
      } //? Beat.yields BeatKind.wait
      if (!waits) { //? Beat.yields
        needed = true; //? Beat.yields
      } //? Beat.yields
      if (!waits && timing.gates[g].optional) { //? Beat.yields GateTiming.optional
        needed = false; //? Beat.yields GateTiming.optional
      } //? Beat.yields GateTiming.optional
      if (needed) { //? Beat.yields
        ready = max(ready, gateOpen[g]); //? Beat.yields
      } //? Beat.yields
    } //? Beat.yields
    return ready; //? Beat.yields
  } //? Beat.yields

  void _runFixed(int i, int now) {
    final LaunchBeat beat = timing.beats[i];
    _placeCues(i, now, launchNever, false);
    beatEnd[i] = now + _paced(beat.length);
    if (beat.length < 0) { //? Beat.open
      beatEnd[i] = _lastCueEnd(i, now); //? Beat.open
    } //? Beat.open
    _placeCues(i, now, beatEnd[i], true); //? Cue.hangs
    if (beat.yields != LaunchYield.never && (beat.kind == LaunchBeatKind.play || beat.kind == LaunchBeatKind.hold)) { //? Beat.yields
      _resolveGates(); //? Beat.yields
      final int ready = _neededReady(); //? Beat.yields
      if (ready < beatEnd[i]) { //? Beat.yields
        _yieldAt(i, max(ready, now)); //? Beat.yields
      } //? Beat.yields
    } //? Beat.yields
  }
//? BeatKind.wait
  void _runWait(int i, int now) { //? BeatKind.wait
    final LaunchBeat beat = timing.beats[i]; //? BeatKind.wait
    _resolveGates(); //? BeatKind.wait
    int end = _plus(now, _paced(beat.atLeast)); //? BeatKind.wait
    for (int g = 0; g < gateOpen.length; g++) { //? BeatKind.wait
      if (!_needs(beat, g)) continue; //? BeatKind.wait Beat.gates|GateTiming.optional
      end = max(end, gateOpen[g]); //? BeatKind.wait
    } //? BeatKind.wait
    int latest = _plus(now, beat.atMost); //? BeatKind.wait
    final bool again = latest >= messageAt; //? BeatKind.wait player.retry
    if (again) { //? BeatKind.wait player.retry
      latest = _plus(max(now, retriedAt), beat.atMost); //? BeatKind.wait player.retry
    } //? BeatKind.wait player.retry
    beatEnd[i] = min(end, latest); //? BeatKind.wait
    _placeCues(i, now, beatEnd[i], false); //? BeatKind.wait
    _endRepeats(i); //? BeatKind.wait Cue.whileWaiting
    beatEnd[i] = min(beatEnd[i], latest); //? BeatKind.wait RepeatEnd.finish
    final int stop = beatEnd[i]; //? BeatKind.wait
    decidedAt = stop; //? BeatKind.wait
    for (final _CuePlan it in _plans) { //? BeatKind.wait Cue.whileWaiting
      if (it.cue.beat == i && it.cue.whileWaiting && it.stop > stop) { //? BeatKind.wait Cue.whileWaiting
        _cut(it, stop); //? BeatKind.wait Cue.whileWaiting
      } //? BeatKind.wait Cue.whileWaiting
    } //? BeatKind.wait Cue.whileWaiting
    _placeCues(i, now, stop, true); //? BeatKind.wait Cue.hangs
    if (end > latest) { //? BeatKind.wait Beat.atMost
      _decide(beat.onTimeOut, stop); //? BeatKind.wait Beat.atMost
    } //? BeatKind.wait Beat.atMost
    for (int g = 0; g < gateOpen.length; g++) { //? BeatKind.wait GateTiming.timeOut
      if (!_needs(beat, g)) continue; //? BeatKind.wait GateTiming.timeOut Beat.gates|GateTiming.optional
      final bool isLate = _gateTimedOut[g] && gateOpen[g] <= stop; //? BeatKind.wait GateTiming.timeOut
      if (isLate) { //? BeatKind.wait GateTiming.timeOut
        _decide(timing.gates[g].onTimeOut, stop); //? BeatKind.wait GateTiming.timeOut
      } //? BeatKind.wait GateTiming.timeOut
    } //? BeatKind.wait GateTiming.timeOut
  } //? BeatKind.wait
//? BeatKind.wait Beat.atMost|GateTiming.timeOut
  /// Of several outcomes the gravest counts, from when it was decided. //? BeatKind.wait Beat.atMost|GateTiming.timeOut
  void _decide(LaunchOutcome how, int at) { //? BeatKind.wait Beat.atMost|GateTiming.timeOut
    if (_rank(how) <= _rank(outcome)) return; //? BeatKind.wait Beat.atMost|GateTiming.timeOut
    outcome = how; //? BeatKind.wait Beat.atMost|GateTiming.timeOut
    outcomeAt = at; //? BeatKind.wait Beat.atMost|GateTiming.timeOut
  } //? BeatKind.wait Beat.atMost|GateTiming.timeOut

  void _placeCues(int beat, int from, int end, bool hanging) {
    for (final _CuePlan it in _plans) {
      final LaunchCue cue = it.cue;
      if (cue.beat != beat) continue;
      if (it.hangs != hanging) continue; //? Cue.hangs
      int base = from;
      if (cue.anchor == LaunchAnchor.beatEnd) { //? Anchor.beatEnd
        base = end; //? Anchor.beatEnd
      } //? Anchor.beatEnd
      if (cue.anchor == LaunchAnchor.withCue) { //? Anchor.withCue
        base = _plans[cue.other].start; //? Anchor.withCue
      } //? Anchor.withCue
      if (cue.anchor == LaunchAnchor.afterCue) { //? Anchor.afterCue
        base = _plans[cue.other].stop; //? Anchor.afterCue
      } //? Anchor.afterCue
      int earliest = from;
      if (hanging && timing.beats[beat].kind == LaunchBeatKind.wait) { //? BeatKind.wait Cue.hangs
        earliest = end; //? BeatKind.wait Cue.hangs
      } //? BeatKind.wait Cue.hangs
      final int begin = base >= launchNever ? launchNever : max(earliest, base + _paced(cue.offset));
      it.length = cue.length;
      it.length = max(1, _paced(cue.length)); //? player.pace
      int stop = _plus(begin, it.length * cue.times);
      if (cue.whileWaiting) { //? Cue.whileWaiting
        stop = launchNever; //? Cue.whileWaiting
      } //? Cue.whileWaiting
      it.put(begin, stop, false);
    }
  }
//? Beat.open
  int _lastCueEnd(int beat, int from) { //? Beat.open
    int end = from; //? Beat.open
    for (final _CuePlan it in _plans) { //? Beat.open
      if (it.cue.beat != beat || it.stop >= launchNever) continue; //? Beat.open
      if (it.hangs) continue; //? Beat.open Cue.hangs
      end = max(end, it.stop); //? Beat.open
    } //? Beat.open
    return end; //? Beat.open
  } //? Beat.open
//? Beat.yields
  /// The beat is left early: cues to come blend to their ends, those that play settle there. //? Beat.yields
  void _yieldAt(int i, int ready) { //? Beat.yields
    final LaunchBeat beat = timing.beats[i]; //? Beat.yields
    int at = ready; //? Beat.yields
    bool blends = false; //? Beat.yields
    for (final _CuePlan it in _plans) { //? Beat.yields Yield.afterCues
      if (beat.yields != LaunchYield.afterCues || it.cue.beat != i) continue; //? Beat.yields Yield.afterCues
      if (it.start <= ready && it.stop > ready) { //? Beat.yields Yield.afterCues
        at = max(at, it.stop); //? Beat.yields Yield.afterCues
      } //? Beat.yields Yield.afterCues
    } //? Beat.yields Yield.afterCues
    at = min(at, beatEnd[i]); //? Beat.yields
    for (final _CuePlan it in _plans) { //? Beat.yields
      if (it.cue.beat == i && (it.start >= at || it.stop > at)) { //? Beat.yields
        blends = true; //? Beat.yields
      } //? Beat.yields
    } //? Beat.yields
    final int blend = blends ? _paced(beat.blend) : 0; //? Beat.yields
    beatEnd[i] = min(beatEnd[i], at + blend); //? Beat.yields
    final int end = beatEnd[i]; //? Beat.yields
    for (final _CuePlan it in _plans) { //? Beat.yields
      if (it.cue.beat != i) continue; //? Beat.yields
      if (it.start >= at) { //? Beat.yields
        it.put(at, end, true); //? Beat.yields
        it.blends = true; //? Beat.yields
      } else { //? Beat.yields
        if (it.stop > at) { //? Beat.yields
          it.stop = at; //? Beat.yields
          it.settle = max(1, end - at); //? Beat.yields
        } //? Beat.yields
      } //? Beat.yields
    } //? Beat.yields
  } //? Beat.yields
//? Cue.whileWaiting
  void _endRepeats(int i) { //? Cue.whileWaiting
    final int end = beatEnd[i]; //? Cue.whileWaiting
    if (end >= launchNever) return; //? Cue.whileWaiting
    for (final _CuePlan it in _plans) { //? Cue.whileWaiting
      if (it.cue.beat != i || !it.cue.whileWaiting || it.start >= launchNever) continue; //? Cue.whileWaiting
      if (it.start >= end) { //? Cue.whileWaiting
        it.put(end, end, true); //? Cue.whileWaiting
        continue; //? Cue.whileWaiting
      } //? Cue.whileWaiting
      _cut(it, end); //? Cue.whileWaiting
      if (it.cue.end == LaunchRepeatEnd.finish) { //? Cue.whileWaiting RepeatEnd.finish
        int cycle = it.length; //? Cue.whileWaiting RepeatEnd.finish
        if (it.cue.alternate) { //? Cue.whileWaiting RepeatEnd.finish Cue.alternate
          cycle = it.length * 2; //? Cue.whileWaiting RepeatEnd.finish Cue.alternate
        } //? Cue.whileWaiting RepeatEnd.finish Cue.alternate
        it.stop = it.start + (((end - it.start + cycle - 1).toDouble()) / cycle.toDouble()).toInt() * cycle; //? Cue.whileWaiting RepeatEnd.finish
        beatEnd[i] = max(beatEnd[i], it.stop); //? Cue.whileWaiting RepeatEnd.finish
      } //? Cue.whileWaiting RepeatEnd.finish
    } //? Cue.whileWaiting
  } //? Cue.whileWaiting
//? Cue.whileWaiting
  void _cut(_CuePlan it, int at) { //? Cue.whileWaiting
    it.stop = at; //? Cue.whileWaiting
    if (at < launchNever && it.cue.end == LaunchRepeatEnd.settle) { //? Cue.whileWaiting RepeatEnd.settle
      it.settle = max(1, _paced(it.cue.settle)); //? Cue.whileWaiting RepeatEnd.settle
    } //? Cue.whileWaiting RepeatEnd.settle
  } //? Cue.whileWaiting

  List<LaunchTrack> _tracksOf(LaunchCue cue) {
    if (reducedMotion) return cue.calm ?? cue.moves; //? Cue.calm
    return cue.moves;
  }

  _Timeline? _timeline(int layer, LaunchProperty property) {
    for (final _Timeline line in _lanes[layer].lines) {
      if (line.property == property) return line;
    }
    return null;
  }

  void _beginLine(int layer, LaunchProperty property, double initial) {
    if (_timeline(layer, property) == null) {
      _lanes[layer].lines.add(_Timeline(property, initial));
    }
  }

  /// What each property is before its first cue: where that cue starts.
  void _beginLines() {
    for (final int c in timing.cueOrder) {
      final LaunchCue cue = timing.cues[c];
      if (cue.adds) continue; //? Cue.adds
      final _CuePlan plan = _CuePlan(cue);
      plan.skips = _plans[c].never; //? Beat.plays|Cue.dropped|Cue.bySystem
      for (final LaunchTrack it in _tracksOf(cue)) {
        final _Segment first = _Segment(plan, it, _neutral(it.property));
        _beginLine(cue.layer, it.property, first.values[0]);
      }
    }
  }

  void _fillLines() {
    List<_CuePlan> order = _plans;
    order = _inOrderOfTime(); //? Cue.again
    for (final _CuePlan plan in order) {
      if (plan.start >= launchNever) continue;
      for (final LaunchTrack it in _tracksOf(plan.cue)) {
        _beginLine(plan.cue.layer, it.property, _neutral(it.property)); //? Cue.adds
        final _Timeline? line = _timeline(plan.cue.layer, it.property);
        if (line == null) continue;
        double found = _neutral(it.property);
        if (plan.blends) { //? Beat.yields
          found = line.initial; //? Beat.yields
        } //? Beat.yields
        if (line.segments.length > 0) { //? Cue.again
          found = line.valueAt(plan.start.toDouble()); //? Cue.again
        } //? Cue.again
        if (plan.cue.adds) { //? Cue.adds
          found = _neutral(it.property); //? Cue.adds
        } //? Cue.adds
        final _Segment made = _Segment(plan, it, found);
        _all.add(made); //? player.stillness
        if (plan.cue.adds) { //? Cue.adds
          line.added.add(made); //? Cue.adds
        } //? Cue.adds
        if (plan.cue.adds) continue; //? Cue.adds
        line.segments.add(made);
      }
    }
  }
//? Cue.again
  /// The cues by their start; those that start together as `cueOrder` says. //? Cue.again
  List<_CuePlan> _inOrderOfTime() { //? Cue.again
    final List<_CuePlan> order = []; //? Cue.again
    for (final int c in timing.cueOrder) { //? Cue.again
      final _CuePlan plan = _plans[c]; //? Cue.again
      order.add(plan); //? Cue.again
      int i = order.length - 1; //? Cue.again
      while (i > 0 && order[i - 1].start > plan.start) { //? Cue.again
        order[i] = order[i - 1]; //? Cue.again
        i--; //? Cue.again
      } //? Cue.again
      order[i] = plan; //? Cue.again
    } //? Cue.again
    return order; //? Cue.again
  } //? Cue.again

  double value(int layer, LaunchProperty property, double t) {
    final _Timeline? line = _timeline(layer, property);
    if (line == null) return _neutral(property);
    double sum = line.valueAt(t);
    for (final _Segment it in line.added) { //? Cue.adds
      if (it.plan.start.toDouble() <= t) { //? Cue.adds
        sum += it.valueAt(t) - _neutral(property); //? Cue.adds
      } //? Cue.adds
    } //? Cue.adds
    return sum;
  }

  /// Fills `state` with what is seen of a layer at `t`.
  void stateAt(int layerIndex, double t, LaunchScreen screen, LaunchLayerState state) {
    own(layerIndex, t, screen, state);
    for (int i = 0; i < 6; i++) { //? Layer.parent
      state.outer[i] = i == 0 || i == 3 ? 1.0 : 0.0; //? Layer.parent
    } //? Layer.parent
    int parent = timing.layers[layerIndex].parent; //? Layer.parent
    while (parent >= 0) { //? Layer.parent
      _joinGroup(parent, t, screen, state); //? Layer.parent
      parent = timing.layers[parent].parent; //? Layer.parent
    } //? Layer.parent
    if (state.opacity <= 0.0 || state.scaleX == 0.0 || state.scaleY == 0.0) {
      state.visible = false;
    }
    if (state.reveal <= 0.0) { //? Property.reveal
      state.visible = false; //? Property.reveal
    } //? Property.reveal
    if (timing.layers[layerIndex].kind == LaunchLayerKind.group) { //? LayerKind.group
      state.visible = false; //? LayerKind.group
    } //? LayerKind.group
  }
//? Layer.parent
  void _joinGroup(int index, double t, LaunchScreen screen, LaunchLayerState state) { //? Layer.parent
    final LaunchPlace? place = placeOn(timing.layers[index], screen); //? Layer.parent
    if (place == null) return; //? Layer.parent
    final LaunchLayerState group = _groupState; //? Layer.parent
    own(index, t, screen, group); //? Layer.parent
    if (!group.visible) { //? Layer.parent
      state.visible = false; //? Layer.parent
    } //? Layer.parent
    state.opacity *= group.opacity; //? Layer.parent
    final double radians = group.rotation * pi / 180.0; //? Layer.parent
    final double a = cos(radians) * group.scaleX; //? Layer.parent
    final double b = sin(radians) * group.scaleX; //? Layer.parent
    final double c = -sin(radians) * group.scaleY; //? Layer.parent
    final double d = cos(radians) * group.scaleY; //? Layer.parent
    final double restX = acrossOf(place, screen); //? Layer.parent
    final double restY = downOf(place, screen); //? Layer.parent
    for (int i = 0; i < 6; i += 2) { //? Layer.parent
      final double x = state.outer[i]; //? Layer.parent
      final double y = state.outer[i + 1]; //? Layer.parent
      state.outer[i] = a * x + c * y; //? Layer.parent
      state.outer[i + 1] = b * x + d * y; //? Layer.parent
    } //? Layer.parent
    state.outer[4] += group.x - a * restX - c * restY; //? Layer.parent
    state.outer[5] += group.y - b * restX - d * restY; //? Layer.parent
  } //? Layer.parent

  /// The layer's own state, without its groups.
  void own(int layerIndex, double t, LaunchScreen screen, LaunchLayerState state) {
    final LaunchLayer layer = timing.layers[layerIndex];
    state.visible = true;
    state.visible = _belongs(layer, t); //? Layer.shown
    state.opacity = _within(value(layerIndex, LaunchProperty.opacity, t));
    state.scaleX = value(layerIndex, LaunchProperty.scale, t);
    state.scaleY = state.scaleX;
    state.scaleX *= value(layerIndex, LaunchProperty.scaleX, t); //? Property.scaleX
    state.scaleY *= value(layerIndex, LaunchProperty.scaleY, t); //? Property.scaleY
    state.rotation = value(layerIndex, LaunchProperty.rotation, t);
    final double flip = value(layerIndex, LaunchProperty.flip, t); //? Property.flip
    if (flip != 0.0) { //? Property.flip
      final double narrowed = cos(flip * pi / 180.0); //? Property.flip
      state.scaleX *= narrowed.abs() < 1e-9 ? 0.0 : narrowed; //? Property.flip
    } //? Property.flip
    state.width = screen.width;
    state.height = screen.height;
    state.x = screen.width / 2.0;
    state.y = screen.height / 2.0;
    final LaunchPlace? place = placeOn(layer, screen);
    if (place != null) {
      state.width = place.width;
      state.height = place.height;
      state.x = acrossOf(place, screen);
      state.y = downOf(place, screen);
      state.rotation += place.turn; //? Place.turn
      final LaunchPlace? there = layer.destination; //? Property.travel
      if (there != null) { //? Property.travel
        _travel(there, place, value(layerIndex, LaunchProperty.travel, t), screen, state); //? Property.travel
      } //? Property.travel
      _turnAboutPivot(layer, state); //? Layer.pivotX|Layer.pivotY
    }
    state.x += value(layerIndex, LaunchProperty.x, t); //? Property.x
    state.y += value(layerIndex, LaunchProperty.y, t); //? Property.y
    if (layer.kind == LaunchLayerKind.backdrop) { //? Property.panel
      final double panel = value(layerIndex, LaunchProperty.panel, t); //? Property.panel
      state.height = screen.height + (layer.panelHeight - screen.height) * panel; //? Property.panel
      state.y += (state.height - screen.height) / 2.0; //? Property.panel
    } //? Property.panel
    final _Timeline? reveal = _timeline(layerIndex, LaunchProperty.reveal); //? Property.reveal
    state.reveal = 1.0; //? Property.reveal
    state.revealShape = null; //? Property.reveal
    if (reveal != null) { //? Property.reveal
      state.reveal = _within(value(layerIndex, LaunchProperty.reveal, t)); //? Property.reveal
      final LaunchCue? cue = reveal.cueAt(t); //? Property.reveal
      if (cue != null) { //? Property.reveal
        state.revealShape = cue.reveal; //? Property.reveal
      } //? Property.reveal
    } //? Property.reveal
    final _Timeline? draw = _timeline(layerIndex, LaunchProperty.draw); //? Property.draw
    state.draw = 1.0; //? Property.draw
    if (draw != null) { //? Property.draw
      state.draw = _within(value(layerIndex, LaunchProperty.draw, t)); //? Property.draw
      final LaunchCue? cue = draw.cueAt(t); //? Property.draw
      if (cue != null) { //? Property.draw
        state.fillFrom = cue.fillFrom; //? Property.draw
      } //? Property.draw
    } //? Property.draw
    state.progress = layer.kind == LaunchLayerKind.progress ? _loaded(layer, t) : 0.0; //? LayerKind.progress
    state.clip = _within(value(layerIndex, LaunchProperty.clip, t)); //? LayerKind.clip Property.clip
    final int steps = layer.frames - 1; //? LayerKind.clip Property.clip
    if (steps > 0) { //? LayerKind.clip Property.clip
      state.clip = (state.clip * steps.toDouble() + 1e-9).floorToDouble() / steps.toDouble(); //? LayerKind.clip Property.clip
    } //? LayerKind.clip Property.clip
  }
//? Property.travel
  void _travel(LaunchPlace there, LaunchPlace place, double part, LaunchScreen screen, LaunchLayerState state) { //? Property.travel
    state.x += (acrossOf(there, screen) - state.x) * part; //? Property.travel
    state.y += (downOf(there, screen) - state.y) * part; //? Property.travel
    state.rotation += (there.turn - place.turn) * part; //? Property.travel Place.turn
    final double across = place.width > 0.0 ? there.width / place.width : 1.0; //? Property.travel
    final double down = place.height > 0.0 ? there.height / place.height : 1.0; //? Property.travel
    final double scale = 1.0 + (min(across, down) - 1.0) * part; //? Property.travel
    state.scaleX *= scale; //? Property.travel
    state.scaleY *= scale; //? Property.travel
  } //? Property.travel
//? Layer.pivotX|Layer.pivotY
  /// Scale and turn are about the box's middle; what a pivot elsewhere would do is a way of the middle. //? Layer.pivotX|Layer.pivotY
  void _turnAboutPivot(LaunchLayer layer, LaunchLayerState state) { //? Layer.pivotX|Layer.pivotY
    final double x = (layer.pivotX - 0.5) * state.width; //? Layer.pivotX|Layer.pivotY
    final double y = (layer.pivotY - 0.5) * state.height; //? Layer.pivotX|Layer.pivotY
    final double radians = state.rotation * pi / 180.0; //? Layer.pivotX|Layer.pivotY
    state.x += x - (cos(radians) * state.scaleX * x - sin(radians) * state.scaleY * y); //? Layer.pivotX|Layer.pivotY
    state.y += y - (sin(radians) * state.scaleX * x + cos(radians) * state.scaleY * y); //? Layer.pivotX|Layer.pivotY
  } //? Layer.pivotX|Layer.pivotY
//? LayerKind.progress
  /// An open gate counts whole, one that loads by its typical time, at most nine tenths. //? LayerKind.progress
  double _loaded(LaunchLayer layer, double t) { //? LayerKind.progress
    double sum = 0.0; //? LayerKind.progress
    int count = 0; //? LayerKind.progress
    for (int g = 0; g < gateOpen.length; g++) { //? LayerKind.progress
      final LaunchGateTiming gate = timing.gates[g]; //? LayerKind.progress GateTiming.optional|GateTiming.typical
      bool counts = true; //? LayerKind.progress
      if (gate.optional) { //? LayerKind.progress GateTiming.optional
        counts = false; //? LayerKind.progress GateTiming.optional
      } //? LayerKind.progress GateTiming.optional
      if (layer.gates.length > 0) { //? LayerKind.progress Layer.gates
        counts = layer.gates.contains(g); //? LayerKind.progress Layer.gates
      } //? LayerKind.progress Layer.gates
      if (!counts) continue; //? LayerKind.progress
      count++; //? LayerKind.progress
      final double taken = gateStart[g] >= launchNever ? 0.0 : max(0.0, t - gateStart[g].toDouble()); //? LayerKind.progress
      int typical = 500; //? LayerKind.progress
      typical = max(1, gate.typical); //? LayerKind.progress GateTiming.typical
      sum += t >= gateOpen[g].toDouble() ? 1.0 : min(0.9, 0.9 * taken / typical.toDouble()); //? LayerKind.progress
    } //? LayerKind.progress
    return count > 0 ? sum / count.toDouble() : 1.0; //? LayerKind.progress
  } //? LayerKind.progress
//? Layer.shown
  /// Some layers are seen in one outcome alone. //? Layer.shown
  bool _belongs(LaunchLayer layer, double t) { //? Layer.shown
    final bool decided = t >= outcomeAt.toDouble(); //? Layer.shown Shown.offline|Shown.message
    final bool offline = decided && outcome == LaunchOutcome.offline; //? Layer.shown Shown.offline
    if (layer.shown == LaunchShown.offline) return offline; //? Layer.shown Shown.offline
    if (layer.shown == LaunchShown.message) return decided && outcome == LaunchOutcome.message; //? Layer.shown Shown.message
    if (offline && layer.kind == LaunchLayerKind.firstScreen) { //? Layer.shown Shown.offline
      for (final LaunchLayer it in timing.layers) { //? Layer.shown Shown.offline
        if (it.kind == LaunchLayerKind.firstScreen && it.shown == LaunchShown.offline) return false; //? Layer.shown Shown.offline
      } //? Layer.shown Shown.offline
    } //? Layer.shown Shown.offline
    return true; //? Layer.shown
  } //? Layer.shown
}

/// Where the layer stands, held this way.
LaunchPlace? placeOn(LaunchLayer layer, LaunchScreen screen) {
  if (screen.width > screen.height) return layer.landscape ?? layer.place;
  return layer.place;
}

double acrossOf(LaunchPlace place, LaunchScreen screen) {
  final double free = screen.width - screen.left - screen.right; //? Place.safe
  if (place.safe) return place.x + screen.left + free * place.across; //? Place.safe
  return place.x + screen.width * place.across;
}

double downOf(LaunchPlace place, LaunchScreen screen) {
  final double free = screen.height - screen.top - screen.bottom; //? Place.safe
  if (place.safe) return place.y + screen.top + free * place.down; //? Place.safe
  return place.y + screen.height * place.down;
}
