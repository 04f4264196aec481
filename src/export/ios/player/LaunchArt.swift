// Part of your app: written by Scaena, yours without conditions (0BSD). It needs nothing but the platform, from iOS 13
// on. The next export replaces it for as long as you leave it unchanged.
import UIKit

extension @LAUNCH@ {
    /// How a layer is painted. Art is in points about the layer's centre; pictures are names of the asset catalogue.
    struct Look {
        var color = ""
        var toColor = "" //? Look.toColor|LayerKind.progress
        var angle = 180.0 //? Look.angle|Look.toColor
//?{ Look.picture
        var picture = ""
        var fillsBox = false
//?}
        var art: Group? //? Look.art
        var fills: Group? //? Look.fills
        var outlines: [Outline] = [] //? Look.outlines
        var darkArt: Group? //? Look.darkArt
        var darkFills: Group? //? Look.darkFills
        var darkOutlines: [Outline] = [] //? Look.darkOutlines
//?{ Look.plate
        var plate: Palette?
        var plateDiameter = 0.0
//?}
//?{ LayerKind.progress
        var form = ProgressForm.ring
        var thickness = 4.0
//?}
//?{ Look.frames
        var frames: [String] = []
        var width = 0.0
        var height = 0.0
//?}
        var says = "" //? Look.says
//?{ Look.wideScale
        /// How much larger it is drawn where the screen is wider than high.
        var wideScale = 1.0
//?}
    }

    enum ProgressForm { case ring, bar, dots } //? LayerKind.progress

    /// A colour by day and by night, 0xAARRGGBB.
    struct Colors {
        var name: String
        var light: UInt32
        var dark: UInt32
    }

    /// The palette as it is by day or by night.
    struct PaletteColors {
        let isDark: Bool
        let traits: UITraitCollection
        private let values: [String: UInt32]

        init(_ palette: [Colors], _ traits: UITraitCollection) {
            let isDark = traits.userInterfaceStyle == .dark
            values = Dictionary(uniqueKeysWithValues: palette.map { ($0.name, isDark ? $0.dark : $0.light) })
            self.isDark = isDark
            self.traits = traits
        }

        func color(_ name: String, alpha: Double = 1) -> CGColor { shade(values[name] ?? 0, alpha) }
    }

//?{ Look.art|Look.plate
    /// What art is painted with.
    protocol Ink {
        func color(_ colors: PaletteColors) -> CGColor
    }
//?}
//?{ Plain.color

    struct Plain: Ink {
        var color: UInt32
//?}
        var dark: UInt32? //? Plain.dark

        func color(_ colors: PaletteColors) -> CGColor { //? Plain.color
            if let dark = dark, colors.isDark { return shade(dark, 1) } //? Plain.dark
//?{ Plain.color
            return shade(color, 1)
        }
    }
//?}
//?{ Palette.name

    struct Palette: Ink {
        var name: String
        var alpha = 1.0
//?}

//?{ Palette.name
        func color(_ colors: PaletteColors) -> CGColor { colors.color(name, alpha: alpha) }
    }
//?}
//?{ Spread.reflect|Spread.repeating

    enum Spread { case pad, reflect, repeating }
//?}
//?{ Gradient.at

    /// Straight from one point to the other; with a radius: a circle about the second point with its focus at the
    /// first.
    struct Gradient: Ink {
        var x1: Double
        var y1: Double
        var x2: Double
        var y2: Double
        var at: [Double]
        var colors: [UInt32]
//?}
        var radius = 0.0 //? Gradient.radius
        var matrix: [Double] = [1, 0, 0, 1, 0, 0] //? Gradient.at
        var spread = Spread.pad //? Spread.reflect|Spread.repeating
        var darkColors: [UInt32]? //? Gradient.darkColors

//?{ Gradient.at
        func color(_ palette: PaletteColors) -> CGColor { shade(colors[0], 1) }

