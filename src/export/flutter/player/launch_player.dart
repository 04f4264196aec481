// Part of your app: written by Scaena, yours without conditions (0BSD). It needs nothing but Flutter itself. The next
// export replaces it for as long as you leave it unchanged.
import 'dart:async';
import 'dart:math';
import 'dart:ui' as ui;

import 'package:flutter/scheduler.dart';
import 'package:flutter/semantics.dart';
import 'package:flutter/widgets.dart';

import 'launch_art.dart';
import 'launch_timing.dart';

enum LaunchProgressForm { ring, bar, dots }

/// How a layer is painted. Art is in dp about the layer's centre; pictures are names of assets.
class LaunchLook {
  LaunchLook(
      {this.color = '',
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
      this.wide});

  final String color, toColor;
  final double angle;
  final String picture;
  final bool fillsBox;
  final LaunchGroup? art, fills;
  final List<LaunchOutline> outlines;
  final LaunchGroup? darkArt, darkFills;
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
  List<String> get pictures => [if (picture.isNotEmpty) picture, ...frames, ...?wide?.pictures];
}

class LaunchData {
  LaunchData({required this.timing, required this.looks, required this.palette, required this.darkPictures});

  final LaunchTiming timing;
  final List<LaunchLook> looks;
  final List<LaunchColors> palette;

  /// Names of pictures that have a variant for the night, with "-dark" behind their name.
  final Set<String> darkPictures;
}

/// Leads a launch: tells it what has loaded, and what became of it.
///
/// Make it before `runApp`: it holds back Flutter's first frame, so that the native launch picture stays until the
/// sequence can take over.
class LaunchController extends ChangeNotifier {
  LaunchController(this.data, {this.start = LaunchStartKind.cold}) {
    WidgetsFlutterBinding.ensureInitialized().deferFirstFrame();
    _clock.start();
    _opened = [for (final _ in data.timing.gates) launchNever];
  }

  final LaunchData data;

  /// Flutter knows no kinds of start by itself: give `first` when your app has never run before.
  final LaunchStartKind start;
  final Stopwatch _clock = Stopwatch();
  final Completer<LaunchOutcome> _finished = Completer<LaunchOutcome>();
  late final List<int> _opened;
  LaunchSchedule? _schedule;
  int _openingEnd = -1;
  bool _calm = false;

  /// Completes with how the launch ended.
  Future<LaunchOutcome> get finished => _finished.future;

  bool get isOver => _finished.isCompleted;

  int get now => _clock.elapsedMilliseconds;

  LaunchSchedule? get schedule => _schedule;

  /// Tells that what the gate stands for has loaded. An unknown name is an error in the calling code.
  void open(String gate) {
    final int index = _indexOf(gate);
    if (_opened[index] < launchNever || isOver) return;
    _opened[index] = now;
    _plan();
  }

  /// Opens the gate when the future completes; when it fails the gate stays shut, and its time-out decides.
  Future<T> openWhen<T>(String gate, Future<T> work) async {
    _indexOf(gate);
    final T value = await work;
    open(gate);
    return value;
  }

  /// Ends the sequence at once and shows the first screen.
  void dismiss() {
    if (isOver) return;
    _finished.complete(_schedule?.outcome ?? LaunchOutcome.complete);
    notifyListeners();
  }

  int _indexOf(String gate) {
    final int index = data.timing.gates.indexWhere((LaunchGateTiming it) => it.id == gate);
    if (index < 0) throw ArgumentError.value(gate, 'gate', 'There is no such gate');
    return index;
  }

  /// The first own frame can be drawn: the opening is over.
  void _begin(bool calm) {
    if (_openingEnd >= 0) return;
    _openingEnd = now;
    _calm = calm;
    _plan();
    WidgetsBinding.instance.allowFirstFrame();
    final bool plays = data.timing.beats.any((LaunchBeat it) => it.plays.contains(start));
    if (!plays) scheduleMicrotask(dismiss);
  }

  void _plan() {
    if (_openingEnd < 0) return;
    _schedule = LaunchSchedule(data.timing, start, _calm, _openingEnd, _opened);
    notifyListeners();
  }
}

/// Plays the launch over `child`, your first screen, and gives way to it.
class LaunchSequence extends StatefulWidget {
  const LaunchSequence({super.key, required this.controller, required this.child, this.announcement = 'Loading'});

  final LaunchController controller;
  final Widget child;

  /// Read out to people who cannot see the launch, when it takes long.
  final String announcement;

  @override
  State<LaunchSequence> createState() => _LaunchSequenceState();
}

class _LaunchSequenceState extends State<LaunchSequence> with SingleTickerProviderStateMixin {
  late final Ticker _ticker;
  final ValueNotifier<double> _time = ValueNotifier<double>(0.0);
  final Map<String, ui.Image> _pictures = {};
  Timer? _announcing;

