// Paints a tree of layers, as the stand-in of Core Animation tells it (StandIn.json), with Skia, composed as Core Animation does:
// group opacity, masks, clips, contents stretched when bounds have changed after drawing.
import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

const CAPS = ['Butt', 'Round', 'Square'];
const JOINS = ['Miter', 'Round', 'Bevel'];
const capital = (word) => word[0].toUpperCase() + word.slice(1);

export async function painter(judges) {
  const require = createRequire(join(judges, 'package.json'));
  const kit = await require('canvaskit-wasm')({ locateFile: (file) => join(judges, 'node_modules/canvaskit-wasm/bin', file) });
  return new Painter(kit);
}

class Painter {
  images = new Map();
  paths = new Map();

  constructor(kit) {
    this.kit = kit;
    this.clear = new kit.Paint();
  }

  /** The layers of several windows, the last on top, as the bytes of a PNG. */
  picture(trees, width, height) {
    const surface = this.kit.MakeSurface(width, height);
    const canvas = surface.getCanvas();
    canvas.clear(this.kit.BLACK);
    for (const tree of trees) this.layer(canvas, tree);
    const image = surface.makeImageSnapshot();
    const bytes = Buffer.from(image.encodeToBytes());
    image.delete();
    surface.dispose();
    return bytes;
  }

  color([r, g, b, a], alpha = 1) {
    const part = (value) => Math.min(1, Math.max(0, value));
    return this.kit.Color4f(part(r), part(g), part(b), part(a * alpha));
  }

  paint(color, make = () => {}) {
    const paint = new this.kit.Paint();
    paint.setAntiAlias(true);
    paint.setColor(color);
    make(paint);
    return paint;
  }

  matrix(m) { return [m[0], m[2], m[4], m[1], m[3], m[5], 0, 0, 1]; }

  path(it, isEvenOdd = false) {
    const key = JSON.stringify([it, isEvenOdd]);
    if (!this.paths.has(key)) this.paths.set(key, this.makePath(it, isEvenOdd));
    return this.paths.get(key);
  }

  makePath(it, isEvenOdd) {
    let path = this.kit.Path.MakeFromSVGString(it.d);
    if (!path) throw new Error(`no path: ${it.d}`);
    if (it.dash) {
      const [phase, on, off = on] = it.dash;
      if (it.dash.length > 3) throw new Error('only dashes of two lengths are painted');
      path = path.makeDashed(on, off, phase);
    }
    if (it.stroke) {
      const [width, cap, join, limit] = it.stroke;
      path = path.makeStroked({ width, miter_limit: limit, cap: this.kit.StrokeCap[CAPS[cap]], join: this.kit.StrokeJoin[JOINS[join]] });
    }
    path.setFillType?.(isEvenOdd ? this.kit.FillType.EvenOdd : this.kit.FillType.Winding);
    if (isEvenOdd && !path.setFillType) path = new this.kit.PathBuilder(path).setFillType(this.kit.FillType.EvenOdd).detach();
    return path;
  }

  image(file) {
    if (!this.images.has(file)) this.images.set(file, this.kit.MakeImageFromEncoded(readFileSync(file)));
    return this.images.get(file);
  }

  shader(it) {
    const { kit } = this;
    const mode = it.options === 3 ? kit.TileMode.Clamp : kit.TileMode.Decal;
    const colors = it.colors.map((color) => this.color(color));
    const p = it.p;
    if (it.op === 'linear') return kit.Shader.MakeLinearGradient([p[0], p[1]], [p[2], p[3]], colors, it.at, mode);
    return kit.Shader.MakeTwoPointConicalGradient([p[0], p[1]], p[2], [p[3], p[4]], p[5], colors, it.at, mode);
  }

  drawing(canvas, steps) {
    const { kit } = this;
    for (const it of steps) {
      switch (it.op) {
        case 'save': canvas.save(); break;
        case 'restore': case 'endlayer': canvas.restore(); break;
        case 'concat': canvas.concat(this.matrix(it.m)); break;
        case 'clip': canvas.clipPath(this.path(it.path, it.eo), kit.ClipOp.Intersect, true); break;
        case 'fill': canvas.drawPath(this.path(it.path, it.eo), this.paint(this.color(it.color, it.alpha))); break;
        case 'layer': canvas.saveLayer(this.paint(kit.Color4f(0, 0, 0, it.alpha))); break;
        case 'image': { // rows of a picture count from below (Quartz 2D): upside down where y points down
          const [x, y, w, h] = it.rect;
          const image = this.image(it.file);
          canvas.save();
          canvas.translate(0, 2 * y + h);
          canvas.scale(1, -1);
          canvas.drawImageRectOptions(image, kit.XYWHRect(0, 0, image.width(), image.height()), kit.XYWHRect(x, y, w, h), kit.FilterMode.Linear,
            kit.MipmapMode.Linear, this.paint(kit.Color4f(0, 0, 0, it.alpha)));
          canvas.restore();
          break;
        }
        case 'linear': case 'radial':
          canvas.drawPaint(this.paint(kit.Color4f(0, 0, 0, it.alpha), (paint) => paint.setShader(this.shader(it))));
          break;
        default: throw new Error(`no ${it.op}`);
      }
    }
  }

