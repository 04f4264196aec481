// Part of your app: written by Scaena, yours without conditions (0BSD). It needs nothing but the platform, from iOS 13
// on. The next export replaces it for as long as you leave it unchanged.
import UIKit

extension @LAUNCH@ {
    /// How a layer is painted. Art is in points about the layer's centre; pictures are names of the asset catalogue.
    struct Look {
        var color = ""
        var toColor = ""
        var angle = 180.0
        var picture = ""
        var fillsBox = false
        var art: Group?
        var fills: Group?
        var outlines: [Outline] = []
        var darkArt: Group?
        var darkFills: Group?
        var darkOutlines: [Outline] = []
        var plate: Palette?
        var plateDiameter = 0.0
        var form = ProgressForm.ring
        var thickness = 4.0
        var frames: [String] = []
        var width = 0.0
        var height = 0.0
        var says = ""
        /// How much larger it is drawn where the screen is wider than high.
        var wideScale = 1.0
    }

    enum ProgressForm { case ring, bar, dots }

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

    /// What art is painted with.
    protocol Ink {
        func color(_ colors: PaletteColors) -> CGColor
        /// Paints a path, which lies within `box`.
        func paint(_ context: CGContext, _ path: CGPath, _ rule: CGPathFillRule, _ box: CGRect, _ colors: PaletteColors)
    }

    struct Plain: Ink {
        var color: UInt32
        var dark: UInt32?

        func color(_ colors: PaletteColors) -> CGColor {
            if let dark = dark, colors.isDark { return shade(dark, 1) }
            return shade(color, 1)
        }

        func paint(_ context: CGContext, _ path: CGPath, _ rule: CGPathFillRule, _ box: CGRect, _ colors: PaletteColors)
        {
            flood(context, path, rule, color(colors))
        }
    }

    struct Palette: Ink {
        var name: String
        var alpha = 1.0

        func color(_ colors: PaletteColors) -> CGColor { colors.color(name, alpha: alpha) }

        func paint(_ context: CGContext, _ path: CGPath, _ rule: CGPathFillRule, _ box: CGRect, _ colors: PaletteColors)
        {
            flood(context, path, rule, color(colors))
        }
    }

    enum Cap { case butt, round, square }
    enum Join { case miter, round, bevel }

    struct Stroke {
        var ink: Ink
        var width: Double
        var cap = Cap.butt
        var join = Join.miter
        var miterLimit = 4.0
        var dashes: [Double] = []
        var dashOffset = 0.0

        func outline(_ path: CGPath) -> CGPath {
            var line = path
            if !dashes.isEmpty {
                line = line.copy(dashingWithPhase: CGFloat(dashOffset), lengths: dashes.map { CGFloat($0) })
            }
            let lineCap: CGLineCap = cap == .round ? .round : cap == .square ? .square : .butt
            let lineJoin: CGLineJoin = join == .round ? .round : join == .bevel ? .bevel : .miter
            return line.copy(
                strokingWithWidth: CGFloat(width), lineCap: lineCap, lineJoin: lineJoin,
                miterLimit: CGFloat(miterLimit))
        }
    }

    struct Clip {
        var path: PathText
        var evenOdd = false
    }

    /// A group of items, or a shape.
    protocol Item {
        func draw(_ context: CGContext, _ colors: PaletteColors)
        /// What it may reach.
        var box: CGRect { get }
    }

    struct Group: Item {
        var items: [Item]
        var matrix: [Double] = [1, 0, 0, 1, 0, 0]
        var opacity = 1.0
        var clips: [Clip] = []

        var box: CGRect {
            items.reduce(CGRect.null) { $0.union($1.box) }.applying(transform(matrix))
        }

