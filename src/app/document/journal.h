// SPDX-License-Identifier: MIT
#pragma once

#include "app/document/document.h"

#include <QTimer>
#include <optional>

namespace scaena::app {

/// Unsaved work that a crash left behind.
struct LostWork {
    QString file;                                    ///< of the journal
    std::filesystem::path path;                      ///< where the sequence was saved last, may be empty
    std::string text;                                ///< the sequence
    std::map<std::string, std::string> unsavedFiles; ///< what was not yet beside it
};

/// Writes the unsaved sequence to the state folder a moment after each change, so that a crash loses at most
/// the last two seconds. Removed when the work is saved or given up.
class Journal : public QObject {
    Q_OBJECT
public:
    explicit Journal(Document& document, QObject* parent = nullptr);
    ~Journal() override;

    /// Journals of programs that no longer run.
    [[nodiscard]] static std::vector<LostWork> findLost();
    static void forget(const LostWork& lost);
    void writeNow();

private:
    [[nodiscard]] QString file() const;
    void update();

    Document& m_document;
    std::map<std::string, QString> m_keptFiles; ///< name of the kept content, by path
    QTimer m_delay;
};

}
