// Part of your app: written by Scaena, yours without conditions (0BSD). It knows nothing of the screen, so that it can be
// tested anywhere. The next export replaces it for as long as you leave it unchanged.
import 'dart:math';

/// A time that is not reached. All times are whole milliseconds after the start of the launch.
const int launchNever = 1000000000;

enum LaunchBeatKind { opening, play, hold, wait, handOff }

enum LaunchTimeOut { goOn, offline, message }

enum LaunchYield { never, afterCues, atOnce }

enum LaunchGateStart { process, firstFrame, beat }

enum LaunchAnchor { beatStart, beatEnd, withCue, afterCue }

enum LaunchRepeatEnd { cut, finish, settle }

/// How a launch ended: everything was there, or a time-out let it go on, took the offline way, or left a message.
enum LaunchOutcome { complete, wentOn, offline, message }

enum LaunchLayerKind { backdrop, art, firstScreen, progress, clip, group }

enum LaunchShown { always, offline, message }

enum LaunchProperty { opacity, x, y, scaleX, scaleY, rotation, flip, reveal, draw, travel, panel, clip }

enum LaunchStartKind { first, cold, warm, hot, recreated }

double _bounded(double value) => min(1.0, max(0.0, value));

double _neutral(LaunchProperty property) {
  switch (property) {
    case LaunchProperty.opacity:
    case LaunchProperty.scaleX:
    case LaunchProperty.scaleY:
    case LaunchProperty.reveal:
    case LaunchProperty.draw:
      return 1.0;
    default:
      return 0.0;
  }
}

bool _multiplies(LaunchProperty property) =>
    property == LaunchProperty.scaleX || property == LaunchProperty.scaleY || property == LaunchProperty.opacity;

/// Progress in, progress out, both from 0 to 1.
abstract class LaunchEasing {
  const LaunchEasing();

  double at(double x);
}

class LaunchBezier extends LaunchEasing {
  const LaunchBezier(this.x1, this.y1, this.x2, this.y2);

  final double x1, y1, x2, y2;

  double _curve(double a, double b, double s) {
    final double r = 1.0 - s;
    return 3.0 * r * r * s * a + 3.0 * r * s * s * b + s * s * s;
  }

  @override
  double at(double x) {
    if (x <= 0.0 || x >= 1.0 || (x1 == y1 && x2 == y2)) return _bounded(x);
    double low = 0.0;
    double high = 1.0;
    double s = x;
    for (int i = 0; i < 40; i++) {
      final double off = _curve(x1, x2, s) - x;
      if (off.abs() < 1e-8) break;
      if (off < 0.0) {
        low = s;
      } else {
        high = s;
      }
      s = (low + high) / 2.0;
    }
    return _curve(y1, y2, s);
  }
}

class LaunchSteps extends LaunchEasing {
  const LaunchSteps(this.count, this.atStart, this.jumps);

  final int count;
  final bool atStart;
  final int jumps;

  @override
  double at(double x) {
    final double step = (_bounded(x) * count + 1e-12).floorToDouble() + (atStart ? 1.0 : 0.0);
    return _bounded(step / jumps);
  }
}

/// Straight pieces: position, value, position, value …
class LaunchStops extends LaunchEasing {
  const LaunchStops(this.stops);

  final List<double> stops;

  @override
  double at(double x) {
    if (x <= stops[0]) return stops[1];
    int i = 2;
    while (i < stops.length && stops[i] <= x) {
      i += 2;
    }
    if (i >= stops.length) return stops[stops.length - 1];
    final double part = (x - stops[i - 2]) / (stops[i] - stops[i - 2]);
    return stops[i - 1] + (stops[i + 1] - stops[i - 1]) * part;
  }
}

const LaunchEasing _linear = LaunchBezier(0, 0, 1, 1);

/// A value at a part of a cue; `onTop` means on top of what was there when the cue began.
class LaunchKey {
  const LaunchKey(this.at, this.value, {this.onTop = false, this.easing = _linear});

  final double at, value;
  final bool onTop;
  final LaunchEasing easing;
}

class LaunchTrack {
  const LaunchTrack(this.property, this.keys);

