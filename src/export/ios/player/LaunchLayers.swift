// Part of your app: written by Scaena, yours without conditions (0BSD). It needs nothing but the platform, from iOS 13
// on. The next export replaces it for as long as you leave it unchanged.
import UIKit

extension @LAUNCH@ {
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
        private let mask = CAShapeLayer() //? Property.reveal
        private let gradient = CAGradientLayer() //? LayerKind.backdrop
        private let content = CALayer() //? Look.picture|Look.frames
        private var picture: Picture? //? Look.picture
        private var whole: Drawing? //? Look.art
        private var fills: Drawing? //? Look.fills
        private var lines: [(layer: CAShapeLayer, isHairline: Bool)] = [] //? Look.outlines
        private var parts: [CAShapeLayer] = [] //? LayerKind.progress
        private var disc: CAShapeLayer? //? Look.plate
        private var frames: [Int: Picture] = [:] //? Look.frames

        init(_ layer: Layer, _ look: Look, _ colors: PaletteColors, _ scale: Double) {
            self.layer = layer
            self.look = look
            self.colors = colors
            self.scale = CGFloat(scale)
            if let plate = look.plate { addPlate(plate) } //? Look.plate
            var art = look.art //? Look.art
            if colors.isDark { art = look.darkArt ?? art } //? Look.darkArt
            if let seen = art { whole = add(seen) } //? Look.art
            addParts() //? Look.fills
            if layer.kind == .backdrop { addBackdrop() } //? LayerKind.backdrop
            if !look.picture.isEmpty { addPicture() } //? Look.picture
            if !look.frames.isEmpty { root.addSublayer(content) } //? Look.frames
            if layer.kind == .progress { addProgress() } //? LayerKind.progress
        }
 //? Look.plate
        private func addPlate(_ plate: Palette) { //? Look.plate
            let made = CAShapeLayer() //? Look.plate
            let r = look.plateDiameter / 2 //? Look.plate
            made.path = CGPath(ellipseIn: CGRect(x: -r, y: -r, width: 2 * r, height: 2 * r), transform: nil) //? Look.plate
            made.fillColor = plate.color(colors) //? Look.plate
            root.addSublayer(made) //? Look.plate
            disc = made //? Look.plate
        } //? Look.plate
 //? Look.art
        private func add(_ art: Group) -> Drawing { //? Look.art
            let made = Drawing(art, colors) //? Look.art
            root.addSublayer(made) //? Look.art
            return made //? Look.art
        } //? Look.art
 //? Look.fills
        /// What is seen of art while it is drawn by and by. //? Look.fills
        private func addParts() { //? Look.fills
            var inner = look.fills //? Look.fills
            if colors.isDark { inner = look.darkFills ?? inner } //? Look.darkFills
            if let seen = inner { fills = add(seen) } //? Look.fills
            var outlines = look.outlines //? Look.fills
            if colors.isDark && !look.darkOutlines.isEmpty { outlines = look.darkOutlines } //? Look.darkOutlines
            for outline in outlines { //? Look.fills
                for contour in outline.contours { //? Look.fills
                    let line = CAShapeLayer() //? Look.fills
                    line.path = contour //? Look.fills
                    line.fillColor = nil //? Look.fills
                    line.strokeColor = outline.ink.color(colors) //? Look.fills
                    line.lineWidth = CGFloat(outline.strokeWidth > 0 ? outline.strokeWidth : 1.5) //? Look.fills
                    line.lineCap = .round //? Look.fills
                    line.lineJoin = .round //? Look.fills
                    root.addSublayer(line) //? Look.fills
                    lines.append((line, outline.strokeWidth <= 0)) //? Look.fills
                } //? Look.fills
            } //? Look.fills
        } //? Look.fills
 //? LayerKind.backdrop
        private func addBackdrop() { //? LayerKind.backdrop
            var both = [colors.color(look.color), colors.color(look.color)] //? LayerKind.backdrop
            if !look.toColor.isEmpty { both[1] = colors.color(look.toColor) } //? LayerKind.backdrop Look.toColor
            gradient.colors = both //? LayerKind.backdrop
            root.addSublayer(gradient) //? LayerKind.backdrop
        } //? LayerKind.backdrop
 //? Look.picture
        private func addPicture() { //? Look.picture
            picture = Picture(look.picture, colors.traits) //? Look.picture
            content.contentsGravity = look.fillsBox ? .resizeAspectFill : .resizeAspect //? Look.picture
            content.masksToBounds = true //? Look.picture
            root.addSublayer(content) //? Look.picture
        } //? Look.picture
 //? LayerKind.progress
        private func addProgress() { //? LayerKind.progress
            for isTrack in [true, false] where !isTrack || !look.toColor.isEmpty { //? LayerKind.progress
                for _ in 0..<(look.form == .dots ? 5 : 1) { //? LayerKind.progress
                    let part = CAShapeLayer() //? LayerKind.progress
                    let color = colors.color(isTrack ? look.toColor : look.color) //? LayerKind.progress
                    part.fillColor = look.form == .ring ? nil : color //? LayerKind.progress
                    part.strokeColor = look.form == .ring ? color : nil //? LayerKind.progress
                    part.lineWidth = CGFloat(look.thickness) //? LayerKind.progress
                    part.lineCap = isTrack ? .butt : .round //? LayerKind.progress
                    parts.append(part) //? LayerKind.progress
                    root.addSublayer(part) //? LayerKind.progress
                } //? LayerKind.progress
            } //? LayerKind.progress
        } //? LayerKind.progress

