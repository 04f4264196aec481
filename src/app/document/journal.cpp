// SPDX-License-Identifier: MIT
#include "app/document/journal.h"

#include "core/base/hash.h"
#include "core/file/sequence_file.h"

#include <QCoreApplication>
#include <QDir>
#include <QFile>
#include <QJsonDocument>
#include <QJsonObject>
#include <QSet>
#include <QStandardPaths>
#include <cerrno>
#include <csignal>

namespace scaena::app {

namespace {

constexpr int kDelayMillis = 1500;

QDir journalFolder() {
    QDir folder(QStandardPaths::writableLocation(QStandardPaths::AppLocalDataLocation) +
                QStringLiteral("/journal"));
    folder.mkpath(QStringLiteral("."));
    return folder;
}

/// Contents of files that no sequence folder holds yet, named by their hash.
QDir keptFolder() {
    QDir folder(journalFolder().filePath(QStringLiteral("files")));
    folder.mkpath(QStringLiteral("."));
    return folder;
}

/// Removes contents that no journal names any more.
void dropOrphans() {
    QSet<QString> named;
    const QDir folder = journalFolder();
    for (const auto& name : folder.entryList({QStringLiteral("*.json")}, QDir::Files)) {
        QFile file(folder.filePath(name));
        if (file.open(QIODevice::ReadOnly)) {
            for (const auto& hash :
                 QJsonDocument::fromJson(file.readAll()).object().value("art").toObject()) {
                named.insert(hash.toString());
            }
        }
    }
    for (const auto& name : keptFolder().entryList(QDir::Files)) {
        if (!named.contains(name)) {
            QFile::remove(keptFolder().filePath(name));
        }
    }
}

bool processRuns(qint64 pid) {
    return pid > 0 && (::kill(static_cast<pid_t>(pid), 0) == 0 || errno == EPERM);
}

}

Journal::Journal(Document& document, QObject* parent) : QObject(parent), m_document(document) {
    m_delay.setSingleShot(true);
    m_delay.setInterval(kDelayMillis);
    connect(&m_delay, &QTimer::timeout, this, &Journal::writeNow);
    connect(&document, &Document::stateChanged, this, &Journal::update);
}

Journal::~Journal() { QFile::remove(file()); }

QString Journal::file() const {
    return journalFolder().filePath(QStringLiteral("%1.json").arg(QCoreApplication::applicationPid()));
}

void Journal::update() {
    if (m_document.isModified()) {
        m_delay.start();
    } else {
        m_delay.stop();
        QFile::remove(file());
        m_keptFiles.clear();
        dropOrphans();
    }
}

void Journal::writeNow() {
    if (!m_document.isModified()) {
        return;
    }
    DiskFiles files;
    QJsonObject art;
    for (const auto& [path, bytes] : m_document.unsavedFiles()) {
        // Each content is written once, whatever happens to the sequence afterwards.
        auto& kept = m_keptFiles[path];
        if (kept.isEmpty()) {
            const auto name = QString::fromStdString(sha256(bytes));
            if (!files.writeAtomically(keptFolder().filePath(name).toStdString(), bytes)) {
                continue;
            }
            kept = name;
        }
        art.insert(QString::fromStdString(path), kept);
    }
    const QJsonObject entry{{"pid", QCoreApplication::applicationPid()},
                            {"path", QString::fromStdString(m_document.path().string())},
                            {"text", QString::fromStdString(file::write(*m_document.sequence()))},
                            {"art", art}};
    // A journal that cannot be written must not disturb the work; saving will say what is wrong with the
    // disk.
    (void)files.writeAtomically(file().toStdString(), QJsonDocument(entry).toJson().toStdString());
}

std::vector<LostWork> Journal::findLost() {
    std::vector<LostWork> found;
    const QDir folder = journalFolder();
    for (const auto& name : folder.entryList({QStringLiteral("*.json")}, QDir::Files)) {
        QFile file(folder.filePath(name));
        if (!file.open(QIODevice::ReadOnly)) {
            continue;
        }
        const auto entry = QJsonDocument::fromJson(file.readAll()).object();
        if (entry.contains("text") && !processRuns(entry.value("pid").toInteger())) {
            LostWork lost{folder.filePath(name),
                          entry.value("path").toString().toStdString(),
                          entry.value("text").toString().toStdString(),
                          {}};
            const auto art = entry.value("art").toObject();
            for (auto it = art.begin(); it != art.end(); ++it) {
                QFile kept(keptFolder().filePath(it.value().toString()));
                if (kept.open(QIODevice::ReadOnly)) {
                    lost.unsavedFiles[it.key().toStdString()] = kept.readAll().toStdString();
                }
            }
            found.push_back(std::move(lost));
        }
    }
    return found;
}

void Journal::forget(const LostWork& lost) {
    QFile::remove(lost.file);
    dropOrphans();
}

}