  final LaunchProperty property;
  final List<LaunchKey> keys;
}

/// An opening circle (`iris`, centre in fractions of the box) or a wipe (direction as a unit vector).
class LaunchRevealShape {
  const LaunchRevealShape(this.iris, this.x, this.y);

  final bool iris;
  final double x, y;
}

class LaunchBeat {
  const LaunchBeat(this.id, this.kind,
      {this.length = -1,
      this.gates = const [],
      this.atLeast = 0,
      this.atMost = launchNever,
      this.onTimeOut = LaunchTimeOut.goOn,
      this.yields = LaunchYield.never,
      this.blend = 120,
      this.plays = const [LaunchStartKind.first, LaunchStartKind.cold, LaunchStartKind.warm]});

  final String id;
  final LaunchBeatKind kind;
  final int length;
  final List<int> gates;
  final int atLeast, atMost;
  final LaunchTimeOut onTimeOut;
  final LaunchYield yields;
  final int blend;
  final List<LaunchStartKind> plays;
}

class LaunchGate {
  const LaunchGate(this.id,
      {this.start = LaunchGateStart.process,
      this.beat = 0,
      this.needs = const [],
      this.timeOut = launchNever,
      this.onTimeOut = LaunchTimeOut.goOn,
      this.optional = false,
      this.typical = 500});

  final String id;
  final LaunchGateStart start;
  final int beat;
  final List<int> needs;
  final int timeOut;
  final LaunchTimeOut onTimeOut;
  final bool optional;
  final int typical;
}

class LaunchCue {
  const LaunchCue(this.layer, this.beat, this.length, this.tracks, this.reduced,
      {this.anchor = LaunchAnchor.beatStart,
      this.other = -1,
      this.offset = 0,
      this.times = 1,
      this.whileWaiting = false,
      this.alternate = false,
      this.end = LaunchRepeatEnd.cut,
      this.settle = 0,
      this.adds = false,
      this.dropped = false,
      this.bySystem = false,
      this.reveal,
      this.fillFrom = 0.6});

  final int layer, beat, length;
  final List<LaunchTrack> tracks, reduced;
  final LaunchAnchor anchor;
  final int other, offset, times;
  final bool whileWaiting, alternate;
  final LaunchRepeatEnd end;
  final int settle;
  final bool adds, dropped, bySystem;
  final LaunchRevealShape? reveal;
  final double fillFrom;
}

/// A layer's centre lies `x`, `y` dp from the point `across`, `down` (fractions) of the screen.
class LaunchPlace {
  const LaunchPlace(this.across, this.down, this.x, this.y, this.width, this.height,
      {this.turn = 0.0, this.safe = false});

  final double across, down, x, y, width, height, turn;
  final bool safe;
}

/// `parent`: index of its group. `gates`: what a progress layer shows; empty: all needed. `frames`: pictures of a clip.
class LaunchLayer {
  const LaunchLayer(this.kind, this.place,
      {this.destination,
      this.panelHeight = 0.0,
      this.shown = LaunchShown.always,
      this.landscape,
      this.pivotX = 0.5,
      this.pivotY = 0.5,
      this.parent = -1,
      this.gates = const [],
      this.frames = 0});

  final LaunchLayerKind kind;
  final LaunchPlace? place, destination;
  final double panelHeight;
  final LaunchShown shown;
  final LaunchPlace? landscape;
  final double pivotX, pivotY;
  final int parent;
  final List<int> gates;
  final int frames;
}

/// The screen in dp, and what the system's bars cover at its edges.
class LaunchScreen {
  const LaunchScreen(this.width, this.height, {this.left = 0.0, this.top = 0.0, this.right = 0.0, this.bottom = 0.0});

  final double width, height, left, top, right, bottom;

  double x(LaunchPlace place) =>
      place.x + (place.safe ? left + (width - left - right) * place.across : width * place.across);

  double y(LaunchPlace place) =>
      place.y + (place.safe ? top + (height - top - bottom) * place.down : height * place.down);
}

