// Part of your app: written by Scaena, yours without conditions (0BSD). It needs nothing but the platform, from iOS 13
// on. The next export replaces it for as long as you leave it unchanged.
import UIKit

extension FernLaunch {
    /// What one layer shows next, for Core Animation: it plays that whatever keeps the main thread.
    @MainActor
    struct Film {
        /// Opacity and place at one moment, in milliseconds of the launch.
        typealias Moment = (Double) -> (opacity: Double, place: CGAffineTransform)
        private var times: [Double] = []
        private var opacities: [Double] = []
        private var places: [CGAffineTransform] = []

        /// Keys at `moments`, and between them wherever it does not run straight; a jump is met to the millisecond.
        init(_ moments: [Double], _ size: CGSize, _ look: Moment) {
            let reach = max(1, size.width, size.height)
            for moment in moments { add(moment, reach, look) }
        }

        private mutating func add(_ time: Double, _ reach: CGFloat, _ look: Moment) {
            let (opacity, place) = look(time)
            if let before = times.last, time - before > 1 {
                let middle = look((before + time) / 2)
                let a = places[places.count - 1]
                func off(_ part: (CGAffineTransform) -> CGFloat) -> CGFloat {
                    abs(part(middle.place) - (part(a) + part(place)) / 2)
                }
                let turned = max(off { $0.a }, off { $0.b }, off { $0.c }, off { $0.d }) * reach
                let faded = abs(middle.opacity - (opacities[opacities.count - 1] + opacity) / 2)
                if max(turned, off { $0.tx }, off { $0.ty }) > 0.1 || faded > 0.002 {
                    add((before + time) / 2, reach, look)
                    return add(time, reach, look)
                }
            }
            times.append(time)
            opacities.append(opacity)
            places.append(place)
        }

        var isSeen: Bool { opacities.contains { $0 > 0 } }

        /// `began`: when the launch did, in seconds of the media's clock.
        func play(on layer: CALayer, _ began: Double) {
            let fades = opacities.contains { $0 != opacities[0] }
            let moves = places.contains { $0 != places[0] }
            set(layer, "opacity", fades ? opacities : [], began)
            set(layer, "transform", moves ? places.map { CATransform3DMakeAffineTransform($0) } : [], began)
        }

        private func set(_ layer: CALayer, _ property: String, _ values: [Any], _ began: Double) {
            let key = "launch.\(property)"
            if values.isEmpty { return layer.removeAnimation(forKey: key) }
            let length = times[times.count - 1] - times[0]
            let animation = CAKeyframeAnimation(keyPath: property)
            animation.values = values
            animation.keyTimes = times.map { NSNumber(value: ($0 - times[0]) / length) }
            animation.beginTime = layer.convertTime(began + times[0] / 1000, from: nil)
            animation.duration = length / 1000
            animation.fillMode = .both
            animation.isRemovedOnCompletion = false
            layer.add(animation, forKey: key)
        }

        static func stop(_ layer: CALayer) {
            for property in ["opacity", "transform"] { layer.removeAnimation(forKey: "launch.\(property)") }
        }
    }
}
