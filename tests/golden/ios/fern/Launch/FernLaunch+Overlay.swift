// Part of your app: written by Scaena, yours without conditions (0BSD). It needs nothing but the platform, from iOS 14
// on. The next export replaces it for as long as you leave it unchanged.
import SwiftUI

extension FernLaunch {
    /// Plays the launch over a SwiftUI scene, as the background of what is in it.
    struct Overlay: UIViewRepresentable {
        private let onOutcome: (Outcome) -> Void

        init(onOutcome: @escaping (Outcome) -> Void = { _ in }) { self.onOutcome = onOutcome }

        func makeUIView(context: Context) -> UIView { AnchorView(onOutcome) }

        func updateUIView(_ view: UIView, context: Context) {}
    }

    /// Waits for its window. What is told comes after the update of views that it may change the state of.
    private final class AnchorView: UIView {
        private let onOutcome: (Outcome) -> Void

        init(_ onOutcome: @escaping (Outcome) -> Void) {
            self.onOutcome = onOutcome
            super.init(frame: .zero)
            isUserInteractionEnabled = false
        }

        required init?(coder: NSCoder) { nil }

        override func didMoveToWindow() {
            super.didMoveToWindow()
            guard let window = window else { return }
            attach(to: window) { [onOutcome] outcome in
                Task { @MainActor in onOutcome(outcome) }
            }
        }
    }
}