  LaunchController get _launch => widget.controller;

  @override
  void initState() {
    super.initState();
    _ticker = createTicker((_) => _tick());
    _launch.addListener(_changed);
    _announcing = Timer(const Duration(seconds: 5), () {
      if (mounted && !_launch.isOver) SemanticsService.announce(widget.announcement, TextDirection.ltr);
    });
  }

  @override
  void didChangeDependencies() {
    super.didChangeDependencies();
    _load();
  }

  /// Pictures have to be there before the first frame: nothing may pop in later.
  Future<void> _load() async {
    final bool dark = MediaQuery.platformBrightnessOf(context) == Brightness.dark;
    final bool calm = MediaQuery.of(context).disableAnimations;
    final ImageConfiguration size = createLocalImageConfiguration(context);
    final Set<String> names = {
      for (final LaunchLook look in _launch.data.looks) ...look.pictures
    };
    await Future.wait([for (final String name in names) _loadPicture(name, dark, size)]);
    if (!mounted || _launch.isOver) return;
    _launch._begin(calm);
    if (!_ticker.isActive && !_launch.isOver) _ticker.start();
  }

  Future<void> _loadPicture(String name, bool dark, ImageConfiguration size) {
    final Completer<void> done = Completer<void>();
    final String file = dark && _launch.data.darkPictures.contains(name) ? name.replaceFirst('.', '-dark.') : name;
    final ImageStream stream = AssetImage(file).resolve(size);
    late final ImageStreamListener listener;
    listener = ImageStreamListener((ImageInfo info, _) {
      _pictures[name] = info.image;
      stream.removeListener(listener);
      if (!done.isCompleted) done.complete();
    }, onError: (Object error, StackTrace? trace) {
      debugPrint('The launch misses the picture $file: $error');
      if (!done.isCompleted) done.complete();
    });
    stream.addListener(listener);
    return done.future;
  }

  void _tick() {
    final LaunchSchedule? schedule = _launch.schedule;
    if (schedule == null) return;
    _time.value = _launch.now.toDouble();
    if (_time.value >= schedule.shown()) _launch.dismiss();
  }

  void _changed() {
    if (_launch.isOver) {
      _ticker.stop();
      _announcing?.cancel();
      if (mounted) setState(() {});
    }
  }

  @override
  void dispose() {
    _announcing?.cancel();
    _launch.removeListener(_changed);
    _ticker.dispose();
    _time.dispose();
    super.dispose();
  }

  @override
  Widget build(BuildContext context) {
    final bool over = _launch.isOver;
    final bool dark = MediaQuery.platformBrightnessOf(context) == Brightness.dark;
    final EdgeInsets insets = MediaQuery.of(context).padding;
    final LaunchPaletteColors colors = LaunchPaletteColors(_launch.data.palette, dark);
    return Directionality(
      textDirection: TextDirection.ltr,
      child: LayoutBuilder(builder: (BuildContext context, BoxConstraints room) {
        final LaunchScreen screen = LaunchScreen(room.maxWidth, room.maxHeight,
            left: insets.left, top: insets.top, right: insets.right, bottom: insets.bottom);
        return Stack(fit: StackFit.expand, children: [
          ValueListenableBuilder<double>(
            valueListenable: _time,
            builder: (BuildContext context, double t, Widget? child) => _placed(screen, t, over, child!),
            child: widget.child,
          ),
          if (!over)
            ExcludeSemantics(
              child: AbsorbPointer(
                child: CustomPaint(
                  size: Size.infinite,
                  painter: _LaunchPainter(_launch, _time, screen, colors, dark, _pictures),
                ),
              ),
            ),
        ]);
      }),
    );
  }

  /// The first screen as the sequence moves it; always the same tree, so that it keeps its state.
  Widget _placed(LaunchScreen screen, double t, bool over, Widget child) {
    double opacity = 1.0;
    Matrix4 transform = Matrix4.identity();
    final LaunchSchedule? schedule = _launch.schedule;
    final List<LaunchLayer> layers = _launch.data.timing.layers;
    for (int i = 0; i < layers.length && !over; i++) {
      if (layers[i].kind != LaunchLayerKind.firstScreen || layers[i].shown != LaunchShown.always) continue;
      if (schedule == null) {
        opacity = 0.0;
        continue;
      }
      final LaunchLayerState state = LaunchLayerState();
      schedule.stateAt(i, t, screen, state);
      opacity = state.visible ? state.opacity : 0.0;
      transform = Matrix4.identity()
        ..translate(state.x - screen.width / 2.0, state.y - screen.height / 2.0)
        ..rotateZ(state.rotation * pi / 180.0)
        ..scale(state.scaleX, state.scaleY, 1.0);
    }
    return Opacity(opacity: opacity, child: Transform(transform: transform, alignment: Alignment.center, child: child));
  }
}

