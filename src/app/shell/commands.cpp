// SPDX-License-Identifier: MIT
#include "app/shell/commands.h"

#include "app/shell/rooms.h"

#include <algorithm>
#include <string_view>

namespace scaena::app {

namespace {

/// All but those that lead to rooms.
using enum Needs;
constexpr Command kPlainCommands[] = {
    {"new", "&File", "&New sequence", "Ctrl+N", Nothing},
    {"newFromLogo", "&File", "New from a &logo …", "Ctrl+Shift+N", Nothing},
    {"newFromProject", "&File", "New from an app's &resources …", "", Nothing},
    {"open", "&File", "&Open …", "Ctrl+O", Nothing},
    {"sampleMoraine", "&File", "Open the sample &Moraine Huts", "", Nothing},
    {"sampleTidewater", "&File", "Open the sample &Tidewater Almanac", "", Nothing},
    {"sampleLarder", "&File", "Open the sample Lar&der", "", Nothing, true},
    {"save", "&File", "&Save", "Ctrl+S"},
    {"saveAs", "&File", "Save &as …", "Ctrl+Shift+S", Open, true},
    {"export", "&File", "&Export …", "Ctrl+E", Open, true},
    {"quit", "&File", "&Quit", "Ctrl+Q", Nothing},

    {"undo", "&Edit", "&Undo", "Ctrl+Z"},
    {"redo", "&Edit", "&Redo", "Ctrl+Shift+Z"},
    {"history", "&Edit", "&History …", "Ctrl+Y", Open, true},
    {"cut", "&Edit", "Cu&t the cues", "Ctrl+X", Cue},
    {"copy", "&Edit", "&Copy the cues", "Ctrl+C", Cue},
    {"paste", "&Edit", "&Paste cues at the needle", "Ctrl+V"},
    {"duplicate", "&Edit", "&Duplicate", "Ctrl+D", Something},
    {"remove", "&Edit", "Re&move", "Del", Something},
    {"rename", "&Edit", "Re&name …", "F2"},
    {"selectAll", "&Edit", "Select &all", "Ctrl+A", Open},

    {"addCue", "&Insert", "&Cue: a move or phrase …", "C"},
    {"keepPhrase", "&Insert", "&Keep the cues as a phrase …", "Ctrl+Shift+P", Cue, true},
    {"addLayer", "&Insert", "&Layer …", "A"},
    {"addFiles", "&Insert", "&Art, pictures, clips …", "Ctrl+I"},
    {"addThemeIcon", "&Insert", "An icon of this &computer …", ""},
    {"addText", "&Insert", "&Text", ""},
    {"addRectangle", "&Insert", "&Rectangle", ""},
    {"addEllipse", "&Insert", "&Ellipse", ""},
    {"addLine", "&Insert", "L&ine", ""},
    {"addProgress", "&Insert", "&Progress", ""},
    {"addBusySign", "&Insert", "A b&usy sign …", ""},
    {"addBackdrop", "&Insert", "Back&drop", "", Open, true},
    {"addBeat", "&Insert", "&Beat …", "B"},
    {"addPlay", "&Insert", "Play beat", ""},
    {"addHold", "&Insert", "Hold beat", ""},
    {"addWait", "&Insert", "Wait beat", ""},
    {"splitBeat", "&Insert", "&Split the beat at the needle", "S"},
    {"addGate", "&Insert", "&Gate", "G"},

    {"group", "&Layer", "&Group", "Ctrl+G", Layer},
    {"ungroup", "&Layer", "&Ungroup", "Ctrl+Shift+G", Layer},
    {"takeApart", "&Layer", "Take the art a&part", "", Layer, true},
    {"forward", "&Layer", "Bring &forward", "Ctrl+]", Layer},
    {"backward", "&Layer", "Send &back", "Ctrl+[", Layer, true},
    {"showSeam", "&Layer", "&Where the app takes over", "Shift+S", Open},
    {"mendSeam", "&Layer", "&Mend the seam of opening and app", "", Open},
    {"hide", "&Layer", "&Hide or show while designing", "H", Layer},
    {"lock", "&Layer", "&Lock or unlock", "Ctrl+L", Layer},

    {"chainAfter", "&Time", "&Chain one after another", "", Cues},
    {"chainWith", "&Time", "Chain side by &side", "", Cues},
    {"unchain", "&Time", "&Let go of the thread", "", Cue, true},
    {"alignStarts", "&Time", "Align the s&tarts", "", Cues},
    {"alignEnds", "&Time", "Align the &ends", "", Cues},
    {"stagger", "&Time", "Sta&gger …", "", Cues},
    {"tap", "&Time", "Tap a &rhythm …", "R", Cue, true},
    {"brisker", "&Time", "20 % &brisker", "Ctrl+Shift+.", Cue},
    {"calm", "&Time", "25 % c&almer", "Ctrl+Shift+,", Cue},
    {"scaleTime", "&Time", "Sc&ale the time …", "", Cue, true},
    {"beatEarlier", "&Time", "Beat one place earlier", "", Beat},
    {"beatLater", "&Time", "Beat one place later", "", Beat, true},
    {"keepTake", "&Time", "&Keep this timing as a take", "T"},
    {"compareTakes", "&Time", "C&ompare takes …", "Shift+T"},
    {"realLaunches", "&Time", "Times from real &launches …", ""},

    {"play", "&Preview", "&Play or pause", "Space"},
    {"loop", "&Preview", "&Loop the beat", "L"},
    {"again", "&Preview", "The launch a&gain and again", "Shift+L"},
    {"slower", "&Preview", "Play slo&wer", "["},
    {"faster", "&Preview", "Play fas&ter", "]"},
    {"fromIcon", "&Preview", "From the &icon", "I"},
    {"back", "&Preview", "Leave by &Back", "Backspace", Open, true},
    {"toStart", "&Preview", "To the &start", "Home"},
    {"toEnd", "&Preview", "To the &end", "End"},
    {"frameBack", "&Preview", "A frame ba&ck", ","},
    {"frameOn", "&Preview", "A frame &on", "."},
    {"frameRate", "&Preview", "Frames of a 60, 90 or 120 Hz screen", "Ctrl+.", Open, true},
    {"lightDark", "&Preview", "&Day or night on the stage", "D"},
    {"landscape", "&Preview", "T&urn the device", "U"},
    {"nextDevice", "&Preview", "&Next device", "Shift+U", Open, true},
    {"scope", "&Preview", "What a change by &hand means", "P"},
    {"ghosts", "&Preview", "&Ghosts and path of the cue", "Shift+G"},

    {"zoomIn", "&View", "Zoom &in", "Ctrl++"},
    {"zoomOut", "&View", "Zoom &out", "Ctrl+-"},
    {"zoomFit", "&View", "Zoom to &fit", "Ctrl+0"},
    {"zoomSelection", "&View", "Zoom to the &selection", "Ctrl+9"},
    {"zoomFrames", "&View", "Zoom to single f&rames", "Ctrl+8", Open, true},
    {"cardTab", "&View", "The &card", "Alt+1"},
    {"coloursTab", "&View", "The c&olours", "Alt+2"},
    {"movesTab", "&View", "The &moves", "Alt+3"},
    {"screenTab", "&View", "The first &screen", "Alt+4"},
    {"takesTab", "&View", "The &takes", "Alt+5"},
    {"iconTab", "&View", "The a&pp icon", "Alt+6", Open, true},
    {"nightLooks", "&View", "&Night looks of the window", "Ctrl+Shift+D", Nothing},

    {"commandList", "&Help", "&Find a command …", "Ctrl+K", Nothing},
    {"keys", "&Help", "&Keys", "F1", Nothing},
    {"about", "&Help", "&About Scaena", "", Nothing},
};

std::vector<Command> withRooms(std::vector<Command> list) {
    auto at = std::find_if(list.begin(), list.end(),
                           [](const Command& it) { return std::string_view(it.menu) == "&View"; });
    for (const auto& it : rooms()) {
        at = list.insert(at, {it.command, "&View", it.text, it.shortcut, it.needs}) + 1;
    }
    std::prev(at)->endsGroup = true;
    return list;
}

}

const std::vector<Command>& commands() {
    static const auto list = withRooms({std::begin(kPlainCommands), std::end(kPlainCommands)});
    return list;
}

}
