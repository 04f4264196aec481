// Part of your app: written by Scaena, yours without conditions (0BSD). It needs nothing but the platform, from iOS 13
// on. The next export replaces it for as long as you leave it unchanged.
import UIKit

extension @LAUNCH@ {
    /// How a layer is painted. Art is in points about the layer's centre; pictures are names of the asset catalogue.
    struct Look {
        var color = ""
        var toColor = "" //? Look.toColor|LayerKind.progress
        var angle = 180.0 //? Look.angle|Look.toColor
        var picture = "" //? Look.picture
        var fillsBox = false //? Look.picture
        var art: Group? //? Look.art
        var fills: Group? //? Look.fills
        var outlines: [Outline] = [] //? Look.outlines
        var darkArt: Group? //? Look.darkArt
        var darkFills: Group? //? Look.darkFills
        var darkOutlines: [Outline] = [] //? Look.darkOutlines
        var plate: Palette? //? Look.plate
        var plateDiameter = 0.0 //? Look.plate
        var form = ProgressForm.ring //? LayerKind.progress
        var thickness = 4.0 //? LayerKind.progress
        var frames: [String] = [] //? Look.frames
        var width = 0.0 //? Look.frames
        var height = 0.0 //? Look.frames
        var says = "" //? Look.says
        /// How much larger it is drawn where the screen is wider than high. //? Look.wideScale
        var wideScale = 1.0 //? Look.wideScale
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

    /// What art is painted with. //? Look.art|Look.plate
    protocol Ink { //? Look.art|Look.plate
        func color(_ colors: PaletteColors) -> CGColor //? Look.art|Look.plate
    } //? Look.art|Look.plate
 //? Plain.color
    struct Plain: Ink { //? Plain.color
        var color: UInt32 //? Plain.color
        var dark: UInt32? //? Plain.dark

        func color(_ colors: PaletteColors) -> CGColor { //? Plain.color
            if let dark = dark, colors.isDark { return shade(dark, 1) } //? Plain.dark
            return shade(color, 1) //? Plain.color
        } //? Plain.color
    } //? Plain.color
 //? Palette.name
    struct Palette: Ink { //? Palette.name
        var name: String //? Palette.name
        var alpha = 1.0 //? Palette.name

        func color(_ colors: PaletteColors) -> CGColor { colors.color(name, alpha: alpha) } //? Palette.name
    } //? Palette.name
 //? Spread.reflect|Spread.repeating
    enum Spread { case pad, reflect, repeating } //? Spread.reflect|Spread.repeating
 //? Gradient.at
    /// Straight from one point to the other; with a radius: a circle about the second point with its focus at the //? Gradient.at
    /// first. //? Gradient.at
    struct Gradient: Ink { //? Gradient.at
        var x1: Double //? Gradient.at
        var y1: Double //? Gradient.at
        var x2: Double //? Gradient.at
        var y2: Double //? Gradient.at
        var at: [Double] //? Gradient.at
        var colors: [UInt32] //? Gradient.at
        var radius = 0.0 //? Gradient.radius
        var matrix: [Double] = [1, 0, 0, 1, 0, 0] //? Gradient.at
        var spread = Spread.pad //? Spread.reflect|Spread.repeating
        var darkColors: [UInt32]? //? Gradient.darkColors

