// SPDX-License-Identifier: MIT
#include "app/arrange/arrange_room.h"
#include "app/arrange/card_box.h"
#include "app/arrange/takes_dialog.h"
#include "app/export/export_room.h"
#include "app/shell/main_window.h"
#include "app/widgets/theme.h"
#include "render/text/fonts.h"

#include <QAction>
#include <QApplication>
#include <QCommandLineParser>
#include <QSettings>
#include <QStyleFactory>
#include <QTimer>

using namespace scaena::app;

int main(int argc, char** argv) {
    QApplication app(argc, argv);
    QApplication::setApplicationName(QStringLiteral("scaena"));
    QApplication::setOrganizationName(QStringLiteral("scaena"));
    QApplication::setApplicationDisplayName(QStringLiteral("Scaena"));
    QApplication::setApplicationVersion(QStringLiteral(SCAENA_VERSION));
    QApplication::setDesktopFileName(QStringLiteral("scaena"));
    QApplication::setStyle(QStyleFactory::create(QStringLiteral("Fusion")));
    QApplication::setWindowIcon(QIcon(QStringLiteral(":/scaena/icons/scaena.png")));
    scaena::render::loadFonts();
    setNight(QSettings().value(QStringLiteral("nightLooks"), false).toBool());

    QCommandLineParser parser;
    parser.setApplicationDescription(QStringLiteral("Design, preview and export app launch sequences."));
    parser.addHelpOption();
    parser.addVersionOption();
    parser.addPositionalArgument(
        QStringLiteral("FILE"),
        QStringLiteral("A .scaena file to open, or a logo or app project to begin with"),
        QStringLiteral("[FILE]"));
    const QCommandLineOption shot(QStringLiteral("screenshot"),
                                  QStringLiteral("Save a picture of the window to PNG and quit."),
                                  QStringLiteral("PNG"));
    const QCommandLineOption at(QStringLiteral("at"), QStringLiteral("Put the needle there first."),
                                QStringLiteral("MS"));
    const QCommandLineOption select(QStringLiteral("select"),
                                    QStringLiteral("Select the cue, layer, beat or gate of that id first."),
                                    QStringLiteral("ID"));
    const QCommandLineOption night(QStringLiteral("night"),
                                   QStringLiteral("With the night looks, and by night on the stage."));
    const QCommandLineOption exportPreview(QStringLiteral("export"),
                                           QStringLiteral("Open the Export room with that target."),
                                           QStringLiteral("target"));
    const QCommandLineOption tab(QStringLiteral("tab"),
                                 QStringLiteral("Open that card first: card, colours, moves, screen, takes."),
                                 QStringLiteral("NAME"));
    const QCommandLineOption landscape(QStringLiteral("landscape"),
                                       QStringLiteral("Hold the device sideways."));
    const QCommandLineOption device(QStringLiteral("device"), QStringLiteral("Show that device."),
                                    QStringLiteral("ID"));
    const QCommandLineOption fromIcon(QStringLiteral("from-icon"),
                                      QStringLiteral("Show the launch from the icon."));
    const QCommandLineOption compare(QStringLiteral("compare"),
                                     QStringLiteral("With --screenshot: the comparison with the last take."));
    const QCommandLineOption list(QStringLiteral("command-list"),
                                  QStringLiteral("With --screenshot: the searchable list of commands."));
    parser.addOptions(
        {shot, at, select, night, exportPreview, tab, landscape, device, fromIcon, compare, list});
    parser.process(app);

    MainWindow window;
    if (parser.isSet(night)) {
        setNight(true);
        auto conditions = window.preview().conditions();
        conditions.appearance = scaena::model::Appearance::Dark;
        window.preview().setConditions(conditions);
    }
    window.show();
    if (!parser.positionalArguments().isEmpty()) {
        const QString file = parser.positionalArguments().first();
        window.takeFiles({file});
        if (parser.isSet(shot)) {
            window.background().finish(); // what follows is about the open sequence
        }
        window.preview().setPlaying(window.preview().isPlaying() && !parser.isSet(shot));
    } else if (!parser.isSet(shot)) {
        window.offerLostWork();
    }
    auto conditions = window.preview().conditions();
    conditions.landscape = parser.isSet(landscape);
    if (parser.isSet(device)) {
        const auto wanted = scaena::schedule::DeviceId::named(parser.value(device).toStdString());
        if (!wanted) {
            qCritical("There is no device “%s”.", qPrintable(parser.value(device)));
            return 2;
        }
        conditions.device = *wanted;
    }
    window.preview().setConditions(conditions);
    window.preview().setFromIcon(parser.isSet(fromIcon));
    if (parser.isSet(at)) {
        window.preview().setTime(parser.value(at).toDouble());
    }
    if (parser.isSet(select)) {
        const auto id = parser.value(select).toStdString();
        const auto& s = *window.document().sequence();
        using Kind = Selection::Kind;
        window.selection().select(scaena::model::findThing(s.cues, id)     ? Kind::Cue
                                  : scaena::model::findThing(s.layers, id) ? Kind::Layer
                                  : scaena::model::findThing(s.beats, id)  ? Kind::Beat
                                                                           : Kind::Gate,
                                  id);
    }
    if (parser.isSet(tab)) {
        const QStringList names = {"card", "colours", "moves", "screen", "takes", "icon"};
        window.arrange().cards().open(
            static_cast<CardBox::Tab>(std::max(0, int(names.indexOf(parser.value(tab))))));
    }
    if (parser.isSet(exportPreview)) {
        window.enter(MainWindow::Room::Export);
        window.exports().choose(parser.value(exportPreview).toStdString());
    }
    if (parser.isSet(shot)) {
        // The filmstrip is made in the background; a second is ample for it.
        QTimer::singleShot(parser.isSet(exportPreview) ? 6000 : 1200, &window, [&] {
            QPixmap picture;
            if (parser.isSet(compare) && !window.document().sequence()->takes.empty()) {
                picture = TakesDialog(window.arrange().actions(),
                                      window.document().sequence()->takes.back().id, &window)
                              .grab();
            } else if (parser.isSet(list)) {
                QTimer::singleShot(300, &window, [&picture] {
                    auto* chooser = QApplication::activeModalWidget();
                    picture = chooser->grab();
                    chooser->close();
                });
                window.command(QStringLiteral("commandList"))->trigger();
            } else {
                picture = window.grab();
            }
            const bool saved = picture.save(parser.value(shot));
            QApplication::exit(saved ? 0 : 1);
        });
    }
    return QApplication::exec();
}
