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

//?{ Track.easing|Track.easings
/// Progress in, progress out: a cubic curve, steps, straight pieces, a ball that bounces, or a spring.
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
//?}

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

//?{ Property.reveal
/// An opening circle (`iris`, centre in fractions of the box) or a wipe (direction as a unit vector).
class LaunchRevealShape {
  const LaunchRevealShape({
    this.iris = false,
    required this.x,
    required this.y,
  });

  final bool iris;
  final double x;
  final double y;
}
//?}

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
//?{ Place.safe
    this.left = 0.0,
    this.top = 0.0,
    this.right = 0.0,
    this.bottom = 0.0,
//?}
  });

  final double width;
  final double height;
//?{ Place.safe
  final double left;
  final double top;
  final double right;
  final double bottom;
//?}
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
//?{ Property.reveal
  double reveal = 1.0;
  LaunchRevealShape? revealShape;
//?}
//?{ Property.draw
  double draw = 1.0;
  double fillFrom = 0.6;
//?}
  double progress = 0.0; //? LayerKind.progress
  double clip = 0.0; //? LayerKind.clip
//?{ Layer.parent
  /// Its groups' doing, x' = a x + c y + e, y' = b x + d y + f, applied last.
  List<double> outer = [1.0, 0.0, 0.0, 1.0, 0.0, 0.0];
//?}
}

double _within(double value) => min(1.0, max(0.0, value));

//?{ BeatKind.wait
//?{ Beat.atMost|GateTiming.timeOut
int _rank(LaunchOutcome outcome) {
  if (outcome == LaunchOutcome.message) return 3; //? Outcome.message
  if (outcome == LaunchOutcome.offline) return 2; //? Outcome.offline
  return outcome == LaunchOutcome.wentOn ? 1 : 0;
}
//?}
//?}

/// What a property is where nothing says anything else.
double _neutral(LaunchProperty property) {
  if (property == LaunchProperty.opacity || property == LaunchProperty.scale) return 1.0;
  if (property == LaunchProperty.scaleX) return 1.0; //? Property.scaleX
  if (property == LaunchProperty.scaleY) return 1.0; //? Property.scaleY
  if (property == LaunchProperty.reveal) return 1.0; //? Property.reveal
  if (property == LaunchProperty.draw) return 1.0; //? Property.draw
  return 0.0;
}

//?{ Track.easing|Track.easings
double _cubic(double a, double b, double s) {
  final double r = 1.0 - s;
  return 3.0 * r * r * s * a + 3.0 * r * s * s * b + s * s * s;
}
//?}

//?{ Track.easing|Track.easings
double _eased(LaunchEasing easing, double x) {
//?{ Easing.steps
  if (easing.steps > 0) {
    double step = (_within(x) * easing.steps.toDouble() + 1e-12).floorToDouble();
//?{ Easing.atStart
    if (easing.atStart) {
      step += 1.0;
    }
//?}
    return _within(step / easing.jumps.toDouble());
  }
//?}
  if (easing.stops.length > 0) return _onStops(easing.stops, x); //? Easing.stops
  if (x <= 0.0 || x >= 1.0) return _within(x);
  if (easing.bounces > 0) return _bounced(easing, x); //? Easing.bounces
  if (easing.swing > 0.0) return 1.0 - _swung(easing, x) + _swung(easing, 1.0) * x; //? Easing.swing
  double s = x;
  double half = 0.5;
  double low = 0.0;
  while (half > 1e-9) {
    s = low + half;
    if (_cubic(easing.x1, easing.x2, s) < x) {
      low = s;
    }
    half /= 2.0;
  }
  return _cubic(easing.y1, easing.y2, s);
}
//?}

//?{ Easing.bounces
/// Each bounce keeps a part of the speed; the distance grows with the square of the time.
double _bounced(LaunchEasing easing, double x) {
  double speed = 1.0;
  double total = 1.0;
  for (int i = 0; i < easing.bounces; i++) {
    speed *= easing.restitution;
    total += 2.0 * speed;
  }
  double t = x * total;
  speed = 1.0;
  while (t > speed) {
    t -= speed;
    speed *= easing.restitution;
    t -= speed;
  }
  return 1.0 - speed * speed + t * t;
}
//?}

//?{ Easing.swing
/// How far a spring is from its rest.
double _swung(LaunchEasing easing, double x) {
  final double swing = easing.swing;
  final double decay = easing.decay;
  return exp(0.0 - decay * x) * (cos(swing * x) + decay / swing * sin(swing * x));
}
//?}

//?{ Easing.stops
double _onStops(List<double> stops, double x) {
  if (x <= stops[0]) return stops[1];
  int i = 2;
  while (i < stops.length && stops[i] <= x) {
    i += 2;
  }
  if (i >= stops.length) return stops[stops.length - 1];
  final double part = (x - stops[i - 2]) / (stops[i] - stops[i - 2]);
  return stops[i - 1] + (stops[i + 1] - stops[i - 1]) * part;
}
//?}