/// The launch sequence as data. Cues stand in an order in which each comes after the one it hangs on; `cueOrder` tells
/// which comes first for a property, and which of two that start together wins.
class LaunchTiming {
  const LaunchTiming(
      {required this.beats,
      required this.gates,
      required this.gateOrder,
      required this.layers,
      required this.cues,
      required this.cueOrder});

  final List<LaunchBeat> beats;
  final List<LaunchGate> gates;
  final List<int> gateOrder;
  final List<LaunchLayer> layers;
  final List<LaunchCue> cues;
  final List<int> cueOrder;
}

/// What is seen of a layer at one moment; lengths in dp, the centre from the screen's upper left corner.
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

  /// What the layer's groups do to it, as in x' = a x + c y + e, y' = b x + d y + f; applied last.
  List<double> outer = [1.0, 0.0, 0.0, 1.0, 0.0, 0.0];
}

int _plus(int time, int more) => time >= launchNever || more >= launchNever ? launchNever : time + more;

class _Segment {
  _Segment(this.start, this.length, this.stop, this.alternate, this.settle, this.rest, this.at, this.values,
      this.easings, this.cue);

  final int start, length, stop;
  final bool alternate;
  final int settle;
  final double rest;
  final List<double> at, values;
  final List<LaunchEasing> easings;
  final LaunchCue cue;

  double valueAt(double t) {
    if (t < stop || settle <= 0) return _during(min(t, stop.toDouble()) - start);
    final double from = _during((stop - start).toDouble());
    return from + (rest - from) * _bounded((t - stop) / settle);
  }

  double _during(double local) {
    if (length <= 0) return values[values.length - 1];
    final double cycles = max(0.0, local / length);
    double cycle = cycles.floorToDouble();
    double part = cycles - cycle;
    if (local >= stop - start && part == 0.0 && cycle > 0.0) {
      cycle -= 1.0;
      part = 1.0;
    }
    if (alternate && cycle % 2.0 == 1.0) part = 1.0 - part;
    int i = 1;
    while (i < at.length - 1 && at[i] <= part) {
      i++;
    }
    final double width = at[i] - at[i - 1];
    final double between = width > 0.0 ? _bounded((part - at[i - 1]) / width) : 1.0;
    return values[i - 1] + (values[i] - values[i - 1]) * easings[i - 1].at(between);
  }
}

class _Timeline {
  _Timeline(this.property) : initial = _neutral(property);

  final LaunchProperty property;
  final List<_Segment> segments = [];
  final List<_Segment> added = [];
  double initial;
  bool isInitialSet = false;

  _Segment? segmentAt(double t) {
    int low = 0;
    int high = segments.length;
    while (low < high) {
      final int middle = (low + high) ~/ 2;
      if (segments[middle].start <= t) {
        low = middle + 1;
      } else {
        high = middle;
      }
    }
    return low == 0 ? null : segments[low - 1];
  }

  double baseAt(double t) {
    final _Segment? found = segmentAt(t);
    return found == null ? initial : found.valueAt(t);
  }

  double valueAt(double t) {
    double value = baseAt(t);
    for (final _Segment it in added) {
      if (it.start <= t) value += it.valueAt(t) - _neutral(property);
    }
    return value;
  }

  _Segment? decidingAt(double t) => segmentAt(t) ?? (segments.isEmpty ? null : segments[0]);
}

enum _Form { play, blend, endState }

class _Plan {
  _Plan(this.form, this.start, this.stop, [this.neverPlays = false]);

  final _Form form;
  final int start;
  int stop;
  int settle = 0;
  final bool neverPlays;
}

