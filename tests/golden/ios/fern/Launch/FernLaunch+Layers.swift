// Part of your app: written by Scaena, yours without conditions (0BSD). It needs nothing but the platform, from iOS 13
// on. The next export replaces it for as long as you leave it unchanged.
import UIKit

extension FernLaunch {
    /// One layer of the show as a layer of Core Animation.
    @MainActor
    final class LayerPainter {
        let root = CALayer()
        /// Whether it is seen soon, which must not wait for the main thread.
        var isAwaited = false
        private let layer: Layer
        private let look: Look
        private let colors: PaletteColors
        /// How much larger the drawing is than the look says.
        private let scale: CGFloat
        private let gradient = CAGradientLayer()
        private var whole: Drawing?

        init(_ layer: Layer, _ look: Look, _ colors: PaletteColors, _ scale: Double) {
            self.layer = layer
            self.look = look
            self.colors = colors
            self.scale = CGFloat(scale)
            let art = look.art
            if let seen = art { whole = add(seen) }
            if layer.kind == .backdrop { addBackdrop() }
        }

        private func add(_ art: Group) -> Drawing {
            let made = Drawing(art, colors)
            root.addSublayer(made)
            return made
        }

        private func addBackdrop() {
            let both = [colors.color(look.color), colors.color(look.color)]
            gradient.colors = both
            root.addSublayer(gradient)
        }

        func show(_ state: LayerState) {
            root.isHidden = !state.visible && !isAwaited
            if root.isHidden { return }
            let box = CGRect(x: 0, y: 0, width: state.width, height: state.height)
            root.bounds = box
            root.opacity = state.visible ? Float(state.opacity) : 0
            root.position = .zero
            root.setAffineTransform(placing(state, about: .zero))
            showArt(state, box)
            if layer.kind == .backdrop { showBackdrop(box) }
        }

        private func showArt(_ state: LayerState, _ box: CGRect) {
            let middle = CGPoint(x: box.midX, y: box.midY)
            let bigger = CGAffineTransform(scaleX: scale, y: scale)
            let seen = CGFloat(max(abs(state.scaleX), abs(state.scaleY))) * scale
            place(whole, middle, bigger, seen)
        }

        private func place(_ art: Drawing?, _ middle: CGPoint, _ bigger: CGAffineTransform, _ seen: CGFloat) {
            art?.position = middle
            art?.setAffineTransform(bigger)
            art?.show(seen)
        }

        /// As in CSS: the corners get the pure end colours.
        private func showBackdrop(_ box: CGRect) {
            gradient.frame = box
        }
    }
}
