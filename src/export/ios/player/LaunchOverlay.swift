// Part of your app: written by Scaena, yours without conditions (0BSD). It needs nothing but the platform, from iOS 14 on.
// The next export replaces it for as long as you leave it unchanged.
import SwiftUI

/// Plays a launch sequence over a SwiftUI scene: `ContentView().launchSequence(data) { launch in … }`.
///
/// The closure gets the player once; keep it where your loading code can reach it.
struct LaunchOverlay: UIViewRepresentable {
    let data: LaunchData
    let begin: (LaunchPlayer) -> Void

    func makeUIView(context: Context) -> UIView { LaunchAnchorView(data, begin) }

    func updateUIView(_ view: UIView, context: Context) {}
}

/// Waits for its window and hands it to the player.
private final class LaunchAnchorView: UIView {
    private let data: LaunchData
    private let begin: (LaunchPlayer) -> Void
    private var player: LaunchPlayer?

    init(_ data: LaunchData, _ begin: @escaping (LaunchPlayer) -> Void) {
        self.data = data
        self.begin = begin
        super.init(frame: .zero)
        isUserInteractionEnabled = false
    }

    required init?(coder: NSCoder) { nil }

    override func didMoveToWindow() {
        super.didMoveToWindow()
        guard let window = window, player == nil else { return }
        let made = LaunchPlayer.attach(to: window, data)
        player = made
        begin(made)
    }
}

extension View {
    func launchSequence(_ data: LaunchData, begin: @escaping (LaunchPlayer) -> Void) -> some View {
        background(LaunchOverlay(data: data, begin: begin))
    }
}
