// SPDX-License-Identifier: MIT
#include "app/document/phrase_shelf.h"

#include "core/base/files.h"
#include "core/edit/phrases.h"
#include "core/file/phrase_file.h"
#include "core/model/limits.h"

#include <QSettings>
#include <QStandardPaths>

namespace scaena::app {

namespace {

std::filesystem::path shelfFile() {
    return QStandardPaths::writableLocation(QStandardPaths::AppLocalDataLocation).toStdString() +
           "/phrases.json";
}

constexpr int kMostEasings = 500;
const QString kEasings = QStringLiteral("ownEasings");

}

PhraseShelf::PhraseShelf(QObject* parent) : QObject(parent) {
    if (const auto bytes = DiskFiles().read(shelfFile(), model::limits::kFileBytes)) {
        if (auto phrases = file::readPhrases(*bytes)) {
            m_own = std::move(*phrases);
        }
    }
    // Anybody may have written the settings.
    for (const auto& line : QSettings().value(kEasings).toStringList().mid(0, kMostEasings)) {
        const auto at = line.indexOf(QLatin1Char('='));
        const auto easing = model::parseEasing(line.mid(at + 1).toStdString());
        if (at > 0 && easing) {
            m_easings.push_back({line.left(at), *easing});
        }
    }
}

std::vector<model::Phrase> PhraseShelf::phrases() const {
    auto all = edit::standardPhrases();
    all.insert(all.end(), m_own.begin(), m_own.end());
    return all;
}

QString PhraseShelf::write() {
    DiskFiles files;
    const auto path = shelfFile();
    // A file that cannot be read may be a newer program's: it is set aside, not overwritten.
    if (const auto there = files.read(path, model::limits::kFileBytes); there && !file::readPhrases(*there)) {
        auto aside = path.string() + ".kept";
        for (int number = 2; files.exists(aside); ++number) {
            aside = path.string() + ".kept" + std::to_string(number);
        }
        if (const auto kept = files.writeAtomically(aside, *there); !kept) {
            return QString::fromStdString(describe(kept.error()));
        }
    }
    const auto written = files.writeAtomically(path, file::writePhrases(m_own));
    return written ? QString() : QString::fromStdString(describe(written.error()));
}

QString PhraseShelf::keep(model::Phrase phrase) {
    std::erase_if(m_own, [&](const model::Phrase& it) { return it.name == phrase.name; });
    m_own.push_back(std::move(phrase));
    const QString problem = write();
    emit changed();
    return problem;
}

void PhraseShelf::remove(const std::string& name) {
    std::erase_if(m_own, [&](const model::Phrase& it) { return it.name == name; });
    (void)write();
    emit changed();
}

void PhraseShelf::keepEasing(const QString& name, const model::Easing& easing) {
    std::erase_if(m_easings, [&](const OwnEasing& it) { return it.name == name; });
    m_easings.push_back({QString(name).remove(QLatin1Char('=')), easing});
    QStringList lines;
    for (const auto& it : m_easings) {
        lines << it.name + QLatin1Char('=') + QString::fromStdString(model::toText(it.easing));
    }
    QSettings().setValue(kEasings, lines);
    emit changed();
}

void PhraseShelf::removeEasing(const QString& name) {
    std::erase_if(m_easings, [&](const OwnEasing& it) { return it.name == name; });
    QStringList lines;
    for (const auto& it : m_easings) {
        lines << it.name + QLatin1Char('=') + QString::fromStdString(model::toText(it.easing));
    }
    QSettings().setValue(kEasings, lines);
    emit changed();
}

}