        func draw(_ context: CGContext, _ colors: PaletteColors) {
            context.saveGState()
            context.concatenate(transform(matrix))
            for clip in clips {
                context.addPath(clip.path.path)
                context.clip(using: clip.evenOdd ? .evenOdd : .winding)
            }
            if opacity < 1 {
                context.setAlpha(CGFloat(opacity))
                context.beginTransparencyLayer(auxiliaryInfo: nil)
            }
            for item in items { item.draw(context, colors) }
            if opacity < 1 { context.endTransparencyLayer() }
            context.restoreGState()
        }
    }

    //? Bitmap.name
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
    struct Shape: Item {
        var path: PathText
        var fill: Ink?
        var evenOdd = false
        var stroke: Stroke?
        var opacity = 1.0

        var box: CGRect {
            let reach = stroke.map { $0.width / 2 * max(1.5, $0.miterLimit) } ?? 0
            return path.path.boundingBoxOfPath.insetBy(dx: CGFloat(-reach), dy: CGFloat(-reach))
        }

        func draw(_ context: CGContext, _ colors: PaletteColors) {
            context.saveGState()
            if opacity < 1 {
                context.setAlpha(CGFloat(opacity))
                context.beginTransparencyLayer(auxiliaryInfo: nil)
            }
            if let fill = fill { fill.paint(context, path.path, evenOdd ? .evenOdd : .winding, box, colors) }
            if let stroke = stroke { stroke.ink.paint(context, stroke.outline(path.path), .winding, box, colors) }
            if opacity < 1 { context.endTransparencyLayer() }
            context.restoreGState()
        }

    }

    /// A contour that a "draw" cue draws by and by. No stroke width: a hairline in the colour of the fill, which gives
    /// way to it.
    struct Outline {
        var path: PathText
        var ink: Ink
        var strokeWidth = 0.0

        /// Each contour begins at once with the others.
        var contours: [CGPath] {
            path.text.split(separator: "M").map { PathText(stringLiteral: "M" + $0).path }
        }
    }

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

    /// One colour all over.
    private static func flood(_ context: CGContext, _ path: CGPath, _ rule: CGPathFillRule, _ color: CGColor) {
        context.addPath(path)
        context.setFillColor(color)
        context.fillPath(using: rule)
    }

    static func shade(_ value: UInt32, _ alpha: Double) -> CGColor {
        func part(_ shift: UInt32) -> CGFloat { CGFloat((value >> shift) & 0xFF) / 255 }
        return UIColor(red: part(16), green: part(8), blue: part(0), alpha: part(24) * CGFloat(alpha)).cgColor
    }

    /// Where a layer is seen, about the middle of a box that rests where the layer does.
    static func placing(_ state: LayerState, about rest: CGRect) -> CGAffineTransform {
        CGAffineTransform(translationX: CGFloat(state.x), y: CGFloat(state.y))
            .rotated(by: CGFloat(state.rotation * Double.pi / 180))
            .scaledBy(x: notFlat(state.scaleX), y: notFlat(state.scaleY))
            .concatenating(transform(state.outer))
            .concatenating(CGAffineTransform(translationX: -rest.midX, y: -rest.midY))
    }

    /// Core Animation cannot go from or to what has no width or height at all.
    private static func notFlat(_ scale: Double) -> CGFloat { CGFloat(scale == 0 ? 0.0001 : scale) }

    static func transform(_ m: [Double]) -> CGAffineTransform {
        CGAffineTransform(
            a: CGFloat(m[0]), b: CGFloat(m[1]), c: CGFloat(m[2]), d: CGFloat(m[3]), tx: CGFloat(m[4]),
            ty: CGFloat(m[5]))
    }

    /// A picture of the catalogue. It is decoded beside the main thread, and by it only if it is seen before.
    @MainActor
    final class Picture {
        private var image: UIImage?
        var contents: CGImage? { image?.cgImage }

        init(_ name: String, _ traits: UITraitCollection) {
            image = UIImage(named: name, in: nil, compatibleWith: traits)
            if #available(iOS 15.0, *) {
                image?.prepareForDisplay { [weak self] ready in
                    Task { @MainActor in self?.image = ready ?? self?.image }
                }
            }
        }
    }

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
}
