// SPDX-License-Identifier: MIT
#include "app/document/journal.h"

#include "core/file/sequence_file.h"

namespace scaena::app {

namespace {
constexpr int kDelayMillis = 1500;
constexpr int kRetryMillis = 3000;
}

Journal::Journal(Document& document, QObject* parent) : QObject(parent), m_document(document) {
    m_delay.setSingleShot(true);
    connect(&m_delay, &QTimer::timeout, this, &Journal::startWriting);
    connect(&document, &Document::stateChanged, this, &Journal::update);
}

Journal::~Journal() {
    startRemoving();
    m_jobs.wait();
}

/// The delay is not begun anew by further changes: hours of work without a pause would leave nothing behind.
void Journal::update() {
    if (!m_document.isModified()) {
        startRemoving();
    } else if (m_document.history().committed() != m_written && !m_delay.isActive()) {
        m_delay.start(kDelayMillis);
    }
}

void Journal::startWriting() {
    m_delay.stop();
    if (!m_document.isModified()) {
        return;
    }
    m_written = m_document.history().committed();
    m_jobs.run<bool>(
        [this, sequence = m_written, path = m_document.path(), unsaved = m_document.unsavedFiles(),
         hash = m_document.diskHash()](const Jobs::Run&) {
            return m_store.write({path, file::write(*sequence), unsaved, hash});
        },
        [this](bool written) {
            if (!written) {
                tryAgain();
            }
        });
}

/// A disk that was full may have room again.
void Journal::tryAgain() {
    if (m_document.isModified() && !m_delay.isActive()) {
        m_delay.start(kRetryMillis);
    }
}

void Journal::startRemoving() {
    m_delay.stop();
    if (m_written) {
        m_written = nullptr;
        m_jobs.run([this](const Jobs::Run&) { m_store.remove(); });
    }
}

void Journal::writeNow() {
    startWriting();
    m_jobs.wait();
}

}