/// The launch with absolute times, for what is known of the gates so far. It never depends on what a gate will do later,
/// so it can be made anew whenever a gate opens without anything on the screen jumping.
///
/// `openingEnd`: when the app's first own frame was drawn. `opened`: for each gate when the app opened it, or launchNever.
class LaunchSchedule {
  LaunchSchedule(this.timing, this.start, this.openingEnd, this.opened, this.reducedMotion)
      : _inMemory = start == LaunchStartKind.hot || start == LaunchStartKind.recreated,
        _plans = [for (final _ in timing.cues) _Plan(_Form.endState, launchNever, launchNever)],
        _gateStart = [for (final _ in timing.gates) launchNever],
        _gateOpen = [for (final _ in timing.gates) launchNever],
        _gateTimedOut = [for (final _ in timing.gates) false],
        beatStart = [for (final _ in timing.beats) 0],
        beatEnd = [for (final _ in timing.beats) 0],
        _timelines = [
          for (final _ in timing.layers) [for (final LaunchProperty it in LaunchProperty.values) _Timeline(it)]
        ] {
    for (final LaunchCue cue in timing.cues) {
      if (cue.anchor == LaunchAnchor.withCue || cue.anchor == LaunchAnchor.afterCue) {
        final LaunchCue other = timing.cues[cue.other];
        final bool endless = cue.anchor == LaunchAnchor.afterCue && other.whileWaiting;
        _hangsOnEnd.add((_hangsOnEnd[cue.other] || endless) && other.beat == cue.beat);
      } else {
        _hangsOnEnd.add(cue.anchor == LaunchAnchor.beatEnd);
      }
    }
    _runBeats();
    _buildTimelines();
  }

  final LaunchTiming timing;
  final LaunchStartKind start;
  final int openingEnd;
  final List<int> opened;
  final bool reducedMotion;
  final List<int> beatStart, beatEnd;
  LaunchOutcome outcome = LaunchOutcome.complete;
  int outcomeAt = launchNever;
  final bool _inMemory;
  final List<_Plan> _plans;
  final List<bool> _hangsOnEnd = [];
  final List<int> _gateStart, _gateOpen;
  final List<bool> _gateTimedOut;
  final List<List<_Timeline>> _timelines;
  int _reached = 0;

  /// When the first screen can be used, or launchNever as far as is known.
  int get shown => outcome == LaunchOutcome.message ? launchNever : beatEnd[beatEnd.length - 1];

  int openTime(int gate) => _gateOpen[gate];

  void _runBeats() {
    int now = 0;
    for (int i = 0; i < timing.beats.length; i++) {
      final LaunchBeat beat = timing.beats[i];
      _reached = i;
      beatStart[i] = now;
      final bool over = now >= launchNever || outcome == LaunchOutcome.message;
      final bool never = !beat.plays.contains(start);
      if (over || never) {
        final int at = over ? launchNever : now;
        beatStart[i] = at;
        beatEnd[i] = at;
        for (final int c in _cuesOf(i)) {
          _plans[c] = _Plan(never ? _Form.endState : _Form.play, at, at, never);
        }
      } else if (beat.kind == LaunchBeatKind.opening) {
        _runOpening(i);
      } else if (beat.kind == LaunchBeatKind.wait) {
        _runWait(i, now);
      } else {
        _runFixed(i, now);
      }
      for (final int c in _cuesOf(i)) {
        final LaunchCue cue = timing.cues[c];
        if (cue.dropped || cue.bySystem) _plans[c] = _Plan(_Form.endState, beatStart[i], beatStart[i], true);
      }
      now = beatEnd[i];
    }
    _resolveGates();
  }

  List<int> _cuesOf(int beat) => [
        for (int c = 0; c < timing.cues.length; c++)
          if (timing.cues[c].beat == beat) c
      ];

  /// The system shows the opening; when the app draws for the first time, its cues are at their end.
  void _runOpening(int i) {
    beatEnd[i] = openingEnd;
    _placeCues(i, 0, openingEnd, false);
    _placeCues(i, 0, openingEnd, true);
    for (final int c in _cuesOf(i)) {
      if (_plans[c].stop > openingEnd) {
        _plans[c].stop = max(_plans[c].start, openingEnd);
        _plans[c].settle = 1;
      }
    }
    _resolveGates();
  }

  void _resolveGates() {
    for (final int g in timing.gateOrder) {
      final LaunchGate gate = timing.gates[g];
      int from = launchNever;
      if (gate.start == LaunchGateStart.process || _inMemory) {
        from = 0;
      } else if (gate.start == LaunchGateStart.firstFrame) {
        from = beatEnd[0];
      } else if (gate.beat <= _reached) {
        from = beatStart[gate.beat];
      }
      for (final int need in gate.needs) {
        from = max(from, _gateOpen[need]);
      }
      _gateStart[g] = from;
      _gateTimedOut[g] = false;
      if (from >= launchNever) {
        _gateOpen[g] = launchNever;
        continue;
      }
      final int open = _inMemory ? from : max(from, opened[g]);
      final int latest = _plus(from, gate.timeOut);
      _gateTimedOut[g] = open > latest;
      _gateOpen[g] = min(open, latest);
    }
  }