        func color(_ palette: PaletteColors) -> CGColor { shade(colors[0], 1) } //? Gradient.at
 //? Gradient.at
        /// Paints what the context is cut to; `box` holds all of it. //? Gradient.at
        func paint(_ context: CGContext, _ box: CGRect, _ palette: PaletteColors) { //? Gradient.at
            context.concatenate(transform(matrix)) //? Gradient.at
            var from = CGPoint(x: x1, y: y1) //? Gradient.at
            var to = CGPoint(x: x2, y: y2) //? Gradient.at
            var reach = CGFloat(0) //? Gradient.radius|Spread.reflect|Spread.repeating
            reach = CGFloat(radius) //? Gradient.radius
            var stops = at //? Gradient.at
            var shades = colors //? Gradient.at
            if let darkColors = darkColors, palette.isDark { shades = darkColors } //? Gradient.darkColors
            if spread != .pad { //? Spread.reflect|Spread.repeating
                let (first, last) = periods(box.applying(transform(matrix).inverted())) //? Spread.reflect|Spread.repeating
                let all = repeated(first, last, shades) //? Spread.reflect|Spread.repeating
                stops = all.stops //? Spread.reflect|Spread.repeating
                shades = all.shades //? Spread.reflect|Spread.repeating
                if reach == 0 { from = along(first) } //? Spread.reflect|Spread.repeating
                to = along(last) //? Spread.reflect|Spread.repeating
                reach *= CGFloat(last) //? Spread.reflect|Spread.repeating Gradient.radius
            } //? Spread.reflect|Spread.repeating
            let both: CGGradientDrawingOptions = [.drawsBeforeStartLocation, .drawsAfterEndLocation] //? Gradient.at
            let shading = CGGradient( //? Gradient.at
                colorsSpace: CGColorSpace(name: CGColorSpace.sRGB), colors: shades.map { shade($0, 1) } as CFArray, //? Gradient.at
                locations: stops.map { CGFloat($0) }) //? Gradient.at
            guard let shading = shading else { return } //? Gradient.at
            if radius > 0 { //? Gradient.radius
                context.drawRadialGradient( //? Gradient.radius
                    shading, startCenter: from, startRadius: 0, endCenter: to, endRadius: reach, options: both) //? Gradient.radius
                return //? Gradient.radius
            } //? Gradient.radius
            context.drawLinearGradient(shading, start: from, end: to, options: both) //? Gradient.at
        } //? Gradient.at
 //? Spread.reflect|Spread.repeating
        private func along(_ period: Int) -> CGPoint { //? Spread.reflect|Spread.repeating
            CGPoint(x: x1 + (x2 - x1) * Double(period), y: y1 + (y2 - y1) * Double(period)) //? Spread.reflect|Spread.repeating
        } //? Spread.reflect|Spread.repeating
 //? Spread.reflect|Spread.repeating
        /// How often the gradient has to stand before and behind itself to cover the box. //? Spread.reflect|Spread.repeating
        private func periods(_ box: CGRect) -> (Int, Int) { //? Spread.reflect|Spread.repeating
            let corners = [box.minX, box.maxX].flatMap { x in [(x, box.minY), (x, box.maxY)] } //? Spread.reflect|Spread.repeating
            if radius > 0 { //? Spread.reflect|Spread.repeating Gradient.radius
                let far = corners.map { hypot(Double($0.0) - x2, Double($0.1) - y2) }.max() ?? 0 //? Spread.reflect|Spread.repeating Gradient.radius
                return (0, min(64, max(1, Int((far / radius).rounded(.up))))) //? Spread.reflect|Spread.repeating Gradient.radius
            } //? Spread.reflect|Spread.repeating Gradient.radius
            let dx = x2 - x1 //? Spread.reflect|Spread.repeating
            let dy = y2 - y1 //? Spread.reflect|Spread.repeating
            let length = max(1e-9, dx * dx + dy * dy) //? Spread.reflect|Spread.repeating
            let parts = corners.map { ((Double($0.0) - x1) * dx + (Double($0.1) - y1) * dy) / length } //? Spread.reflect|Spread.repeating
            let first = max(-64, Int((parts.min() ?? 0).rounded(.down))) //? Spread.reflect|Spread.repeating
            return (first, max(first + 1, min(64, Int((parts.max() ?? 1).rounded(.up))))) //? Spread.reflect|Spread.repeating
        } //? Spread.reflect|Spread.repeating
 //? Spread.reflect|Spread.repeating
        private func repeated(_ first: Int, _ last: Int, _ colors: [UInt32]) -> (stops: [Double], shades: [UInt32]) { //? Spread.reflect|Spread.repeating
            var stops: [Double] = [] //? Spread.reflect|Spread.repeating
            var shades: [UInt32] = [] //? Spread.reflect|Spread.repeating
            for period in first..<last { //? Spread.reflect|Spread.repeating
                let turns = spread == .reflect && period % 2 != 0 //? Spread.reflect|Spread.repeating
                for i in at.indices { //? Spread.reflect|Spread.repeating
                    let stop = turns ? at.count - 1 - i : i //? Spread.reflect|Spread.repeating
                    let part = turns ? 1 - at[stop] : at[stop] //? Spread.reflect|Spread.repeating
                    stops.append((Double(period - first) + part) / Double(last - first)) //? Spread.reflect|Spread.repeating
                    shades.append(colors[stop]) //? Spread.reflect|Spread.repeating
                } //? Spread.reflect|Spread.repeating
            } //? Spread.reflect|Spread.repeating
            return (stops, shades) //? Spread.reflect|Spread.repeating
        } //? Spread.reflect|Spread.repeating
    } //? Gradient.at
 //? Stroke.width
    enum Cap { case butt, round, square } //? Cap.round|Cap.square
    enum Join { case miter, round, bevel } //? Join.round|Join.bevel
 //? Stroke.width
    struct Stroke { //? Stroke.width
        var ink: Ink //? Stroke.width
        var width: Double //? Stroke.width
        var cap = Cap.butt //? Cap.round|Cap.square
        var join = Join.miter //? Join.round|Join.bevel
        var miterLimit = 4.0 //? Stroke.width
        var dashes: [Double] = [] //? Stroke.dashes
        var dashOffset = 0.0 //? Stroke.dashes

