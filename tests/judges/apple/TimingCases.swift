// Reads the table of cases the core has written and compares every number with what the exported timing gives.
// The lines are described in ../TimingCases.kt; `allTimings` is written beside it.
import Foundation

extension Judged {
final class Judge {
    private var timing: LaunchTiming!
    private var schedule: LaunchSchedule!
    private var screen = Screen(width: 412, height: 915)
    private var context = ""
    private(set) var checked = 0
    private(set) var failed = 0

    func line(_ text: String) {
        let words = text.split(separator: " ").map(String.init)
        guard let first = words.first else { return }
        switch first {
        case "sequence":
            timing = allTimings[words[1]]!
        case "screen":
            let size = words.dropFirst().map { Double($0)! }
            screen = Screen(
                width: size[0], height: size[1], left: size[2], top: size[3], right: size[4], bottom: size[5])
        case "schedule":
            context = text
            let opened = timing.gates.indices.map { min(launchNever, Int(words[7 + $0])!) }
            let conditions = LaunchConditions(
                start: start(words[1]), reducedMotion: words[3] == "1", messageAt: 0, retriedAt: 0, openingEnd: Int(words[2])!, opened: opened)
            schedule = LaunchSchedule(timing, conditions)
            same("shown", schedule.shown(), min(launchNever, Int(words[5])!))
            same("outcome", schedule.outcome.rawValue, Int(words[6])!)
        case "beat":
            same("beat start", schedule.beatStart[Int(words[1])!], Int(words[2])!)
            same("beat end", schedule.beatEnd[Int(words[1])!], Int(words[3])!)
        case "gate":
            same("gate open", schedule.gateOpen[Int(words[1])!], Int(words[2])!)
        case "state":
            compare(words, text)
        default:
            complain("unknown line", text)
        }
    }

    private func start(_ word: String) -> StartKind {
        switch word {
        case "FIRST": return .first
        case "COLD": return .cold
        case "WARM": return .warm
        case "HOT": return .hot
        default: return .recreated
        }
    }

    private func compare(_ words: [String], _ text: String) {
        let state = LayerState()
        schedule.stateAt(Int(words[1])!, Double(words[2])!, screen, state)
        let visible = words[3] == "1"
        checked += 1
        if state.visible != visible { complain("visible \(state.visible)", text) }
        if !visible || !state.visible { return }
        let mine =
            [
                state.opacity, state.x, state.y, state.width, state.height, state.scaleX, state.scaleY, state.rotation,
                state.reveal, state.draw, state.progress, state.clip,
            ] + state.outer
        for (i, value) in mine.enumerated() {
            let expected = Double(words[4 + i])!
            checked += 1
            // Below a thousandth of the range: of the screen's shorter side for lengths, of a turn for angles, of one for parts.
            let range = (1...4).contains(i) || i >= 16 ? min(screen.width, screen.height) : i == 7 ? 360 : max(1, abs(expected))
            if abs(value - expected) > range * 0.001 { complain("value \(i) is \(value)", text) }
        }
    }

    private func same(_ what: String, _ mine: Int, _ expected: Int) {
        checked += 1
        if mine != expected { complain("\(what) is \(mine), expected \(expected)", "") }
    }

    private func complain(_ what: String, _ text: String) {
        failed += 1
        if failed < 30 { print("\(context)\n  \(text)\n  \(what)") }
    }
}
}

@main
struct Main {
    static func main() throws {
        let judge = Judged.Judge()
        let table = try String(contentsOfFile: CommandLine.arguments[1], encoding: .utf8)
        for text in table.split(separator: "\n") { judge.line(String(text)) }
        print("\(judge.checked) values compared, \(judge.failed) differ")
        exit(judge.failed == 0 && judge.checked > 0 ? 0 : 1)
    }
}
