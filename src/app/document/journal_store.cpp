// SPDX-License-Identifier: MIT
#include "app/document/journal_store.h"

#include "core/base/files.h"
#include "core/base/hash.h"

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

QString journalPath() {
    return QStandardPaths::writableLocation(QStandardPaths::AppLocalDataLocation) +
           QStringLiteral("/journal");
}

QDir keptFolder() { return QDir(journalPath() + QStringLiteral("/files")); }

/// Removes contents that no journal names any more.
void dropOrphans() {
    QSet<QString> named;
    const QDir folder(journalPath());
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

JournalStore::JournalStore()
    : m_file(journalPath() + QStringLiteral("/%1.json").arg(QCoreApplication::applicationPid())) {}

void JournalStore::write(const Entry& entry) {
    DiskFiles files;
    QJsonObject art;
    for (const auto& [path, bytes] : entry.unsavedFiles) {
        // Each content is written once, whatever happens to the sequence afterwards.
        auto& kept = m_kept[path];
        const auto name = sha256(bytes);
        if (kept != name) {
            if (!files.writeAtomically(keptFolder().filePath(QString::fromStdString(name)).toStdString(),
                                       bytes)) {
                continue;
            }
            kept = name;
        }
        art.insert(QString::fromStdString(path), QString::fromStdString(kept));
    }
    const QJsonObject json{{"pid", QCoreApplication::applicationPid()},
                           {"path", QString::fromStdString(entry.path.string())},
                           {"text", QString::fromStdString(entry.text)},
                           {"art", art}};
    m_isThere =
        files.writeAtomically(m_file.toStdString(), QJsonDocument(json).toJson().toStdString()).has_value() ||
        m_isThere;
}

void JournalStore::remove() {
    if (!m_isThere) {
        return;
    }
    QFile::remove(m_file);
    if (!m_kept.empty()) {
        dropOrphans();
    }
    m_kept.clear();
    m_isThere = false;
}

std::vector<LostWork> JournalStore::findLost() {
    std::vector<LostWork> found;
    const QDir folder(journalPath());
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

void JournalStore::forget(const LostWork& lost) {
    QFile::remove(lost.file);
    dropOrphans();
}

}
