// Part of your app: written by Scaena, yours without conditions (0BSD). It needs nothing but Flutter itself. The next
// export replaces it for as long as you leave it unchanged.
import 'dart:async';
import 'dart:convert';
import 'dart:math';
import 'dart:ui' as ui;

import 'package:flutter/foundation.dart' show TargetPlatform, defaultTargetPlatform;
import 'package:flutter/scheduler.dart';
import 'package:flutter/widgets.dart';

import 'launch_art.dart';
import 'launch_timing.dart';

export 'launch_timing.dart' show LaunchOutcome, LaunchStartKind;

enum LaunchProgressForm { ring, bar, dots }

/// How a layer is painted. Art is in dp about the layer's centre; pictures are names of assets.
class LaunchLook {
  LaunchLook({
    this.toColor = '',
    this.angle = 180.0,
    this.picture = '',
    this.fillsBox = false,
    this.art,
    this.fills,
    this.outlines = const [],
    this.darkArt,
    this.darkFills,
    this.darkOutlines = const [],
    this.plate,
    this.plateDiameter = 0.0,
    this.form = LaunchProgressForm.ring,
    this.thickness = 4.0,
    this.frames = const [],
    this.width = 0.0,
    this.height = 0.0,
    this.wideScale = 1.0,
    this.wide,
    this.color = '',
  });

  final String color;
  final String toColor;
  final double angle;
  final String picture;
  final bool fillsBox;
  final LaunchGroup? art;
  final LaunchGroup? fills;
  final List<LaunchOutline> outlines;
  final LaunchGroup? darkArt;
  final LaunchGroup? darkFills;
  final List<LaunchOutline> darkOutlines;
  final LaunchPalette? plate;
  final double plateDiameter;
  final LaunchProgressForm form;
  final double thickness;
  final List<String> frames;
  final double width, height;

  /// Where the screen is wider than high: how much larger, or drawn how instead.
  final double wideScale;
  final LaunchLook? wide;

  /// Every picture it may need, whichever way the device is held.
  List<String> get pictures => [
        if (picture.isNotEmpty) picture,
        ...frames,
        ...?art?.pictures,
        ...?fills?.pictures,
        ...?darkArt?.pictures,
        ...?darkFills?.pictures,
        ...?wide?.pictures,
      ];
}

class LaunchData {
  LaunchData(
      {required this.name,
      required this.timing,
      required this.looks,
      required this.palette,
      required this.darkPictures,
      this.says = const []});

  final String name;

  /// What is read out of a message.
  final List<String> says;

  final LaunchTiming timing;
  final List<LaunchLook> looks;
  final List<LaunchColors> palette;

  /// Names of pictures that have a variant for the night, with "-dark" behind their name.
  final Set<String> darkPictures;
}

/// A launch, of which there is one in the app: what has been opened stays open and the show goes on where it stood,
/// whatever becomes of the widget it is seen in.
///
/// Use it first before `runApp`: it holds back Flutter's first frame, so that the native launch picture stays until the
/// sequence can take over.
class Launch<Gate extends Enum> extends ChangeNotifier {
  Launch(this.data, {this.start = LaunchStartKind.cold}) {
    WidgetsFlutterBinding.ensureInitialized().deferFirstFrame();
    _stopwatch.start();
    _opened = [for (final _ in data.timing.gates) launchNever];
    _life = AppLifecycleListener(onHide: _leave, onShow: _comeBack);
    _patience = Timer(const Duration(seconds: 4), _allowFirstFrame);
  }

  final LaunchData data;

  /// Flutter knows no kinds of start by itself: give `first` when your app has never run before.
  LaunchStartKind start;

  /// Milliseconds that only go on; a test may put another clock in its place.
  late int Function() clock = () => _stopwatch.elapsedMilliseconds;

  /// Gets one line of JSON when the launch is over: what happened, and when.
  void Function(String line)? onRecord;

  /// Told each time it is decided how the launch ends: after a message and a retry once more.
  void Function(LaunchOutcome outcome)? onOutcome;

  final Stopwatch _stopwatch = Stopwatch();
  final Completer<LaunchOutcome> _finished = Completer<LaunchOutcome>();
  final Map<int, int> _openedAt = {};
  late final List<int> _opened;
  late final AppLifecycleListener _life;
  late final Timer _patience;
  LaunchSchedule? _schedule;
  LaunchOutcome? _outcome;
  Timer? _due;
  bool _isHeld = true;
  bool _isCalm = false;
  int _began = 0;
  int _openingEnd = -1;
  int _pausedAt = -1;
  int _messageAt = 0;
  int _retriedAt = 0;
  int _views = 0;
  int _lateFrames = 0;

