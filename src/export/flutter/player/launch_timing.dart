// Part of your app: written by Scaena, yours without conditions (0BSD). It knows nothing of the screen, so that
// it can be tested anywhere. The next export replaces it for as long as you leave it unchanged.
import 'dart:math';

/// A time that is not reached; all are whole milliseconds after the start of the launch.
const int launchNever = 1000000000;

enum LaunchBeatKind { opening, play, hold, wait, handOff }
enum LaunchYield { never, afterCues, atOnce } //? Beat.yields
enum LaunchGateStart { process, firstFrame, beat } //? GateStart.firstFrame|GateStart.beat
enum LaunchAnchor { beatStart, beatEnd, withCue, afterCue } //? Anchor.beatEnd|Anchor.withCue|Anchor.afterCue
enum LaunchRepeatEnd { cut, finish, settle } //? RepeatEnd.settle|RepeatEnd.finish
enum LaunchLayerKind { backdrop, art, firstScreen, progress, clip, group }
enum LaunchShown { always, offline, message }
enum LaunchProperty { opacity, x, y, scale, scaleX, scaleY, rotation, flip, reveal, draw, travel, panel, clip }

/// How it ends: with all, without, in the offline way, with a message; interrupted: before that was decided.
enum LaunchOutcome { complete, wentOn, offline, message, interrupted }

/// How it began: never before, in a new process, in one that was there, with all in memory, re-created.
enum LaunchStartKind { first, cold, warm, hot, recreated }

/// Progress in, progress out: a cubic curve, steps, straight pieces, a ball that bounces, or a spring. //? Track.easing|Track.easings
class LaunchEasing { //? Track.easing|Track.easings
  const LaunchEasing({ //? Track.easing|Track.easings
    this.x1 = 0.0, //? Track.easing|Track.easings
    this.y1 = 0.0, //? Track.easing|Track.easings
    this.x2 = 1.0, //? Track.easing|Track.easings
    this.y2 = 1.0, //? Track.easing|Track.easings
    this.steps = 0, //? Track.easing|Track.easings Easing.steps
    this.atStart = false, //? Track.easing|Track.easings Easing.atStart
    this.jumps = 1, //? Track.easing|Track.easings Easing.jumps|Easing.steps
    this.stops = const [], //? Track.easing|Track.easings Easing.stops
    this.bounces = 0, //? Track.easing|Track.easings Easing.bounces
    this.restitution = 0.0, //? Track.easing|Track.easings Easing.restitution|Easing.bounces
    this.swing = 0.0, //? Track.easing|Track.easings Easing.swing
    this.decay = 0.0, //? Track.easing|Track.easings Easing.decay|Easing.swing
  }); //? Track.easing|Track.easings
//? Track.easing|Track.easings
  final double x1; //? Track.easing|Track.easings
  final double y1; //? Track.easing|Track.easings
  final double x2; //? Track.easing|Track.easings
  final double y2; //? Track.easing|Track.easings
  final int steps; //? Track.easing|Track.easings Easing.steps
  final bool atStart; //? Track.easing|Track.easings Easing.atStart
  final int jumps; //? Track.easing|Track.easings Easing.jumps|Easing.steps
  final List<double> stops; //? Track.easing|Track.easings Easing.stops
  final int bounces; //? Track.easing|Track.easings Easing.bounces
  final double restitution; //? Track.easing|Track.easings Easing.restitution|Easing.bounces
  final double swing; //? Track.easing|Track.easings Easing.swing
  final double decay; //? Track.easing|Track.easings Easing.decay|Easing.swing
} //? Track.easing|Track.easings

/// What a cue does to one property: `values` at parts of it, the first `onTop` of them on top of what was there.
class LaunchTrack {
  const LaunchTrack({
    required this.property,
    required this.values,
    this.at = const [0.0, 1.0],
    this.onTop = 0, //? Track.onTop
    this.easing, //? Track.easing
    this.easings = const [], //? Track.easings
  });

