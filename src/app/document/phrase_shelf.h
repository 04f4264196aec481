// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/easing.h"
#include "core/model/phrase.h"

#include <QObject>

namespace scaena::app {

/// What a person keeps for all their sequences: phrases and easing curves of their own. Two files in the data
/// folder, read when the program starts, written whenever something is added.
class PhraseShelf : public QObject {
    Q_OBJECT
public:
    explicit PhraseShelf(QObject* parent = nullptr);

    /// The shipped ones first, then one's own.
    [[nodiscard]] std::vector<model::Phrase> phrases() const;
    [[nodiscard]] const std::vector<model::Phrase>& own() const { return m_own; }
    /// Why it could not be written, or nothing.
    [[nodiscard]] QString keep(model::Phrase phrase);
    void remove(const std::string& name);

    struct OwnEasing {
        QString name;
        model::Easing easing;
    };
    [[nodiscard]] const std::vector<OwnEasing>& easings() const { return m_easings; }
    void keepEasing(const QString& name, const model::Easing& easing);
    void removeEasing(const QString& name);

signals:
    void changed();

private:
    QString write();

    std::vector<model::Phrase> m_own;
    std::vector<OwnEasing> m_easings;
};

}