  /// How it ended, once that is decided.
  LaunchOutcome? get outcome => _outcome;

  /// How it ended, when the first screen is shown.
  Future<LaunchOutcome> get finished => _finished.future;

  bool get isOver => _finished.isCompleted;

  int get now => (_pausedAt < 0 ? clock() : _pausedAt) - _began;

  LaunchSchedule? get schedule => _schedule;

  /// Tells that what the gate stands for has loaded: before there is a view, and again.
  void open(Gate gate) {
    if (_openedAt.containsKey(gate.index)) return;
    _openedAt[gate.index] = _pausedAt < 0 ? clock() : _pausedAt;
    _plan();
  }

  /// Opens the gate when the work is done. If it fails the gate stays shut, and its time-out decides.
  Future<T> openWhen<T>(Gate gate, Future<T> work) {
    unawaited(work.then((_) => open(gate), onError: (_) {}));
    return work;
  }

  /// Opens the gate when the stream first says so.
  void openWhenTrue(Gate gate, Stream<bool> stream) {
    unawaited(stream.firstWhere((bool it) => it).then((_) => open(gate), onError: (_) {}));
  }

  /// Ends it at once and shows the first screen.
  void dismiss() => _finish(LaunchOutcome.interrupted);

  /// The same, before it has begun: for deep links, notifications and tests.
  void skip() => _finish(LaunchOutcome.interrupted);

  /// After a message: what has not loaded gets its time once more.
  void retry() {
    if (isOver || _outcome != LaunchOutcome.message) return;
    if (_messageAt == 0) _messageAt = _schedule!.outcomeAt;
    _retriedAt = now;
    _outcome = null;
    _plan();
  }

  void _allowFirstFrame() {
    if (!_isHeld) return;
    _isHeld = false;
    WidgetsBinding.instance.allowFirstFrame();
  }

  /// The first own frame can be drawn: the opening is over.
  void _begin(bool isCalm) {
    if (isOver || _openingEnd >= 0) return;
    _allowFirstFrame();
    // A process that was there long before, for a push or a prewarm, was not waited for.
    if (now > 6000) _began += now;
    _openingEnd = now;
    _isCalm = isCalm;
    final bool plays = data.timing.beats.any((LaunchBeat it) => it.plays.contains(start));
    if (plays) {
      _plan();
    } else {
      scheduleMicrotask(() => _finish(LaunchOutcome.complete));
    }
  }

  void _setCalm(bool isCalm) {
    if (_isCalm == isCalm) return;
    _isCalm = isCalm;
    _plan();
  }

  /// Time in the background does not count.
  void _leave() {
    if (_pausedAt < 0) _pausedAt = clock();
    _due?.cancel();
  }

  void _comeBack() {
    if (_pausedAt < 0) return;
    _began += clock() - _pausedAt;
    _pausedAt = -1;
    _step();
  }

  void _addView() => _views++;

  /// A widget that is made anew is there in the next frames; a launch without one is over.
  void _removeView() {
    _views--;
    if (_views > 0 || isOver) return;
    Timer(const Duration(seconds: 1), () {
      if (_views == 0) _finish(LaunchOutcome.interrupted);
    });
  }

  void _plan() {
    _openedAt.forEach((int gate, int at) {
      if (_opened[gate] == launchNever) _opened[gate] = max(0, at - _began);
    });
    if (_openingEnd < 0 || isOver) return;
    final LaunchConditions conditions = LaunchConditions(
        start: start,
        reducedMotion: _isCalm,
        systemMoves: defaultTargetPlatform == TargetPlatform.android,
        messageAt: _messageAt,
        retriedAt: _retriedAt,
        openingEnd: _openingEnd,
        opened: List.of(_opened));
    _schedule = LaunchSchedule(data.timing, conditions);
    notifyListeners();
    _step();
  }