/// When a cue plays in this launch. `skips`: it goes straight to its end, from what is there if it `blends`.
class _CueTiming {
  _CueTiming(this.cue) {
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
//?{ Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting

  void skip(int from, int to) {
    start = from;
    stop = to;
    skips = true;
    settle = 0; //? Opening.cues|Beat.yields|RepeatEnd.settle
    blends = false; //? Beat.yields
  }
//?}

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

  final _CueTiming plan;
  final LaunchTrack track;
  final double found;

  double _key(int i) {
    final double value = track.values[i];
//?{ Track.onTop
    final bool isOnTop = i < track.onTop;
    if (isOnTop && _neutral(track.property) == 1.0) return found * value;
    if (isOnTop) return found + value;
//?}
    return value;
  }
//?{ Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting|Opening.cues|RepeatEnd.settle

  double _end() {
//?{ Cue.alternate
    bool even = false;
//?{ Cue.times
    if (plan.cue.times % 2 == 0) {
      even = true;
    }
//?}
//?{ Cue.whileWaiting
    if (plan.cue.whileWaiting) {
      even = true;
    }
//?}
    if (plan.cue.alternate && even) return _key(0);
//?}
    return _key(track.values.length - 1);
  }
//?}
//?{ player.edges

  /// When its keys come, in each round it plays before `until`.
  List<double> keyTimes(double until) {
    final List<double> edges = [];
    edges.add(plan.start.toDouble());
    edges.add(plan.stop.toDouble());
    edges.add(plan.rests().toDouble());
    final double stop = min(until, 1.0 * plan.stop.toDouble());
    int length = plan.length;
//?{ Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
    if (plan.skips) {
      length = plan.stop - plan.start;
    }
//?}
    double round = 1.0 * plan.start.toDouble();
    while (round < stop && length > 0) {
      for (final double it in track.at) {
        edges.add(round + it * length.toDouble());
      }
      round += length.toDouble();
    }
    return edges;
  }
//?}

  double valueAt(double t) {
    final int start = plan.start;
    final int stop = plan.stop;
    if (plan.never) return _end(); //? Beat.plays|Cue.dropped|Cue.bySystem
    if (t < start.toDouble()) return _key(0);
    if (plan.skips) return _skipped(t); //? Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting
//?{ Opening.cues|Beat.yields|RepeatEnd.settle
    final int settle = plan.settle;
    if (settle > 0 && t >= stop.toDouble()) {
      final double from = _during((stop - start).toDouble());
      return from + (_end() - from) * _within((t - stop.toDouble()) / settle.toDouble());
    }
//?}
    return _during(min(t, stop.toDouble()) - start.toDouble());
  }
//?{ Beat.plays|Cue.dropped|Cue.bySystem|Beat.yields|Cue.whileWaiting

  double _skipped(double t) {
    double from = _end();
//?{ Beat.yields
    if (plan.blends) {
      from = found;
    }
//?}
    final int length = plan.stop - plan.start;
    final double part = length > 0 ? _within((t - plan.start.toDouble()) / length.toDouble()) : 1.0;
    return from + (_end() - from) * part;
  }
//?}

  double _during(double local) {
    final int length = plan.length;
    final List<double> keys = track.at;
    double part = length > 0 ? _within(local / length.toDouble()) : 1.0;
//?{ Cue.times|Cue.whileWaiting
    if (length > 0 && local >= length.toDouble()) {
      part = _inRound(local / length.toDouble());
    }
//?}
    int i = 1;
    while (i < keys.length - 1 && keys[i] <= part) {
      i++;
    }
    final double width = keys[i] - keys[i - 1];
    double between = width > 0.0 ? _within((part - keys[i - 1]) / width) : 1.0;
//?{ Track.easing
    final LaunchEasing? easing = track.easing;
    if (easing != null) {
      between = _eased(easing, between);
    }
//?}
//?{ Track.easings
    final List<LaunchEasing> easings = track.easings;
    if (easings.length > 0) {
      between = _eased(easings[i - 1], between);
    }
//?}
    return _key(i - 1) + (_key(i) - _key(i - 1)) * between;
  }
//?{ Cue.times|Cue.whileWaiting

  /// Which part of its round is played after so many of them; the last one stays at its end.
  double _inRound(double rounds) {
    double round = rounds.floorToDouble();
    double part = rounds - round;
    if (part == 0.0 && rounds * plan.length.toDouble() >= (plan.stop - plan.start).toDouble()) {
      round -= 1.0;
      part = 1.0;
    }
//?{ Cue.alternate
    if (round % 2.0 == 1.0 && plan.cue.alternate) {
      part = 1.0 - part;
    }
//?}
    return part;
  }
//?}
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
//?{ player.retry
    this.messageAt,
    this.retriedAt,
//?}
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
      _plans.add(_CueTiming(it));
    }
//?{ Cue.hangs
    for (final _CueTiming it in _plans) {
      it.hangs = _waitsForEnd(it.cue);
    }
//?}
    for (int i = 0; i < timing.layers.length; i++) {
      _lanes.add(_Lane());
    }
    int now = 0;
    for (int i = 0; i < beatEnd.length; i++) {
      _reached = i; //? GateStart.beat
//?{ Outcome.message
      if (outcome == LaunchOutcome.message) {
        now = launchNever;
      }
//?}
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
//?{ player.retry
  final int messageAt;
  final int retriedAt;
//?}
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
  final List<_CueTiming> _plans = [];
  final List<_Lane> _lanes = [];
  final LaunchLayerState _groupState = LaunchLayerState(); //? Layer.parent
  int _reached = 0; //? GateStart.beat

  /// When the first screen can be used, or NEVER as far as is known.
  int shown() {
    if (outcome == LaunchOutcome.message) return launchNever; //? Outcome.message
    return beatEnd[beatEnd.length - 1];
  }
//?{ player.stillness

  /// From `t` on nothing moves before the time given; `t` itself if something does.
  double stillUntil(double t) {
    double until = 1.0 * launchNever.toDouble();
    for (final _CueTiming it in _plans) {
      if (it.rests().toDouble() <= t || _tracksOf(it.cue).length == 0) continue;
      if (it.start.toDouble() <= t) return t;
      until = min(until, it.start.toDouble());
    }
//?{ LayerKind.progress
    for (final LaunchLayer layer in timing.layers) {
      if (layer.kind == LaunchLayerKind.progress && _loaded(layer, t) < 1.0) return t;
    }
//?}
    for (final int it in beatEnd) {
      if (it.toDouble() > t) {
        until = min(until, it.toDouble());
      }
    }
    return until;
  }
//?}
//?{ player.edges

  /// When the keys of a property come, up to `until`; between them it runs along one curve. In no order.
  List<double> edgesOf(int layer, LaunchProperty property, double until) {
    final List<double> edges = [];
    for (final _Segment segment in _lanes[layer].segments) {
      if (segment.track.property != property || segment.plan.start >= launchNever) continue;
      for (final double it in segment.keyTimes(until)) {
        edges.add(it);
      }
    }
    return edges;
  }
//?}
//?{ Property.reveal
//?{ player.shapes

  /// The shapes by which the layer is uncovered, each once.
  List<LaunchRevealShape> revealsOf(int layerIndex) {
    final List<LaunchRevealShape> shapes = [];
    for (final _Segment it in _lanes[layerIndex].segments) {
      if (it.track.property != LaunchProperty.reveal) continue;
      final LaunchRevealShape? shape = it.plan.cue.reveal;
      if (shape != null) {
        bool isNew = true;
        for (final LaunchRevealShape known in shapes) {
          if (sameReveal(known, shape)) {
            isNew = false;
          }
        }
        if (isNew) {
          shapes.add(shape);
        }
      }
    }
    return shapes;
  }
//?}
//?}
//?{ Cue.hangs

  bool _waitsForEnd(LaunchCue cue) {
    if (cue.anchor == LaunchAnchor.beatEnd) return true; //? Anchor.beatEnd
//?{ Anchor.withCue|Anchor.afterCue
    if (cue.other >= 0) {
      final _CueTiming other = _plans[cue.other];
      if (other.cue.beat != cue.beat) return false;
      if (other.hangs) return true;
      if (cue.anchor == LaunchAnchor.afterCue && other.cue.whileWaiting) return true; //? Cue.whileWaiting Anchor.afterCue
    }
//?}
    return false;
  }
//?}
//?{ Beat.plays

  bool _plays(LaunchBeat beat) => beat.plays.contains(start);
//?}
//?{ player.pace

  /// Lengths of the show at the pace the system asks for; gates keep their time.
  int _paced(int length) => (length.toDouble() * pace + 0.5).floorToDouble().toInt();
//?}
//?{ StartKind.hot|StartKind.recreated

  bool _isInMemory() => start == LaunchStartKind.hot || start == LaunchStartKind.recreated;
//?}

  void _runBeat(int i, int now) {
    final LaunchBeat beat = timing.beats[i];
    if (!_plays(beat)) return _skipCues(i, now); //? Beat.plays
    if (now >= launchNever) return;
    _placeCues(i, now, launchNever, false);
    beatEnd[i] = now + beat.length; //? player.steady
    beatEnd[i] = now + _paced(beat.length); //? player.pace
//?{ Beat.open
    if (beat.length < 0) {
      beatEnd[i] = _lastCueEnd(i, now);
    }
//?}
//?{ BeatKind.opening
    if (beat.kind == LaunchBeatKind.opening) {
      beatEnd[i] = openingEnd;
    }
//?}
//?{ BeatKind.wait
    if (beat.kind == LaunchBeatKind.wait) {
      _runWait(i, now);
    }
//?}
    _placeCues(i, now, beatEnd[i], true); //? Cue.hangs
//?{ Opening.cues
    if (beat.kind == LaunchBeatKind.opening) {
      _endOpening(i);
    }
//?}
//?{ Beat.yields
    if (beat.yields != LaunchYield.never && (beat.kind == LaunchBeatKind.play || beat.kind == LaunchBeatKind.hold)) {
      _resolveGates(); //? Gate.rules
      final int ready = _neededReady();
      if (ready < beatEnd[i]) {
        _yieldAt(i, max(ready, now));
      }
    }
//?}
  }

  void _placeCues(int beat, int from, int end, bool hanging) {
    for (final _CueTiming it in _plans) {
      final LaunchCue cue = it.cue;
      if (cue.beat != beat) continue;
      if (it.hangs != hanging) continue; //? Cue.hangs
      int base = from;
//?{ Anchor.beatEnd
      if (cue.anchor == LaunchAnchor.beatEnd) {
        base = end;
      }
//?}
//?{ Anchor.withCue
      if (cue.anchor == LaunchAnchor.withCue) {
        base = _plans[cue.other].start;
      }
//?}
//?{ Anchor.afterCue
      if (cue.anchor == LaunchAnchor.afterCue) {
        base = _plans[cue.other].stop;
      }
//?}
      int earliest = from;
//?{ BeatKind.wait
//?{ Cue.hangs
      if (hanging && timing.beats[beat].kind == LaunchBeatKind.wait) {
        earliest = end;
      }
//?}
//?}
      it.start = max(earliest, base + cue.offset); //? player.steady
      it.start = max(earliest, base + _paced(cue.offset)); //? player.pace
//?{ Cue.hangs
      if (base >= launchNever) {
        it.start = launchNever;
      }
//?}
      it.length = cue.length; //? player.steady
      it.length = max(1, _paced(cue.length)); //? player.pace
      int all = it.length;
      all *= cue.times; //? Cue.times
//?{ Cue.whileWaiting
      if (cue.whileWaiting) {
        all = launchNever;
      }
//?}
      it.stop = min(launchNever, it.start + all);
    }
  }
//?{ Beat.open

  int _lastCueEnd(int beat, int from) {
    int end = from;
    for (final _CueTiming it in _plans) {
      if (it.cue.beat != beat || it.stop >= launchNever) continue;
      if (it.hangs) continue; //? Cue.hangs
      end = max(end, it.stop);
    }
    return end;
  }
//?}
//?{ Beat.plays

  /// What does not play in this launch is at its end as soon as it is reached.
  void _skipCues(int beat, int at) {
    for (final _CueTiming it in _plans) {
      if (it.cue.beat != beat) continue;
      it.skip(at, at);
      it.never = true;
    }
  }
//?}
//?{ Cue.dropped|Cue.bySystem

  /// What this platform does not play is at its end from the start.
  void _dropCues(int i) {
    for (final _CueTiming it in _plans) {
      bool dropped = false;
//?{ Cue.dropped
      if (it.cue.dropped) {
        dropped = true;
      }
//?}
//?{ Cue.bySystem
      if (it.cue.bySystem) {
        dropped = true;
      }
//?{ player.system
      if (it.cue.bySystem && systemMoves) {
        dropped = false;
      }
//?}
//?}
      if (it.cue.beat != i || !dropped) continue;
      it.skip(beatStart[i], beatStart[i]);
      it.never = true;
    }
  }
//?}
//?{ Opening.cues

  /// The system plays the opening; when the app draws for the first time, its cues are at their end.
  void _endOpening(int i) {
    for (final _CueTiming it in _plans) {
      if (it.cue.beat != i || it.stop <= openingEnd) continue;
      it.stop = max(it.start, openingEnd);
      it.settle = 1;
    }
  }
//?}
//?{ GateStart.beat

  /// When a beat began, or NEVER as far as the beats are worked out.
  int _reachedAt(int beat) => beat <= _reached ? beatStart[beat] : launchNever;
//?}
//?{ Gate.rules

  void _resolveGates() {
    for (int i = 0; i < gateOpen.length; i++) {
      int g = i;
//?{ Gate.order
      final List<int> order = timing.gateOrder;
      if (order.length > 0) {
        g = order[i];
      }
//?}
      final LaunchGateTiming gate = timing.gates[g]; //? GateStart.firstFrame|GateStart.beat|GateTiming.needs|GateTiming.timeOut
      int from = 0;
//?{ GateStart.firstFrame
      if (gate.start == LaunchGateStart.firstFrame) {
        from = beatEnd[0];
      }
//?}
//?{ GateStart.beat
      if (gate.start == LaunchGateStart.beat) {
        from = _reachedAt(gate.beat);
      }
//?}
//?{ StartKind.hot|StartKind.recreated
      if (_isInMemory()) {
        from = 0;
      }
//?}
//?{ GateTiming.needs
      for (final int need in gate.needs) {
        from = max(from, gateOpen[need]);
      }
//?}
      gateStart[g] = from; //? LayerKind.progress
      int open = max(from, opened[g]);
//?{ StartKind.hot|StartKind.recreated
      if (_isInMemory()) {
        open = from;
      }
//?}
      gateOpen[g] = min(open, launchNever);
//?{ GateTiming.timeOut
      int latest = min(launchNever, from + gate.timeOut);
//?{ player.retry
      final bool again = gate.onTimeOut == LaunchOutcome.message || latest >= messageAt;
      if (again) {
        latest = min(launchNever, max(from, retriedAt) + gate.timeOut);
      }
//?}
      _gateTimedOut[g] = open > latest;
      gateOpen[g] = min(open, latest);
//?}
    }
  }
//?}
//?{ BeatKind.wait
//?{ Beat.gates|GateTiming.optional

  bool _needs(LaunchBeat beat, int gate) {
    if (beat.gates.length > 0) return beat.gates.contains(gate); //? Beat.gates
    if (timing.gates[gate].optional) return false; //? GateTiming.optional
    return true;
  }
//?}
//?}
//?{ Beat.yields

  int _neededReady() {
    int ready = 0;
    for (int g = 0; g < gateOpen.length; g++) {
      bool waits = false;
      bool needed = false;
//?{ BeatKind.wait
      for (final LaunchBeat beat in timing.beats) {
        if (beat.kind != LaunchBeatKind.wait) continue;
        if (!_plays(beat)) continue; //? Beat.plays
        waits = true;
        if (!_needs(beat, g)) continue; //? Beat.gates|GateTiming.optional
        needed = true;
      }
//?}
      if (!waits) {
        needed = true;
      }
//?{ GateTiming.optional
      if (!waits && timing.gates[g].optional) {
        needed = false;
      }
//?}
      if (needed) {
        ready = max(ready, gateOpen[g]);
      }
    }
    return ready;
  }
//?}
//?{ BeatKind.wait

  void _runWait(int i, int now) {
    final LaunchBeat beat = timing.beats[i]; //? Beat.gates|GateTiming.optional|Beat.atLeast|Beat.atMost
    _resolveGates(); //? Gate.rules
    int end = now;
//?{ Beat.atLeast
    int least = beat.atLeast;
    least = _paced(least); //? player.pace
    end = max(end, now + least);
//?}
    for (int g = 0; g < gateOpen.length; g++) {
      if (!_needs(beat, g)) continue; //? Beat.gates|GateTiming.optional
      end = max(end, gateOpen[g]);
    }
    beatEnd[i] = end;
//?{ Beat.atMost
    int latest = min(launchNever, now + beat.atMost);
//?{ player.retry
    final bool again = latest >= messageAt;
    if (again) {
      latest = min(launchNever, max(now, retriedAt) + beat.atMost);
    }
//?}
    beatEnd[i] = min(end, latest);
//?}
//?{ Cue.whileWaiting
    _endRepeats(i);
//?{ RepeatEnd.finish
//?{ Beat.atMost
    if (beatEnd[i] > latest) {
      _cutRepeats(i, latest);
    }
//?}
//?}
//?}
    decidedAt = beatEnd[i];
//?{ Beat.atMost
    if (end > latest) {
      _decide(beat.onTimeOut, decidedAt);
    }
//?}
//?{ GateTiming.timeOut
    for (int g = 0; g < gateOpen.length; g++) {
      if (!_needs(beat, g)) continue; //? Beat.gates|GateTiming.optional
      final bool isLate = _gateTimedOut[g] && gateOpen[g] <= decidedAt;
      if (isLate) {
        _decide(timing.gates[g].onTimeOut, decidedAt);
      }
    }
//?}
  }
//?{ Beat.atMost|GateTiming.timeOut

  /// Of several outcomes the gravest counts, from when it was decided.
  void _decide(LaunchOutcome how, int at) {
    if (_rank(how) <= _rank(outcome)) return;
    outcome = how;
    outcomeAt = at;
  }
//?}
//?}
//?{ Beat.yields

  /// The beat is left early: cues to come blend to their ends, those that play settle there.
  void _yieldAt(int i, int ready) {
    final LaunchBeat beat = timing.beats[i];
    int at = ready;
    bool blends = false;
//?{ Yield.afterCues
    for (final _CueTiming it in _plans) {
      if (beat.yields != LaunchYield.afterCues || it.cue.beat != i) continue;
      if (it.start <= ready && it.stop > ready) {
        at = max(at, it.stop);
      }
    }
//?}
    at = min(at, beatEnd[i]);
    for (final _CueTiming it in _plans) {
      if (it.cue.beat == i && (it.start >= at || it.stop > at)) {
        blends = true;
      }
    }
    int blend = beat.blend;
    blend = _paced(blend); //? player.pace
    if (!blends) {
      blend = 0;
    }
    beatEnd[i] = min(beatEnd[i], at + blend);
    final int end = beatEnd[i];
    for (final _CueTiming it in _plans) {
      if (it.cue.beat != i) continue;
      if (it.start >= at) {
        it.skip(at, end);
        it.blends = true;
      } else {
        if (it.stop > at) {
          it.stop = at;
          it.settle = max(1, end - at);
        }
      }
    }
  }
//?}
//?{ Cue.whileWaiting

  void _endRepeats(int i) {
    final int end = beatEnd[i];
    if (end >= launchNever) return;
    for (final _CueTiming it in _plans) {
      if (it.cue.beat != i || !it.cue.whileWaiting || it.start >= launchNever) continue;
      if (it.start >= end) {
        it.skip(end, end);
        continue;
      }
      _cut(it, end);
//?{ RepeatEnd.finish
      if (it.cue.end == LaunchRepeatEnd.finish) {
        int cycle = it.length;
//?{ Cue.alternate
        if (it.cue.alternate) {
          cycle = it.length * 2;
        }
//?}
        it.stop = it.start + (((end - it.start + cycle - 1).toDouble()) / cycle.toDouble()).toInt() * cycle;
        beatEnd[i] = max(beatEnd[i], it.stop);
      }
//?}
    }
  }
//?{ RepeatEnd.finish
//?{ Beat.atMost

  /// Nothing goes on longer than the wait may.
  void _cutRepeats(int i, int latest) {
    beatEnd[i] = latest;
    for (final _CueTiming it in _plans) {
      if (it.cue.beat == i && it.cue.whileWaiting && it.stop > latest) {
        _cut(it, latest);
      }
    }
  }
//?}
//?}

  void _cut(_CueTiming it, int at) {
    it.stop = at;
//?{ RepeatEnd.settle
    if (at >= launchNever || it.cue.end != LaunchRepeatEnd.settle) return;
    it.settle = max(1, it.cue.settle); //? player.steady
    it.settle = max(1, _paced(it.cue.settle)); //? player.pace
//?}
  }
//?}

  List<LaunchTrack> _tracksOf(LaunchCue cue) {
    if (reducedMotion) return cue.calm ?? cue.moves; //? Cue.calm
    return cue.moves;
  }

  void _fillLanes() {
//?{ Cue.again|Beat.yields
    for (final int c in timing.cueOrder) {
      final _CueTiming before = _CueTiming(timing.cues[c]);
      before.never = _plans[c].never; //? Beat.plays|Cue.dropped|Cue.bySystem
      if (before.cue.adds) continue; //? Cue.adds
      final int layer = before.cue.layer;
      for (final LaunchTrack it in _tracksOf(before.cue)) {
        _lanes[layer].segments.add(_Segment(before, it, _neutral(it.property)));
      }
    }
//?}
    List<_CueTiming> order = _plans;
//?{ Cue.again
    if (timing.cueOrder.length > 0) {
      order = _inOrderOfTime();
    }
//?}
    for (final _CueTiming plan in order) {
      final _Lane lane = _lanes[plan.cue.layer];
      for (final LaunchTrack it in _tracksOf(plan.cue)) {
        double found = _neutral(it.property);
//?{ Cue.again|Beat.yields
        final int before = _ruling(plan.cue.layer, it.property, plan.start.toDouble());
        bool follows = before >= 0 && lane.segments[before].plan.start < launchNever;
//?}
//?{ Beat.yields
        if (before >= 0 && plan.blends) {
          follows = true;
        }
//?}
//?{ Cue.again|Beat.yields
        if (follows) {
          found = lane.segments[before].valueAt(plan.start.toDouble());
        }
//?}
//?{ Cue.adds
        if (plan.cue.adds) {
          found = _neutral(it.property);
        }
//?}
        lane.segments.add(_Segment(plan, it, found));
      }
    }
  }
//?{ Cue.again

  /// The cues by their start; those that start together as `cueOrder` says.
  List<_CueTiming> _inOrderOfTime() {
    final List<_CueTiming> order = [];
    for (final int c in timing.cueOrder) {
      final _CueTiming plan = _plans[c];
      order.add(plan);
      int i = order.length - 1;
      while (i > 0 && order[i - 1].start > plan.start) {
        order[i] = order[i - 1];
        i--;
      }
      order[i] = plan;
    }
    return order;
  }
//?}

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
//?{ Property.reveal|Property.draw
//?{ Cue.adds

  /// Of the cues laid over a property, which nothing rules, the one that began last, or else begins first.
  int _laidOver(int layer, LaunchProperty property, double t) {
    final List<_Segment> segments = _lanes[layer].segments;
    int found = -1;
    for (int i = 0; i < segments.length; i++) {
      if (segments[i].track.property != property) continue;
      if (found < 0 || segments[i].plan.start.toDouble() <= t) {
        found = i;
      }
    }
    return found;
  }
//?}
//?}

  double value(int layer, LaunchProperty property, double t) {
    final List<_Segment> segments = _lanes[layer].segments;
    final int i = _ruling(layer, property, t);
    double sum = i < 0 ? _neutral(property) : segments[i].valueAt(t);
//?{ Cue.adds
    for (final _Segment it in segments) {
      if (!it.plan.cue.adds || it.track.property != property || it.plan.start.toDouble() > t) continue;
      sum += it.valueAt(t) - _neutral(property);
    }
//?}
    return sum;
  }

  /// Fills `state` with what is seen of a layer at `t`.
  void stateAt(int layerIndex, double t, LaunchScreen screen, LaunchLayerState state) {
    own(layerIndex, t, screen, state);
//?{ Layer.parent
    for (int i = 0; i < 6; i++) {
      state.outer[i] = i == 0 || i == 3 ? 1.0 : 0.0;
    }
    int parent = timing.layers[layerIndex].parent;
    while (parent >= 0) {
      _joinGroup(parent, t, screen, state);
      parent = timing.layers[parent].parent;
    }
//?}
    if (state.opacity <= 0.0 || state.scaleX == 0.0 || state.scaleY == 0.0) {
      state.visible = false;
    }
//?{ Property.reveal
    if (state.reveal <= 0.0) {
      state.visible = false;
    }
//?}
//?{ LayerKind.group
    if (timing.layers[layerIndex].kind == LaunchLayerKind.group) {
      state.visible = false;
    }
//?}
  }
//?{ Layer.parent

  void _joinGroup(int index, double t, LaunchScreen screen, LaunchLayerState state) {
    final LaunchPlace? place = placeOn(timing.layers[index], screen);
    if (place == null) return;
    final LaunchLayerState group = _groupState;
    own(index, t, screen, group);
    if (!group.visible) {
      state.visible = false;
    }
    state.opacity *= group.opacity;
    final double radians = group.rotation * pi / 180.0;
    final double a = cos(radians) * group.scaleX;
    final double b = sin(radians) * group.scaleX;
    final double c = -sin(radians) * group.scaleY;
    final double d = cos(radians) * group.scaleY;
    final double restX = acrossOf(place, screen);
    final double restY = downOf(place, screen);
    for (int i = 0; i < 6; i += 2) {
      final double x = state.outer[i];
      final double y = state.outer[i + 1];
      state.outer[i] = a * x + c * y;
      state.outer[i + 1] = b * x + d * y;
    }
    state.outer[4] += group.x - a * restX - c * restY;
    state.outer[5] += group.y - b * restX - d * restY;
  }
//?}

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
//?{ Property.flip
    final double flip = value(layerIndex, LaunchProperty.flip, t);
    if (flip != 0.0) {
      final double narrowed = cos(flip * pi / 180.0);
      state.scaleX *= narrowed.abs() < 1e-9 ? 0.0 : narrowed;
    }
//?}
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
//?{ Property.travel
      final LaunchPlace? there = layer.destination;
      if (there != null) {
        _travel(there, place, value(layerIndex, LaunchProperty.travel, t), screen, state);
      }
//?}
      _turnAboutPivot(layer, state); //? Layer.pivotX|Layer.pivotY
    }
    state.x += value(layerIndex, LaunchProperty.x, t); //? Property.x
    state.y += value(layerIndex, LaunchProperty.y, t); //? Property.y
//?{ Property.panel
    if (layer.kind == LaunchLayerKind.backdrop) {
      final double panel = value(layerIndex, LaunchProperty.panel, t);
      state.height = screen.height + (layer.panelHeight - screen.height) * panel;
      state.y += (state.height - screen.height) / 2.0;
    }
//?}
//?{ Property.reveal
    state.reveal = _within(value(layerIndex, LaunchProperty.reveal, t));
    state.revealShape = null;
    int reveal = _ruling(layerIndex, LaunchProperty.reveal, t);
//?{ Cue.adds
    if (reveal < 0) {
      reveal = _laidOver(layerIndex, LaunchProperty.reveal, t);
    }
//?}
    if (reveal >= 0) {
      state.revealShape = _lanes[layerIndex].segments[reveal].plan.cue.reveal;
    }
//?}
//?{ Property.draw
    state.draw = _within(value(layerIndex, LaunchProperty.draw, t));
    int draw = _ruling(layerIndex, LaunchProperty.draw, t);
//?{ Cue.adds
    if (draw < 0) {
      draw = _laidOver(layerIndex, LaunchProperty.draw, t);
    }
//?}
    if (draw >= 0) {
      state.fillFrom = _lanes[layerIndex].segments[draw].plan.cue.fillFrom;
    }
//?}
    state.progress = layer.kind == LaunchLayerKind.progress ? _loaded(layer, t) : 0.0; //? LayerKind.progress
//?{ LayerKind.clip
//?{ Property.clip
    state.clip = _within(value(layerIndex, LaunchProperty.clip, t));
    final int steps = layer.frames - 1;
    if (steps > 0) {
      state.clip = (state.clip * steps.toDouble() + 1e-9).floorToDouble() / steps.toDouble();
    }
//?}
//?}
  }
