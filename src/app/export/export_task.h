// SPDX-License-Identifier: MIT
#pragma once

#include "app/document/document.h"
#include "export/common/exporter.h"

#include <QObject>
#include <atomic>
#include <thread>

namespace scaena::app {

/// Builds one export after the other in a thread of its own. A new wish ends the one that runs.
class ExportTask : public QObject {
    Q_OBJECT
public:
    explicit ExportTask(QObject* parent = nullptr) : QObject(parent) {}
    ~ExportTask() override;

    /// Of the options only what a person chooses.
    void build(const Document& document, plan::ExportId target, exporting::ExportOptions options);
    void cancel();
    [[nodiscard]] bool isRunning() const { return m_running; }

signals:
    /// Of `all` pictures so many are made; 0 of 0 at the beginning.
    void progressed(int done, int all);
    /// Not sent for a build that was ended.
    void finished(std::shared_ptr<scaena::Result<scaena::exporting::Export>> made);

private:
    void stop();
    std::thread m_thread;
    std::shared_ptr<std::atomic<bool>> m_stop;
    bool m_running = false;
};

}
