// Part of your app: written by Scaena, yours without conditions (0BSD). It needs nothing but Flutter itself. The next
// export replaces it for as long as you leave it unchanged.
import 'dart:typed_data';
import 'dart:ui' as ui;

import 'package:flutter/painting.dart';

/// A colour by day and by night, 0xAARRGGBB.
class LaunchColors {
  const LaunchColors(this.name, this.light, this.dark);

  final String name;
  final int light, dark;
}

/// The palette as it is by day or by night.
class LaunchPaletteColors {
  LaunchPaletteColors(List<LaunchColors> palette, this.isDark, this.pictures)
      : _values = {for (final LaunchColors it in palette) it.name: isDark ? it.dark : it.light};

  final bool isDark;

  final Map<String, int> _values;
  final Map<String, ImageInfo> pictures;

  Color named(String name, [double alpha = 1.0]) => launchColor(_values[name] ?? 0, alpha);
}

/// 0xAARRGGBB, and so much of its alpha.
Color launchColor(int value, [double alpha = 1.0]) => Color.fromARGB(
    ((value >> 24 & 0xFF) * alpha).round(), value >> 16 & 0xFF, value >> 8 & 0xFF, value & 0xFF);

/// What art is painted with.
abstract class LaunchInk {
  const LaunchInk();

  /// `fade`: how much of its alpha.
  void apply(Paint paint, LaunchPaletteColors colors, [double fade = 1.0]);
}

class LaunchPlain extends LaunchInk {
  const LaunchPlain(this.color, {
    this.dark,
  });

  final int color;
  final int? dark;

  @override
  void apply(Paint paint, LaunchPaletteColors colors, [double fade = 1.0]) {
    paint.color = launchColor(colors.isDark ? dark ?? color : color, fade);
  }
}

class LaunchPalette extends LaunchInk {
  const LaunchPalette(this.name, {this.alpha = 1.0});

  final String name;
  final double alpha;

  @override
  void apply(Paint paint, LaunchPaletteColors colors, [double fade = 1.0]) =>
      paint.color = colors.named(name, alpha * fade);
}

enum LaunchCap { butt, round, square }

enum LaunchJoin { miter, round, bevel }

class LaunchStroke {
  const LaunchStroke(this.ink, this.width, {
    this.cap = LaunchCap.butt,
    this.join = LaunchJoin.miter,
    this.dashes = const [],
    this.dashOffset = 0.0,
    this.miterLimit = 4.0,
  });

  final LaunchInk ink;
  final double width;
  final LaunchCap cap;
  final LaunchJoin join;
  final double miterLimit;
  final List<double> dashes;
  final double dashOffset;
}

class LaunchClip {
  LaunchClip(String path, {bool evenOdd = false}) : path = launchPath(path, evenOdd);

  final Path path;
}

/// A group of items, a shape, or a picture.
abstract class LaunchItem {
  /// Names of the pictures it is drawn with.
  Iterable<String> get pictures => const [];

  void draw(Canvas canvas, LaunchPaletteColors colors);
}

class LaunchGroup extends LaunchItem {
  LaunchGroup(this.items, {
    this.opacity = 1.0,
    this.clips = const [],
    this.matrix = const [1, 0, 0, 1, 0, 0],
  });

  final List<LaunchItem> items;
  final List<double> matrix;
  final double opacity;
  final List<LaunchClip> clips;

  @override
  Iterable<String> get pictures => [for (final LaunchItem item in items) ...item.pictures];

  @override
  void draw(Canvas canvas, LaunchPaletteColors colors) {
    canvas.save();
    canvas.transform(launchMatrix(matrix));
    for (final LaunchClip clip in clips) {
      canvas.clipPath(clip.path);
    }
    if (opacity < 1.0) canvas.saveLayer(null, launchFade(opacity));
    for (final LaunchItem item in items) {
      item.draw(canvas, colors);
    }
    if (opacity < 1.0) canvas.restore();
    canvas.restore();
  }
}

class LaunchShape extends LaunchItem {
  LaunchShape(String path, {
    this.stroke,
    this.opacity = 1.0,
    this.fill,
    bool evenOdd = false,
  }) : path = launchPath(path, evenOdd);

  final Path path;
  final LaunchInk? fill;
  final LaunchStroke? stroke;
  final double opacity;
  Path? _dashed;