  bool _needs(LaunchBeat beat, int gate) =>
      beat.gates.isEmpty ? !timing.gates[gate].optional : beat.gates.contains(gate);

  int _neededReady() {
    final List<LaunchBeat> waits = [
      for (final LaunchBeat it in timing.beats)
        if (it.kind == LaunchBeatKind.wait && it.plays.contains(start)) it
    ];
    int ready = 0;
    for (int g = 0; g < timing.gates.length; g++) {
      bool needed = waits.isEmpty && !timing.gates[g].optional;
      for (final LaunchBeat it in waits) {
        needed = needed || _needs(it, g);
      }
      if (needed) ready = max(ready, _gateOpen[g]);
    }
    return ready;
  }

  void _runFixed(int i, int now) {
    final LaunchBeat beat = timing.beats[i];
    _placeCues(i, now, launchNever, false);
    beatEnd[i] = beat.length >= 0 ? now + beat.length : _lastCueEnd(i, now);
    _placeCues(i, now, beatEnd[i], true);
    if (beat.yields != LaunchYield.never && (beat.kind == LaunchBeatKind.play || beat.kind == LaunchBeatKind.hold)) {
      _resolveGates();
      final int ready = _neededReady();
      if (ready < beatEnd[i]) _yieldAt(i, max(ready, now));
    }
  }

  void _runWait(int i, int now) {
    final LaunchBeat beat = timing.beats[i];
    _resolveGates();
    int end = _plus(now, beat.atLeast);
    for (int g = 0; g < timing.gates.length; g++) {
      if (_needs(beat, g)) end = max(end, _gateOpen[g]);
    }
    final int latest = _plus(now, beat.atMost);
    final bool timedOut = end > latest;
    beatEnd[i] = min(end, latest);
    _placeCues(i, now, beatEnd[i], false);
    _endRepeats(i);
    beatEnd[i] = min(beatEnd[i], latest);
    final int stop = beatEnd[i];
    for (final int c in _cuesOf(i)) {
      if (timing.cues[c].whileWaiting && _plans[c].stop > stop) _cut(c, stop);
    }
    _placeCues(i, now, stop, true);
    _decideOutcome(beat, timedOut, stop);
  }

  void _decideOutcome(LaunchBeat beat, bool timedOut, int end) {
    int action = timedOut ? beat.onTimeOut.index : -1;
    for (int g = 0; g < timing.gates.length; g++) {
      if (_gateTimedOut[g] && _gateOpen[g] <= end && _needs(beat, g)) {
        action = max(action, timing.gates[g].onTimeOut.index);
      }
    }
    if (action + 1 > outcome.index) {
      outcome = LaunchOutcome.values[action + 1];
      outcomeAt = end;
    }
  }

  void _placeCues(int beat, int from, int end, bool hanging) {
    final bool elastic = timing.beats[beat].kind == LaunchBeatKind.wait;
    for (final int c in _cuesOf(beat)) {
      if (_hangsOnEnd[c] != hanging) continue;
      final LaunchCue cue = timing.cues[c];
      int base = from;
      if (cue.anchor == LaunchAnchor.beatEnd) {
        base = end;
      } else if (cue.anchor == LaunchAnchor.withCue) {
        base = _plans[cue.other].start;
      } else if (cue.anchor == LaunchAnchor.afterCue) {
        base = _plans[cue.other].stop;
      }
      final int earliest = elastic && hanging ? end : from;
      final int begin = base >= launchNever ? launchNever : max(earliest, base + cue.offset);
      final int stop = cue.whileWaiting ? launchNever : _plus(begin, cue.length * cue.times);
      _plans[c] = _Plan(_Form.play, begin, stop);
    }
  }