  final LaunchProperty property;
  final List<double> values;
  final List<double> at;
  final int onTop; //? Track.onTop
  final LaunchEasing? easing; //? Track.easing
  final List<LaunchEasing> easings; //? Track.easings
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
    this.atLeast = 0, //? Beat.atLeast
    this.atMost = launchNever, //? Beat.atMost
    this.onTimeOut = LaunchOutcome.wentOn, //? Beat.onTimeOut|Beat.atMost
    this.yields = LaunchYield.never, //? Beat.yields
    this.blend = 120, //? Beat.blend|Beat.yields
    this.plays = const [LaunchStartKind.first, LaunchStartKind.cold, LaunchStartKind.warm],
  });

  final LaunchBeatKind kind;
  final int length;
  final List<int> gates; //? Beat.gates
  final int atLeast; //? Beat.atLeast
  final int atMost; //? Beat.atMost
  final LaunchOutcome onTimeOut; //? Beat.onTimeOut|Beat.atMost
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
    this.onTimeOut = LaunchOutcome.wentOn, //? GateTiming.onTimeOut|GateTiming.timeOut
    this.optional = false, //? GateTiming.optional
    this.typical = 500, //? GateTiming.typical
  });

  final String id;
  final LaunchGateStart start; //? GateTiming.start|GateStart.firstFrame|GateStart.beat
  final int beat; //? GateTiming.beat|GateStart.beat
  final List<int> needs; //? GateTiming.needs
  final int timeOut; //? GateTiming.timeOut
  final LaunchOutcome onTimeOut; //? GateTiming.onTimeOut|GateTiming.timeOut
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
    this.times = 1, //? Cue.times
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
  final int times; //? Cue.times
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

