// SPDX-License-Identifier: MIT
#include "app/arrange/file_choice.h"

#include "core/start/dropped_file.h"
#include "render/art/decoder.h"

#include <QFileDialog>
#include <QFileInfo>

namespace scaena::app {

void readFile(ArrangeActions& actions, const QString& source, const char* folder, UseFile then) {
    const auto path = std::filesystem::path(source.toStdString());
    actions.background().run<start::DroppedFile>(
        QObject::tr("Reading %1 …").arg(QFileInfo(source).fileName()),
        [path, folder](const auto&) {
            return start::readDropped(DiskFiles(), path, render::QtDecoder(), folder);
        },
        [guard = QPointer(&actions), then = std::move(then)](const start::DroppedFile& file) {
            if (!guard) {
                return;
            }
            if (!file.problems.empty()) {
                emit guard->problems(QObject::tr("This file cannot be used"), file.problems);
                return;
            }
            then(file, guard->document().addFile(file.path, file.bytes));
        });
}

void chooseFile(ArrangeActions& actions, QWidget* parent, const QString& title, const QString& filter,
                const char* folder, UseFile then) {
    const QString chosen = QFileDialog::getOpenFileName(parent, title, {}, filter);
    if (!chosen.isEmpty()) {
        readFile(actions, chosen, folder, std::move(then));
    }
}

QString pictureFilter() { return QObject::tr("Pictures (*.png *.jpg *.jpeg *.webp)"); }

}