//?{ Property.travel

  void _travel(LaunchPlace there, LaunchPlace place, double part, LaunchScreen screen, LaunchLayerState state) {
    state.x += (acrossOf(there, screen) - state.x) * part;
    state.y += (downOf(there, screen) - state.y) * part;
    state.rotation += (there.turn - place.turn) * part; //? Place.turn
    final double across = place.width > 0.0 ? there.width / place.width : 1.0;
    final double down = place.height > 0.0 ? there.height / place.height : 1.0;
    final double scale = 1.0 + (min(across, down) - 1.0) * part;
    state.scaleX *= scale;
    state.scaleY *= scale;
  }
//?}
//?{ Layer.pivotX|Layer.pivotY

  /// Scale and turn are about the box's middle; what a pivot elsewhere would do is a way of the middle.
  void _turnAboutPivot(LaunchLayer layer, LaunchLayerState state) {
    final double x = (layer.pivotX - 0.5) * state.width;
    final double y = (layer.pivotY - 0.5) * state.height;
    final double radians = state.rotation * pi / 180.0;
    state.x += x - (cos(radians) * state.scaleX * x - sin(radians) * state.scaleY * y);
    state.y += y - (sin(radians) * state.scaleX * x + cos(radians) * state.scaleY * y);
  }
//?}
//?{ LayerKind.progress

  /// An open gate counts whole, one that loads by its typical time, at most nine tenths.
  double _loaded(LaunchLayer layer, double t) {
    double sum = 0.0;
    int count = 0;
    for (int g = 0; g < gateOpen.length; g++) {
      final LaunchGateTiming gate = timing.gates[g]; //? GateTiming.optional|GateTiming.typical
      bool counts = true;
//?{ GateTiming.optional
      if (gate.optional) {
        counts = false;
      }
//?}
//?{ Layer.gates
      if (layer.gates.length > 0) {
        counts = layer.gates.contains(g);
      }
//?}
      if (!counts) continue;
      count++;
      final double taken = gateStart[g] >= launchNever ? 0.0 : max(0.0, t - gateStart[g].toDouble());
      int typical = 500;
      typical = max(1, gate.typical); //? GateTiming.typical
      sum += t >= gateOpen[g].toDouble() ? 1.0 : min(0.9, 0.9 * taken / typical.toDouble());
    }
    return count > 0 ? sum / count.toDouble() : 1.0;
  }
