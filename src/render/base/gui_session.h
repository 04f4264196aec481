// SPDX-License-Identifier: MIT
#pragma once

#include <QGuiApplication>
#include <cstdio>
#include <memory>

namespace scaena::render {

/// Makes sure there is a QGuiApplication while it lives, which fonts need. Without one it starts an offscreen
/// one, so that the command line works without a display.
class GuiSession {
public:
    GuiSession() {
        if (!QCoreApplication::instance()) {
            qputenv("QT_QPA_PLATFORM", "offscreen");
            // Without a desktop session Qt remarks on missing folders; a command's own messages are all that
            // counts.
            qInstallMessageHandler([](QtMsgType type, const QMessageLogContext&, const QString& text) {
                if (type == QtCriticalMsg || type == QtFatalMsg) {
                    std::fprintf(stderr, "%s\n", qUtf8Printable(text));
                }
            });
            m_app = std::make_unique<QGuiApplication>(m_count, m_arguments);
        }
    }

private:
    int m_count = 1;
    char m_name[7] = "scaena";
    char* m_arguments[2] = {m_name, nullptr};
    std::unique_ptr<QGuiApplication> m_app;
};

}