  /// What is due at this moment; then it waits for the next.
  void _step() {
    _due?.cancel();
    final LaunchSchedule? schedule = _schedule;
    if (schedule == null || isOver || _pausedAt >= 0) return;
    final int t = now;
    if (_outcome == null && t >= schedule.decidedAt) _decide(schedule.outcome);
    if (isOver) return;
    if (t >= schedule.shown()) {
      _finish(schedule.outcome);
      return;
    }
    final int next = min(schedule.shown(), _outcome == null ? schedule.decidedAt : launchNever);
    if (next < launchNever) _due = Timer(Duration(milliseconds: max(1, next - t)), _step);
  }

  void _decide(LaunchOutcome outcome) {
    _outcome = outcome;
    onOutcome?.call(outcome);
    notifyListeners();
  }

  void _finish(LaunchOutcome how) {
    if (isOver) return;
    final LaunchOutcome outcome = _outcome ?? how;
    final bool isTold = _outcome != null;
    _finished.complete(outcome);
    _due?.cancel();
    _patience.cancel();
    _life.dispose();
    _allowFirstFrame();
    if (!isTold) _decide(outcome);
    final Map<String, int?> gates = {
      for (int i = 0; i < _opened.length; i++) data.timing.gates[i].id: _opened[i] < launchNever ? _opened[i] : null
    };
    onRecord?.call(jsonEncode({
      'launch': data.name,
      'start': start.name,
      'firstFrame': _openingEnd,
      'gates': gates,
      'outcome': outcome.name,
      'shown': now,
      'lateFrames': _lateFrames
    }));
    notifyListeners();
  }
}

/// Plays the launch over `child`, your first screen, and gives way to it.
class LaunchSequence extends StatefulWidget {
  const LaunchSequence({super.key, required this.launch, required this.child, this.announcement = 'Loading'});

  final Launch<Enum> launch;
  final Widget child;

  /// Read out to people who cannot see the launch, when it takes long.
  final String announcement;

  @override
  State<LaunchSequence> createState() => _LaunchSequenceState();
}

class _LaunchSequenceState extends State<LaunchSequence> with SingleTickerProviderStateMixin {
  late final Ticker _ticker;
  final ValueNotifier<double> _time = ValueNotifier<double>(0.0);
  final Map<String, ImageInfo> _pictures = {};
  final FocusScopeNode _focus = FocusScopeNode(debugLabel: 'first screen');
  Timer? _announcing;
  String _said = '';
  bool? _loadedDark;
  double _stillUntil = 0.0;
  Duration _lastFrame = Duration.zero;

  Launch<Enum> get _launch => widget.launch;

  @override
  void initState() {
    super.initState();
    _ticker = createTicker(_tick);
    _launch.addListener(_changed);
    _launch._addView();
    _announcing = Timer(const Duration(seconds: 5), () {
      if (mounted && !_launch.isOver && _said.isEmpty) setState(() => _said = widget.announcement);
    });
  }

  @override
  void didChangeDependencies() {
    super.didChangeDependencies();
    final bool dark = MediaQuery.platformBrightnessOf(context) == Brightness.dark;
    if (_launch._openingEnd >= 0) {
      final bool isCalm = _isCalm();
      scheduleMicrotask(() => _launch._setCalm(isCalm));
    }
    if (_loadedDark == dark || _launch.isOver) return;
    _loadedDark = dark;
    _load(dark);
  }

  bool _isCalm() =>
      MediaQuery.disableAnimationsOf(context) ||
      WidgetsBinding.instance.platformDispatcher.accessibilityFeatures.reduceMotion;

  /// Pictures have to be there before the first frame: nothing may pop in later.
  Future<void> _load(bool dark) async {
    final ImageConfiguration size = createLocalImageConfiguration(context);
    final Set<String> names = {
      for (final LaunchLook look in _launch.data.looks) ...look.pictures
    };
    await Future.wait([for (final String name in names) _loadPicture(name, dark, size)]);
    if (!mounted || _launch.isOver) return;
    _launch._begin(_isCalm());
    _stillUntil = 0.0;
    if (!_ticker.isActive && !_launch.isOver) unawaited(_ticker.start());
  }

