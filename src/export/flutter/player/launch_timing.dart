// Part of your app: written by Scaena, yours without conditions (0BSD). It knows nothing of the
// screen, so that it can be tested anywhere. The next export replaces it for as long as you leave
// it unchanged.
import 'dart:math';

/// A time that is not reached; all are whole milliseconds after the start of the launch.
const int launchNever = 1000000000;

/// How long what is loaded takes to be shown as loaded, ms.
const int launchCatchup = 400;

enum LaunchBeatKind { opening, play, hold, wait, handOff }
enum LaunchYield { never, afterCues, atOnce }
enum LaunchGateStart { process, firstFrame, beat }
enum LaunchAnchor { beatStart, beatEnd, withCue, afterCue }
enum LaunchRepeatEnd { cut, finish, settle }
enum LaunchEasingKind { cubic, steps, stops, bounces, spring }
enum LaunchLayerKind { backdrop, art, firstScreen, progress, clip, group }
enum LaunchShown { always, offline, message }
enum LaunchProperty { opacity, x, y, xScreen, yScreen, xItself, yItself, xEdge, yEdge, scale, scaleX, scaleY, rotation, flip, reveal, draw, travel, panel, clip }

/// How it ends: with all, without, in the offline way, with a message; interrupted: before that was decided.
enum LaunchOutcome { complete, wentOn, offline, message, interrupted }

/// How it began: never before, in a new process, in one that was there, with all in memory, re-created.
enum LaunchStartKind { first, cold, warm, hot, recreated }

/// Progress in, progress out: a cubic curve, steps, straight pieces, a ball that bounces, or a spring.
class LaunchEasing {
  const LaunchEasing({
    this.kind = LaunchEasingKind.cubic,
    this.x1 = 0.0,
    this.y1 = 0.0,
    this.x2 = 1.0,
    this.y2 = 1.0,
    this.steps = 0,
    this.atStart = false,
    this.jumps = 1,
    this.stops = const [],
    this.bounces = 0,
    this.restitution = 0.0,
    this.swing = 0.0,
    this.decay = 0.0,
  });

  final LaunchEasingKind kind;
  final double x1;
  final double y1;
  final double x2;
  final double y2;
  final int steps;
  final bool atStart;
  final int jumps;
  final List<double> stops;
  final int bounces;
  final double restitution;
  final double swing;
  final double decay;
}

/// What a cue does to one property: `values` at parts of it, the first `onTop` of them on top of what was there.
class LaunchTrack {
  const LaunchTrack({
    required this.property,
    required this.values,
    this.at = const [0.0, 1.0],
    this.onTop = 0,
    this.easing,
    this.easings = const [],
  });

  final LaunchProperty property;
  final List<double> values;
  final List<double> at;
  final int onTop;
  final LaunchEasing? easing;
  final List<LaunchEasing> easings;
}

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

class LaunchBeat {
  const LaunchBeat({
    required this.kind,
    this.length = -1,
    this.gates = const [],
    this.atLeast = 0,
    this.atMost = launchNever,
    this.onTimeOut = LaunchOutcome.wentOn,
    this.yields = LaunchYield.never,
    this.blend = 120,
    this.plays = const [LaunchStartKind.first, LaunchStartKind.cold, LaunchStartKind.warm],
  });

  final LaunchBeatKind kind;
  final int length;
  final List<int> gates;
  final int atLeast;
  final int atMost;
  final LaunchOutcome onTimeOut;
  final LaunchYield yields;
  final int blend;
  final List<LaunchStartKind> plays;
}

class LaunchGateTiming {
  const LaunchGateTiming({
    required this.id,
    this.start = LaunchGateStart.process,
    this.beat = 0,
    this.needs = const [],
    this.timeOut = launchNever,
    this.onTimeOut = LaunchOutcome.wentOn,
    this.optional = false,
    this.typical = 500,
  });

  final String id;
  final LaunchGateStart start;
  final int beat;
  final List<int> needs;
  final int timeOut;
  final LaunchOutcome onTimeOut;
  final bool optional;
  final int typical;
}

/// What one layer does for a while. `calm`: what it does instead where people ask for less motion.
class LaunchCue {
  const LaunchCue({
    required this.layer,
    required this.beat,
    required this.length,
    required this.moves,
    this.calm,
    this.anchor = LaunchAnchor.beatStart,
    this.other = -1,
    this.offset = 0,
    this.times = 1,
    this.whileWaiting = false,
    this.alternate = false,
    this.end = LaunchRepeatEnd.cut,
    this.settle = 0,
    this.adds = false,
    this.systemUntil = -1,
    this.dropped = false,
    this.bySystem = false,
    this.reveal,
    this.fillFrom = 0.6,
  });

  final int layer;
  final int beat;
  final int length;
  final List<LaunchTrack> moves;
  final List<LaunchTrack>? calm;
  final LaunchAnchor anchor;
  final int other;
  final int offset;
  final int times;
  final bool whileWaiting;
  final bool alternate;
  final LaunchRepeatEnd end;
  final int settle;
  final bool adds;
  final int systemUntil;
  final bool dropped;
  final bool bySystem;
  final LaunchRevealShape? reveal;
  final double fillFrom;
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
    this.turn = 0.0,
    this.safe = false,
  });

  final double across;
  final double down;
  final double x;
  final double y;
  final double width;
  final double height;
  final double turn;
  final bool safe;
}

