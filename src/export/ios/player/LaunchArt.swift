// Part of your app: written by Scaena, yours without conditions (0BSD). It needs nothing but the platform, from iOS 13 on.
// The next export replaces it for as long as you leave it unchanged.
import UIKit

/// A colour by day and by night, 0xAARRGGBB.
struct LaunchColors {
    let name: String, light: UInt32, dark: UInt32

    init(_ name: String, _ light: UInt32, _ dark: UInt32) {
        self.name = name
        self.light = light
        self.dark = dark
    }
}

/// What art is painted with.
protocol LaunchInk {}

struct LaunchPlain: LaunchInk {
    let color: UInt32

    init(_ color: UInt32) { self.color = color }
}

struct LaunchPalette: LaunchInk {
    let name: String, alpha: Double

    init(_ name: String, alpha: Double = 1) {
        self.name = name
        self.alpha = alpha
    }
}

enum LaunchSpread { case pad, reflect, repeating }
enum LaunchCap { case butt, round, square }
enum LaunchJoin { case miter, round, bevel }

/// Straight from one point to the other; with a radius: a circle about the second point with its focus at the first.
struct LaunchGradient: LaunchInk {
    let x1: Double, y1: Double, x2: Double, y2: Double, at: [Double], colors: [UInt32], radius: Double
    let matrix: [Double], spread: LaunchSpread

    init(
        _ x1: Double, _ y1: Double, _ x2: Double, _ y2: Double, _ at: [Double], _ colors: [UInt32], radius: Double = 0,
        matrix: [Double] = [1, 0, 0, 1, 0, 0], spread: LaunchSpread = .pad
    ) {
        self.x1 = x1
        self.y1 = y1
        self.x2 = x2
        self.y2 = y2
        self.at = at
        self.colors = colors
        self.radius = radius
        self.matrix = matrix
        self.spread = spread
    }
}

struct LaunchStroke {
    let ink: LaunchInk, width: Double, cap: LaunchCap, join: LaunchJoin, miterLimit: Double, dashes: [Double]
    let dashOffset: Double

    init(
        _ ink: LaunchInk, _ width: Double, cap: LaunchCap = .butt, join: LaunchJoin = .miter, miterLimit: Double = 4,
        dashes: [Double] = [], dashOffset: Double = 0
    ) {
        self.ink = ink
        self.width = width
        self.cap = cap
        self.join = join
        self.miterLimit = miterLimit
        self.dashes = dashes
        self.dashOffset = dashOffset
    }
}

struct LaunchClip {
    let path: CGPath, evenOdd: Bool

    init(_ path: String, evenOdd: Bool = false) {
        self.path = launchPath(path)
        self.evenOdd = evenOdd
    }
}

/// A group of items, or a shape.
protocol LaunchItem {
    func draw(_ context: CGContext, _ colors: LaunchPaletteColors)
}

struct LaunchGroup: LaunchItem {
    let items: [LaunchItem], matrix: [Double], opacity: Double, clips: [LaunchClip]

    init(
        _ items: [LaunchItem], matrix: [Double] = [1, 0, 0, 1, 0, 0], opacity: Double = 1, clips: [LaunchClip] = []
    ) {
        self.items = items
        self.matrix = matrix
        self.opacity = opacity
        self.clips = clips
    }