  int _lastCueEnd(int beat, int from) {
    int end = from;
    for (final int c in _cuesOf(beat)) {
      if (!_hangsOnEnd[c] && _plans[c].stop < launchNever) end = max(end, _plans[c].stop);
    }
    return end;
  }

  void _yieldAt(int i, int ready) {
    final LaunchBeat beat = timing.beats[i];
    final int fullEnd = beatEnd[i];
    int at = ready;
    if (beat.yields == LaunchYield.afterCues) {
      for (final int c in _cuesOf(i)) {
        if (_plans[c].start <= ready && _plans[c].stop > ready) at = max(at, _plans[c].stop);
      }
    }
    at = min(at, fullEnd);
    bool blends = false;
    for (final int c in _cuesOf(i)) {
      blends = blends || _plans[c].start >= at || _plans[c].stop > at;
    }
    final int end = min(fullEnd, at + (blends ? beat.blend : 0));
    beatEnd[i] = end;
    for (final int c in _cuesOf(i)) {
      if (_plans[c].start >= at) {
        _plans[c] = _Plan(_Form.blend, at, end);
      } else if (_plans[c].stop > at) {
        _plans[c].stop = at;
        _plans[c].settle = max(1, end - at);
      }
    }
  }

  void _endRepeats(int i) {
    final int end = beatEnd[i];
    if (end >= launchNever) return;
    for (final int c in _cuesOf(i)) {
      final LaunchCue cue = timing.cues[c];
      if (!cue.whileWaiting || _plans[c].start >= launchNever) continue;
      if (_plans[c].start >= end) {
        _plans[c] = _Plan(_Form.endState, end, end);
      } else if (cue.end == LaunchRepeatEnd.finish) {
        final int cycle = cue.length * (cue.alternate ? 2 : 1);
        _plans[c].stop = _plans[c].start + (end - _plans[c].start + cycle - 1) ~/ cycle * cycle;
        beatEnd[i] = max(beatEnd[i], _plans[c].stop);
      } else {
        _cut(c, end);
      }
    }
  }

  void _cut(int c, int at) {
    _plans[c].stop = at;
    if (at < launchNever && timing.cues[c].end == LaunchRepeatEnd.settle) {
      _plans[c].settle = max(1, timing.cues[c].settle);
    }
  }

  void _buildTimelines() {
    for (final int c in timing.cueOrder) {
      final LaunchCue cue = timing.cues[c];
      for (final LaunchTrack track in reducedMotion ? cue.reduced : cue.tracks) {
        final _Timeline timeline = _timelines[cue.layer][track.property.index];
        if (cue.adds || timeline.isInitialSet) continue;
        timeline.isInitialSet = true;
        final _Form form = _plans[c].neverPlays ? _Form.endState : _Form.play;
        final _Plan asItStarts = _Plan(form, _plans[c].start, _plans[c].stop);
        timeline.initial = _segment(track, cue, asItStarts, _neutral(track.property)).values[0];
      }
    }
    // Sorting has to keep the order of those that start together.
    final List<int> ranks = [
      for (int i = 0; i < timing.cueOrder.length; i++)
        if (_plans[timing.cueOrder[i]].start < launchNever) i
    ];
    ranks.sort((int a, int b) {
      final int first = _plans[timing.cueOrder[a]].start;
      final int second = _plans[timing.cueOrder[b]].start;
      return first != second ? first - second : a - b;
    });
    for (final int rank in ranks) {
      final int c = timing.cueOrder[rank];
      final LaunchCue cue = timing.cues[c];
      for (final LaunchTrack track in reducedMotion ? cue.reduced : cue.tracks) {
        final _Timeline timeline = _timelines[cue.layer][track.property.index];
        final bool fresh = cue.adds || (timeline.segments.isEmpty && _plans[c].form != _Form.blend);
        final double found = fresh ? _neutral(track.property) : timeline.baseAt(_plans[c].start.toDouble());
        final _Segment made = _segment(track, cue, _plans[c], found);
        if (cue.adds) {
          timeline.added.add(made);
        } else {
          timeline.segments.add(made);
        }
      }
    }
  }

