// Part of your app: written by Scaena, yours without conditions (0BSD). It knows nothing of the screen, so that
// it can be tested anywhere. The next export replaces it for as long as you leave it unchanged.
import 'dart:math';

/// A time that is not reached; all are whole milliseconds after the start of the launch.
const int launchNever = 1000000000;

enum LaunchBeatKind { opening, play, hold, wait, handOff }
enum LaunchLayerKind { backdrop, art, firstScreen, progress, clip, group }
enum LaunchShown { always, offline, message }
enum LaunchProperty { opacity, x, y, scale, scaleX, scaleY, rotation, flip, reveal, draw, travel, panel, clip }

/// How it ends: with all, without, in the offline way, with a message; interrupted: before that was decided.
enum LaunchOutcome { complete, wentOn, offline, message, interrupted }

/// How it began: never before, in a new process, in one that was there, with all in memory, re-created.
enum LaunchStartKind { first, cold, warm, hot, recreated }

/// What a cue does to one property: `values` at parts of it, the first `onTop` of them on top of what was there.
class LaunchTrack {
  const LaunchTrack({required this.property, required this.values, this.at = const [0.0, 1.0]});

  final LaunchProperty property;
  final List<double> values, at;
}

class LaunchBeat {
  const LaunchBeat({
    required this.kind, this.length = -1,
    this.plays = const [LaunchStartKind.first, LaunchStartKind.cold, LaunchStartKind.warm],
  });

  final LaunchBeatKind kind;
  final int length;
  final List<LaunchStartKind> plays;
}

class LaunchGateTiming {
  const LaunchGateTiming({required this.id, this.typical = 500});

  final String id;
  final int typical;
}

/// What one layer does for a while. `calm`: what it does instead where people ask for less motion.
class LaunchCue {
  const LaunchCue({
    required this.layer, required this.beat, required this.length, required this.moves, this.calm, this.offset = 0,
  });

  final int layer, beat, length;
  final List<LaunchTrack> moves;
  final List<LaunchTrack>? calm;
  final int offset;
}

/// A layer's centre lies `x`, `y` from the point `across`, `down` (fractions) of the screen.
class LaunchPlace {
  const LaunchPlace({
    this.across = 0.5, this.down = 0.5, this.x = 0.0, this.y = 0.0, required this.width, required this.height,
  });

  final double across, down, x, y, width, height;
}

/// No place: the whole screen.
class LaunchLayer {
  const LaunchLayer({required this.kind, this.place, this.destination, this.panelHeight = 0.0});

  final LaunchLayerKind kind;
  final LaunchPlace? place, destination;
  final double panelHeight;
}

/// The sequence as data; a cue comes after the one it hangs on. `cueOrder`: which comes first for a property.
class LaunchTiming {
  const LaunchTiming({required this.beats, required this.gates, required this.layers, required this.cues});

  final List<LaunchBeat> beats;
  final List<LaunchGateTiming> gates;
  final List<LaunchLayer> layers;
  final List<LaunchCue> cues;
}

/// The screen, and what the system's bars cover at its edges.
class LaunchScreen {
  const LaunchScreen({required this.width, required this.height});

  final double width, height;
}

/// What is seen of a layer at one moment; the centre counts from the screen's upper left corner.
class LaunchLayerState {
  bool visible = false;
  double opacity = 1.0, x = 0.0, y = 0.0, width = 0.0, height = 0.0, scaleX = 1.0, scaleY = 1.0, rotation = 0.0;
}

double _within(double value) => min(1.0, max(0.0, value));

/// What a property is where nothing says anything else.
double _neutral(LaunchProperty property) {
  if (property == LaunchProperty.opacity || property == LaunchProperty.scale) return 1.0;
  return 0.0;
}

/// When a cue plays in this launch. `skips`: it goes straight to its end, from what is there if it `blends`.
class _CueTiming {
  _CueTiming(this.cue) {}

  final LaunchCue cue;
  int start = launchNever, stop = launchNever, length = 1;

  /// When it has come to rest.
  int rests() => stop;
}

/// What a cue does to one property in this launch; `found`: what that was when it began.
class _Segment {
  _Segment(this.plan, this.track, this.found) {}

  final _CueTiming plan;
  final LaunchTrack track;
  final double found;

  double _key(int i) {
    final double value = track.values[i];
    return value;
  }

  double valueAt(double t) {
    final int start = plan.start;
    final int stop = plan.stop;
    if (t < start.toDouble()) return _key(0);
    return _during(min(t, stop.toDouble()) - start.toDouble());
  }

  double _during(double local) {
    final int length = plan.length;
    final List<double> keys = track.at;
    double part = length > 0 ? _within(local / length.toDouble()) : 1.0;
    int i = 1;
    while (i < keys.length - 1 && keys[i] <= part) {
      i++;
    }
    final double width = keys[i] - keys[i - 1];
    double between = width > 0.0 ? _within((part - keys[i - 1]) / width) : 1.0;
    return _key(i - 1) + (_key(i) - _key(i - 1)) * between;
  }
}

/// What moves of one layer: of each property in the order of time.
class _Lane {
  List<_Segment> segments = [];
}