    func draw(_ context: CGContext, _ colors: LaunchPaletteColors) {
        context.saveGState()
        context.concatenate(launchTransform(matrix))
        for clip in clips {
            context.addPath(clip.path)
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

struct LaunchShape: LaunchItem {
    let path: CGPath, fill: LaunchInk?, evenOdd: Bool, stroke: LaunchStroke?, opacity: Double

    init(
        _ path: String, fill: LaunchInk? = nil, evenOdd: Bool = false, stroke: LaunchStroke? = nil, opacity: Double = 1
    ) {
        self.path = launchPath(path)
        self.fill = fill
        self.evenOdd = evenOdd
        self.stroke = stroke
        self.opacity = opacity
    }

    func draw(_ context: CGContext, _ colors: LaunchPaletteColors) {
        context.saveGState()
        if opacity < 1 {
            context.setAlpha(CGFloat(opacity))
            context.beginTransparencyLayer(auxiliaryInfo: nil)
        }
        if let fill = fill { paint(context, fill, path, evenOdd, colors) }
        if let stroke = stroke { draw(context, stroke, colors) }
        if opacity < 1 { context.endTransparencyLayer() }
        context.restoreGState()
    }

    private func draw(_ context: CGContext, _ stroke: LaunchStroke, _ colors: LaunchPaletteColors) {
        var line = path
        if !stroke.dashes.isEmpty {
            line = line.copy(dashingWithPhase: CGFloat(stroke.dashOffset), lengths: stroke.dashes.map { CGFloat($0) })
        }
        let cap: CGLineCap = stroke.cap == .round ? .round : stroke.cap == .square ? .square : .butt
        let join: CGLineJoin = stroke.join == .round ? .round : stroke.join == .bevel ? .bevel : .miter
        let outline = line.copy(
            strokingWithWidth: CGFloat(stroke.width), lineCap: cap, lineJoin: join, miterLimit: CGFloat(stroke.miterLimit))
        paint(context, stroke.ink, outline, false, colors)
    }

    private func paint(
        _ context: CGContext, _ ink: LaunchInk, _ path: CGPath, _ evenOdd: Bool, _ colors: LaunchPaletteColors
    ) {
        let rule: CGPathFillRule = evenOdd ? .evenOdd : .winding
        guard let gradient = ink as? LaunchGradient else {
            context.setFillColor(colors.color(ink))
            context.addPath(path)
            context.fillPath(using: rule)
            return
        }
        context.saveGState()
        context.addPath(path)
        context.clip(using: rule)
        context.concatenate(launchTransform(gradient.matrix))
        let shades = gradient.colors.map { launchColor($0) }
        let both: CGGradientDrawingOptions = [.drawsBeforeStartLocation, .drawsAfterEndLocation]
        if let shading = CGGradient(
            colorsSpace: CGColorSpace(name: CGColorSpace.sRGB), colors: shades as CFArray,
            locations: gradient.at.map { CGFloat($0) }
        ) {
            let from = CGPoint(x: gradient.x1, y: gradient.y1)
            let to = CGPoint(x: gradient.x2, y: gradient.y2)
            if gradient.radius > 0 {
                context.drawRadialGradient(
                    shading, startCenter: from, startRadius: 0, endCenter: to, endRadius: CGFloat(gradient.radius),
                    options: both)
            } else {
                context.drawLinearGradient(shading, start: from, end: to, options: both)
            }
        }
        context.restoreGState()
    }
}

/// A contour that a "draw" cue draws by and by, in points about the layer's centre. No stroke width: a hairline in the
/// colour of the fill, which gives way to it.
struct LaunchOutline {
    let contours: [CGPath], ink: LaunchInk, strokeWidth: Double

    init(_ path: String, _ ink: LaunchInk, strokeWidth: Double = 0) {
        let parts = path.split(separator: "M").map { launchPath("M" + $0) }
        contours = parts
        self.ink = ink
        self.strokeWidth = strokeWidth
    }
}

/// The palette as it is by day or by night.
struct LaunchPaletteColors {
    let values: [String: UInt32]

    init(_ palette: [LaunchColors], dark: Bool) {
        var values: [String: UInt32] = [:]
        for it in palette { values[it.name] = dark ? it.dark : it.light }
        self.values = values
    }

    func color(_ ink: LaunchInk) -> CGColor {
        if let plain = ink as? LaunchPlain { return launchColor(plain.color) }
        if let named = ink as? LaunchPalette { return color(named.name, alpha: named.alpha) }
        return launchColor(0)
    }

    func color(_ name: String, alpha: Double = 1) -> CGColor {
        let color = launchColor(values[name] ?? 0)
        return color.copy(alpha: color.alpha * CGFloat(alpha)) ?? color
    }
}

func launchColor(_ value: UInt32) -> CGColor {
    func part(_ shift: UInt32) -> CGFloat { CGFloat((value >> shift) & 0xFF) / 255 }
    return UIColor(red: part(16), green: part(8), blue: part(0), alpha: part(24)).cgColor
}

func launchTransform(_ m: [Double]) -> CGAffineTransform {
    CGAffineTransform(
        a: CGFloat(m[0]), b: CGFloat(m[1]), c: CGFloat(m[2]), d: CGFloat(m[3]), tx: CGFloat(m[4]), ty: CGFloat(m[5]))
}

/// Reads the path text this export writes: M, L, C and Z with absolute numbers.
func launchPath(_ text: String) -> CGPath {
    let path = CGMutablePath()
    var verb: Character = "M"
    var numbers: [CGFloat] = []
    var word = ""

    func endWord() {
        if let value = Double(word) { numbers.append(CGFloat(value)) }
        word = ""
        if verb == "C" && numbers.count == 6 {
            path.addCurve(
                to: CGPoint(x: numbers[4], y: numbers[5]), control1: CGPoint(x: numbers[0], y: numbers[1]),
                control2: CGPoint(x: numbers[2], y: numbers[3]))
            numbers = []
        } else if verb != "C" && numbers.count == 2 {
            let point = CGPoint(x: numbers[0], y: numbers[1])
            if verb == "M" { path.move(to: point) } else { path.addLine(to: point) }
            numbers = []
        }
    }

    for c in text {
        if c == "M" || c == "L" || c == "C" || c == "Z" {
            endWord()
            verb = c
            if c == "Z" { path.closeSubpath() }
        } else if c == " " || c == "," {
            endWord()
        } else {
            if c == "-" && !word.isEmpty { endWord() }
            word.append(c)
        }
    }
    endWord()
    return path
}