  Future<void> _loadPicture(String name, bool dark, ImageConfiguration size) {
    final Completer<void> done = Completer<void>();
    final String file = dark && _launch.data.darkPictures.contains(name) ? name.replaceFirst('.', '-dark.') : name;
    final ImageStream stream = AssetImage(file).resolve(size);
    late final ImageStreamListener listener;
    listener = ImageStreamListener((ImageInfo info, _) {
      if (mounted && !_launch.isOver) {
        _pictures[name]?.dispose();
        _pictures[name] = info;
      } else {
        info.dispose();
      }
      stream.removeListener(listener);
      if (!done.isCompleted) done.complete();
    }, onError: (Object error, StackTrace? trace) {
      debugPrint('The launch misses the picture $file: $error');
      stream.removeListener(listener);
      if (!done.isCompleted) done.complete();
    });
    stream.addListener(listener);
    return done.future;
  }

  /// Nothing is painted while nothing moves.
  void _tick(Duration elapsed) {
    final LaunchSchedule? schedule = _launch.schedule;
    if (schedule == null) return;
    final bool isLate = _lastFrame > Duration.zero && (elapsed - _lastFrame).inMilliseconds > 34;
    if (isLate && _stillUntil <= _launch.now) _launch._lateFrames++;
    _lastFrame = elapsed;
    _launch._step();
    final double t = _launch.now.toDouble();
    if (t < _stillUntil || _launch.isOver) return;
    _time.value = t;
    _stillUntil = schedule.stillUntil(t);
  }

  void _changed() {
    _stillUntil = 0.0;
    if (!mounted) return;
    if (_launch.outcome == LaunchOutcome.message && !_launch.isOver) _said = _launch.data.says.join(' ');
    if (_launch.isOver) {
      _ticker.stop();
      _announcing?.cancel();
      _freePictures();
      WidgetsBinding.instance.addPostFrameCallback((_) {
        if (mounted) _focus.requestFocus();
      });
    }
    setState(() {});
  }

  void _freePictures() {
    for (final ImageInfo it in _pictures.values) {
      it.dispose();
    }
    _pictures.clear();
  }

  @override
  void dispose() {
    _announcing?.cancel();
    _launch.removeListener(_changed);
    _launch._removeView();
    _ticker.dispose();
    _time.dispose();
    _focus.dispose();
    _freePictures();
    super.dispose();
  }

  @override
  Widget build(BuildContext context) {
    final bool over = _launch.isOver;
    final bool dark = MediaQuery.platformBrightnessOf(context) == Brightness.dark;
    final EdgeInsets insets = MediaQuery.paddingOf(context);
    final LaunchPaletteColors colors = LaunchPaletteColors(_launch.data.palette, dark, _pictures);
    return Directionality(
      textDirection: TextDirection.ltr,
      child: LayoutBuilder(builder: (BuildContext context, BoxConstraints room) {
        final LaunchScreen screen = LaunchScreen(
            left: insets.left,
            top: insets.top,
            right: insets.right,
            bottom: insets.bottom,
            width: room.maxWidth,
            height: room.maxHeight);
        // Nobody gets into what lies beneath, by touch, keyboard or screen reader, before it is shown.
        final Widget beneath = ExcludeSemantics(
          excluding: !over,
          child: ExcludeFocus(excluding: !over, child: FocusScope(node: _focus, child: widget.child)),
        );
        return Stack(fit: StackFit.expand, children: [
          ValueListenableBuilder<double>(
            valueListenable: _time,
            builder: (BuildContext context, double t, Widget? child) => _placed(screen, t, over, child!),
            child: beneath,
          ),
          if (!over)
            Semantics(
              liveRegion: true,
              label: _said,
              child: AbsorbPointer(
                child: RepaintBoundary(
                  child: CustomPaint(
                    size: Size.infinite,
                    painter: _LaunchPainter(_launch, _time, screen, colors, dark),
                  ),
                ),
              ),
            ),
        ]);
      }),
    );
  }

  /// The first screen as the sequence moves it; always the same tree, so that it keeps its state.
  Widget _placed(LaunchScreen screen, double t, bool over, Widget child) {
    double opacity = over ? 1.0 : 0.0;
    Matrix4 transform = Matrix4.identity();
    final LaunchSchedule? schedule = _launch.schedule;
    final List<LaunchLayer> layers = _launch.data.timing.layers;
    final LaunchLayerState state = LaunchLayerState();
    for (int i = 0; i < layers.length && !over && schedule != null; i++) {
      if (layers[i].kind != LaunchLayerKind.firstScreen) continue;
      schedule.stateAt(i, t, screen, state);
      if (!state.visible) continue;
      opacity = state.opacity;
      final double turn = state.rotation * pi / 180.0;
      // About the screen's middle: columns of x, y, z and the shift.
      transform = Matrix4(
          cos(turn) * state.scaleX, sin(turn) * state.scaleX, 0.0, 0.0,
          -sin(turn) * state.scaleY, cos(turn) * state.scaleY, 0.0, 0.0,
          0.0, 0.0, 1.0, 0.0,
          state.x - screen.width / 2.0, state.y - screen.height / 2.0, 0.0, 1.0);
      break;
    }
    return Opacity(opacity: opacity, child: Transform(transform: transform, alignment: Alignment.center, child: child));
  }
}