        func outline(_ path: CGPath) -> CGPath { //? Stroke.width
            var line = path //? Stroke.width
            if !dashes.isEmpty { //? Stroke.dashes
                line = line.copy(dashingWithPhase: CGFloat(dashOffset), lengths: dashes.map { CGFloat($0) }) //? Stroke.dashes
            } //? Stroke.dashes
            var lineCap = CGLineCap.butt //? Stroke.width
            lineCap = cap == .round ? .round : cap == .square ? .square : .butt //? Cap.round|Cap.square
            var lineJoin = CGLineJoin.miter //? Stroke.width
            lineJoin = join == .round ? .round : join == .bevel ? .bevel : .miter //? Join.round|Join.bevel
            return line.copy( //? Stroke.width
                strokingWithWidth: CGFloat(width), lineCap: lineCap, lineJoin: lineJoin, //? Stroke.width
                miterLimit: CGFloat(miterLimit)) //? Stroke.width
        } //? Stroke.width
    } //? Stroke.width
 //? Clip.path
    struct Clip { //? Clip.path
        var path: PathText //? Clip.path
        var evenOdd = false //? Clip.path
    } //? Clip.path
 //? Look.art
    /// A group of items, or a shape. //? Look.art
    protocol Item { //? Look.art
        func draw(_ context: CGContext, _ colors: PaletteColors) //? Look.art
        /// What it may reach. //? Look.art
        var box: CGRect { get } //? Look.art
    } //? Look.art
 //? Look.art
    struct Group: Item { //? Look.art
        var items: [Item] //? Look.art
        var matrix: [Double] = [1, 0, 0, 1, 0, 0] //? Look.art
        var opacity = 1.0 //? Group.opacity
        var clips: [Clip] = [] //? Clip.path