  content(canvas, it) {
    const { kit } = this;
    const [x, y, w, h] = it.bounds;
    const box = kit.XYWHRect(x, y, w, h);
    if (it.background && it.background[3] > 0) {
      canvas.drawRRect(kit.RRectXY(box, it.corner, it.corner), this.paint(this.color(it.background)));
    }
    if (it.gradient?.colors.length) {
      const { start, end, colors, at } = it.gradient;
      const stops = at.length ? at : colors.map((color, i) => i / (colors.length - 1));
      // Core Animation's axis is in the unit square and is stretched with it.
      const shader = kit.Shader.MakeLinearGradient(start, end, colors.map((color) => this.color(color)), stops, kit.TileMode.Clamp, [w, 0, x, 0, h, y, 0, 0, 1]);
      canvas.drawRect(box, this.paint(kit.BLACK, (paint) => paint.setShader(shader)));
    }
    if (it.image) this.drawImage(canvas, it, box);
    if (it.drawing) {
      const [dx, dy, dw, dh] = it.drawing.bounds;
      canvas.save();
      canvas.clipRect(box, kit.ClipOp.Intersect, true);
      canvas.translate(x, y);
      canvas.scale(w / dw, h / dh);
      canvas.translate(-dx, -dy);
      this.drawing(canvas, it.drawing.ops);
      canvas.restore();
    }
    if (it.shape?.path) this.drawShape(canvas, it.shape);
  }

  drawImage(canvas, it, box) {
    const { kit } = this;
    const [x, y, w, h] = it.bounds;
    const image = this.image(it.image);
    const across = w / image.width();
    const down = h / image.height();
    const scale = { aspect: Math.min(across, down), fill: Math.max(across, down) }[it.gravity];
    const seen = scale ? kit.XYWHRect(x + (w - image.width() * scale) / 2, y + (h - image.height() * scale) / 2, image.width() * scale, image.height() * scale) : box;
    canvas.save();
    if (it.clips) canvas.clipRect(box, kit.ClipOp.Intersect, true);
    canvas.drawImageRectOptions(image, kit.XYWHRect(0, 0, image.width(), image.height()), seen, kit.FilterMode.Linear, kit.MipmapMode.Linear, this.clear);
    canvas.restore();
  }

  drawShape(canvas, it) {
    const { kit } = this;
    const path = this.path(it.path, it.eo);
    if (it.fill) canvas.drawPath(path, this.paint(this.color(it.fill)));
    if (!it.stroke || it.to <= it.from || it.width <= 0) return;
    const seen = it.from > 0 || it.to < 1 ? path.makeTrimmed(it.from, it.to, false) : path;
    canvas.drawPath(seen, this.paint(this.color(it.stroke), (paint) => {
      paint.setStyle(kit.PaintStyle.Stroke);
      paint.setStrokeWidth(it.width);
      paint.setStrokeCap(kit.StrokeCap[capital(it.cap)]);
      paint.setStrokeJoin(kit.StrokeJoin[capital(it.join)]);
      paint.setStrokeMiter(it.miter);
    }));
  }

  layer(canvas, it) {
    if (it.hidden || it.opacity <= 0) return;
    const { kit } = this;
    const [x, y, w, h] = it.bounds;
    canvas.save();
    canvas.translate(...it.position);
    canvas.concat(this.matrix(it.m));
    canvas.translate(-w * it.anchor[0] - x, -h * it.anchor[1] - y);
    const isGroup = it.opacity < 1 || it.mask;
    if (isGroup) canvas.saveLayer(this.paint(kit.Color4f(0, 0, 0, it.opacity)));
    canvas.save();
    this.content(canvas, it);
    if (it.clips) canvas.clipRRect(kit.RRectXY(kit.XYWHRect(x, y, w, h), it.corner, it.corner), kit.ClipOp.Intersect, true);
    for (const sub of it.sub) this.layer(canvas, sub);
    canvas.restore();
    if (it.mask) {
      canvas.saveLayer(this.paint(kit.BLACK, (paint) => paint.setBlendMode(kit.BlendMode.DstIn)));
      this.layer(canvas, it.mask);
      canvas.restore();
    }
    if (isGroup) canvas.restore();
    canvas.restore();
  }
}