class _LaunchPainter extends CustomPainter {
  _LaunchPainter(this.launch, this.time, this.screen, this.colors, this.dark, this.pictures) : super(repaint: time);

  final LaunchController launch;
  final ValueNotifier<double> time;
  final LaunchScreen screen;
  final LaunchPaletteColors colors;
  final bool dark;
  final Map<String, ui.Image> pictures;
  final LaunchLayerState _state = LaunchLayerState();

  @override
  void paint(Canvas canvas, Size size) {
    final LaunchSchedule? schedule = launch.schedule;
    if (schedule == null) return;
    final LaunchTiming timing = launch.data.timing;
    for (int i = 0; i < timing.layers.length; i++) {
      final LaunchLayer layer = timing.layers[i];
      if (layer.kind == LaunchLayerKind.firstScreen || layer.kind == LaunchLayerKind.group) continue;
      schedule.stateAt(i, time.value, screen, _state);
      if (_state.visible) _paintLayer(canvas, layer, launch.data.looks[i], _state);
    }
  }

  @override
  bool shouldRepaint(_LaunchPainter old) => old.screen != screen || old.dark != dark;

  void _paintLayer(Canvas canvas, LaunchLayer layer, LaunchLook upright, LaunchLayerState state) {
    final bool turned = screen.width > screen.height;
    final LaunchLook look = turned ? upright.wide ?? upright : upright;
    final double grown = turned ? look.wideScale : 1.0;
    final Rect box = Rect.fromCenter(center: Offset.zero, width: state.width, height: state.height);
    canvas.save();
    canvas.transform(launchMatrix(state.outer));
    canvas.translate(state.x, state.y);
    canvas.rotate(state.rotation * pi / 180.0);
    canvas.scale(state.scaleX, state.scaleY);
    _cut(canvas, state, box);
    if (state.opacity < 1.0) canvas.saveLayer(null, launchFade(state.opacity));
    switch (layer.kind) {
      case LaunchLayerKind.backdrop:
        _backdrop(canvas, look, box);
        break;
      case LaunchLayerKind.progress:
        _progress(canvas, look, state.progress, box);
        break;
      case LaunchLayerKind.clip:
        final int frame = (state.clip * (look.frames.length - 1)).round();
        final Rect shown = Rect.fromCenter(center: Offset.zero, width: look.width * grown, height: look.height * grown);
        _picture(canvas, look.frames[frame], shown, false);
        break;
      default:
        _art(canvas, look, state, box, grown);
    }
    if (state.opacity < 1.0) canvas.restore();
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
  void _backdrop(Canvas canvas, LaunchLook look, Rect box) {
    final Paint paint = Paint()..color = colors.named(look.color);
    if (look.toColor.isNotEmpty) {
      final double radians = look.angle * pi / 180.0;
      final double half = ((box.width * sin(radians)).abs() + (box.height * cos(radians)).abs()) / 2.0;
      final Offset way = Offset(sin(radians) * half, -cos(radians) * half);
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
    final ui.Image? image = pictures[name];
    if (image == null) return;
    paintImage(
        canvas: canvas,
        rect: box,
        image: image,
        fit: covers ? BoxFit.cover : BoxFit.contain,
        filterQuality: FilterQuality.medium);
  }

  void _art(Canvas canvas, LaunchLook look, LaunchLayerState state, Rect box, double grown) {
    final LaunchPalette? plate = look.plate;
    if (plate != null) {
      canvas.drawCircle(Offset.zero, look.plateDiameter / 2.0, Paint()..color = colors.named(plate.name, plate.alpha));
    }
    if (look.picture.isNotEmpty) {
      _picture(canvas, look.picture, box, false);
      return;
    }
    canvas.scale(grown, grown);
    if (state.draw >= 1.0) {
      (dark ? look.darkArt ?? look.art : look.art)?.draw(canvas, colors);
      return;
    }
    final double room = 1.0 - state.fillFrom;
    final double filled = room > 0.0 ? min(1.0, max(0.0, (state.draw - state.fillFrom) / room)) : 0.0;
    if (filled > 0.0) {
      canvas.saveLayer(null, launchFade(filled));
      (dark ? look.darkFills ?? look.fills : look.fills)?.draw(canvas, colors);
      canvas.restore();
    }
    if (state.draw <= 0.0) return;
    final List<LaunchOutline> outlines = dark && look.darkOutlines.isNotEmpty ? look.darkOutlines : look.outlines;
    for (final LaunchOutline outline in outlines) {
      outline.draw(canvas, colors, state.draw, filled);
    }
  }

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