/// No place: the whole screen.
class LaunchLayer {
  const LaunchLayer({
    required this.kind,
    this.place,
    this.landscape,
    this.destination,
    this.panelHeight = 0.0,
    this.shown = LaunchShown.always,
    this.pivotX = 0.5,
    this.pivotY = 0.5,
    this.parent = -1,
    this.gates = const [],
    this.frames = 0,
  });

  final LaunchLayerKind kind;
  final LaunchPlace? place;
  final LaunchPlace? landscape;
  final LaunchPlace? destination;
  final double panelHeight;
  final LaunchShown shown;
  final double pivotX;
  final double pivotY;
  final int parent;
  final List<int> gates;
  final int frames;
}

/// The sequence as data; a cue comes after the one it hangs on. `cueOrder`: which comes first for a property.
class LaunchTiming {
  const LaunchTiming({
    required this.beats,
    required this.gates,
    required this.layers,
    required this.cues,
    this.gateOrder = const [],
    this.cueOrder = const [],
  });

  final List<LaunchBeat> beats;
  final List<LaunchGateTiming> gates;
  final List<LaunchLayer> layers;
  final List<LaunchCue> cues;
  final List<int> gateOrder;
  final List<int> cueOrder;
}

/// One launch, as far as it is known. `openingEnd`: when the app's first own frame was drawn. `opened`: when each gate was
/// opened, or NEVER. `messageAt`, `retriedAt`: when a message stood there, and when people tried again.
class LaunchConditions {
  const LaunchConditions({
    required this.start,
    required this.reducedMotion,
    required this.systemMoves,
    required this.messageAt,
    required this.retriedAt,
    required this.openingEnd,
    required this.opened,
  });

  final LaunchStartKind start;
  final bool reducedMotion;
  final bool systemMoves;
  final int messageAt;
  final int retriedAt;
  final int openingEnd;
  final List<int> opened;
}

/// The screen, and what the system's bars cover at its edges.
class LaunchScreen {
  const LaunchScreen({
    required this.width,
    required this.height,
    this.left = 0.0,
    this.top = 0.0,
    this.right = 0.0,
    this.bottom = 0.0,
  });

  final double width;
  final double height;
  final double left;
  final double top;
  final double right;
  final double bottom;
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
  double reveal = 1.0;
  LaunchRevealShape? revealShape;
  double draw = 1.0;
  double fillFrom = 0.6;
  double progress = 0.0;
  double clip = 0.0;
  /// Its groups' doing, x' = a x + c y + e, y' = b x + d y + f, applied last.
  List<double> outer = [1.0, 0.0, 0.0, 1.0, 0.0, 0.0];
}

double _within(double value) => min(1.0, max(0.0, value));

//? BeatKind.wait
int _rank(LaunchOutcome outcome) {
  if (outcome == LaunchOutcome.message) return 3;
  if (outcome == LaunchOutcome.offline) return 2;
  return outcome == LaunchOutcome.wentOn ? 1 : 0;
}

/// What a property is where nothing says anything else.
double _neutral(LaunchProperty property) {
  final bool isFactor = property == LaunchProperty.scale || property == LaunchProperty.scaleX || property == LaunchProperty.scaleY;
  final bool isPart = property == LaunchProperty.opacity || property == LaunchProperty.reveal || property == LaunchProperty.draw;
  return isFactor || isPart ? 1.0 : 0.0;
}

double eased(LaunchEasing easing, double x) {
  switch (easing.kind) {
    //? Easing.steps
    case LaunchEasingKind.steps:
      return _stepped(easing, x);
    //? Easing.stops
    case LaunchEasingKind.stops:
      return _onStops(easing.stops, x);
    //? Easing.bounces
    case LaunchEasingKind.bounces:
      return _bounced(easing, x);
    //? Easing.swing
    case LaunchEasingKind.spring:
      return _sprung(easing, x);
    default:
      return _curved(easing, x);
  }
}

double _cubic(double a, double b, double s) {
  final double r = 1.0 - s;
  return 3.0 * r * r * s * a + 3.0 * r * s * s * b + s * s * s;
}