        /// Paints what the context is cut to; `box` holds all of it.
        func paint(_ context: CGContext, _ box: CGRect, _ palette: PaletteColors) {
            context.concatenate(transform(matrix))
            var from = CGPoint(x: x1, y: y1)
            var to = CGPoint(x: x2, y: y2)
//?}
            var reach = CGFloat(0) //? Gradient.radius|Spread.reflect|Spread.repeating
            reach = CGFloat(radius) //? Gradient.radius
//?{ Gradient.at
            var stops = at
            var shades = colors
//?}
            if let darkColors = darkColors, palette.isDark { shades = darkColors } //? Gradient.darkColors
//?{ Spread.reflect|Spread.repeating
            if spread != .pad {
                let (first, last) = periods(box.applying(transform(matrix).inverted()))
                let all = repeated(first, last, shades)
                stops = all.stops
                shades = all.shades
                if reach == 0 { from = along(first) }
                to = along(last)
                reach *= CGFloat(last) //? Gradient.radius
            }
//?}
//?{ Gradient.at
            let both: CGGradientDrawingOptions = [.drawsBeforeStartLocation, .drawsAfterEndLocation]
            let shading = CGGradient(
                colorsSpace: CGColorSpace(name: CGColorSpace.sRGB), colors: shades.map { shade($0, 1) } as CFArray,
                locations: stops.map { CGFloat($0) })
            guard let shading = shading else { return }
//?}
//?{ Gradient.radius
            if radius > 0 {
                context.drawRadialGradient(
                    shading, startCenter: from, startRadius: 0, endCenter: to, endRadius: reach, options: both)
                return
            }
//?}
//?{ Gradient.at
            context.drawLinearGradient(shading, start: from, end: to, options: both)
        }
//?}
//?{ Spread.reflect|Spread.repeating

        private func along(_ period: Int) -> CGPoint {
            CGPoint(x: x1 + (x2 - x1) * Double(period), y: y1 + (y2 - y1) * Double(period))
        }

        /// How often the gradient has to stand before and behind itself to cover the box.
        private func periods(_ box: CGRect) -> (Int, Int) {
            let corners = [box.minX, box.maxX].flatMap { x in [(x, box.minY), (x, box.maxY)] }
//?{ Gradient.radius
            if radius > 0 {
                let far = corners.map { hypot(Double($0.0) - x2, Double($0.1) - y2) }.max() ?? 0
                return (0, min(64, max(1, Int((far / radius).rounded(.up)))))
            }
//?}
            let dx = x2 - x1
            let dy = y2 - y1
            let length = max(1e-9, dx * dx + dy * dy)
            let parts = corners.map { ((Double($0.0) - x1) * dx + (Double($0.1) - y1) * dy) / length }
            let first = max(-64, Int((parts.min() ?? 0).rounded(.down)))
            return (first, max(first + 1, min(64, Int((parts.max() ?? 1).rounded(.up)))))
        }

        private func repeated(_ first: Int, _ last: Int, _ colors: [UInt32]) -> (stops: [Double], shades: [UInt32]) {
            var stops: [Double] = []
            var shades: [UInt32] = []
            for period in first..<last {
                let turns = spread == .reflect && period % 2 != 0
                for i in at.indices {
                    let stop = turns ? at.count - 1 - i : i
                    let part = turns ? 1 - at[stop] : at[stop]
                    stops.append((Double(period - first) + part) / Double(last - first))
                    shades.append(colors[stop])
                }
            }
            return (stops, shades)
        }
//?}
    } //? Gradient.at
//? Stroke.width
    enum Cap { case butt, round, square } //? Cap.round|Cap.square
    enum Join { case miter, round, bevel } //? Join.round|Join.bevel
//?{ Stroke.width

    struct Stroke {
        var ink: Ink
        var width: Double
//?}
        var cap = Cap.butt //? Cap.round|Cap.square
        var join = Join.miter //? Join.round|Join.bevel
        var miterLimit = 4.0 //? Stroke.width
//?{ Stroke.dashes
        var dashes: [Double] = []
        var dashOffset = 0.0
//?}

//?{ Stroke.width
        func outline(_ path: CGPath) -> CGPath {
            var line = path
//?}
//?{ Stroke.dashes
            if !dashes.isEmpty {
                line = line.copy(dashingWithPhase: CGFloat(dashOffset), lengths: dashes.map { CGFloat($0) })
            }
//?}
            var lineCap = CGLineCap.butt //? Stroke.width
            lineCap = cap == .round ? .round : cap == .square ? .square : .butt //? Cap.round|Cap.square
            var lineJoin = CGLineJoin.miter //? Stroke.width
            lineJoin = join == .round ? .round : join == .bevel ? .bevel : .miter //? Join.round|Join.bevel
//?{ Stroke.width
            return line.copy(
                strokingWithWidth: CGFloat(width), lineCap: lineCap, lineJoin: lineJoin,
                miterLimit: CGFloat(miterLimit))
        }
    }
//?}
//?{ Clip.path

