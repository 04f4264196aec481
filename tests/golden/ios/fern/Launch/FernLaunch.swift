// The launch sequence “Fern”, written by Scaena; yours without conditions.
// The next export replaces it for as long as you leave it unchanged.
import Foundation

/// Attach it to your first window; see INTEGRATE.md.
enum FernLaunch {
    static let name = "Fern"

    /// What the launch may wait for.
    enum Gate: Int, Sendable {
        case ready
    }

    /// Tells that it has loaded: from any thread, before there is a window, again.
    static func open(_ gate: Gate) { openGate(gate.rawValue) }

    /// Opens the gate when the work is done. If it fails the gate stays shut, and its time-out decides.
    @MainActor
    static func open<Value: Sendable>(
        _ gate: Gate, whenDone work: @Sendable () async throws -> Value
    ) async rethrows -> Value {
        let value = try await work()
        open(gate)
        return value
    }

    /// Opens the gate as soon as the states say that it is true.
    @MainActor
    static func open<States: AsyncSequence>(
        _ gate: Gate, whenTrue states: States
    ) async rethrows where States.Element == Bool {
        for try await isTrue in states where isTrue { return open(gate) }
    }

    /// logo
    private static func look2() -> Look {
        Look(
            art: Group(
                items: [
                    Shape(
                        path: "M62,42L84,16L98,34L112,22L138,42",
                        stroke: Stroke(ink: Plain(color: 0xFFF4_E9DC), width: 5, cap: .round, join: .round)
                    ),
                    Shape(
                        path: "M40,42L162,42",
                        stroke: Stroke(
                            ink: Plain(color: 0xFFF4_E9DC), width: 5, cap: .round, join: .round, dashes: [2, 10]
                        )
                    ),
                ],
                matrix: [0.5, 0, 0, 0.5, -50, -15]
            )
        )
    }

    /// title
    private static func look3() -> Look {
        Look(
            art: Group(
                items: [
                    Shape(
                        path: """
                            M-21.405,-7.967L-21.405,12L-24.093,12L-24.093,-7.967L-31.198,-7.967\
                            L-31.198,-10.336L-14.302,-10.336L-14.302,-7.967L-21.405,-7.967ZM-9.599,-8.383\
                            C-10.153,-8.383 -10.553,-8.516 -10.799,-8.783C-11.044,-9.05 -11.167,-9.397\
                             -11.167,-9.824L-11.167,-10.24C-11.167,-10.666 -11.044,-11.012 -10.799,-11.279\
                            C-10.553,-11.546 -10.153,-11.68 -9.599,-11.68C-9.044,-11.68 -8.644,-11.546\
                             -8.398,-11.279C-8.153,-11.012 -8.03,-10.666 -8.03,-10.24L-8.03,-9.824C-8.03,-9.397\
                             -8.153,-9.05 -8.398,-8.783C-8.644,-8.516 -9.044,-8.383 -9.599,-8.383ZM-10.878,-4.512\
                            L-8.319,-4.512L-8.319,12L-10.878,12L-10.878,-4.512ZM0.769,12C-0.127,12 -0.804,11.75\
                             -1.263,11.25C-1.721,10.75 -1.95,10.095 -1.95,9.285L-1.95,-2.24L-4.671,-2.24\
                            L-4.671,-4.512L-3.134,-4.512C-2.579,-4.512 -2.201,-4.624 -1.998,-4.848C-1.796,-5.072\
                             -1.694,-5.461 -1.694,-6.016L-1.694,-9.088L0.608,-9.088L0.608,-4.512L4.226,-4.512\
                            L4.226,-2.24L0.608,-2.24L0.608,9.729L3.97,9.729L3.97,12L0.769,12ZM11.071,12C10.175,12\
                             9.498,11.749 9.04,11.248C8.582,10.747 8.353,10.112 8.353,9.344L8.353,-11.68\
                            L10.911,-11.68L10.911,9.729L13.343,9.729L13.343,12L11.071,12ZM23.263,12.385\
                            C22.132,12.385 21.114,12.182 20.207,11.776C19.3,11.371 18.521,10.789 17.871,10.032\
                            C17.221,9.275 16.719,8.368 16.367,7.312C16.015,6.257 15.839,5.067 15.839,3.744\
                            C15.839,2.443 16.015,1.259 16.367,0.192C16.719,-0.875 17.221,-1.787 17.871,-2.544\
                            C18.521,-3.301 19.3,-3.882 20.207,-4.288C21.114,-4.694 22.132,-4.896 23.263,-4.896\
                            C24.372,-4.896 25.364,-4.694 26.239,-4.29C27.114,-3.886 27.861,-3.327 28.479,-2.615\
                            C29.098,-1.903 29.573,-1.058 29.903,-0.08C30.234,0.898 30.399,1.971 30.399,3.141\
                            L30.399,4.352L18.526,4.352L18.526,5.119C18.526,5.824 18.638,6.48 18.862,7.088\
                            C19.086,7.696 19.406,8.224 19.822,8.672C20.238,9.12 20.75,9.472 21.358,9.728\
                            C21.966,9.983 22.655,10.111 23.423,10.111C24.468,10.111 25.381,9.866 26.159,9.376\
                            C26.938,8.886 27.54,8.182 27.966,7.264L29.79,8.584C29.257,9.722 28.426,10.64\
                             27.295,11.338C26.164,12.036 24.82,12.385 23.263,12.385ZM23.263,-2.752C22.558,-2.752\
                             21.918,-2.63 21.343,-2.386C20.767,-2.142 20.271,-1.797 19.855,-1.353C19.439,-0.908\
                             19.114,-0.383 18.879,0.222C18.644,0.826 18.526,1.489 18.526,2.209L18.526,2.432\
                            L27.647,2.432L27.647,2.082C27.647,0.618 27.247,-0.553 26.447,-1.433C25.647,-2.312\
                             24.586,-2.752 23.263,-2.752Z
                            """,
                        fill: Palette(name: "ink")
                    )
                ]
            )
        )
    }

