// SPDX-License-Identifier: MIT
#pragma once

#include "app/document/document.h"
#include "app/document/journal_store.h"
#include "app/widgets/jobs.h"

#include <QTimer>

namespace scaena::app {

/// Keeps the unsaved sequence in the state folder, so that a crash loses at most the last two seconds: it is
/// written a moment after the first change since the last writing, in the background, and taken away when the
/// work is saved or given up. While nothing changes, nothing is done at all.
class Journal : public QObject {
    Q_OBJECT
public:
    explicit Journal(Document& document, QObject* parent = nullptr);
    /// A program that ends in order leaves no journal.
    ~Journal() override;

    /// Writes what is unsaved without waiting for its moment; returns when it is on disk.
    void writeNow();

private:
    void update();
    void startWriting();
    void startRemoving();
    void tryAgain();

    Document& m_document;
    edit::SequencePtr m_written; ///< what the journal holds, or is about to; null: there is none
    QTimer m_delay;
    JournalStore m_store;            ///< touched by m_jobs alone
    Jobs m_jobs{Jobs::Order::Queue}; ///< everything comes in its order
};

}