/// No place: the whole screen.
class LaunchLayer {
  const LaunchLayer({
    required this.kind,
    this.place,
    this.landscape, //? Layer.landscape
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
  final LaunchPlace? landscape; //? Layer.landscape
  final LaunchPlace? destination; //? Layer.destination|Property.travel
  final double panelHeight; //? Layer.panelHeight|Property.panel
  final LaunchShown shown; //? Layer.shown
  final double pivotX; //? Layer.pivotX|Layer.pivotY
  final double pivotY; //? Layer.pivotY|Layer.pivotX
  final int parent; //? Layer.parent
  final List<int> gates; //? Layer.gates
  final int frames; //? Layer.frames|LayerKind.clip
}

/// The sequence as data; a cue comes after the one it hangs on. `cueOrder`: which comes first for a property.
class LaunchTiming {
  const LaunchTiming({
    required this.beats,
    required this.gates,
    required this.layers,
    required this.cues,
    this.gateOrder = const [], //? LaunchTiming.gateOrder|Gate.order
    this.cueOrder = const [], //? LaunchTiming.cueOrder|Cue.again|Beat.yields
  });

  final List<LaunchBeat> beats;
  final List<LaunchGateTiming> gates;
  final List<LaunchLayer> layers;
  final List<LaunchCue> cues;
  final List<int> gateOrder; //? LaunchTiming.gateOrder|Gate.order
  final List<int> cueOrder; //? LaunchTiming.cueOrder|Cue.again|Beat.yields
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

double _cubic(double a, double b, double s) { //? Track.easing|Track.easings
  final double r = 1.0 - s; //? Track.easing|Track.easings
  return 3.0 * r * r * s * a + 3.0 * r * s * s * b + s * s * s; //? Track.easing|Track.easings
} //? Track.easing|Track.easings

double _eased(LaunchEasing easing, double x) { //? Track.easing|Track.easings
  if (easing.steps > 0) { //? Track.easing|Track.easings Easing.steps
    double step = (_within(x) * easing.steps.toDouble() + 1e-12).floorToDouble(); //? Track.easing|Track.easings Easing.steps
    if (easing.atStart) { //? Track.easing|Track.easings Easing.steps Easing.atStart
      step += 1.0; //? Track.easing|Track.easings Easing.steps Easing.atStart
    } //? Track.easing|Track.easings Easing.steps Easing.atStart
    return _within(step / easing.jumps.toDouble()); //? Track.easing|Track.easings Easing.steps
  } //? Track.easing|Track.easings Easing.steps
  if (easing.stops.length > 0) return _onStops(easing.stops, x); //? Track.easing|Track.easings Easing.stops
  if (x <= 0.0 || x >= 1.0) return _within(x); //? Track.easing|Track.easings
  if (easing.bounces > 0) return _bounced(easing, x); //? Track.easing|Track.easings Easing.bounces
  if (easing.swing > 0.0) return 1.0 - _swung(easing, x) + _swung(easing, 1.0) * x; //? Track.easing|Track.easings Easing.swing
  double s = x; //? Track.easing|Track.easings
  double half = 0.5; //? Track.easing|Track.easings
  double low = 0.0; //? Track.easing|Track.easings
  while (half > 1e-9) { //? Track.easing|Track.easings
    s = low + half; //? Track.easing|Track.easings
    if (_cubic(easing.x1, easing.x2, s) < x) { //? Track.easing|Track.easings
      low = s; //? Track.easing|Track.easings
    } //? Track.easing|Track.easings
    half /= 2.0; //? Track.easing|Track.easings
  } //? Track.easing|Track.easings
  return _cubic(easing.y1, easing.y2, s); //? Track.easing|Track.easings
} //? Track.easing|Track.easings

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

/// When a cue plays in this launch. `skips`: it goes straight to its end, from what is there if it `blends`.
class _CuePlan {
  _CuePlan(this.cue) {
  }

  final LaunchCue cue;
  int start = launchNever;
  int stop = launchNever;
  int length = 1;
  int settle = 0; //? Opening.cues|Beat.yields|RepeatEnd.settle
  bool blends = false; //? Beat.yields
  bool skips = false; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
  bool never = false; //? Beat.plays|Cue.dropped|Cue.bySystem
  bool hangs = false; //? Cue.hangs
//? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
  void skip(int from, int to) { //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    start = from; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    stop = to; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    skips = true; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    settle = 0; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting Opening.cues|Beat.yields|RepeatEnd.settle
    blends = false; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting Beat.yields
  } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting

  /// When it has come to rest.
  int rests() {
    if (settle > 0) return min(launchNever, stop + settle); //? Opening.cues|Beat.yields|RepeatEnd.settle
    return stop;
  }
}

/// What a cue does to one property in this launch; `found`: what that was when it began.
class _Segment {
  _Segment(this.plan, this.track, this.found) {
  }

  final _CuePlan plan;
  final LaunchTrack track;
  final double found;

  double _key(int i) {
    final double value = track.values[i];
    final bool isOnTop = i < track.onTop; //? Track.onTop
    if (isOnTop && _neutral(track.property) == 1.0) return found * value; //? Track.onTop
    if (isOnTop) return found + value; //? Track.onTop
    return value;
  }
//? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle
  double _end() { //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle
    bool even = false; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle Cue.alternate
    if (plan.cue.times % 2 == 0) { //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle Cue.alternate Cue.times
      even = true; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle Cue.alternate Cue.times
    } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle Cue.alternate Cue.times
    if (plan.cue.whileWaiting) { //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle Cue.alternate Cue.whileWaiting
      even = true; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle Cue.alternate Cue.whileWaiting
    } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle Cue.alternate Cue.whileWaiting
    if (plan.cue.alternate && even) return _key(0); //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle Cue.alternate
    return _key(track.values.length - 1); //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle
  } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle
//? player.edges
  /// When its keys come, in each round it plays before `until`. //? player.edges
  List<double> keyTimes(double until) { //? player.edges
    final List<double> edges = []; //? player.edges
    edges.add(plan.start.toDouble()); //? player.edges
    edges.add(plan.stop.toDouble()); //? player.edges
    edges.add(plan.rests().toDouble()); //? player.edges
    final double stop = min(until, 1.0 * plan.stop.toDouble()); //? player.edges
    int length = plan.length; //? player.edges
    if (plan.skips) { //? player.edges Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
      length = plan.stop - plan.start; //? player.edges Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    } //? player.edges Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    double round = 1.0 * plan.start.toDouble(); //? player.edges
    while (round < stop && length > 0) { //? player.edges
      for (final double it in track.at) { //? player.edges
        edges.add(round + it * length.toDouble()); //? player.edges
      } //? player.edges
      round += length.toDouble(); //? player.edges
    } //? player.edges
    return edges; //? player.edges
  } //? player.edges

  double valueAt(double t) {
    final int start = plan.start;
    final int stop = plan.stop;
    if (plan.never) return _end(); //? Beat.plays|Cue.dropped|Cue.bySystem
    if (t < start.toDouble()) return _key(0);
    if (plan.skips) return _skipped(t); //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    final int settle = plan.settle; //? Opening.cues|Beat.yields|RepeatEnd.settle
    if (settle > 0 && t >= stop.toDouble()) { //? Opening.cues|Beat.yields|RepeatEnd.settle
      final double from = _during((stop - start).toDouble()); //? Opening.cues|Beat.yields|RepeatEnd.settle
      return from + (_end() - from) * _within((t - stop.toDouble()) / settle.toDouble()); //? Opening.cues|Beat.yields|RepeatEnd.settle
    } //? Opening.cues|Beat.yields|RepeatEnd.settle
    return _during(min(t, stop.toDouble()) - start.toDouble());
  }
//? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
  double _skipped(double t) { //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    double from = _end(); //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    if (plan.blends) { //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting Beat.yields
      from = found; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting Beat.yields
    } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting Beat.yields
    final int length = plan.stop - plan.start; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    final double part = length > 0 ? _within((t - plan.start.toDouble()) / length.toDouble()) : 1.0; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    return from + (_end() - from) * part; //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
  } //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting

  double _during(double local) {
    final int length = plan.length;
    final List<double> keys = track.at;
    double part = length > 0 ? _within(local / length.toDouble()) : 1.0;
    if (length > 0 && local >= length.toDouble()) { //? Cue.times|Cue.whileWaiting
      part = _inRound(local / length.toDouble()); //? Cue.times|Cue.whileWaiting
    } //? Cue.times|Cue.whileWaiting
    int i = 1;
    while (i < keys.length - 1 && keys[i] <= part) {
      i++;
    }
    final double width = keys[i] - keys[i - 1];
    double between = width > 0.0 ? _within((part - keys[i - 1]) / width) : 1.0;
    final LaunchEasing? easing = track.easing; //? Track.easing
    if (easing != null) { //? Track.easing
      between = _eased(easing, between); //? Track.easing
    } //? Track.easing
    final List<LaunchEasing> easings = track.easings; //? Track.easings
    if (easings.length > 0) { //? Track.easings
      between = _eased(easings[i - 1], between); //? Track.easings
    } //? Track.easings
    return _key(i - 1) + (_key(i) - _key(i - 1)) * between;
  }
//? Cue.times|Cue.whileWaiting
  /// Which part of its round is played after so many of them; the last one stays at its end. //? Cue.times|Cue.whileWaiting
  double _inRound(double rounds) { //? Cue.times|Cue.whileWaiting
    double round = rounds.floorToDouble(); //? Cue.times|Cue.whileWaiting
    double part = rounds - round; //? Cue.times|Cue.whileWaiting
    if (part == 0.0 && rounds * plan.length.toDouble() >= (plan.stop - plan.start).toDouble()) { //? Cue.times|Cue.whileWaiting
      round -= 1.0; //? Cue.times|Cue.whileWaiting
      part = 1.0; //? Cue.times|Cue.whileWaiting
    } //? Cue.times|Cue.whileWaiting
    if (round % 2.0 == 1.0 && plan.cue.alternate) { //? Cue.times|Cue.whileWaiting Cue.alternate
      part = 1.0 - part; //? Cue.times|Cue.whileWaiting Cue.alternate
    } //? Cue.times|Cue.whileWaiting Cue.alternate
    return part; //? Cue.times|Cue.whileWaiting
  } //? Cue.times|Cue.whileWaiting
}

/// What moves of one layer: of each property in the order of time.
class _Lane {
  List<_Segment> segments = [];
}

/// The launch with absolute times, for what is known of the gates so far: made anew when a gate opens, without a jump.
/// `openingEnd`: when the app's first own frame was drawn. `opened`: when each gate was opened, or NEVER.
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
    beatStart = List<int>.filled(timing.beats.length, 0); //? GateStart.beat|Cue.dropped|Cue.bySystem
    beatEnd = List<int>.filled(timing.beats.length, 0);
    gateOpen = opened;
    gateOpen = List<int>.filled(opened.length, launchNever); //? Gate.rules
    gateStart = List<int>.filled(opened.length, launchNever); //? LayerKind.progress
    decidedAt = openingEnd;
    _gateTimedOut = List<bool>.filled(opened.length, false); //? GateTiming.timeOut
    for (final LaunchCue it in timing.cues) {
      _plans.add(_CuePlan(it));
    }
    for (final _CuePlan it in _plans) { //? Cue.hangs
      it.hangs = _waitsForEnd(it.cue); //? Cue.hangs
    } //? Cue.hangs
    for (int i = 0; i < timing.layers.length; i++) {
      _lanes.add(_Lane());
    }
    int now = 0;
    for (int i = 0; i < beatEnd.length; i++) {
      _reached = i; //? GateStart.beat
      if (outcome == LaunchOutcome.message) { //? Outcome.message
        now = launchNever; //? Outcome.message
      } //? Outcome.message
      beatStart[i] = now; //? GateStart.beat|Cue.dropped|Cue.bySystem
      beatEnd[i] = now;
      _runBeat(i, now);
      _dropCues(i); //? Cue.dropped|Cue.bySystem
      now = beatEnd[i];
    }
    _resolveGates(); //? Gate.rules
    _fillLanes();
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
  late final List<int> beatStart; //? GateStart.beat|Cue.dropped|Cue.bySystem
  late final List<int> beatEnd;
  LaunchOutcome outcome = LaunchOutcome.complete;
  int outcomeAt = launchNever;
  /// When the outcome is settled: with the last wait, or with the first frame. NEVER: it is not yet known.
  late int decidedAt;
  late List<int> gateOpen;
  late List<int> gateStart; //? LayerKind.progress
  late final List<bool> _gateTimedOut; //? GateTiming.timeOut
  final List<_CuePlan> _plans = [];
  final List<_Lane> _lanes = [];
  final LaunchLayerState _groupState = LaunchLayerState(); //? Layer.parent
  int _reached = 0; //? GateStart.beat

  /// When the first screen can be used, or NEVER as far as is known.
  int shown() {
    if (outcome == LaunchOutcome.message) return launchNever; //? Outcome.message
    return beatEnd[beatEnd.length - 1];
  }
//? player.stillness
  /// From `t` on nothing moves before the time given; `t` itself if something does. //? player.stillness
  double stillUntil(double t) { //? player.stillness
    double until = 1.0 * launchNever.toDouble(); //? player.stillness
    for (final _CuePlan it in _plans) { //? player.stillness
      if (it.rests().toDouble() <= t || _tracksOf(it.cue).length == 0) continue; //? player.stillness
      if (it.start.toDouble() <= t) return t; //? player.stillness
      until = min(until, it.start.toDouble()); //? player.stillness
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
    for (final _Segment segment in _lanes[layer].segments) { //? player.edges
      if (segment.track.property != property || segment.plan.start >= launchNever) continue; //? player.edges
      for (final double it in segment.keyTimes(until)) { //? player.edges
        edges.add(it); //? player.edges
      } //? player.edges
    } //? player.edges
    return edges; //? player.edges
  } //? player.edges
//? Property.reveal player.shapes
  /// The shape by which the layer is uncovered, if some cue does that. //? Property.reveal player.shapes
  LaunchRevealShape? revealOf(int layerIndex) { //? Property.reveal player.shapes
    for (final _Segment it in _lanes[layerIndex].segments) { //? Property.reveal player.shapes
      final LaunchRevealShape? shape = it.plan.cue.reveal; //? Property.reveal player.shapes
      if (shape != null && it.track.property == LaunchProperty.reveal && it.plan.start < launchNever) return shape; //? Property.reveal player.shapes
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
//? player.pace
  /// Lengths of the show at the pace the system asks for; gates keep their time. //? player.pace
  int _paced(int length) => (length.toDouble() * pace + 0.5).floorToDouble().toInt(); //? player.pace
//? StartKind.hot|StartKind.recreated
  bool _isInMemory() => start == LaunchStartKind.hot || start == LaunchStartKind.recreated; //? StartKind.hot|StartKind.recreated

  void _runBeat(int i, int now) {
    final LaunchBeat beat = timing.beats[i];
    if (!_plays(beat)) return _skipCues(i, now); //? Beat.plays
    if (now >= launchNever) return;
    _placeCues(i, now, launchNever, false);
    beatEnd[i] = now + beat.length; //? player.steady
    beatEnd[i] = now + _paced(beat.length); //? player.pace
    if (beat.length < 0) { //? Beat.open
      beatEnd[i] = _lastCueEnd(i, now); //? Beat.open
    } //? Beat.open
    if (beat.kind == LaunchBeatKind.opening) { //? BeatKind.opening
      beatEnd[i] = openingEnd; //? BeatKind.opening
    } //? BeatKind.opening
    if (beat.kind == LaunchBeatKind.wait) { //? BeatKind.wait
      _runWait(i, now); //? BeatKind.wait
    } //? BeatKind.wait
    _placeCues(i, now, beatEnd[i], true); //? Cue.hangs
    if (beat.kind == LaunchBeatKind.opening) { //? Opening.cues
      _endOpening(i); //? Opening.cues
    } //? Opening.cues
    if (beat.yields != LaunchYield.never && (beat.kind == LaunchBeatKind.play || beat.kind == LaunchBeatKind.hold)) { //? Beat.yields
      _resolveGates(); //? Beat.yields Gate.rules
      final int ready = _neededReady(); //? Beat.yields
      if (ready < beatEnd[i]) { //? Beat.yields
        _yieldAt(i, max(ready, now)); //? Beat.yields
      } //? Beat.yields
    } //? Beat.yields
  }

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
      it.start = max(earliest, base + cue.offset); //? player.steady
      it.start = max(earliest, base + _paced(cue.offset)); //? player.pace
      if (base >= launchNever) { //? Cue.hangs
        it.start = launchNever; //? Cue.hangs
      } //? Cue.hangs
      it.length = cue.length; //? player.steady
      it.length = max(1, _paced(cue.length)); //? player.pace
      int all = it.length;
      all *= cue.times; //? Cue.times
      if (cue.whileWaiting) { //? Cue.whileWaiting
        all = launchNever; //? Cue.whileWaiting
      } //? Cue.whileWaiting
      it.stop = min(launchNever, it.start + all);
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
//? Beat.plays
  /// What does not play in this launch is at its end as soon as it is reached. //? Beat.plays
  void _skipCues(int beat, int at) { //? Beat.plays
    for (final _CuePlan it in _plans) { //? Beat.plays
      if (it.cue.beat != beat) continue; //? Beat.plays
      it.skip(at, at); //? Beat.plays
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
      it.skip(beatStart[i], beatStart[i]); //? Cue.dropped|Cue.bySystem
      it.never = true; //? Cue.dropped|Cue.bySystem
    } //? Cue.dropped|Cue.bySystem
  } //? Cue.dropped|Cue.bySystem
//? Opening.cues
  /// The system plays the opening; when the app draws for the first time, its cues are at their end. //? Opening.cues
  void _endOpening(int i) { //? Opening.cues
    for (final _CuePlan it in _plans) { //? Opening.cues
      if (it.cue.beat != i || it.stop <= openingEnd) continue; //? Opening.cues
      it.stop = max(it.start, openingEnd); //? Opening.cues
      it.settle = 1; //? Opening.cues
    } //? Opening.cues
  } //? Opening.cues
//? GateStart.beat
  /// When a beat began, or NEVER as far as the beats are worked out. //? GateStart.beat
  int _reachedAt(int beat) => beat <= _reached ? beatStart[beat] : launchNever; //? GateStart.beat
//? Gate.rules
  void _resolveGates() { //? Gate.rules
    for (int i = 0; i < gateOpen.length; i++) { //? Gate.rules
      int g = i; //? Gate.rules
      final List<int> order = timing.gateOrder; //? Gate.rules Gate.order
      if (order.length > 0) { //? Gate.rules Gate.order
        g = order[i]; //? Gate.rules Gate.order
      } //? Gate.rules Gate.order
      final LaunchGateTiming gate = timing.gates[g]; //? Gate.rules GateStart.firstFrame|GateStart.beat|GateTiming.needs|GateTiming.timeOut
      int from = 0; //? Gate.rules
      if (gate.start == LaunchGateStart.firstFrame) { //? Gate.rules GateStart.firstFrame
        from = beatEnd[0]; //? Gate.rules GateStart.firstFrame
      } //? Gate.rules GateStart.firstFrame
      if (gate.start == LaunchGateStart.beat) { //? Gate.rules GateStart.beat
        from = _reachedAt(gate.beat); //? Gate.rules GateStart.beat
      } //? Gate.rules GateStart.beat
      if (_isInMemory()) { //? Gate.rules StartKind.hot|StartKind.recreated
        from = 0; //? Gate.rules StartKind.hot|StartKind.recreated
      } //? Gate.rules StartKind.hot|StartKind.recreated
      for (final int need in gate.needs) { //? Gate.rules GateTiming.needs
        from = max(from, gateOpen[need]); //? Gate.rules GateTiming.needs
      } //? Gate.rules GateTiming.needs
      gateStart[g] = from; //? Gate.rules LayerKind.progress
      int open = max(from, opened[g]); //? Gate.rules
      if (_isInMemory()) { //? Gate.rules StartKind.hot|StartKind.recreated
        open = from; //? Gate.rules StartKind.hot|StartKind.recreated
      } //? Gate.rules StartKind.hot|StartKind.recreated
      gateOpen[g] = min(open, launchNever); //? Gate.rules
      int latest = min(launchNever, from + gate.timeOut); //? Gate.rules GateTiming.timeOut
      final bool again = gate.onTimeOut == LaunchOutcome.message || latest >= messageAt; //? Gate.rules GateTiming.timeOut player.retry
      if (again) { //? Gate.rules GateTiming.timeOut player.retry
        latest = min(launchNever, max(from, retriedAt) + gate.timeOut); //? Gate.rules GateTiming.timeOut player.retry
      } //? Gate.rules GateTiming.timeOut player.retry
      _gateTimedOut[g] = open > latest; //? Gate.rules GateTiming.timeOut
      gateOpen[g] = min(open, latest); //? Gate.rules GateTiming.timeOut
    } //? Gate.rules
  } //? Gate.rules
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
//? BeatKind.wait
  void _runWait(int i, int now) { //? BeatKind.wait
    final LaunchBeat beat = timing.beats[i]; //? BeatKind.wait Beat.gates|GateTiming.optional|Beat.atLeast|Beat.atMost
    _resolveGates(); //? BeatKind.wait Gate.rules
    int end = now; //? BeatKind.wait
    int least = beat.atLeast; //? BeatKind.wait Beat.atLeast
    least = _paced(least); //? BeatKind.wait Beat.atLeast player.pace
    end = max(end, now + least); //? BeatKind.wait Beat.atLeast
    for (int g = 0; g < gateOpen.length; g++) { //? BeatKind.wait
      if (!_needs(beat, g)) continue; //? BeatKind.wait Beat.gates|GateTiming.optional
      end = max(end, gateOpen[g]); //? BeatKind.wait
    } //? BeatKind.wait
    beatEnd[i] = end; //? BeatKind.wait
    int latest = min(launchNever, now + beat.atMost); //? BeatKind.wait Beat.atMost
    final bool again = latest >= messageAt; //? BeatKind.wait Beat.atMost player.retry
    if (again) { //? BeatKind.wait Beat.atMost player.retry
      latest = min(launchNever, max(now, retriedAt) + beat.atMost); //? BeatKind.wait Beat.atMost player.retry
    } //? BeatKind.wait Beat.atMost player.retry
    beatEnd[i] = min(end, latest); //? BeatKind.wait Beat.atMost
    _endRepeats(i); //? BeatKind.wait Cue.whileWaiting
    if (beatEnd[i] > latest) { //? BeatKind.wait Cue.whileWaiting RepeatEnd.finish Beat.atMost
      _cutRepeats(i, latest); //? BeatKind.wait Cue.whileWaiting RepeatEnd.finish Beat.atMost
    } //? BeatKind.wait Cue.whileWaiting RepeatEnd.finish Beat.atMost
    decidedAt = beatEnd[i]; //? BeatKind.wait
    if (end > latest) { //? BeatKind.wait Beat.atMost
      _decide(beat.onTimeOut, decidedAt); //? BeatKind.wait Beat.atMost
    } //? BeatKind.wait Beat.atMost
    for (int g = 0; g < gateOpen.length; g++) { //? BeatKind.wait GateTiming.timeOut
      if (!_needs(beat, g)) continue; //? BeatKind.wait GateTiming.timeOut Beat.gates|GateTiming.optional
      final bool isLate = _gateTimedOut[g] && gateOpen[g] <= decidedAt; //? BeatKind.wait GateTiming.timeOut
      if (isLate) { //? BeatKind.wait GateTiming.timeOut
        _decide(timing.gates[g].onTimeOut, decidedAt); //? BeatKind.wait GateTiming.timeOut
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
    int blend = beat.blend; //? Beat.yields
    blend = _paced(blend); //? Beat.yields player.pace
    if (!blends) { //? Beat.yields
      blend = 0; //? Beat.yields
    } //? Beat.yields
    beatEnd[i] = min(beatEnd[i], at + blend); //? Beat.yields
    final int end = beatEnd[i]; //? Beat.yields
    for (final _CuePlan it in _plans) { //? Beat.yields
      if (it.cue.beat != i) continue; //? Beat.yields
      if (it.start >= at) { //? Beat.yields
        it.skip(at, end); //? Beat.yields
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
        it.skip(end, end); //? Cue.whileWaiting
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
//? Cue.whileWaiting RepeatEnd.finish Beat.atMost
  /// Nothing goes on longer than the wait may. //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
  void _cutRepeats(int i, int latest) { //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
    beatEnd[i] = latest; //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
    for (final _CuePlan it in _plans) { //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
      if (it.cue.beat == i && it.cue.whileWaiting && it.stop > latest) { //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
        _cut(it, latest); //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
      } //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
    } //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
  } //? Cue.whileWaiting RepeatEnd.finish Beat.atMost
//? Cue.whileWaiting
  void _cut(_CuePlan it, int at) { //? Cue.whileWaiting
    it.stop = at; //? Cue.whileWaiting
    if (at >= launchNever || it.cue.end != LaunchRepeatEnd.settle) return; //? Cue.whileWaiting RepeatEnd.settle
    it.settle = max(1, it.cue.settle); //? Cue.whileWaiting RepeatEnd.settle player.steady
    it.settle = max(1, _paced(it.cue.settle)); //? Cue.whileWaiting RepeatEnd.settle player.pace
  } //? Cue.whileWaiting

  List<LaunchTrack> _tracksOf(LaunchCue cue) {
    if (reducedMotion) return cue.calm ?? cue.moves; //? Cue.calm
    return cue.moves;
  }

  void _fillLanes() {
    for (final int c in timing.cueOrder) { //? Cue.again|Beat.yields
      final _CuePlan before = _CuePlan(timing.cues[c]); //? Cue.again|Beat.yields
      before.never = _plans[c].never; //? Cue.again|Beat.yields Beat.plays|Cue.dropped|Cue.bySystem
      if (before.cue.adds) continue; //? Cue.again|Beat.yields Cue.adds
      final int layer = before.cue.layer; //? Cue.again|Beat.yields
      for (final LaunchTrack it in _tracksOf(before.cue)) { //? Cue.again|Beat.yields
        _lanes[layer].segments.add(_Segment(before, it, _neutral(it.property))); //? Cue.again|Beat.yields
      } //? Cue.again|Beat.yields
    } //? Cue.again|Beat.yields
    List<_CuePlan> order = _plans;
    if (timing.cueOrder.length > 0) { //? Cue.again
      order = _inOrderOfTime(); //? Cue.again
    } //? Cue.again
    for (final _CuePlan plan in order) {
      final _Lane lane = _lanes[plan.cue.layer];
      for (final LaunchTrack it in _tracksOf(plan.cue)) {
        double found = _neutral(it.property);
        final int before = _ruling(plan.cue.layer, it.property, plan.start.toDouble()); //? Cue.again|Beat.yields
        bool follows = before >= 0 && lane.segments[before].plan.start < launchNever; //? Cue.again|Beat.yields
        if (before >= 0 && plan.blends) { //? Beat.yields
          follows = true; //? Beat.yields
        } //? Beat.yields
        if (follows) { //? Cue.again|Beat.yields
          found = lane.segments[before].valueAt(plan.start.toDouble()); //? Cue.again|Beat.yields
        } //? Cue.again|Beat.yields
        if (plan.cue.adds) { //? Cue.adds
          found = _neutral(it.property); //? Cue.adds
        } //? Cue.adds
        lane.segments.add(_Segment(plan, it, found));
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

  /// What rules a property at a moment: what began last, or else what begins first.
  int _ruling(int layer, LaunchProperty property, double t) {
    final List<_Segment> segments = _lanes[layer].segments;
    int found = -1;
    for (int i = 0; i < segments.length; i++) {
      if (segments[i].track.property != property) continue;
      if (segments[i].plan.cue.adds) continue; //? Cue.adds
      if (found < 0 || segments[i].plan.start.toDouble() <= t) {
        found = i;
      }
    }
    return found;
  }

  double value(int layer, LaunchProperty property, double t) {
    final List<_Segment> segments = _lanes[layer].segments;
    final int i = _ruling(layer, property, t);
    double sum = i < 0 ? _neutral(property) : segments[i].valueAt(t);
    for (final _Segment it in segments) { //? Cue.adds
      if (!it.plan.cue.adds || it.track.property != property || it.plan.start.toDouble() > t) continue; //? Cue.adds
      sum += it.valueAt(t) - _neutral(property); //? Cue.adds
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
    state.reveal = _within(value(layerIndex, LaunchProperty.reveal, t)); //? Property.reveal
    state.revealShape = null; //? Property.reveal
    final int reveal = _ruling(layerIndex, LaunchProperty.reveal, t); //? Property.reveal
    if (reveal >= 0) { //? Property.reveal
      state.revealShape = _lanes[layerIndex].segments[reveal].plan.cue.reveal; //? Property.reveal
    } //? Property.reveal
    state.draw = _within(value(layerIndex, LaunchProperty.draw, t)); //? Property.draw
    final int draw = _ruling(layerIndex, LaunchProperty.draw, t); //? Property.draw
    if (draw >= 0) { //? Property.draw
      state.fillFrom = _lanes[layerIndex].segments[draw].plan.cue.fillFrom; //? Property.draw
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
  if (screen.width > screen.height) return layer.landscape ?? layer.place; //? Layer.landscape
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