double _curved(LaunchEasing easing, double x) {
  if (x <= 0.0 || x >= 1.0) return _within(x);
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

//? Easing.steps
double _stepped(LaunchEasing easing, double x) {
  double step = (_within(x) * easing.steps.toDouble() + 1e-12).floorToDouble();
  if (easing.atStart) {
    step += 1.0;
  }
  return _within(step / easing.jumps.toDouble());
}

//? Easing.bounces
/// Each bounce keeps a part of the speed; the distance grows with the square of the time.
double _bounced(LaunchEasing easing, double x) {
  if (x <= 0.0 || x >= 1.0) return _within(x);
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

//? Easing.swing
/// What is left of its swinging at the end is taken away by and by.
double _sprung(LaunchEasing easing, double x) {
  if (x <= 0.0 || x >= 1.0) return _within(x);
  return 1.0 - _swung(easing, x) + _swung(easing, 1.0) * x;
}

//? Easing.swing
/// How far a spring is from its rest.
double _swung(LaunchEasing easing, double x) {
  final double swing = easing.swing;
  final double decay = easing.decay;
  return exp(0.0 - decay * x) * (cos(swing * x) + decay / swing * sin(swing * x));
}

//? Easing.stops
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

/// When a cue plays in this launch. `skips`: it goes straight to its end, from what is there if it `blends`.
class _CueTiming {
  _CueTiming(this.cue) {
  }

  final LaunchCue cue;
  int start = launchNever;
  int stop = launchNever;
  int length = 1;
  int settle = 0;
  bool blends = false;
  bool skips = false;
  bool never = false;
  bool hangs = false;
  int pausedAt = launchNever;
  int paused = 0;

  /// How long it has been playing; not while it stands still because the system plays no more of it.
  double playedAt(double t) {
    if (t <= pausedAt.toDouble()) return t - start.toDouble();
    return max(1.0 * pausedAt.toDouble(), t - paused.toDouble()) - start.toDouble();
  }

  void skip(int from, int to) {
    start = from;
    stop = to;
    skips = true;
    settle = 0;
    blends = false;
  }

  /// When it has come to rest.
  int rests() => min(launchNever, stop + settle);
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
    if (i >= track.onTop) return value;
    return _neutral(track.property) == 1.0 ? found * value : found + value;
  }

  double _end() {
    final LaunchCue cue = plan.cue;
    final bool isBack = cue.alternate && (cue.whileWaiting || cue.times % 2 == 0);
    return _key(isBack ? 0 : track.values.length - 1);
  }

  double valueAt(double t) {
    final int start = plan.start;
    final int stop = plan.stop;
    if (plan.never) return _end();
    if (t < start.toDouble()) return _key(0);
    if (plan.skips) return _skipped(t);
    if (plan.settle > 0 && t >= stop.toDouble()) {
      final double from = _during(stop.toDouble());
      return from + (_end() - from) * _within((t - stop.toDouble()) / plan.settle.toDouble());
    }
    return _during(min(t, stop.toDouble()));
  }

  double _skipped(double t) {
    final double from = plan.blends ? found : _end();
    final int length = plan.stop - plan.start;
    final double part = length > 0 ? _within((t - plan.start.toDouble()) / length.toDouble()) : 1.0;
    return from + (_end() - from) * part;
  }

  double _during(double t) {
    final List<double> keys = track.at;
    final double part = _partAt(t);
    int i = 1;
    while (i < keys.length - 1 && keys[i] <= part) {
      i++;
    }
    final double width = keys[i] - keys[i - 1];
    double between = width > 0.0 ? _within((part - keys[i - 1]) / width) : 1.0;
    final LaunchEasing? easing = track.easing;
    if (easing != null) {
      between = eased(easing, between);
    }
    if (track.easings.length > 0) {
      between = eased(track.easings[i - 1], between);
    }
    return _key(i - 1) + (_key(i) - _key(i - 1)) * between;
  }

  /// Which part of its round is played then; the last round stays at its end.
  double _partAt(double t) {
    final double local = plan.playedAt(t);
    final int length = plan.length;
    if (local < length.toDouble()) return _within(local / length.toDouble());
    if (length <= 0) return 1.0;
    double round = (local / length.toDouble()).floorToDouble();
    double part = local / length.toDouble() - round;
    if (part == 0.0 && t >= plan.stop.toDouble()) {
      round -= 1.0;
      part = 1.0;
    }
    return plan.cue.alternate && round % 2.0 == 1.0 ? 1.0 - part : part;
  }
}

/// What moves of one layer: of each property in the order of time.
class _Lane {
  List<_Segment> segments = [];
  List<LaunchProperty> properties = [];

  void add(_Segment segment) {
    final LaunchProperty property = segment.track.property;
    segments.add(segment);
    if (properties.contains(property)) return;
    properties.add(property);
  }
}

/// The launch with absolute times: made anew when a gate opens, without a jump.
class LaunchSchedule {
  LaunchSchedule(this.timing, this.launch) {
    beatStart = List<int>.filled(timing.beats.length, 0);
    beatEnd = List<int>.filled(timing.beats.length, 0);
    gateOpen = List<int>.filled(timing.gates.length, launchNever);
    gateStart = List<int>.filled(timing.gates.length, launchNever);
    _gateTimedOut = List<bool>.filled(timing.gates.length, false);
    decidedAt = launch.openingEnd;
    for (final LaunchCue it in timing.cues) {
      _plans.add(_CueTiming(it));
    }
    for (final _CueTiming it in _plans) {
      it.hangs = _waitsForEnd(it.cue);
    }
    for (int i = 0; i < timing.layers.length; i++) {
      _lanes.add(_Lane());
    }
    int now = 0;
    for (int i = 0; i < beatEnd.length; i++) {
      _reached = i;
      if (outcome == LaunchOutcome.message) {
        now = launchNever;
      }
      beatStart[i] = now;
      beatEnd[i] = now;
      _runBeat(i, now);
      _dropCues(i);
      now = beatEnd[i];
    }
    _resolveGates();
    _fillLanes();
  }

  final LaunchTiming timing;
  final LaunchConditions launch;
  late final List<int> beatStart;
  late final List<int> beatEnd;
  LaunchOutcome outcome = LaunchOutcome.complete;
  int outcomeAt = launchNever;
  /// When the outcome is settled: with the last wait, or with the first frame. NEVER: it is not yet known.
  late int decidedAt;
  late final List<int> gateOpen;
  late final List<int> gateStart;
  late final List<bool> _gateTimedOut;
  final List<_CueTiming> _plans = [];
  final List<_Lane> _lanes = [];
  //? Layer.parent
  final LaunchLayerState _groupState = LaunchLayerState();
  int _reached = 0;

  /// When the first screen can be used, or NEVER as far as is known.
  int shown() => outcome == LaunchOutcome.message ? launchNever : beatEnd[beatEnd.length - 1];

  /// From `t` on nothing moves before the time given; `t` itself if something does.
  double stillUntil(double t) {
    double until = 1.0 * launchNever.toDouble();
    for (final _CueTiming it in _plans) {
      if (it.rests().toDouble() <= t || _tracksOf(it.cue).length == 0) continue;
      if (it.start.toDouble() <= t) return t;
      until = min(until, it.start.toDouble());
    }
    for (final LaunchLayer layer in timing.layers) {
      if (layer.kind == LaunchLayerKind.progress) {
        until = min(until, _loadsNothingUntil(t));
      }
    }
    for (final int it in beatEnd) {
      if (it.toDouble() > t) {
        until = min(until, it.toDouble());
      }
    }
    return until;
  }

  /// The same of all that loads.
  double _loadsNothingUntil(double t) {
    double until = 1.0 * launchNever.toDouble();
    for (int g = 0; g < gateOpen.length; g++) {
      final int from = gateStart[g];
      final int open = _loadedAt(g);
      if (t < from.toDouble()) {
        until = min(until, from.toDouble());
      }
      if (t < open.toDouble()) {
        until = min(until, open.toDouble());
      }
      if (t >= from.toDouble() && t < min(open, from + timing.gates[g].typical).toDouble()) return t;
      if (t >= open.toDouble() && t < (open + launchCatchup).toDouble()) return t;
    }
    return until;
  }

  bool _waitsForEnd(LaunchCue cue) {
    if (cue.anchor == LaunchAnchor.beatEnd) return true;
    if (cue.other < 0) return false;
    final _CueTiming other = _plans[cue.other];
    if (other.cue.beat != cue.beat) return false;
    if (cue.anchor == LaunchAnchor.afterCue && other.cue.whileWaiting) return true;
    return other.hangs;
  }

  bool _plays(LaunchBeat beat) => beat.plays.contains(launch.start);

  bool _isInMemory() => launch.start == LaunchStartKind.hot || launch.start == LaunchStartKind.recreated;

  void _runBeat(int i, int now) {
    final LaunchBeat beat = timing.beats[i];
    if (!_plays(beat)) return _skipCues(i, now);
    if (now >= launchNever) return;
    _placeCues(i, now, launchNever, false);
    beatEnd[i] = now + beat.length;
    if (beat.length < 0) {
      beatEnd[i] = _lastCueEnd(i, now);
    }
    switch (beat.kind) {
      case LaunchBeatKind.opening:
        beatEnd[i] = launch.openingEnd;
        break;
      //? BeatKind.wait
      case LaunchBeatKind.wait:
        _runWait(i, now);
        break;
      default:
        break;
    }
    _placeCues(i, now, beatEnd[i], true);
    switch (beat.kind) {
      case LaunchBeatKind.opening:
        _endOpening(i);
        break;
      //? Beat.yields
      case LaunchBeatKind.play:
        _leaveEarly(i, now);
        break;
      //? Beat.yields
      case LaunchBeatKind.hold:
        _leaveEarly(i, now);
        break;
      default:
        break;
    }
  }

  void _placeCues(int beat, int from, int end, bool hanging) {
    final int earliest = hanging && timing.beats[beat].kind == LaunchBeatKind.wait ? end : from;
    for (final _CueTiming it in _plans) {
      final LaunchCue cue = it.cue;
      if (cue.beat != beat || it.hangs != hanging) continue;
      int base = from;
      if (cue.anchor == LaunchAnchor.beatEnd) {
        base = end;
      }
      if (cue.anchor == LaunchAnchor.withCue) {
        base = _plans[cue.other].start;
      }
      if (cue.anchor == LaunchAnchor.afterCue) {
        base = _plans[cue.other].stop;
      }
      it.start = max(earliest, base + cue.offset);
      if (base >= launchNever) {
        it.start = launchNever;
      }
      it.length = cue.length;
      it.stop = cue.whileWaiting ? launchNever : min(launchNever, it.start + it.length * cue.times);
    }
  }

  int _lastCueEnd(int beat, int from) {
    int end = from;
    for (final _CueTiming it in _plans) {
      if (it.cue.beat == beat && !it.hangs && it.stop < launchNever) {
        end = max(end, it.stop);
      }
    }
    return end;
  }

  /// What does not play in this launch is at its end as soon as it is reached.
  void _skipCues(int beat, int at) {
    for (final _CueTiming it in _plans) {
      if (it.cue.beat != beat) continue;
      it.skip(at, at);
      it.never = true;
    }
  }

  bool _isCarried(LaunchCue cue) {
    return cue.bySystem ? launch.systemMoves : !cue.dropped;
  }

  /// What this platform does not play is at its end from the start.
  void _dropCues(int i) {
    for (final _CueTiming it in _plans) {
      if (it.cue.beat != i || _isCarried(it.cue)) continue;
      it.skip(beatStart[i], beatStart[i]);
      it.never = true;
    }
  }

  /// The system plays the opening; with the app's first frame its cues are at their end, or go on from where they stand.
  void _endOpening(int i) {
    final int end = launch.openingEnd;
    for (final _CueTiming it in _plans) {
      if (it.cue.beat != i || it.start >= launchNever) continue;
      int left = end;
      if (it.cue.systemUntil >= 0) {
        left = min(left, it.cue.systemUntil);
      }
      if (it.stop <= left) continue;
      if (it.cue.systemUntil >= 0) {
        it.pausedAt = min(left, end);
        it.paused = end - left;
        it.stop += it.paused;
      } else {
        if (it.stop > end) {
          it.stop = max(it.start, end);
          it.settle = 1;
        }
      }
    }
  }

  /// When a gate's work begins, but for the gates it needs; NEVER as far as the beats are worked out.
  int _begins(LaunchGateTiming gate) {
    if (_isInMemory()) return 0;
    if (gate.start == LaunchGateStart.firstFrame) return beatEnd[0];
    if (gate.start == LaunchGateStart.process) return 0;
    return gate.beat <= _reached ? beatStart[gate.beat] : launchNever;
  }

  int _openedAt(int gate, int from) {
    if (_isInMemory()) return from;
    return max(from, launch.opened[gate]);
  }

  void _resolveGates() {
    final List<int> order = timing.gateOrder;
    for (int i = 0; i < gateOpen.length; i++) {
      final int g = order.length > 0 ? order[i] : i;
      final LaunchGateTiming gate = timing.gates[g];
      int from = _begins(gate);
      for (final int need in gate.needs) {
        from = max(from, gateOpen[need]);
      }
      final int open = _openedAt(g, from);
      final int latest = _limit(from, gate.timeOut, gate.onTimeOut);
      gateStart[g] = from;
      _gateTimedOut[g] = open > latest;
      gateOpen[g] = min(open, latest);
    }
  }

  /// When patience ends; after a message it begins anew when people try again.
  int _limit(int from, int patience, LaunchOutcome how) {
    final int end = min(launchNever, from + patience);
    if (how != LaunchOutcome.message && end < launch.messageAt) return end;
    return min(launchNever, max(from, launch.retriedAt) + patience);
  }

  //? BeatKind.wait|Beat.yields
  bool _needs(LaunchBeat beat, int gate) {
    if (beat.gates.length > 0) return beat.gates.contains(gate);
    return !timing.gates[gate].optional;
  }

  //? BeatKind.wait
  void _runWait(int i, int now) {
    final LaunchBeat beat = timing.beats[i];
    _resolveGates();
    int end = now;
    end += beat.atLeast;
    for (int g = 0; g < gateOpen.length; g++) {
      if (_needs(beat, g)) {
        end = max(end, gateOpen[g]);
      }
    }
    final int latest = _limit(now, beat.atMost, beat.onTimeOut);
    beatEnd[i] = min(end, latest);
    _endRepeats(i, latest);
    decidedAt = beatEnd[i];
    if (end > latest) {
      _decide(beat.onTimeOut);
    }
    for (int g = 0; g < gateOpen.length; g++) {
      final bool isLate = _gateTimedOut[g] && gateOpen[g] <= decidedAt;
      if (isLate && _needs(beat, g)) {
        _decide(timing.gates[g].onTimeOut);
      }
    }
  }

  //? BeatKind.wait
  /// Of several outcomes the gravest counts, from when it was decided.
  void _decide(LaunchOutcome how) {
    if (_rank(how) <= _rank(outcome)) return;
    outcome = how;
    outcomeAt = decidedAt;
  }

  //? BeatKind.wait
  /// What goes on while it waits ends with the wait: at once, calmly, or with its round, if the wait may last so long.
  void _endRepeats(int i, int latest) {
    final int end = beatEnd[i];
    if (end >= launchNever) return;
    for (final _CueTiming it in _plans) {
      if (it.cue.beat != i || !it.cue.whileWaiting || it.start >= launchNever) continue;
      if (it.start >= end) {
        it.skip(end, end);
        continue;
      }
      it.stop = end;
      if (it.cue.end == LaunchRepeatEnd.settle) {
        it.settle = max(1, it.cue.settle);
      }
      if (it.cue.end == LaunchRepeatEnd.finish) {
        final int cycle = it.cue.alternate ? it.length * 2 : it.length;
        it.stop = min(latest, it.start + (((end - it.start + cycle - 1).toDouble()) / cycle.toDouble()).toInt() * cycle);
        beatEnd[i] = max(beatEnd[i], it.stop);
      }
    }
  }

  //? Beat.yields
  /// When all is there that the waits of this launch need.
  int _neededReady() {
    int ready = 0;
    for (int g = 0; g < gateOpen.length; g++) {
      bool waits = false;
      bool needed = false;
      for (final LaunchBeat beat in timing.beats) {
        if (beat.kind != LaunchBeatKind.wait || !_plays(beat)) continue;
        waits = true;
        if (_needs(beat, g)) {
          needed = true;
        }
      }
      if (needed || (!waits && !timing.gates[g].optional)) {
        ready = max(ready, gateOpen[g]);
      }
    }
    return ready;
  }

  //? Beat.yields
  /// All is there: cues to come blend to their ends, those that play settle there.
  void _leaveEarly(int i, int now) {
    final LaunchBeat beat = timing.beats[i];
    if (beat.yields == LaunchYield.never) return;
    _resolveGates();
    final int opened = _neededReady();
    if (opened >= beatEnd[i]) {
      return; // also where the beat has no length: what hangs on its end is over with it
    }
    final int ready = max(now, opened);
    int at = ready;
    for (final _CueTiming it in _plans) {
      final bool isPlaying = it.cue.beat == i && it.start <= ready && it.stop > ready;
      if (isPlaying && beat.yields == LaunchYield.afterCues) {
        at = max(at, it.stop);
      }
    }
    at = min(at, beatEnd[i]);
    bool blends = false;
    for (final _CueTiming it in _plans) {
      if (it.cue.beat == i && (it.start >= at || it.stop > at)) {
        blends = true;
      }
    }
    int end = at;
    if (blends) {
      end += beat.blend;
    }
    beatEnd[i] = min(beatEnd[i], end);
    _blendCues(i, at, beatEnd[i]);
  }

  //? Beat.yields
  void _blendCues(int i, int at, int end) {
    for (final _CueTiming it in _plans) {
      if (it.cue.beat != i || it.stop <= at && it.start < at) continue;
      if (it.start >= at) {
        it.skip(at, end);
        it.blends = true;
      } else {
        it.stop = at;
        it.settle = max(1, end - at);
      }
    }
  }

  List<LaunchTrack> _tracksOf(LaunchCue cue) {
    if (launch.reducedMotion) return cue.calm ?? cue.moves;
    return cue.moves;
  }

  /// Of each property first what it is before its first cue: where that cue starts.
  void _fillLanes() {
    for (final int c in timing.cueOrder) {
      final _CueTiming before = _CueTiming(timing.cues[c]);
      before.never = _plans[c].never;
      if (before.cue.adds) continue;
      for (final LaunchTrack it in _tracksOf(before.cue)) {
        _lanes[before.cue.layer].add(_Segment(before, it, _neutral(it.property)));
      }
    }
    for (final _CueTiming plan in _inOrderOfTime()) {
      final _Lane lane = _lanes[plan.cue.layer];
      for (final LaunchTrack it in _tracksOf(plan.cue)) {
        double found = _neutral(it.property);
        final int before = _ruling(plan.cue.layer, it.property, plan.start.toDouble());
        if (before >= 0 && !plan.cue.adds) {
          final _Segment segment = lane.segments[before];
          if (plan.blends || segment.plan.start < launchNever) {
            found = segment.valueAt(plan.start.toDouble());
          }
        }
        lane.add(_Segment(plan, it, found));
      }
    }
  }

  /// The cues by their start; those that start together as `cueOrder` says.
  List<_CueTiming> _inOrderOfTime() {
    final List<_CueTiming> order = [];
    for (int i = 0; i < _plans.length; i++) {
      final bool isSaid = timing.cueOrder.length > 0;
      final _CueTiming plan = _plans[isSaid ? timing.cueOrder[i] : i];
      order.add(plan);
      int at = order.length - 1;
      while (isSaid && at > 0 && order[at - 1].start > plan.start) {
        order[at] = order[at - 1];
        at--;
      }
      order[at] = plan;
    }
    return order;
  }

  /// What rules a property at a moment: what began last, or else what begins first.
  int _ruling(int layer, LaunchProperty property, double t) {
    final List<_Segment> segments = _lanes[layer].segments;
    int found = -1;
    for (int i = 0; i < segments.length; i++) {
      if (segments[i].track.property != property || segments[i].plan.cue.adds) continue;
      if (found < 0 || segments[i].plan.start.toDouble() <= t) {
        found = i;
      }
    }
    return found;
  }

  //? Property.reveal|Property.draw
  /// The cue whose shape a property has then: the one that rules it, or else of those laid over it.
  LaunchCue _shaping(int layer, LaunchProperty property, double t) {
    final List<_Segment> segments = _lanes[layer].segments;
    int found = _ruling(layer, property, t);
    final bool isRuled = found >= 0;
    for (int i = 0; i < segments.length; i++) {
      if (isRuled || segments[i].track.property != property) continue;
      if (found < 0 || segments[i].plan.start.toDouble() <= t) {
        found = i;
      }
    }
    return segments[found].plan.cue;
  }

  double _valueOf(int layer, LaunchProperty property, double t) {
    final List<_Segment> segments = _lanes[layer].segments;
    final int i = _ruling(layer, property, t);
    double sum = i < 0 ? _neutral(property) : segments[i].valueAt(t);
    for (final _Segment it in segments) {
      final bool isOnTop = it.plan.cue.adds && it.track.property == property && it.plan.start.toDouble() <= t;
      if (isOnTop) {
        sum += it.valueAt(t) - _neutral(property);
      }
    }
    return sum;
  }

  //? Layers.alone
  /// Fills `state` with what is seen of a layer at `t`.
  void stateAt(int index, double t, LaunchScreen screen, LaunchLayerState state) {
    own(index, t, screen, state);
    _hideUnseen(timing.layers[index], state);
  }

  //? Layer.parent
  /// Fills `state` with what is seen of a layer at `t`.
  void stateAt(int index, double t, LaunchScreen screen, LaunchLayerState state) {
    own(index, t, screen, state);
    for (int i = 0; i < 6; i++) {
      state.outer[i] = i == 0 || i == 3 ? 1.0 : 0.0;
    }
    int parent = timing.layers[index].parent;
    while (parent >= 0) {
      _joinGroup(parent, t, screen, state);
      parent = timing.layers[parent].parent;
    }
    _hideUnseen(timing.layers[index], state);
  }

  /// The layer's own state, without its groups.
  void own(int index, double t, LaunchScreen screen, LaunchLayerState state) {
    final LaunchLayer layer = timing.layers[index];
    state.visible = _belongs(layer, t);
    _atRest(layer, screen, state);
    switch (layer.kind) {
      case LaunchLayerKind.firstScreen:
        state.visible = _stands(layer, t);
        break;
      //? LayerKind.progress
      case LaunchLayerKind.progress:
        state.progress = _loaded(layer, t);
        break;
      default:
        break;
    }
    for (final LaunchProperty property in _lanes[index].properties) {
      final double value = _valueOf(index, property, t);
      switch (property) {
        case LaunchProperty.x:
          state.x += value;
          break;
        case LaunchProperty.y:
          state.y += value;
          break;
        //? Property.xScreen
        case LaunchProperty.xScreen:
          state.x += screen.width * value;
          break;
        //? Property.yScreen
        case LaunchProperty.yScreen:
          state.y += screen.height * value;
          break;
        //? Property.xItself
        case LaunchProperty.xItself:
          state.x += _widthAtRest(layer, screen) * value;
          break;
        //? Property.yItself
        case LaunchProperty.yItself:
          state.y += _heightAtRest(layer, screen) * value;
          break;
        //? Property.xEdge
        case LaunchProperty.xEdge:
          state.x += _pastSide(layer, value, screen);
          break;
        //? Property.yEdge
        case LaunchProperty.yEdge:
          state.y += _pastEnd(layer, value, screen);
          break;
        case LaunchProperty.scale:
          _scaleBy(value, value, state);
          break;
        case LaunchProperty.scaleX:
          state.scaleX *= value;
          break;
        case LaunchProperty.scaleY:
          state.scaleY *= value;
          break;
        case LaunchProperty.rotation:
          state.rotation += value;
          break;
        //? Property.flip
        case LaunchProperty.flip:
          _flip(value, state);
          break;
        //? Property.reveal
        case LaunchProperty.reveal:
          _reveal(index, value, t, state);
          break;
        //? Property.draw
        case LaunchProperty.draw:
          _draw(index, value, t, state);
          break;
        //? Property.travel
        case LaunchProperty.travel:
          _travel(layer, value, screen, state);
          break;
        //? Property.panel
        case LaunchProperty.panel:
          _shrinkToPanel(layer, value, screen, state);
          break;
        //? Property.clip
        case LaunchProperty.clip:
          state.clip = _frameAt(layer, value);
          break;
        default:
          state.opacity = _within(value);
          break;
      }
    }
    if (layer.place != null) {
      _turnAboutPivot(layer, state);
    }
  }

  //? Property.reveal
  void _reveal(int index, double part, double t, LaunchLayerState state) {
    state.reveal = _within(part);
    state.revealShape = _shaping(index, LaunchProperty.reveal, t).reveal;
  }

  //? Property.draw
  void _draw(int index, double part, double t, LaunchLayerState state) {
    state.draw = _within(part);
    state.fillFrom = _shaping(index, LaunchProperty.draw, t).fillFrom;
  }

  //? Layer.parent
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

  //? LayerKind.progress
  /// Of all its gates alike.
  double _loaded(LaunchLayer layer, double t) {
    double sum = 0.0;
    int count = 0;
    for (int g = 0; g < gateOpen.length; g++) {
      final LaunchGateTiming gate = timing.gates[g];
      final bool counts = layer.gates.length > 0 ? layer.gates.contains(g) : !gate.optional;
      if (!counts) continue;
      count++;
      sum += _loadedPart(g, t);
    }
    return count > 0 ? sum / count.toDouble() : 1.0;
  }

  //? LayerKind.progress
  /// A gate that loads counts by its typical time, at most nine tenths; what is left when it has loaded is caught up with. Never less
  /// than a moment before.
  double _loadedPart(int g, double t) {
    final int open = _loadedAt(g);
    final double loading = min(t, open.toDouble()) - gateStart[g].toDouble();
    final double before = 0.9 * min(1.0, max(0.0, loading / max(1, timing.gates[g].typical).toDouble()));
    if (t < open.toDouble()) return before;
    final double left = open > 0 ? max(0.0, 1.0 - (t - open.toDouble()) / launchCatchup.toDouble()) : 0.0;
    return 1.0 - (1.0 - before) * left * left;
  }

  /// What a message stands for has not loaded, and goes on when people try again.
  int _loadedAt(int g) {
    final bool failed = _gateTimedOut[g] && timing.gates[g].onTimeOut == LaunchOutcome.message;
    return failed ? launchNever : gateOpen[g];
  }

  /// Some layers are seen in one outcome alone.
  bool _belongs(LaunchLayer layer, double t) {
    final bool decided = t >= outcomeAt.toDouble();
    if (layer.shown == LaunchShown.offline) return decided && outcome == LaunchOutcome.offline;
    if (layer.shown == LaunchShown.message) return decided && outcome == LaunchOutcome.message;
    return true;
  }

  /// A first screen gives way to one that is only for being offline.
  bool _stands(LaunchLayer layer, double t) {
    final bool isOffline = t >= outcomeAt.toDouble() && outcome == LaunchOutcome.offline;
    if (!isOffline || layer.shown == LaunchShown.offline) return _belongs(layer, t);
    for (final LaunchLayer it in timing.layers) {
      if (it.kind == LaunchLayerKind.firstScreen && it.shown == LaunchShown.offline) return false;
    }
    return true;
  }
}

/// All of the layer at its place, before anything moves it.
void _atRest(LaunchLayer layer, LaunchScreen screen, LaunchLayerState state) {
  state.opacity = 1.0;
  state.scaleX = 1.0;
  state.scaleY = 1.0;
  state.rotation = 0.0;
  state.reveal = 1.0;
  state.revealShape = null;
  state.draw = 1.0;
  state.progress = 0.0;
  state.clip = 0.0;
  state.width = screen.width;
  state.height = screen.height;
  state.x = screen.width / 2.0;
  state.y = screen.height / 2.0;
  final LaunchPlace? place = placeOn(layer, screen);
  if (place == null) return;
  state.width = place.width;
  state.height = place.height;
  state.x = acrossOf(place, screen);
  state.y = downOf(place, screen);
  state.rotation = place.turn;
}

void _hideUnseen(LaunchLayer layer, LaunchLayerState state) {
  final bool isGone = state.opacity <= 0.0 || state.scaleX == 0.0 || state.scaleY == 0.0 || state.reveal <= 0.0;
  if (isGone || layer.kind == LaunchLayerKind.group) {
    state.visible = false;
  }
}

void _scaleBy(double across, double down, LaunchLayerState state) {
  state.scaleX *= across;
  state.scaleY *= down;
}

//? Property.xItself
double _widthAtRest(LaunchLayer layer, LaunchScreen screen) {
  final LaunchPlace? place = placeOn(layer, screen);
  if (place == null) return screen.width;
  return place.width;
}

//? Property.yItself
double _heightAtRest(LaunchLayer layer, LaunchScreen screen) {
  final LaunchPlace? place = placeOn(layer, screen);
  if (place == null) return screen.height;
  return place.height;
}

//? Property.xEdge
/// So much of the way until nothing of it is seen beyond the right side, or below zero the left one.
double _pastSide(LaunchLayer layer, double part, LaunchScreen screen) {
  final LaunchPlace? place = placeOn(layer, screen);
  if (place == null) return screen.width * part;
  final double radians = place.turn * pi / 180.0;
  final double half = (cos(radians).abs() * place.width + sin(radians).abs() * place.height) / 2.0;
  final double middle = acrossOf(place, screen);
  return part * ((part > 0.0 ? screen.width - middle : middle) + half);
}

//? Property.yEdge
/// So much of the way until nothing of it is seen below the lower end, or below zero above the upper one.
double _pastEnd(LaunchLayer layer, double part, LaunchScreen screen) {
  final LaunchPlace? place = placeOn(layer, screen);
  if (place == null) return screen.height * part;
  final double radians = place.turn * pi / 180.0;
  final double half = (sin(radians).abs() * place.width + cos(radians).abs() * place.height) / 2.0;
  final double middle = downOf(place, screen);
  return part * ((part > 0.0 ? screen.height - middle : middle) + half);
}

//? Property.flip
/// About the upright axis, seen from the front.
void _flip(double turn, LaunchLayerState state) {
  final double narrowed = cos(turn * pi / 180.0);
  state.scaleX *= narrowed.abs() < 1e-9 ? 0.0 : narrowed;
}

//? Property.travel
void _travel(LaunchLayer layer, double part, LaunchScreen screen, LaunchLayerState state) {
  final LaunchPlace? place = placeOn(layer, screen);
  if (place == null) return;
  final LaunchPlace? there = layer.destination;
  if (there == null) return;
  state.x += (acrossOf(there, screen) - acrossOf(place, screen)) * part;
  state.y += (downOf(there, screen) - downOf(place, screen)) * part;
  state.rotation += (there.turn - place.turn) * part;
  final double across = place.width > 0.0 ? there.width / place.width : 1.0;
  final double down = place.height > 0.0 ? there.height / place.height : 1.0;
  final double scale = 1.0 + (min(across, down) - 1.0) * part;
  _scaleBy(scale, scale, state);
}

//? Property.panel
void _shrinkToPanel(LaunchLayer layer, double part, LaunchScreen screen, LaunchLayerState state) {
  final double taken = (screen.height - layer.panelHeight) * part;
  state.height -= taken;
  state.y -= taken / 2.0;
}

//? Property.clip
double _frameAt(LaunchLayer layer, double part) {
  final int steps = layer.frames - 1;
  return steps > 0 ? (_within(part) * steps.toDouble() + 1e-9).floorToDouble() / steps.toDouble() : _within(part);
}

/// Scale and turn are about the box's middle; what a pivot elsewhere would do is a way of the middle.
void _turnAboutPivot(LaunchLayer layer, LaunchLayerState state) {
  final double x = (layer.pivotX - 0.5) * state.width;
  final double y = (layer.pivotY - 0.5) * state.height;
  final double radians = state.rotation * pi / 180.0;
  state.x += x - (cos(radians) * state.scaleX * x - sin(radians) * state.scaleY * y);
  state.y += y - (sin(radians) * state.scaleX * x + cos(radians) * state.scaleY * y);
}

/// Where the layer stands, held this way.
LaunchPlace? placeOn(LaunchLayer layer, LaunchScreen screen) {
  if (screen.width > screen.height) return layer.landscape ?? layer.place;
  return layer.place;
}

double acrossOf(LaunchPlace place, LaunchScreen screen) {
  final double free = screen.width - screen.left - screen.right;
  if (place.safe) return place.x + screen.left + free * place.across;
  return place.x + screen.width * place.across;
}

double downOf(LaunchPlace place, LaunchScreen screen) {
  final double free = screen.height - screen.top - screen.bottom;
  if (place.safe) return place.y + screen.top + free * place.down;
  return place.y + screen.height * place.down;
}