        var box: CGRect { //? Look.art
            items.reduce(CGRect.null) { $0.union($1.box) }.applying(transform(matrix)) //? Look.art
        } //? Look.art
 //? Look.art
        func draw(_ context: CGContext, _ colors: PaletteColors) { //? Look.art
            context.saveGState() //? Look.art
            context.concatenate(transform(matrix)) //? Look.art
            for clip in clips { //? Clip.path
                context.addPath(clip.path.path) //? Clip.path
                context.clip(using: clip.evenOdd ? .evenOdd : .winding) //? Clip.path
            } //? Clip.path
            if opacity < 1 { //? Group.opacity
                context.setAlpha(CGFloat(opacity)) //? Group.opacity
                context.beginTransparencyLayer(auxiliaryInfo: nil) //? Group.opacity
            } //? Group.opacity
            for item in items { item.draw(context, colors) } //? Look.art
            if opacity < 1 { context.endTransparencyLayer() } //? Group.opacity
            context.restoreGState() //? Look.art
        } //? Look.art
    } //? Look.art
 //? Look.art
    /// What paths cannot say: a picture of the catalogue. //? Bitmap.name
    struct Bitmap: Item { //? Bitmap.name
        var name: String //? Bitmap.name
        var x: Double //? Bitmap.name
        var y: Double //? Bitmap.name
        var width: Double //? Bitmap.name
        var height: Double //? Bitmap.name
 //? Bitmap.name
        var box: CGRect { CGRect(x: x, y: y, width: width, height: height) } //? Bitmap.name
 //? Bitmap.name
        func draw(_ context: CGContext, _ colors: PaletteColors) { //? Bitmap.name
            guard let image = UIImage(named: name, in: nil, compatibleWith: colors.traits)?.cgImage else { return } //? Bitmap.name
            context.saveGState() //? Bitmap.name
            // Its rows count from below. //? Bitmap.name
            context.concatenate(transform([1, 0, 0, -1, 0, y * 2 + height])) //? Bitmap.name
            context.draw(image, in: box) //? Bitmap.name
            context.restoreGState() //? Bitmap.name
        } //? Bitmap.name
    } //? Bitmap.name
    struct Shape: Item { //? Look.art
        var path: PathText //? Look.art
        var fill: Ink? //? Look.art
        var evenOdd = false //? Shape.evenOdd
        var stroke: Stroke? //? Stroke.width
        var opacity = 1.0 //? Shape.opacity

        var box: CGRect { //? Look.art
            var reach = 0.0 //? Look.art
            if let stroke = stroke { reach = stroke.width / 2 * max(1.5, stroke.miterLimit) } //? Stroke.width
            return path.path.boundingBoxOfPath.insetBy(dx: CGFloat(-reach), dy: CGFloat(-reach)) //? Look.art
        } //? Look.art
 //? Look.art
        func draw(_ context: CGContext, _ colors: PaletteColors) { //? Look.art
            context.saveGState() //? Look.art
            if opacity < 1 { //? Shape.opacity
                context.setAlpha(CGFloat(opacity)) //? Shape.opacity
                context.beginTransparencyLayer(auxiliaryInfo: nil) //? Shape.opacity
            } //? Shape.opacity
            var rule = CGPathFillRule.winding //? Look.art
            if evenOdd { rule = .evenOdd } //? Shape.evenOdd
            if let fill = fill { paint(context, fill, path.path, rule, colors) } //? Look.art
            if let stroke = stroke { paint(context, stroke.ink, stroke.outline(path.path), .winding, colors) } //? Stroke.width
            if opacity < 1 { context.endTransparencyLayer() } //? Shape.opacity
            context.restoreGState() //? Look.art
        } //? Look.art
 //? Look.art
        private func paint( //? Look.art
            _ context: CGContext, _ ink: Ink, _ path: CGPath, _ rule: CGPathFillRule, _ colors: PaletteColors //? Look.art
        ) { //? Look.art
            context.addPath(path) //? Look.art
            if let gradient = ink as? Gradient { //? Gradient.at
                context.saveGState() //? Gradient.at
                context.clip(using: rule) //? Gradient.at
                gradient.paint(context, box, colors) //? Gradient.at
                return context.restoreGState() //? Gradient.at
            } //? Gradient.at
            context.setFillColor(ink.color(colors)) //? Look.art
            context.fillPath(using: rule) //? Look.art
        } //? Look.art
    } //? Look.art
 //? Look.outlines
    /// A contour that a "draw" cue draws by and by. No stroke width: a hairline in the colour of the fill, which gives //? Look.outlines
    /// way to it. //? Look.outlines
    struct Outline { //? Look.outlines
        var path: PathText //? Look.outlines
        var ink: Ink //? Look.outlines
        var strokeWidth = 0.0 //? Look.outlines