    struct Clip {
        var path: PathText
        var evenOdd = false
    }
//?}
//?{ Look.art

    /// A group of items, or a shape.
    protocol Item {
        func draw(_ context: CGContext, _ colors: PaletteColors)
        /// What it may reach.
        var box: CGRect { get }
    }

    struct Group: Item {
        var items: [Item]
        var matrix: [Double] = [1, 0, 0, 1, 0, 0]
//?}
        var opacity = 1.0 //? Group.opacity
        var clips: [Clip] = [] //? Clip.path

//?{ Look.art
        var box: CGRect {
            items.reduce(CGRect.null) { $0.union($1.box) }.applying(transform(matrix))
        }

        func draw(_ context: CGContext, _ colors: PaletteColors) {
            context.saveGState()
            context.concatenate(transform(matrix))
//?}
//?{ Clip.path
            for clip in clips {
                context.addPath(clip.path.path)
                context.clip(using: clip.evenOdd ? .evenOdd : .winding)
            }
//?}
//?{ Group.opacity
            if opacity < 1 {
                context.setAlpha(CGFloat(opacity))
                context.beginTransparencyLayer(auxiliaryInfo: nil)
            }
//?}
            for item in items { item.draw(context, colors) } //? Look.art
            if opacity < 1 { context.endTransparencyLayer() } //? Group.opacity
//?{ Look.art
            context.restoreGState()
        }
    }

//?}
//?{ Bitmap.name
    /// What paths cannot say: a picture of the catalogue.
    struct Bitmap: Item {
        var name: String
        var x: Double
        var y: Double
        var width: Double
        var height: Double

        var box: CGRect { CGRect(x: x, y: y, width: width, height: height) }

        func draw(_ context: CGContext, _ colors: PaletteColors) {
            guard let image = UIImage(named: name, in: nil, compatibleWith: colors.traits)?.cgImage else { return }
            context.saveGState()
            // Its rows count from below.
            context.concatenate(transform([1, 0, 0, -1, 0, y * 2 + height]))
            context.draw(image, in: box)
            context.restoreGState()
        }
    }
//?}
//?{ Look.art
    struct Shape: Item {
        var path: PathText
        var fill: Ink?
//?}
        var evenOdd = false //? Shape.evenOdd
        var stroke: Stroke? //? Stroke.width
        var opacity = 1.0 //? Shape.opacity

//?{ Look.art
        var box: CGRect {
            var reach = 0.0
//?}
            if let stroke = stroke { reach = stroke.width / 2 * max(1.5, stroke.miterLimit) } //? Stroke.width
//?{ Look.art
            return path.path.boundingBoxOfPath.insetBy(dx: CGFloat(-reach), dy: CGFloat(-reach))
        }

        func draw(_ context: CGContext, _ colors: PaletteColors) {
            context.saveGState()
//?}
//?{ Shape.opacity
            if opacity < 1 {
                context.setAlpha(CGFloat(opacity))
                context.beginTransparencyLayer(auxiliaryInfo: nil)
            }
//?}
            var rule = CGPathFillRule.winding //? Look.art
            if evenOdd { rule = .evenOdd } //? Shape.evenOdd
            if let fill = fill { paint(context, fill, path.path, rule, colors) } //? Look.art
            if let stroke = stroke { paint(context, stroke.ink, stroke.outline(path.path), .winding, colors) } //? Stroke.width
            if opacity < 1 { context.endTransparencyLayer() } //? Shape.opacity
//?{ Look.art
            context.restoreGState()
        }

        private func paint(
            _ context: CGContext, _ ink: Ink, _ path: CGPath, _ rule: CGPathFillRule, _ colors: PaletteColors
        ) {
            context.addPath(path)
//?}
//?{ Gradient.at
            if let gradient = ink as? Gradient {
                context.saveGState()
                context.clip(using: rule)
                gradient.paint(context, box, colors)
                return context.restoreGState()
            }
//?}
//?{ Look.art
            context.setFillColor(ink.color(colors))
            context.fillPath(using: rule)
        }
    }
//?}
//?{ Look.outlines

    /// A contour that a "draw" cue draws by and by. No stroke width: a hairline in the colour of the fill, which gives
    /// way to it.
    struct Outline {
        var path: PathText
        var ink: Ink
        var strokeWidth = 0.0
//?}

//?{ Look.outlines
        /// Each contour begins at once with the others.
        var contours: [CGPath] {
            path.text.split(separator: "M").map { PathText(stringLiteral: "M" + $0).path }
        }
    }
//?}
//?{ Look.art

