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
        private let mask = CAShapeLayer()
        private let gradient = CAGradientLayer()
        private let content = CALayer()
        private var picture: Picture?
        private var whole: Drawing?
        private var fills: Drawing?
        private var lines: [(layer: CAShapeLayer, isHairline: Bool)] = []
        private var disc: CAShapeLayer?

        init(_ layer: Layer, _ look: Look, _ colors: PaletteColors, _ scale: Double) {
            self.layer = layer
            self.look = look
            self.colors = colors
            self.scale = CGFloat(scale)
            if let plate = look.plate { addPlate(plate) }
            if let art = colors.isDark ? look.darkArt ?? look.art : look.art { whole = add(art) }
            addParts()
            switch layer.kind {
            case .backdrop: addBackdrop()
            default: break
            }
            if !look.picture.isEmpty { addPicture() }
        }

        private func addPlate(_ plate: Palette) {
            let made = CAShapeLayer()
            let r = look.plateDiameter / 2
            made.path = CGPath(ellipseIn: CGRect(x: -r, y: -r, width: 2 * r, height: 2 * r), transform: nil)
            made.fillColor = plate.color(colors)
            root.addSublayer(made)
            disc = made
        }

        private func add(_ art: Group) -> Drawing {
            let made = Drawing(art, colors)
            root.addSublayer(made)
            return made
        }

        /// What is seen of art while it is drawn by and by.
        private func addParts() {
            if let inner = colors.isDark ? look.darkFills ?? look.fills : look.fills { fills = add(inner) }
            let isOther = colors.isDark && !look.darkOutlines.isEmpty
            for outline in isOther ? look.darkOutlines : look.outlines {
                for contour in outline.contours {
                    let line = CAShapeLayer()
                    line.path = contour
                    line.fillColor = nil
                    line.strokeColor = outline.ink.color(colors)
                    line.lineWidth = CGFloat(outline.strokeWidth > 0 ? outline.strokeWidth : 1.5)
                    line.lineCap = .round
                    line.lineJoin = .round
                    root.addSublayer(line)
                    lines.append((line, outline.strokeWidth <= 0))
                }
            }
        }

        private func addBackdrop() {
            let from = colors.color(look.color)
            gradient.colors = [from, look.toColor.isEmpty ? from : colors.color(look.toColor)]
            root.addSublayer(gradient)
        }

        private func addPicture() {
            picture = Picture(look.picture, colors.traits)
            content.contentsGravity = look.fillsBox ? .resizeAspectFill : .resizeAspect
            content.masksToBounds = true
            root.addSublayer(content)
        }

        func show(_ state: LayerState) {
            root.isHidden = !state.visible && !isAwaited
            if root.isHidden { return }
            let box = CGRect(x: 0, y: 0, width: state.width, height: state.height)
            root.bounds = box
            root.opacity = state.visible ? Float(state.opacity) : 0
            root.position = .zero
            root.setAffineTransform(placing(state, about: .zero))
            reveal(state, box)
            showArt(state, box)
            switch layer.kind {
            case .backdrop: showBackdrop(box)
            default: break
            }
            if let picture = picture {
                content.contents = picture.contents
                content.frame = box
            }
        }

        private func reveal(_ state: LayerState, _ box: CGRect) {
            guard state.reveal < 1, let shape = state.revealShape else {
                root.mask = nil
                return
            }
            let part = CGFloat(state.reveal)
            if shape.iris {
                let x = box.width * CGFloat(shape.x)
                let y = box.height * CGFloat(shape.y)
                let r = hypot(max(x, box.width - x), max(y, box.height - y)) * part
                let circle = CGRect(x: x - r, y: y - r, width: 2 * r, height: 2 * r)
                mask.path = CGPath(ellipseIn: circle, transform: nil)
            } else {
                let width = shape.x == 0 ? box.width : box.width * part
                let height = shape.y == 0 ? box.height : box.height * part
                let left = shape.x < 0 ? box.width - width : 0
                let top = shape.y < 0 ? box.height - height : 0
                mask.path = CGPath(rect: CGRect(x: left, y: top, width: width, height: height), transform: nil)
            }
            root.mask = mask
        }

        private func showArt(_ state: LayerState, _ box: CGRect) {
            let middle = CGPoint(x: box.midX, y: box.midY)
            let bigger = CGAffineTransform(scaleX: scale, y: scale)
            let own = CGFloat(max(abs(state.scaleX), abs(state.scaleY))) * scale
            let seen = own * CGFloat(hypot(state.outer[0], state.outer[1]))
            disc?.position = middle
            place(whole, middle, bigger, seen)
            if fills == nil { return }
            place(fills, middle, bigger, seen)
            let rest = 1 - state.fillFrom
            let filled = rest > 0 ? min(1, max(0, (state.draw - state.fillFrom) / rest)) : 0
            whole?.isHidden = state.draw < 1
            fills?.isHidden = state.draw >= 1
            fills?.opacity = Float(filled)
            for line in lines {
                line.layer.position = middle
                line.layer.setAffineTransform(bigger)
                line.layer.isHidden = state.draw <= 0 || state.draw >= 1
                line.layer.strokeEnd = CGFloat(state.draw)
                line.layer.opacity = Float(line.isHairline ? 1 - filled : 1)
            }
        }

        private func place(_ art: Drawing?, _ middle: CGPoint, _ bigger: CGAffineTransform, _ seen: CGFloat) {
            art?.position = middle
            art?.setAffineTransform(bigger)
            art?.show(seen)
        }

        /// As in CSS: the corners get the pure end colours.
        private func showBackdrop(_ box: CGRect) {
            gradient.frame = box
            let radians = look.angle * Double.pi / 180
            // The axis lies in a square that is stretched to the box, and what crosses it is stretched, too.
            let across = sin(radians) * Double(box.width)
            let down = -cos(radians) * Double(box.height)
            let half = (abs(across) + abs(down)) / 2 / max(1, across * across + down * down)
            gradient.startPoint = CGPoint(x: 0.5 - across * half, y: 0.5 - down * half)
            gradient.endPoint = CGPoint(x: 0.5 + across * half, y: 0.5 + down * half)
        }
    }
}