  _Segment _segment(LaunchTrack track, LaunchCue cue, _Plan plan, double found) {
    final List<double> values = [];
    for (final LaunchKey key in track.keys) {
      if (!key.onTop) {
        values.add(key.value);
      } else {
        values.add(_multiplies(track.property) ? found * key.value : found + key.value);
      }
    }
    final bool backwards = cue.alternate && (cue.whileWaiting || cue.times % 2 == 0);
    final double rest = backwards ? values[0] : values[values.length - 1];
    if (plan.form == _Form.play) {
      final List<double> at = [for (final LaunchKey key in track.keys) key.at];
      final List<LaunchEasing> easings = [for (final LaunchKey key in track.keys) key.easing];
      return _Segment(plan.start, cue.length, plan.stop, cue.alternate, plan.settle, rest, at, values, easings, cue);
    }
    final double from = plan.form == _Form.blend ? found : rest;
    return _Segment(plan.start, plan.stop - plan.start, plan.stop, false, 0, rest, [0.0, 1.0], [from, rest],
        [_linear, _linear], cue);
  }

  /// What is seen of a layer at `t`.
  LaunchLayerState stateAt(int layerIndex, double t, LaunchScreen screen) {
    final LaunchLayer layer = timing.layers[layerIndex];
    final LaunchLayerState state = _own(layerIndex, t, screen);
    int parent = layer.parent;
    while (parent >= 0) {
      _joinGroup(parent, t, screen, state);
      parent = timing.layers[parent].parent;
    }
    if (layer.kind == LaunchLayerKind.group ||
        state.opacity <= 0.0 ||
        state.reveal <= 0.0 ||
        state.scaleX == 0.0 ||
        state.scaleY == 0.0) {
      state.visible = false;
    }
    return state;
  }

  void _joinGroup(int index, double t, LaunchScreen screen, LaunchLayerState state) {
    final LaunchPlace? place = _placeOn(timing.layers[index], screen);
    if (place == null) return;
    final LaunchLayerState group = _own(index, t, screen);
    state.visible = state.visible && group.visible;
    state.opacity *= group.opacity;
    final double radians = group.rotation * pi / 180.0;
    final double a = cos(radians) * group.scaleX;
    final double b = sin(radians) * group.scaleX;
    final double c = -sin(radians) * group.scaleY;
    final double d = cos(radians) * group.scaleY;
    final double e = group.x - a * screen.x(place) - c * screen.y(place);
    final double f = group.y - b * screen.x(place) - d * screen.y(place);
    final List<double> m = state.outer;
    state.outer = [
      a * m[0] + c * m[1],
      b * m[0] + d * m[1],
      a * m[2] + c * m[3],
      b * m[2] + d * m[3],
      a * m[4] + c * m[5] + e,
      b * m[4] + d * m[5] + f
    ];
  }

  LaunchPlace? _placeOn(LaunchLayer layer, LaunchScreen screen) =>
      screen.width > screen.height ? layer.landscape ?? layer.place : layer.place;