        /// Each contour begins at once with the others. //? Look.outlines
        var contours: [CGPath] { //? Look.outlines
            path.text.split(separator: "M").map { PathText(stringLiteral: "M" + $0).path } //? Look.outlines
        } //? Look.outlines
    } //? Look.outlines
 //? Look.art
    /// The path text this export writes: M, L, C and Z with absolute numbers. //? Look.art
    struct PathText: ExpressibleByStringLiteral { //? Look.art
        let text: String //? Look.art
        let path: CGPath //? Look.art
 //? Look.art
        init(stringLiteral text: String) { //? Look.art
            self.text = text //? Look.art
            let path = CGMutablePath() //? Look.art
            var numbers: [CGFloat] = [] //? Look.art
            var verb = Character("M") //? Look.art
            var word = "" //? Look.art
            for c in text + " " { //? Look.art
                if !c.isLetter && c != " " && c != "," { //? Look.art
                    word.append(c) //? Look.art
                    continue //? Look.art
                } //? Look.art
                if let value = Double(word) { numbers.append(CGFloat(value)) } //? Look.art
                word = "" //? Look.art
                if numbers.count == (verb == "C" ? 6 : 2) { //? Look.art
                    let pairs = stride(from: 0, to: numbers.count, by: 2) //? Look.art
                    let points = pairs.map { CGPoint(x: numbers[$0], y: numbers[$0 + 1]) } //? Look.art
                    switch verb { //? Look.art
                    case "C": path.addCurve(to: points[2], control1: points[0], control2: points[1]) //? Look.art
                    case "L": path.addLine(to: points[0]) //? Look.art
                    default: path.move(to: points[0]) //? Look.art
                    } //? Look.art
                    numbers = [] //? Look.art
                } //? Look.art
                if c == "Z" { path.closeSubpath() } //? Look.art
                if c.isLetter { verb = c } //? Look.art
            } //? Look.art
            self.path = path //? Look.art
        } //? Look.art
    } //? Look.art
 //? Look.art
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

    /// A picture of the catalogue. It is decoded beside the main thread, and by it only if it is seen before. //? Look.picture|Look.frames
    @MainActor //? Look.picture|Look.frames
    final class Picture { //? Look.picture|Look.frames
        private var image: UIImage? //? Look.picture|Look.frames
        var contents: CGImage? { image?.cgImage } //? Look.picture|Look.frames

        init(_ name: String, _ traits: UITraitCollection) { //? Look.picture|Look.frames
            image = UIImage(named: name, in: nil, compatibleWith: traits) //? Look.picture|Look.frames
            if #available(iOS 15.0, *) { //? Look.picture|Look.frames
                image?.prepareForDisplay { [weak self] ready in //? Look.picture|Look.frames
                    Task { @MainActor in self?.image = ready ?? self?.image } //? Look.picture|Look.frames
                } //? Look.picture|Look.frames
            } //? Look.picture|Look.frames
        } //? Look.picture|Look.frames
    } //? Look.picture|Look.frames
 //? Look.art
    /// Art drawn as vector, at the scale it is seen at: again whenever it is shown much larger than before. //? Look.art
    final class Drawing: CALayer { //? Look.art
        private var art: Group? //? Look.art
        private var colors: PaletteColors? //? Look.art
 //? Look.art
        convenience init(_ art: Group, _ colors: PaletteColors) { //? Look.art
            self.init() //? Look.art
            self.art = art //? Look.art
            self.colors = colors //? Look.art
            // All of the art and no more, about the layer's centre. //? Look.art
            bounds = art.box.insetBy(dx: -1, dy: -1).integral //? Look.art
            anchorPoint = CGPoint(x: -bounds.minX / bounds.width, y: -bounds.minY / bounds.height) //? Look.art
        } //? Look.art
 //? Look.art
        /// `grown`: how much larger than in points it is seen now. //? Look.art
        func show(_ grown: CGFloat) { //? Look.art
            let screen = colors?.traits.displayScale ?? 1 //? Look.art
            // At most four million pixels, however large it grows. //? Look.art
            let most = (4_000_000 / max(1, bounds.width * bounds.height)).squareRoot() //? Look.art
            let wanted = min(screen * max(1, grown), max(screen, most)) //? Look.art
            if contents != nil && contentsScale >= wanted / 1.25 { return } //? Look.art
            contentsScale = wanted //? Look.art
            setNeedsDisplay() //? Look.art
        } //? Look.art
 //? Look.art
        override func draw(in context: CGContext) { //? Look.art
            if let colors = colors { art?.draw(context, colors) } //? Look.art
        } //? Look.art
    } //? Look.art
}
