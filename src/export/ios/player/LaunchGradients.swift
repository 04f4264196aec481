//? Gradient.at
// Part of your app: written by Scaena, yours without conditions (0BSD). It needs nothing but the platform, from iOS 13
// on. The next export replaces it for as long as you leave it unchanged.
import UIKit

extension @LAUNCH@ {
    enum Spread { case pad, reflect, repeating }

    /// Straight from one point to the other; with a radius: a circle about the second point with its focus at the
    /// first.
    struct Gradient: Ink {
        var x1: Double
        var y1: Double
        var x2: Double
        var y2: Double
        var at: [Double]
        var colors: [UInt32]
        var radius = 0.0
        var matrix: [Double] = [1, 0, 0, 1, 0, 0]
        var spread = Spread.pad
        var darkColors: [UInt32]?

        func color(_ palette: PaletteColors) -> CGColor { shade(colors[0], 1) }

        func paint(
            _ context: CGContext, _ path: CGPath, _ rule: CGPathFillRule, _ box: CGRect, _ colors: PaletteColors
        ) {
            context.saveGState()
            context.addPath(path)
            context.clip(using: rule)
            shadeAll(context, box, colors)
            context.restoreGState()
        }

        /// Paints what the context is cut to; `box` holds all of it.
        private func shadeAll(_ context: CGContext, _ box: CGRect, _ palette: PaletteColors) {
            context.concatenate(transform(matrix))
            var from = CGPoint(x: x1, y: y1)
            var to = CGPoint(x: x2, y: y2)
            var reach = CGFloat(radius)
            var stops = at
            var shades = colors
            if let darkColors = darkColors, palette.isDark { shades = darkColors }
            if spread != .pad {
                let (first, last) = periods(box.applying(transform(matrix).inverted()))
                let all = repeated(first, last, shades)
                stops = all.stops
                shades = all.shades
                if reach == 0 { from = along(first) }
                to = along(last)
                reach *= CGFloat(last)
            }
            let both: CGGradientDrawingOptions = [.drawsBeforeStartLocation, .drawsAfterEndLocation]
            let shading = CGGradient(
                colorsSpace: CGColorSpace(name: CGColorSpace.sRGB), colors: shades.map { shade($0, 1) } as CFArray,
                locations: stops.map { CGFloat($0) })
            guard let shading = shading else { return }
            if radius > 0 {
                context.drawRadialGradient(
                    shading, startCenter: from, startRadius: 0, endCenter: to, endRadius: reach, options: both)
                return
            }
            context.drawLinearGradient(shading, start: from, end: to, options: both)
        }

        private func along(_ period: Int) -> CGPoint {
            CGPoint(x: x1 + (x2 - x1) * Double(period), y: y1 + (y2 - y1) * Double(period))
        }

        /// How often the gradient has to stand before and behind itself to cover the box.
        private func periods(_ box: CGRect) -> (Int, Int) {
            let corners = [box.minX, box.maxX].flatMap { x in [(x, box.minY), (x, box.maxY)] }
            if radius > 0 {
                let far = corners.map { hypot(Double($0.0) - x2, Double($0.1) - y2) }.max() ?? 0
                return (0, min(64, max(1, Int((far / radius).rounded(.up)))))
            }
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
    }
}