    static func looks() -> [Look] {
        [
            Look(),  // first
            Look(color: "paper"),  // backdrop
            look2(),
            look3(),
        ]
    }

    static let palette: [Colors] = [
        Colors(name: "paper", light: 0xFFFA_FAFA, dark: 0xFF14_1418),
        Colors(name: "ink", light: 0xFF14_1418, dark: 0xFFFA_FAFA),
    ]

    private static let beat0 = Beat(kind: .opening)  // opening
    private static let beat1 = Beat(kind: .play, length: 600)  // arrive
    private static let beat2 = Beat(kind: .wait)  // wait
    private static let beat3 = Beat(kind: .handOff, length: 300)  // hand-off
    private static let beats: [Beat] = [beat0, beat1, beat2, beat3]

    private static let gate0 = GateTiming(id: "ready", typical: 600)  // ready
    private static let gates: [GateTiming] = [gate0]

    private static let layer0 = Layer(kind: .firstScreen)  // first
    private static let layer1 = Layer(kind: .backdrop, panelHeight: 100)  // backdrop
    // logo
    private static let layer2 = Layer(
        kind: .art, place: Place(width: 100, height: 100),
        destination: Place(across: 0, down: 0, x: 60, y: 60, width: 50, height: 50)
    )
    private static let layer3 = Layer(kind: .art, place: Place(width: 120, height: 120))  // title
    private static let layers: [Layer] = [layer0, layer1, layer2, layer3]

    // settle
    private static let cue0 = Cue(
        layer: 2, beat: 1, length: 600,
        moves: [
            Track(property: .scale, values: [1.15, 1]),
            Track(property: .opacity, values: [0, 1, 1], at: [0, 0.5, 1]),
        ],
        calm: [Track(property: .opacity, values: [0, 1, 1], at: [0, 0.33333, 1])]
    )
    // title
    private static let cue1 = Cue(
        layer: 3, beat: 1, length: 300, moves: [Track(property: .opacity, values: [0, 1])], offset: 200
    )
    // away
    private static let cue2 = Cue(
        layer: 1, beat: 3, length: 300, moves: [Track(property: .opacity, values: [0, 1])]
    )
    private static let cues: [Cue] = [cue0, cue1, cue2]

    static let timing = LaunchTiming(beats: beats, gates: gates, layers: layers, cues: cues)
}
