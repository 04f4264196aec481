// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/app_places.h"
#include "export/common/export_writer.h"

#include <QObject>
#include <QThreadPool>
#include <atomic>
#include <memory>

namespace scaena::app {

/// An export against the folder it is meant for.
struct FolderState {
    QString folder;         ///< empty: none is chosen yet
    exporting::Export made; ///< its files at their places in the folder
    exporting::AppPlace place;
    exporting::WritePlan plan;
    std::vector<exporting::Suggestion> suggestions; ///< for files of the person's own
};
using FolderStatePtr = std::shared_ptr<const FolderState>;

/// Looks into folders and writes to them in the background, one after the other: a folder can be large, far
/// away or slow.
class FolderTask : public QObject {
    Q_OBJECT
public:
    explicit FolderTask(QObject* parent = nullptr);
    ~FolderTask() override;

    /// A newer wish makes the answer to an older one be dropped.
    void compare(const exporting::Export& built, const QString& folder, plan::ExportId target);
    void write(const FolderStatePtr& state, const exporting::WritePlan& plan);
    [[nodiscard]] bool isRunning() const { return m_running > 0; }

signals:
    void compared(scaena::app::FolderStatePtr state);
    void written(scaena::app::FolderStatePtr state, std::shared_ptr<scaena::Result<void>> result);

private:
    void run(const std::function<std::function<void()>()>& work);
    QThreadPool m_pool;
    int m_running = 0;
    int m_wish = 0;
};

}
