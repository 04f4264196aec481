// Flutter's canvas and what is painted with it, by Skia.
/// Constructors that need no `new`, as Dart's do not.
export const called = (type) => new Proxy(type, { apply: (target, _, values) => new target(...values) });

class Offset {
  constructor(dx, dy) { Object.assign(this, { dx, dy }); }
  plus(other) { return new Offset(this.dx + other.dx, this.dy + other.dy); }
  negated() { return new Offset(-this.dx, -this.dy); }
  static zero = new Offset(0, 0);
}

class Rect {
  constructor(left, top, right, bottom) { Object.assign(this, { left, top, right, bottom }); }
  static fromLTWH(left, top, width, height) { return new Rect(left, top, left + width, top + height); }
  static fromCenter({ center, width, height }) { return Rect.fromLTWH(center.dx - width / 2, center.dy - height / 2, width, height); }
  static fromCircle({ center, radius }) { return Rect.fromCenter({ center, width: radius * 2, height: radius * 2 }); }
  get width() { return this.right - this.left; }
  get height() { return this.bottom - this.top; }
  get topLeft() { return new Offset(this.left, this.top); }
  inflate(by) { return new Rect(this.left - by, this.top - by, this.right + by, this.bottom + by); }
  get list() { return [this.left, this.top, this.right, this.bottom]; }
}

const word = (names) => Object.fromEntries(names.map((it) => [it, it]));
const capital = (name) => name[0].toUpperCase() + name.slice(1);

