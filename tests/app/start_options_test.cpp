// SPDX-License-Identifier: MIT
#include "app/shell/start_options.h"

#include "app/arrange/card_box.h"
#include "app/export/export_room.h"
#include "support/window_session.h"

using namespace scaena;
using namespace scaena::test;

namespace {

StartOptions read(QStringList arguments) {
    arguments.prepend(QStringLiteral("scaena"));
    return readStartOptions(arguments);
}

}

TEST_CASE("Without options the window is only opened") {
    const auto options = read({});
    CHECK(options.file.isEmpty());
    CHECK(options.screenshot.isEmpty());
    CHECK_FALSE(options.time);
    CHECK_FALSE(options.exports);
    CHECK_FALSE(options.tab);
    CHECK_FALSE(options.device);
    CHECK_FALSE(options.night);
    CHECK_FALSE(options.landscape);
}

TEST_CASE("Options of the command line are read as they are meant") {
    const auto options =
        read({"--at", "1200", "--select", "sun", "--night", "--landscape", "--device", "tablet", "--tab",
              "takes", "--export", "web", "--from-icon", "--screenshot", "a.png", "mine.scaena"});
    CHECK(options.file == "mine.scaena");
    CHECK(options.screenshot == "a.png");
    CHECK(options.time == 1200);
    CHECK(options.select == "sun");
    CHECK(options.night);
    CHECK(options.landscape);
    CHECK(options.fromIcon);
    CHECK(options.device == schedule::DeviceId("tablet"));
    CHECK(options.exports == plan::ExportId("web"));
    CHECK(options.tab == static_cast<int>(CardBox::Tab::Takes));
}

TEST_CASE("The window comes up as the command line asks for it") {
    Session s(false);
    StartOptions options;
    options.file = QString::fromStdString(s.file().string());
    options.time = 700;
    options.select = "sun";
    options.landscape = true;
    options.device = schedule::DeviceId("small-phone");
    options.exports = plan::ExportId("ios");
    startWith(s.window, options);
    s.window.background().finish();
    CHECK(s.window.document().path() == s.file());
    CHECK(s.window.preview().conditions().landscape);
    CHECK(s.window.preview().conditions().device == schedule::DeviceId("small-phone"));
    CHECK(s.window.exports().target() == plan::ExportId("ios"));
}

TEST_CASE("Whatever is named on the command line is selected: a cue, a layer, a beat or a gate") {
    Session s;
    const std::pair<const char*, Selection::Kind> things[] = {{"sun-rise", Selection::Kind::Cue},
                                                              {"sun", Selection::Kind::Layer},
                                                              {"arrive", Selection::Kind::Beat},
                                                              {"session", Selection::Kind::Gate}};
    for (const auto& [id, kind] : things) {
        INFO(id);
        StartOptions options;
        options.select = id;
        startWith(s.window, options);
        CHECK(s.window.selection().kind() == kind);
        CHECK(s.window.selection().id() == id);
    }
}

TEST_CASE("What is selected is told by its kind, and as nothing of every other kind") {
    Session s;
    auto& selection = s.window.selection();
    selection.select(Selection::Kind::Layer, "sun");
    CHECK(selection.layer() == "sun");
    CHECK(selection.cue().empty());
    CHECK(selection.beat().empty());
    CHECK(selection.gate().empty());
    CHECK(selection.cues().empty());
    selection.setAll(Selection::Kind::Cue, std::vector<CueId>{"sun-rise", "title-draw"});
    CHECK(selection.cue() == "title-draw");
    CHECK(selection.cues() == std::vector<CueId>{"sun-rise", "title-draw"});
    CHECK(selection.layers().empty());
    selection.toggle(Selection::Kind::Cue, "sun-rise");
    CHECK(selection.cues() == std::vector<CueId>{"title-draw"});
    selection.toggle(Selection::Kind::Beat, "arrive");
    CHECK(selection.beat() == "arrive");
    CHECK(selection.cues().empty());
    selection.clear();
    CHECK(selection.kind() == Selection::Kind::None);
}
