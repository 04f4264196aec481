// SPDX-License-Identifier: MIT
#pragma once

#include <QKeySequence>
#include <vector>

namespace scaena::app {

/// Everything the window can be told, as data: menus, shortcuts and the list of keys in the help come from
/// here.
struct Command {
    const char* id;
    const char* menu; ///< title of the menu it stands in
    const char* text;
    const char* shortcut; ///< portable text, may be empty
    bool endsGroup = false;
};

inline const std::vector<Command>& commands() {
    static const std::vector<Command> list = {
        {"new", "&File", "&New sequence", "Ctrl+N"},
        {"newFromLogo", "&File", "New from a &logo …", "Ctrl+Shift+N"},
        {"open", "&File", "&Open …", "Ctrl+O"},
        {"sample", "&File", "Open the sample &Moraine Huts", "", true},
        {"save", "&File", "&Save", "Ctrl+S"},
        {"saveAs", "&File", "Save &as …", "Ctrl+Shift+S", true},
        {"export", "&File", "&Export for Android …", "Ctrl+E", true},
        {"quit", "&File", "&Quit", "Ctrl+Q"},
        {"undo", "&Edit", "&Undo", "Ctrl+Z"},
        {"redo", "&Edit", "&Redo", "Ctrl+Shift+Z", true},
        {"addCue", "&Edit", "Add a &cue at the needle …", "C"},
        {"duplicateCue", "&Edit", "&Duplicate the cue", "Ctrl+D"},
        {"removeCue", "&Edit", "Re&move the cue", "Del"},
        {"play", "&Preview", "&Play or pause", "Space"},
        {"loop", "&Preview", "&Loop the beat", "L"},
        {"toStart", "&Preview", "To the &start", "Home"},
        {"toEnd", "&Preview", "To the &end", "End"},
        {"frameBack", "&Preview", "A frame &back", ","},
        {"frameOn", "&Preview", "A frame &on", ".", true},
        {"lightDark", "&Preview", "&Day or night on the stage", "D"},
        {"landscape", "&Preview", "T&urn the device", "U"},
        {"zoomIn", "&View", "Zoom &in", "Ctrl++"},
        {"zoomOut", "&View", "Zoom &out", "Ctrl+-"},
        {"zoomFit", "&View", "Zoom to &fit", "Ctrl+0", true},
        {"nightLooks", "&View", "&Night looks of the window", "Ctrl+Shift+D"},
        {"keys", "&Help", "&Keys", "F1"},
        {"about", "&Help", "&About Scaena", ""},
    };
    return list;
}

}