/// The launch with absolute times, for what is known of the gates so far: made anew when a gate opens, without a jump.
/// `openingEnd`: when the app's first own frame was drawn. `opened`: when each gate was opened, or NEVER.
class LaunchSchedule {
  LaunchSchedule(this.timing, this.start, this.reducedMotion, this.openingEnd, this.opened) {
    beatEnd = List<int>.filled(timing.beats.length, 0);
    gateOpen = opened;
    decidedAt = openingEnd;
    for (final LaunchCue it in timing.cues) {
      _plans.add(_CueTiming(it));
    }
    for (int i = 0; i < timing.layers.length; i++) {
      _lanes.add(_Lane());
    }
    int now = 0;
    for (int i = 0; i < beatEnd.length; i++) {
      beatEnd[i] = now;
      _runBeat(i, now);
      now = beatEnd[i];
    }
    _fillLanes();
  }

  final LaunchTiming timing;
  final LaunchStartKind start;
  final bool reducedMotion;
  final int openingEnd;
  final List<int> opened;
  late final List<int> beatEnd;
  LaunchOutcome outcome = LaunchOutcome.complete;
  int outcomeAt = launchNever;
  /// When the outcome is settled: with the last wait, or with the first frame. NEVER: it is not yet known.
  late int decidedAt;
  late List<int> gateOpen;
  final List<_CueTiming> _plans = [];
  final List<_Lane> _lanes = [];

  /// When the first screen can be used, or NEVER as far as is known.
  int shown() => beatEnd[beatEnd.length - 1];

  /// From `t` on nothing moves before the time given; `t` itself if something does.
  double stillUntil(double t) {
    double until = 1.0 * launchNever.toDouble();
    for (final _CueTiming it in _plans) {
      if (it.rests().toDouble() <= t || _tracksOf(it.cue).length == 0) continue;
      if (it.start.toDouble() <= t) return t;
      until = min(until, it.start.toDouble());
    }
    for (final int it in beatEnd) {
      if (it.toDouble() > t) until = min(until, it.toDouble());
    }
    return until;
  }

  void _runBeat(int i, int now) {
    final LaunchBeat beat = timing.beats[i];
    if (now >= launchNever) return;
    _placeCues(i, now, launchNever, false);
    beatEnd[i] = now + beat.length;
    if (beat.kind == LaunchBeatKind.opening) beatEnd[i] = openingEnd;
    if (beat.kind == LaunchBeatKind.wait) _runWait(i, now);
  }

  void _placeCues(int beat, int from, int end, bool hanging) {
    for (final _CueTiming it in _plans) {
      final LaunchCue cue = it.cue;
      if (cue.beat != beat) continue;
      int base = from;
      int earliest = from;
      it.start = max(earliest, base + cue.offset);
      it.length = cue.length;
      int all = it.length;
      it.stop = min(launchNever, it.start + all);
    }
  }

  void _runWait(int i, int now) {
    int end = now;
    for (int g = 0; g < gateOpen.length; g++) {
      end = max(end, gateOpen[g]);
    }
    beatEnd[i] = end;
    decidedAt = beatEnd[i];
  }

  List<LaunchTrack> _tracksOf(LaunchCue cue) {
    if (reducedMotion) return cue.calm ?? cue.moves;
    return cue.moves;
  }

  void _fillLanes() {
    List<_CueTiming> order = _plans;
    for (final _CueTiming plan in order) {
      final _Lane lane = _lanes[plan.cue.layer];
      for (final LaunchTrack it in _tracksOf(plan.cue)) {
        double found = _neutral(it.property);
        lane.segments.add(_Segment(plan, it, found));
      }
    }
  }

  /// What rules a property at a moment: what began last, or else what begins first.
  int _ruling(int layer, LaunchProperty property, double t) {
    final List<_Segment> segments = _lanes[layer].segments;
    int found = -1;
    for (int i = 0; i < segments.length; i++) {
      if (segments[i].track.property != property) continue;
      if (found < 0 || segments[i].plan.start.toDouble() <= t) found = i;
    }
    return found;
  }

  double value(int layer, LaunchProperty property, double t) {
    final List<_Segment> segments = _lanes[layer].segments;
    final int i = _ruling(layer, property, t);
    double sum = i < 0 ? _neutral(property) : segments[i].valueAt(t);
    return sum;
  }

  /// Fills `state` with what is seen of a layer at `t`.
  void stateAt(int layerIndex, double t, LaunchScreen screen, LaunchLayerState state) {
    own(layerIndex, t, screen, state);
    if (state.opacity <= 0.0 || state.scaleX == 0.0 || state.scaleY == 0.0) state.visible = false;
  }

  /// The layer's own state, without its groups.
  void own(int layerIndex, double t, LaunchScreen screen, LaunchLayerState state) {
    final LaunchLayer layer = timing.layers[layerIndex];
    state.visible = true;
    state.opacity = _within(value(layerIndex, LaunchProperty.opacity, t));
    state.scaleX = value(layerIndex, LaunchProperty.scale, t);
    state.scaleY = state.scaleX;
    state.rotation = value(layerIndex, LaunchProperty.rotation, t);
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
    }
  }
}

/// Where the layer stands, held this way.
LaunchPlace? placeOn(LaunchLayer layer, LaunchScreen screen) => layer.place;

double acrossOf(LaunchPlace place, LaunchScreen screen) => place.x + screen.width * place.across;

double downOf(LaunchPlace place, LaunchScreen screen) => place.y + screen.height * place.down;