export function painting(world) {
  const { kit } = world;
  // Skia's objects lie in memory of its own: `world.painted` are let go with the picture, `world.kept` with the process.
  world.painted = [];
  world.kept = [];
  const once = (made) => (world.painted.push(made), made);
  const keep = (made) => (world.kept.push(made), made);
  class Color {
    constructor(value) { this.value = value >>> 0; }
    static fromARGB(a, r, g, b) {
      for (const it of [a, r, g, b]) if (!(it >= 0 && it <= 255)) throw new Error(`a colour of ${[a, r, g, b]}`);
      return new Color(((a << 24) | (r << 16) | (g << 8) | b) >>> 0);
    }
    get kit() { return kit.Color4f(((this.value >> 16) & 255) / 255, ((this.value >> 8) & 255) / 255, (this.value & 255) / 255, (this.value >>> 24) / 255); }
  }
  class Paint {
    color = new Color(0xff000000);
    style = 'fill';
    strokeWidth = 0;
    strokeCap = 'butt';
    strokeJoin = 'miter';
    strokeMiterLimit = 4;
    shader = null;
    isAntiAlias = true;
    filterQuality = 'none';
    get kit() {
      const made = once(new kit.Paint());
      made.setAntiAlias(this.isAntiAlias);
      made.setColor(this.color.kit);
      made.setStyle(kit.PaintStyle[capital(this.style)]);
      made.setStrokeWidth(this.strokeWidth);
      made.setStrokeCap(kit.StrokeCap[capital(this.strokeCap)]);
      made.setStrokeJoin(kit.StrokeJoin[capital(this.strokeJoin)]);
      made.setStrokeMiter(this.strokeMiterLimit);
      if (this.shader) made.setShader(this.shader);
      return made;
    }
  }
  class Path {
    builder = keep(new kit.PathBuilder());
    kind = 'nonZero';
    /// Like Flutter's, a path may be added to after it was painted.
    get kit() {
      const made = once(this.builder.snapshot());
      if (this.kind !== 'evenOdd') return made;
      const turned = once(new kit.PathBuilder(made));
      return once(turned.setFillType(kit.FillType.EvenOdd).snapshot());
    }
    set fillType(kind) { this.kind = kind; }
    moveTo(x, y) { this.builder.moveTo(x, y); }
    lineTo(x, y) { this.builder.lineTo(x, y); }
    cubicTo(...numbers) { this.builder.cubicTo(...numbers); }
    close() { this.builder.close(); }
    addOval(rect) { this.builder.addOval(rect.list); }
    addPath(path) { this.builder.addPath(path.kit); }
    computeMetrics() {
      const contours = once(new kit.ContourMeasureIter(this.kit, false, 1));
      const all = [];
      for (let it = contours.next(); it; it = contours.next()) {
        const contour = once(it);
        all.push({
          length: contour.length(),
          extractPath(from, to) {
            const part = new Path();
            part.builder = keep(new kit.PathBuilder(once(contour.getSegment(from, to, true))));
            return part;
          },
        });
      }
      return all;
    }
  }
  const mode = (name) => kit.TileMode[{ clamp: 'Clamp', mirror: 'Mirror', repeated: 'Repeat' }[name ?? 'clamp']];
  // Columns of a 4 × 4 matrix as rows of a 3 × 3 one.
  const flat = (m) => [m[0], m[4], m[12], m[1], m[5], m[13], m[3], m[7], m[15]];
  const stops = (colors, at) => at ?? (colors.length === 2 ? [0, 1] : (() => { throw new Error('"colorStops" must not be null'); })());
  const Gradient = {
    linear: (from, to, colors, at, tile, matrix) =>
      once(kit.Shader.MakeLinearGradient([from.dx, from.dy], [to.dx, to.dy], colors.map((it) => it.kit), stops(colors, at), mode(tile), matrix ? flat(matrix) : undefined)),
    radial: (centre, radius, colors, at, tile, matrix, focus) =>
      once(kit.Shader.MakeTwoPointConicalGradient(focus ? [focus.dx, focus.dy] : [centre.dx, centre.dy], 0, [centre.dx, centre.dy], radius, colors.map((it) => it.kit), stops(colors, at),
        mode(tile), matrix ? flat(matrix) : undefined)),
  };
  const picture = (canvas, image, from, to, paint) => canvas.drawImageRectOptions(image, from, to, kit.FilterMode.Linear, kit.MipmapMode.Linear, paint);
  function paintImage({ canvas, rect, image, fit }) {
    const [wide, high] = [image.width, image.height];
    const scale = (fit === 'cover' ? Math.max : Math.min)(rect.width / wide, rect.height / high);
    const seen = { width: fit === 'cover' ? rect.width : wide * scale, height: fit === 'cover' ? rect.height : high * scale };
    const centre = new Offset((rect.left + rect.right) / 2, (rect.top + rect.bottom) / 2);
    const to = Rect.fromCenter({ center: centre, ...seen });
    const from = Rect.fromCenter({ center: new Offset(wide / 2, high / 2), width: seen.width / scale, height: seen.height / scale });
    canvas.drawImageRect(image, from, to, new Paint());
  }
  /// The canvas a painter gets; every save must have its restore.
  class Canvas {
    depth = 0;
    constructor(on) { this.on = on; }
    save() { this.depth++; this.on.save(); }
    restore() {
      if (--this.depth < 0) throw new Error('restore() without save()');
      this.on.restore();
    }
    saveLayer(bounds, paint) {
      this.depth++;
      this.on.saveLayer(paint.kit, bounds ? bounds.list : null);
    }
    translate(x, y) { this.on.translate(x, y); }
    rotate(radians) { this.on.rotate((radians * 180) / Math.PI, 0, 0); }
    scale(x, y = x) { this.on.scale(x, y); }
    transform(m) { this.on.concat(flat(m)); }
    clipPath(path) { this.on.clipPath(path.kit, kit.ClipOp.Intersect, true); }
    clipRect(rect) { this.on.clipRect(rect.list, kit.ClipOp.Intersect, true); }
    drawRect(rect, paint) { this.on.drawRect(rect.list, paint.kit); }
    drawRRect({ rect, radius }, paint) { this.on.drawRRect(kit.RRectXY(rect.list, radius, radius), paint.kit); }
    drawCircle(at, radius, paint) { this.on.drawCircle(at.dx, at.dy, radius, paint.kit); }
    drawArc(rect, from, sweep, useCentre, paint) { this.on.drawArc(rect.list, (from * 180) / Math.PI, (sweep * 180) / Math.PI, useCentre, paint.kit); }
    drawPath(path, paint) { this.on.drawPath(path.kit, paint.kit); }
    drawImageRect(image, from, to, paint) { picture(this.on, image.kit, from.list, to.list, paint.kit); }
  }
  class Matrix4 {
    constructor(...m) { this.m = m; }
    static identity() { return new Matrix4(1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1); }
    get flat() { return flat(this.m); }
  }
  return {
    Offset: called(Offset), Rect, Color: called(Color), Paint: called(Paint), Path: called(Path), Matrix4: called(Matrix4), Canvas, ui: { Gradient },
    RRect: { fromRectAndRadius: (rect, radius) => ({ rect, radius }) }, Radius: { circular: (radius) => radius }, paintImage, Size: { infinite: 'infinite' },
    PathFillType: word(['nonZero', 'evenOdd']), PaintingStyle: word(['fill', 'stroke']), StrokeCap: word(['butt', 'round', 'square']),
    StrokeJoin: word(['miter', 'round', 'bevel']), TileMode: word(['clamp', 'mirror', 'repeated']), BoxFit: word(['cover', 'contain']),
    FilterQuality: word(['none', 'low', 'medium', 'high']),
  };
}
