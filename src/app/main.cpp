// SPDX-License-Identifier: MIT
#include "app/export/export_dialog.h"
#include "app/shell/main_window.h"
#include "app/shell/theme.h"
#include "render/fonts.h"

#include <QApplication>
#include <QCommandLineParser>
#include <QSettings>
#include <QStyleFactory>
#include <QTimer>

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
    scaena::app::setNight(QSettings().value(QStringLiteral("nightLooks"), false).toBool());

    QCommandLineParser parser;
    parser.setApplicationDescription(QStringLiteral("Design, preview and export app launch sequences."));
    parser.addHelpOption();
    parser.addVersionOption();
    parser.addPositionalArgument(QStringLiteral("FILE"), QStringLiteral("A .scaena file to open, or an .svg logo to begin with"),
                                 QStringLiteral("[FILE]"));
    const QCommandLineOption shot(QStringLiteral("screenshot"),
                                  QStringLiteral("Save a picture of the window to PNG and quit."),
                                  QStringLiteral("PNG"));
    const QCommandLineOption at(QStringLiteral("at"), QStringLiteral("Put the needle there first."),
                                QStringLiteral("MS"));
    const QCommandLineOption select(
        QStringLiteral("select"), QStringLiteral("Select the cue of that id first."), QStringLiteral("CUE"));
    const QCommandLineOption night(QStringLiteral("night"),
                                   QStringLiteral("With the night looks, and by night on the stage."));
    const QCommandLineOption exportPreview(
        QStringLiteral("export-preview"),
        QStringLiteral("With --screenshot: the export dialog instead of the window."));
    parser.addOptions({shot, at, select, night, exportPreview});
    parser.process(app);

    scaena::app::MainWindow window;
    if (parser.isSet(night)) {
        scaena::app::setNight(true);
        auto conditions = window.preview().conditions();
        conditions.appearance = scaena::model::Appearance::Dark;
        window.preview().setConditions(conditions);
    }
    window.show();
    if (!parser.positionalArguments().isEmpty()) {
        const QString file = parser.positionalArguments().first();
        file.endsWith(QStringLiteral(".svg"), Qt::CaseInsensitive) ? window.startFromLogo(file) : window.openFile(file);
        window.preview().setPlaying(window.preview().isPlaying() && !parser.isSet(shot));
    } else if (!parser.isSet(shot)) {
        window.offerLostWork();
    }
    if (parser.isSet(at)) {
        window.preview().setTime(parser.value(at).toDouble());
    }
    if (parser.isSet(select)) {
        window.selection().select(scaena::app::Selection::Kind::Cue, parser.value(select).toStdString());
    }
    if (parser.isSet(shot)) {
        // The filmstrip is made in the background; a second is ample for it.
        QTimer::singleShot(1200, &window, [&] {
            scaena::app::ExportDialog dialog(window.document(), &window);
            const QPixmap picture = parser.isSet(exportPreview) ? dialog.grab() : window.grab();
            const bool saved = picture.save(parser.value(shot));
            QApplication::exit(saved ? 0 : 1);
        });
    }
    return QApplication::exec();
}
