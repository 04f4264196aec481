// SPDX-License-Identifier: MIT
#include "app/export/folder_task.h"

#include "app/export/kept_texts.h"
#include "export/common/folder_change.h"

namespace scaena::app {

FolderTask::FolderTask(QObject* parent) : QObject(parent) { m_pool.setMaxThreadCount(1); }

FolderTask::~FolderTask() { m_pool.waitForDone(); }

/// `work` runs in the background; what it gives back runs here.
void FolderTask::run(const std::function<std::function<void()>()>& work) {
    ++m_running;
    m_pool.start([this, work] {
        const auto then = work();
        QMetaObject::invokeMethod(this, [this, then] {
            --m_running;
            then();
        });
    });
}

void FolderTask::compare(const exporting::Export& built, const QString& folder, plan::ExportId target) {
    const int wish = ++m_wish;
    run([this, built, folder, target, wish]() -> std::function<void()> {
        auto state = std::make_shared<FolderState>();
        state->folder = folder;
        const auto path = folder.toStdString();
        DiskFiles files;
        if (!folder.isEmpty()) {
            state->place = exporting::placeIn(files, path, target);
        }
        state->made = exporting::placed(built, state->place);
        if (folder.isEmpty()) {
            for (const auto& file : state->made.files) {
                state->plan.entries.push_back({file.path, exporting::FileChange::Added});
            }
        } else {
            // What cannot be finished is said when there is something to write.
            (void)exporting::finishEarlier(files, path);
            state->made = exporting::besideOthers(files, path, std::move(state->made));
            state->plan = exporting::planWrite(files, path, state->made);
            state->suggestions = exporting::suggestionsFor(files, path, state->made);
        }
        return [this, state, wish] {
            if (wish == m_wish) {
                emit compared(state);
            }
        };
    });
}

void FolderTask::write(const FolderStatePtr& state, const exporting::WritePlan& plan) {
    ++m_wish; // what was looked for is out of date
    run([this, state, plan]() -> std::function<void()> {
        DiskFiles files;
        const auto folder = state->folder.toStdString();
        auto result =
            std::make_shared<Result<void>>(exporting::write(files, folder, state->made, plan, false));
        if (*result) {
            keepTexts(files, folder, state->made);
        }
        return [this, state, result] { emit written(state, result); };
    });
}

}