  /// The layer's own state, without its groups.
  LaunchLayerState _own(int layerIndex, double t, LaunchScreen screen) {
    final LaunchLayer layer = timing.layers[layerIndex];
    final List<_Timeline> lines = _timelines[layerIndex];
    double value(LaunchProperty property) => lines[property.index].valueAt(t);
    final LaunchLayerState state = LaunchLayerState();
    state.visible = _belongs(layer, t);
    state.opacity = _bounded(value(LaunchProperty.opacity));
    state.scaleX = value(LaunchProperty.scaleX);
    state.scaleY = value(LaunchProperty.scaleY);
    state.rotation = value(LaunchProperty.rotation);
    final double flip = value(LaunchProperty.flip);
    if (flip != 0.0) {
      final double narrowed = cos(flip * pi / 180.0);
      state.scaleX *= narrowed.abs() < 1e-9 ? 0.0 : narrowed;
    }
    final LaunchPlace? place = _placeOn(layer, screen);
    if (place == null) {
      state.width = screen.width;
      state.height = screen.height;
      state.x = screen.width / 2.0;
      state.y = screen.height / 2.0;
    } else {
      state.rotation += place.turn;
      state.width = place.width;
      state.height = place.height;
      state.x = screen.x(place);
      state.y = screen.y(place);
      final LaunchPlace? there = layer.destination;
      if (there != null) _travel(there, place, value(LaunchProperty.travel), screen, state);
      _turnAboutPivot(layer, state);
    }
    state.x += value(LaunchProperty.x);
    state.y += value(LaunchProperty.y);
    final double panel = value(LaunchProperty.panel);
    if (layer.kind == LaunchLayerKind.backdrop && panel != 0.0) {
      state.height = screen.height + (layer.panelHeight - screen.height) * panel;
      state.y += (state.height - screen.height) / 2.0;
    }
    state.reveal = _bounded(value(LaunchProperty.reveal));
    final _Segment? revealing = lines[LaunchProperty.reveal.index].decidingAt(t);
    state.revealShape = revealing?.cue.reveal;
    state.draw = _bounded(value(LaunchProperty.draw));
    final _Segment? drawing = lines[LaunchProperty.draw.index].decidingAt(t);
    state.fillFrom = drawing?.cue.fillFrom ?? 0.6;
    state.progress = layer.kind == LaunchLayerKind.progress ? _loaded(layer, t) : 0.0;
    state.clip = _bounded(value(LaunchProperty.clip));
    if (layer.frames > 1) {
      final double steps = layer.frames - 1.0;
      state.clip = (state.clip * steps + 1e-9).floorToDouble() / steps;
    }
    return state;
  }

  void _travel(LaunchPlace there, LaunchPlace place, double part, LaunchScreen screen, LaunchLayerState state) {
    state.x += (screen.x(there) - state.x) * part;
    state.y += (screen.y(there) - state.y) * part;
    state.rotation += (there.turn - place.turn) * part;
    final double across = place.width > 0.0 ? there.width / place.width : 1.0;
    final double down = place.height > 0.0 ? there.height / place.height : 1.0;
    final double scale = 1.0 + (min(across, down) - 1.0) * part;
    state.scaleX *= scale;
    state.scaleY *= scale;
  }

  /// Scale and turn are about the box's middle; what a pivot elsewhere would do is a way of the middle.
  void _turnAboutPivot(LaunchLayer layer, LaunchLayerState state) {
    if (layer.pivotX == 0.5 && layer.pivotY == 0.5) return;
    final double x = (layer.pivotX - 0.5) * state.width;
    final double y = (layer.pivotY - 0.5) * state.height;
    final double radians = state.rotation * pi / 180.0;
    state.x += x - (cos(radians) * state.scaleX * x - sin(radians) * state.scaleY * y);
    state.y += y - (sin(radians) * state.scaleX * x + cos(radians) * state.scaleY * y);
  }

  /// An open gate counts whole, one that loads by its typical time, at most nine tenths.
  double _loaded(LaunchLayer layer, double t) {
    double sum = 0.0;
    int count = 0;
    for (int g = 0; g < timing.gates.length; g++) {
      final bool counts = layer.gates.isEmpty ? !timing.gates[g].optional : layer.gates.contains(g);
      if (!counts) continue;
      count++;
      final double taken = _gateStart[g] >= launchNever ? 0.0 : max(0.0, t - _gateStart[g]);
      final double part = min(0.9, 0.9 * taken / max(1, timing.gates[g].typical));
      sum += t >= _gateOpen[g] ? 1.0 : part;
    }
    return count > 0 ? sum / count : 1.0;
  }

  bool _belongs(LaunchLayer layer, double t) {
    final bool decided = t >= outcomeAt;
    final bool offline = decided && outcome == LaunchOutcome.offline;
    if (layer.shown == LaunchShown.offline) return offline;
    if (layer.shown == LaunchShown.message) return decided && outcome == LaunchOutcome.message;
    bool replaced = false;
    for (final LaunchLayer it in timing.layers) {
      replaced = replaced || (it.kind == LaunchLayerKind.firstScreen && it.shown == LaunchShown.offline);
    }
    return !(offline && layer.kind == LaunchLayerKind.firstScreen && replaced);
  }
}
