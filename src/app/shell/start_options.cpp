// SPDX-License-Identifier: MIT
#include "app/shell/start_options.h"

#include "app/arrange/arrange_room.h"
#include "app/arrange/card_box.h"
#include "app/arrange/takes_dialog.h"
#include "app/export/export_room.h"
#include "app/widgets/theme.h"

#include <QAction>
#include <QApplication>
#include <QCommandLineParser>
#include <QTimer>

namespace scaena::app {

namespace {

const QStringList kTabs = {QStringLiteral("card"),   QStringLiteral("colours"), QStringLiteral("moves"),
                           QStringLiteral("screen"), QStringLiteral("takes"),   QStringLiteral("icon")};

[[noreturn]] void refuse(const char* what, const QString& word) {
    qCritical("There is no %s “%s”.", what, qPrintable(word));
    std::exit(2);
}

template <class Name>
std::optional<Name> named(const QCommandLineParser& parser, const QString& option, const char* what) {
    if (!parser.isSet(option)) {
        return std::nullopt;
    }
    const auto name = Name::named(parser.value(option).toStdString());
    if (!name) {
        refuse(what, parser.value(option));
    }
    return name;
}

void select(MainWindow& window, const std::string& id) {
    const auto& s = *window.document().sequence();
    using Kind = Selection::Kind;
    window.selection().select(model::indexOf(s.cues, CueId(id)) >= 0       ? Kind::Cue
                              : model::indexOf(s.layers, LayerId(id)) >= 0 ? Kind::Layer
                              : model::indexOf(s.beats, BeatId(id)) >= 0   ? Kind::Beat
                                                                           : Kind::Gate,
                              id);
}

QPixmap pictureOf(MainWindow& window, const StartOptions& options) {
    const auto& takes = window.document().sequence()->takes;
    if (options.compare && !takes.empty()) {
        return TakesDialog(window.arrange().actions(), takes.back().id, &window).grab();
    }
    if (options.commandList) {
        QPixmap picture;
        QTimer::singleShot(300, &window, [&picture] {
            auto* chooser = QApplication::activeModalWidget();
            picture = chooser->grab();
            chooser->close();
        });
        window.command(QStringLiteral("commandList"))->trigger();
        return picture;
    }
    return window.grab();
}

void openFile(MainWindow& window, const StartOptions& options) {
    if (options.file.isEmpty()) {
        return;
    }
    const bool forPicture = !options.screenshot.isEmpty();
    window.takeFiles({options.file});
    if (forPicture) {
        window.background().finish(); // what follows is about the open sequence
    }
    window.preview().setPlaying(window.preview().isPlaying() && !forPicture);
}

}

StartOptions readStartOptions(const QStringList& arguments) {
    QCommandLineParser parser;
    parser.setApplicationDescription(QStringLiteral("Design, preview and export app launch sequences."));
    parser.addHelpOption();
    parser.addVersionOption();
    parser.addPositionalArgument(
        QStringLiteral("FILE"),
        QStringLiteral("A .scaena file to open, or a logo or app project to begin with"),
        QStringLiteral("[FILE]"));
    const auto add = [&](const char* name, const char* says, const char* value = "") {
        const QString option = QString::fromLatin1(name);
        parser.addOption({option, QString::fromUtf8(says), QString::fromLatin1(value)});
        return option;
    };
    const auto shot = add("screenshot", "Save a picture of the window to PNG and quit.", "PNG");
    const auto at = add("at", "Put the needle there first.", "MS");
    const auto chosen = add("select", "Select the cue, layer, beat or gate of that id first.", "ID");
    const auto night = add("night", "With the night looks, and by night on the stage.");
    const auto exports = add("export", "Open the Export room with that target.", "target");
    const auto tab = add("tab", "Open that card first: card, colours, moves, screen, takes, icon.", "NAME");
    const auto landscape = add("landscape", "Hold the device sideways.");
    const auto device = add("device", "Show that device.", "ID");
    const auto fromIcon = add("from-icon", "Show the launch from the icon.");
    const auto compare = add("compare", "With --screenshot: the comparison with the last take.");
    const auto list = add("command-list", "With --screenshot: the searchable list of commands.");
    parser.process(arguments);

    StartOptions options;
    options.file = parser.positionalArguments().value(0);
    options.screenshot = parser.value(shot);
    options.time = parser.isSet(at) ? std::optional(parser.value(at).toDouble()) : std::nullopt;
    options.select = parser.value(chosen);
    options.night = parser.isSet(night);
    options.exports = named<plan::ExportId>(parser, exports, "export");
    options.device = named<schedule::DeviceId>(parser, device, "device");
    options.landscape = parser.isSet(landscape);
    options.fromIcon = parser.isSet(fromIcon);
    options.compare = parser.isSet(compare);
    options.commandList = parser.isSet(list);
    if (parser.isSet(tab)) {
        const auto index = kTabs.indexOf(parser.value(tab));
        if (index < 0) {
            refuse("card", parser.value(tab));
        }
        options.tab = static_cast<int>(index);
    }
    return options;
}

void startWith(MainWindow& window, const StartOptions& options) {
    auto& preview = window.preview();
    if (options.night) {
        setNight(true);
        auto conditions = preview.conditions();
        conditions.appearance = model::Appearance::Dark;
        preview.setConditions(conditions);
    }
    if (options.screenshot.isEmpty()) {
        // What a crash left behind comes first, also before a file: it may be that file's. If it is brought
        // back, nothing takes its place.
        window.offerLostWork([&window, options] { openFile(window, options); });
    } else {
        openFile(window, options);
    }
    auto conditions = preview.conditions();
    conditions.landscape = options.landscape;
    conditions.device = options.device.value_or(conditions.device);
    preview.setConditions(conditions);
    preview.setFromIcon(options.fromIcon);
    if (options.time) {
        preview.setTime(*options.time);
    }
    if (!options.select.isEmpty()) {
        select(window, options.select.toStdString());
    }
    if (options.tab) {
        window.arrange().cards().open(static_cast<CardBox::Tab>(*options.tab));
    }
    if (options.exports) {
        window.enter(Room::Export);
        window.exports().choose(*options.exports);
    }
    if (!options.screenshot.isEmpty()) {
        // The filmstrip is made in the background; a second is ample for it.
        QTimer::singleShot(options.exports ? 6000 : 1200, &window, [&window, options] {
            const bool saved = pictureOf(window, options).save(options.screenshot);
            QApplication::exit(saved ? 0 : 1);
        });
    }
}

}