//?}
//?{ Layer.shown

  /// Some layers are seen in one outcome alone.
  bool _belongs(LaunchLayer layer, double t) {
    final bool decided = t >= outcomeAt.toDouble(); //? Shown.offline|Shown.message
//?{ Shown.offline
    final bool offline = decided && outcome == LaunchOutcome.offline;
    if (layer.shown == LaunchShown.offline) return offline;
//?}
    if (layer.shown == LaunchShown.message) return decided && outcome == LaunchOutcome.message; //? Shown.message
//?{ Shown.offline
    if (offline && layer.kind == LaunchLayerKind.firstScreen) {
      for (final LaunchLayer it in timing.layers) {
        if (it.kind == LaunchLayerKind.firstScreen && it.shown == LaunchShown.offline) return false;
      }
    }
//?}
    return true;
  }
//?}
}

bool sameReveal(LaunchRevealShape a, LaunchRevealShape b) => a.iris == b.iris && a.x == b.x && a.y == b.y; //? Property.reveal player.shapes

/// Where the layer stands, held this way.
LaunchPlace? placeOn(LaunchLayer layer, LaunchScreen screen) {
  if (screen.width > screen.height) return layer.landscape ?? layer.place; //? Layer.landscape
  return layer.place;
}

double acrossOf(LaunchPlace place, LaunchScreen screen) {
//?{ Place.safe
  final double free = screen.width - screen.left - screen.right;
  if (place.safe) return place.x + screen.left + free * place.across;
//?}
  return place.x + screen.width * place.across;
}

double downOf(LaunchPlace place, LaunchScreen screen) {
//?{ Place.safe
  final double free = screen.height - screen.top - screen.bottom;
  if (place.safe) return place.y + screen.top + free * place.down;
//?}
  return place.y + screen.height * place.down;
}