class _LaunchPainter extends CustomPainter {
  _LaunchPainter(this.launch, this.time, this.screen, this.colors, this.dark) : super(repaint: time);

  final Launch<Enum> launch;
  final ValueNotifier<double> time;
  final LaunchScreen screen;
  final LaunchPaletteColors colors;
  final bool dark;
  final LaunchLayerState _state = LaunchLayerState();

  @override
  void paint(Canvas canvas, Size size) {
    final LaunchSchedule? schedule = launch.schedule;
    if (schedule == null) return;
    final LaunchTiming timing = launch.data.timing;
    for (int i = 0; i < timing.layers.length; i++) {
      final LaunchLayer layer = timing.layers[i];
      if (layer.kind == LaunchLayerKind.firstScreen) continue;
      if (layer.kind == LaunchLayerKind.group) continue;
      schedule.stateAt(i, time.value, screen, _state);
      if (_state.visible) _paintLayer(canvas, layer, launch.data.looks[i], _state);
    }
  }

  @override
  bool shouldRepaint(_LaunchPainter old) => old.screen != screen || old.dark != dark;

  void _paintLayer(Canvas canvas, LaunchLayer layer, LaunchLook upright, LaunchLayerState state) {
    final LaunchLook look = (screen.width > screen.height ? upright.wide : null) ?? upright;
    final Rect box = Rect.fromCenter(center: Offset.zero, width: state.width, height: state.height);
    canvas.save();
    canvas.transform(launchMatrix(state.outer));
    canvas.translate(state.x, state.y);
    canvas.rotate(state.rotation * pi / 180.0);
    canvas.scale(state.scaleX, state.scaleY);
    _cut(canvas, state, box);
    final bool isPlain = layer.kind == LaunchLayerKind.backdrop && look.picture.isEmpty;
    final bool isLayer = state.opacity < 1.0 && !isPlain;
    // What is drawn may reach over its box; a layer of the whole screen would be dear.
    final double reach = max(box.width, box.height);
    if (isLayer) canvas.saveLayer(box.inflate(reach), launchFade(state.opacity));
    switch (layer.kind) {
      case LaunchLayerKind.backdrop:
        _backdrop(canvas, look, box, isLayer ? 1.0 : state.opacity);
        break;
      //? LayerKind.progress
      case LaunchLayerKind.progress:
        _progress(canvas, look, state.progress, box);
        break;
      //? LayerKind.clip
      case LaunchLayerKind.clip:
        final int frame = (state.clip * (look.frames.length - 1)).round();
        final double grown = screen.width > screen.height ? look.wideScale : 1.0;
        final Rect shown = Rect.fromCenter(center: Offset.zero, width: look.width * grown, height: look.height * grown);
        _picture(canvas, look.frames[frame], shown, false);
        break;
      default:
        _art(canvas, look, state, box);
    }
    if (isLayer) canvas.restore();
    canvas.restore();
  }

  void _cut(Canvas canvas, LaunchLayerState state, Rect box) {
    final LaunchRevealShape? shape = state.revealShape;
    if (state.reveal >= 1.0 || shape == null) return;
    if (shape.iris) {
      final double x = box.width * shape.x;
      final double y = box.height * shape.y;
      final double across = max(x, box.width - x);
      final double down = max(y, box.height - y);
      final double radius = sqrt(across * across + down * down) * state.reveal;
      canvas.clipPath(Path()..addOval(Rect.fromCircle(center: box.topLeft + Offset(x, y), radius: radius)));
      return;
    }
    final double width = shape.x == 0.0 ? box.width : box.width * state.reveal;
    final double height = shape.y == 0.0 ? box.height : box.height * state.reveal;
    final double left = shape.x < 0.0 ? box.right - width : box.left;
    final double top = shape.y < 0.0 ? box.bottom - height : box.top;
    canvas.clipRect(Rect.fromLTWH(left, top, width, height));
  }