        func show(_ state: LayerState) {
            root.isHidden = !state.visible && !isAwaited
            if root.isHidden { return }
            let box = CGRect(x: 0, y: 0, width: state.width, height: state.height)
            root.bounds = box
            root.opacity = state.visible ? Float(state.opacity) : 0
            root.position = .zero
            root.setAffineTransform(placing(state, about: .zero))
            reveal(state, box) //? Property.reveal
            showArt(state, box) //? Look.art
            if layer.kind == .backdrop { showBackdrop(box) } //? LayerKind.backdrop
            if layer.kind == .progress { showProgress(state, box) } //? LayerKind.progress
            if let picture = picture { //? Look.picture
                content.contents = picture.contents //? Look.picture
                content.frame = box //? Look.picture
            } //? Look.picture
            if !look.frames.isEmpty { showFrame(state, box) } //? Look.frames
        }
 //? Property.reveal
        private func reveal(_ state: LayerState, _ box: CGRect) { //? Property.reveal
            guard state.reveal < 1, let shape = state.revealShape else { //? Property.reveal
                root.mask = nil //? Property.reveal
                return //? Property.reveal
            } //? Property.reveal
            let part = CGFloat(state.reveal) //? Property.reveal
            if shape.iris { //? Property.reveal
                let x = box.width * CGFloat(shape.x) //? Property.reveal
                let y = box.height * CGFloat(shape.y) //? Property.reveal
                let r = hypot(max(x, box.width - x), max(y, box.height - y)) * part //? Property.reveal
                let circle = CGRect(x: x - r, y: y - r, width: 2 * r, height: 2 * r) //? Property.reveal
                mask.path = CGPath(ellipseIn: circle, transform: nil) //? Property.reveal
            } else { //? Property.reveal
                let width = shape.x == 0 ? box.width : box.width * part //? Property.reveal
                let height = shape.y == 0 ? box.height : box.height * part //? Property.reveal
                let left = shape.x < 0 ? box.width - width : 0 //? Property.reveal
                let top = shape.y < 0 ? box.height - height : 0 //? Property.reveal
                mask.path = CGPath(rect: CGRect(x: left, y: top, width: width, height: height), transform: nil) //? Property.reveal
            } //? Property.reveal
            root.mask = mask //? Property.reveal
        } //? Property.reveal
 //? Look.art
        private func showArt(_ state: LayerState, _ box: CGRect) { //? Look.art
            let middle = CGPoint(x: box.midX, y: box.midY) //? Look.art
            let bigger = CGAffineTransform(scaleX: scale, y: scale) //? Look.art
            var seen = CGFloat(max(abs(state.scaleX), abs(state.scaleY))) * scale //? Look.art
            seen *= CGFloat(hypot(state.outer[0], state.outer[1])) //? Look.art Layer.parent
            disc?.position = middle //? Look.plate
            place(whole, middle, bigger, seen) //? Look.art
            if fills == nil { return } //? Look.fills
            place(fills, middle, bigger, seen) //? Look.fills
            let rest = 1 - state.fillFrom //? Look.fills
            let filled = rest > 0 ? min(1, max(0, (state.draw - state.fillFrom) / rest)) : 0 //? Look.fills
            whole?.isHidden = state.draw < 1 //? Look.fills
            fills?.isHidden = state.draw >= 1 //? Look.fills
            fills?.opacity = Float(filled) //? Look.fills
            for line in lines { //? Look.fills
                line.layer.position = middle //? Look.fills
                line.layer.setAffineTransform(bigger) //? Look.fills
                line.layer.isHidden = state.draw <= 0 || state.draw >= 1 //? Look.fills
                line.layer.strokeEnd = CGFloat(state.draw) //? Look.fills
                line.layer.opacity = Float(line.isHairline ? 1 - filled : 1) //? Look.fills
            } //? Look.fills
        } //? Look.art
 //? Look.art
        private func place(_ art: Drawing?, _ middle: CGPoint, _ bigger: CGAffineTransform, _ seen: CGFloat) { //? Look.art
            art?.position = middle //? Look.art
            art?.setAffineTransform(bigger) //? Look.art
            art?.show(seen) //? Look.art
        } //? Look.art
 //? LayerKind.backdrop
        /// As in CSS: the corners get the pure end colours. //? LayerKind.backdrop
        private func showBackdrop(_ box: CGRect) { //? LayerKind.backdrop
            gradient.frame = box //? LayerKind.backdrop
            let radians = look.angle * Double.pi / 180 //? Look.toColor
            let half = (abs(Double(box.width) * sin(radians)) + abs(Double(box.height) * cos(radians))) / 2 //? Look.toColor
            let x = sin(radians) * half / Double(max(1, box.width)) //? Look.toColor
            let y = -cos(radians) * half / Double(max(1, box.height)) //? Look.toColor
            gradient.startPoint = CGPoint(x: 0.5 - x, y: 0.5 - y) //? Look.toColor
            gradient.endPoint = CGPoint(x: 0.5 + x, y: 0.5 + y) //? Look.toColor
        } //? LayerKind.backdrop
 //? Look.frames
        /// The picture that is seen and the next three are in memory. //? Look.frames
        private func showFrame(_ state: LayerState, _ box: CGRect) { //? Look.frames
            let last = look.frames.count - 1 //? Look.frames
            let shown = Int((state.clip * Double(last)).rounded()) //? Look.frames
            let ahead = shown...min(last, shown + 3) //? Look.frames
            for i in frames.keys where !ahead.contains(i) { frames[i] = nil } //? Look.frames
            for i in ahead where frames[i] == nil { frames[i] = Picture(look.frames[i], colors.traits) } //? Look.frames
            content.contents = frames[shown]?.contents //? Look.frames
            content.bounds.size = CGSize(width: CGFloat(look.width) * scale, height: CGFloat(look.height) * scale) //? Look.frames
            content.position = CGPoint(x: box.midX, y: box.midY) //? Look.frames
        } //? Look.frames
 //? LayerKind.progress
        private func showProgress(_ state: LayerState, _ box: CGRect) { //? LayerKind.progress
            let thick = CGFloat(look.thickness) //? LayerKind.progress
            let count = look.form == .dots ? 5 : 1 //? LayerKind.progress
            for (i, part) in parts.enumerated() { //? LayerKind.progress
                let isTrack = !look.toColor.isEmpty && i < count //? LayerKind.progress
                let shown = CGFloat(isTrack ? 1 : state.progress) //? LayerKind.progress
                part.isHidden = shown <= 0 //? LayerKind.progress
                switch look.form { //? LayerKind.progress
                case .ring: //? LayerKind.progress
                    let r = (min(box.width, box.height) - thick) / 2 //? LayerKind.progress
                    let circle = CGRect(x: -r, y: -r, width: 2 * r, height: 2 * r) //? LayerKind.progress
                    part.path = CGPath(ellipseIn: circle, transform: nil) //? LayerKind.progress
                    part.position = CGPoint(x: box.midX, y: box.midY) //? LayerKind.progress
                    part.setAffineTransform(CGAffineTransform(rotationAngle: -CGFloat.pi / 2)) //? LayerKind.progress
                    part.strokeEnd = shown //? LayerKind.progress
                case .bar: //? LayerKind.progress
                    let width = max(thick, box.width * shown) //? LayerKind.progress
                    let bar = CGRect(x: 0, y: box.midY - thick / 2, width: width, height: thick) //? LayerKind.progress
                    let round = thick / 2 //? LayerKind.progress
                    part.path = CGPath(roundedRect: bar, cornerWidth: round, cornerHeight: round, transform: nil) //? LayerKind.progress
                case .dots: //? LayerKind.progress
                    let index = CGFloat(i % 5) //? LayerKind.progress
                    let size = thick * min(1, max(0, isTrack ? 1 : shown * 5 - index)) //? LayerKind.progress
                    let x = thick / 2 + (box.width - thick) * index / 4 //? LayerKind.progress
                    let dot = CGRect(x: x - size / 2, y: box.midY - size / 2, width: size, height: size) //? LayerKind.progress
                    part.path = CGPath(ellipseIn: dot, transform: nil) //? LayerKind.progress
                } //? LayerKind.progress
            } //? LayerKind.progress
        } //? LayerKind.progress
    }
}