  @override
  void draw(Canvas canvas, LaunchPaletteColors colors) {
    if (opacity < 1.0) canvas.saveLayer(null, launchFade(opacity));
    final LaunchInk? inside = fill;
    if (inside != null) {
      final Paint paint = Paint()..isAntiAlias = true;
      inside.apply(paint, colors);
      canvas.drawPath(path, paint);
    }
    final LaunchStroke? line = stroke;
    if (line != null) _stroke(canvas, line, colors);
    if (opacity < 1.0) canvas.restore();
  }

  void _stroke(Canvas canvas, LaunchStroke line, LaunchPaletteColors colors) {
    final Paint paint = Paint()
      ..style = PaintingStyle.stroke
      ..strokeWidth = line.width
      ..strokeMiterLimit = line.miterLimit;
    const List<StrokeCap> caps = [StrokeCap.butt, StrokeCap.round, StrokeCap.square];
    const List<StrokeJoin> joins = [StrokeJoin.miter, StrokeJoin.round, StrokeJoin.bevel];
    paint.strokeCap = caps[line.cap.index];
    paint.strokeJoin = joins[line.join.index];
    line.ink.apply(paint, colors);
    canvas.drawPath(line.dashes.isEmpty ? path : _dashed ??= _dash(line), paint);
  }

  Path _dash(LaunchStroke line) {
    final Path out = Path();
    for (final ui.PathMetric metric in path.computeMetrics()) {
      double at = -line.dashOffset;
      for (int i = 0; at < metric.length; i++) {
        final double length = line.dashes[i % line.dashes.length];
        if (length <= 0.0 && line.dashes.every((double it) => it <= 0.0)) break;
        if (i.isEven && at + length > 0.0) out.addPath(metric.extractPath(at < 0.0 ? 0.0 : at, at + length), Offset.zero);
        at += length;
      }
    }
    return out;
  }
}

/// A contour that a "draw" cue draws by and by, in dp about the layer's centre. No stroke width: a hairline in the colour
/// of the fill, which gives way to it.
class LaunchOutline {
  LaunchOutline(String path, this.ink, {this.strokeWidth = 0.0}) : path = launchPath(path, false);

  final Path path;
  final LaunchInk ink;
  final double strokeWidth;

  void draw(Canvas canvas, LaunchPaletteColors colors, double part, double filled) {
    final Paint paint = Paint()
      ..style = PaintingStyle.stroke
      ..strokeWidth = strokeWidth > 0.0 ? strokeWidth : 1.5
      ..strokeCap = StrokeCap.round
      ..strokeJoin = StrokeJoin.round;
    ink.apply(paint, colors, strokeWidth > 0.0 ? 1.0 : 1.0 - filled);
    for (final ui.PathMetric metric in path.computeMetrics()) {
      canvas.drawPath(metric.extractPath(0.0, metric.length * part), paint);
    }
  }
}

/// What fades everything painted into a layer of the canvas.
Paint launchFade(double opacity) => Paint()..color = Color.fromARGB((255 * opacity).round(), 0, 0, 0);

/// Six numbers of an affine map as the canvas takes it.
Float64List launchMatrix(List<double> m) =>
    Float64List.fromList([m[0], m[1], 0, 0, m[2], m[3], 0, 0, 0, 0, 1, 0, m[4], m[5], 0, 1]);

final RegExp _pieces = RegExp(r'([MLCZ])([^MLCZ]*)');
final RegExp _numbers = RegExp(r'-?[0-9.]+');

/// Reads the path text this export writes: M, L, C and Z with absolute numbers.
Path launchPath(String text, bool evenOdd) {
  final Path path = Path()..fillType = evenOdd ? PathFillType.evenOdd : PathFillType.nonZero;
  for (final RegExpMatch piece in _pieces.allMatches(text)) {
    final List<double> n = [for (final RegExpMatch it in _numbers.allMatches(piece.group(2)!)) double.parse(it.group(0)!)];
    switch (piece.group(1)) {
      case 'M':
        path.moveTo(n[0], n[1]);
        break;
      case 'L':
        path.lineTo(n[0], n[1]);
        break;
      case 'C':
        path.cubicTo(n[0], n[1], n[2], n[3], n[4], n[5]);
        break;
      default:
        path.close();
    }
  }
  return path;
}