  /// As in CSS: the corners get the pure end colours.
  void _backdrop(Canvas canvas, LaunchLook look, Rect box, double opacity) {
    final Paint paint = Paint()..color = colors.named(look.color, opacity);
    if (look.toColor.isNotEmpty) {
      final double radians = look.angle * pi / 180.0;
      final double half = ((box.width * sin(radians)).abs() + (box.height * cos(radians)).abs()) / 2.0;
      final Offset way = Offset(sin(radians) * half, -cos(radians) * half);
      paint.color = launchFade(opacity).color; // by which the engine fades the shader
      paint.shader = ui.Gradient.linear(-way, way, [colors.named(look.color), colors.named(look.toColor)]);
    }
    canvas.drawRect(box, paint);
    if (look.picture.isNotEmpty) {
      canvas.save();
      canvas.clipRect(box);
      _picture(canvas, look.picture, box, look.fillsBox);
      canvas.restore();
    }
  }

  void _picture(Canvas canvas, String name, Rect box, bool covers) {
    final ui.Image? image = colors.pictures[name]?.image;
    if (image == null) return;
    paintImage(
        canvas: canvas,
        rect: box,
        image: image,
        fit: covers ? BoxFit.cover : BoxFit.contain,
        filterQuality: FilterQuality.medium);
  }

  void _art(Canvas canvas, LaunchLook look, LaunchLayerState state, Rect box) {
    final LaunchPalette? plate = look.plate;
    if (plate != null) {
      canvas.drawCircle(Offset.zero, look.plateDiameter / 2.0, Paint()..color = colors.named(plate.name, plate.alpha));
    }
    if (look.picture.isNotEmpty) {
      _picture(canvas, look.picture, box, false);
      return;
    }
    if (screen.width > screen.height) canvas.scale(look.wideScale, look.wideScale);
    if (state.draw < 1.0) {
      final double room = 1.0 - state.fillFrom;
      final double filled = room > 0.0 ? min(1.0, max(0.0, (state.draw - state.fillFrom) / room)) : 0.0;
      final LaunchGroup? fills = dark ? look.darkFills ?? look.fills : look.fills;
      if (filled > 0.0) {
        canvas.saveLayer(null, launchFade(filled));
        fills?.draw(canvas, colors);
        canvas.restore();
      }
      if (state.draw <= 0.0) return;
      final bool isOther = dark && look.darkOutlines.isNotEmpty;
      for (final LaunchOutline outline in isOther ? look.darkOutlines : look.outlines) {
        outline.draw(canvas, colors, state.draw, filled);
      }
      return;
    }
    (dark ? look.darkArt ?? look.art : look.art)?.draw(canvas, colors);
  }

  //? LayerKind.progress
  void _progress(Canvas canvas, LaunchLook look, double part, Rect box) {
    final double thick = look.thickness;
    for (final bool track in [true, false]) {
      final String name = track ? look.toColor : look.color;
      final double shown = track ? 1.0 : part;
      if (name.isEmpty || shown <= 0.0) continue;
      final Paint paint = Paint()..color = colors.named(name);
      switch (look.form) {
        case LaunchProgressForm.ring:
          paint
            ..style = PaintingStyle.stroke
            ..strokeWidth = thick
            ..strokeCap = StrokeCap.round;
          final double radius = (min(box.width, box.height) - thick) / 2.0;
          final Rect circle = Rect.fromCircle(center: Offset.zero, radius: radius);
          canvas.drawArc(circle, -pi / 2.0, 2.0 * pi * shown, false, paint);
          break;
        case LaunchProgressForm.bar:
          final Rect bar = Rect.fromLTWH(box.left, -thick / 2.0, max(thick, box.width * shown), thick);
          canvas.drawRRect(RRect.fromRectAndRadius(bar, Radius.circular(thick / 2.0)), paint);
          break;
        case LaunchProgressForm.dots:
          for (int i = 0; i < 5; i++) {
            final double size = track ? 1.0 : min(1.0, max(0.0, shown * 5.0 - i));
            final double x = box.left + thick / 2.0 + (box.width - thick) * i / 4.0;
            canvas.drawCircle(Offset(x, 0.0), thick / 2.0 * size, paint);
          }
          break;
      }
    }
  }
}