    /// The path text this export writes: M, L, C and Z with absolute numbers.
    struct PathText: ExpressibleByStringLiteral {
        let text: String
        let path: CGPath

        init(stringLiteral text: String) {
            self.text = text
            let path = CGMutablePath()
            var numbers: [CGFloat] = []
            var verb = Character("M")
            var word = ""
            for c in text + " " {
                if !c.isLetter && c != " " && c != "," {
                    word.append(c)
                    continue
                }
                if let value = Double(word) { numbers.append(CGFloat(value)) }
                word = ""
                if numbers.count == (verb == "C" ? 6 : 2) {
                    let pairs = stride(from: 0, to: numbers.count, by: 2)
                    let points = pairs.map { CGPoint(x: numbers[$0], y: numbers[$0 + 1]) }
                    switch verb {
                    case "C": path.addCurve(to: points[2], control1: points[0], control2: points[1])
                    case "L": path.addLine(to: points[0])
                    default: path.move(to: points[0])
                    }
                    numbers = []
                }
                if c == "Z" { path.closeSubpath() }
                if c.isLetter { verb = c }
            }
            self.path = path
        }
    }

//?}
    static func shade(_ value: UInt32, _ alpha: Double) -> CGColor {
        func part(_ shift: UInt32) -> CGFloat { CGFloat((value >> shift) & 0xFF) / 255 }
        return UIColor(red: part(16), green: part(8), blue: part(0), alpha: part(24) * CGFloat(alpha)).cgColor
    }

    /// Where a layer is seen, about the middle of a box that rests where the layer does.
    static func placing(_ state: LayerState, about rest: CGRect) -> CGAffineTransform {
        CGAffineTransform(translationX: CGFloat(state.x), y: CGFloat(state.y))
            .rotated(by: CGFloat(state.rotation * Double.pi / 180))
            .scaledBy(x: notFlat(state.scaleX), y: notFlat(state.scaleY))
            .concatenating(transform(state.outer)) //? Layer.parent
            .concatenating(CGAffineTransform(translationX: -rest.midX, y: -rest.midY))
    }

    /// Core Animation cannot go from or to what has no width or height at all.
    private static func notFlat(_ scale: Double) -> CGFloat { CGFloat(scale == 0 ? 0.0001 : scale) }

    static func transform(_ m: [Double]) -> CGAffineTransform {
        CGAffineTransform(
            a: CGFloat(m[0]), b: CGFloat(m[1]), c: CGFloat(m[2]), d: CGFloat(m[3]), tx: CGFloat(m[4]),
            ty: CGFloat(m[5]))
    }

//?{ Look.picture|Look.frames
    /// A picture of the catalogue. It is decoded beside the main thread, and by it only if it is seen before.
    @MainActor
    final class Picture {
        private var image: UIImage?
        var contents: CGImage? { image?.cgImage }
//?}

//?{ Look.picture|Look.frames
        init(_ name: String, _ traits: UITraitCollection) {
            image = UIImage(named: name, in: nil, compatibleWith: traits)
            if #available(iOS 15.0, *) {
                image?.prepareForDisplay { [weak self] ready in
                    Task { @MainActor in self?.image = ready ?? self?.image }
                }
            }
        }
    }
//?}
//?{ Look.art

    /// Art drawn as vector, at the scale it is seen at: again whenever it is shown much larger than before.
    final class Drawing: CALayer {
        private var art: Group?
        private var colors: PaletteColors?

        convenience init(_ art: Group, _ colors: PaletteColors) {
            self.init()
            self.art = art
            self.colors = colors
            // All of the art and no more, about the layer's centre.
            bounds = art.box.insetBy(dx: -1, dy: -1).integral
            anchorPoint = CGPoint(x: -bounds.minX / bounds.width, y: -bounds.minY / bounds.height)
        }

        /// `grown`: how much larger than in points it is seen now.
        func show(_ grown: CGFloat) {
            let screen = colors?.traits.displayScale ?? 1
            // At most four million pixels, however large it grows.
            let most = (4_000_000 / max(1, bounds.width * bounds.height)).squareRoot()
            let wanted = min(screen * max(1, grown), max(screen, most))
            if contents != nil && contentsScale >= wanted / 1.25 { return }
            contentsScale = wanted
            setNeedsDisplay()
        }

        override func draw(in context: CGContext) {
            if let colors = colors { art?.draw(context, colors) }
        }
    }
//?}
}
