// SPDX-License-Identifier: MIT
#include "app/export/export_task.h"

#include "export/common/remembered_pictures.h"
#include "render/base/helper_process.h"
#include "render/art/sound_pictures.h"
#include "render/base/paint_threads.h"
#include "render/frames/frame_maker.h"
#include "render/frames/still.h"
#include "render/text/text_outline.h"

#include <QPointer>

namespace scaena::app {

ExportTask::~ExportTask() { stop(); }

void ExportTask::stop() {
    if (m_stop) {
        *m_stop = true;
    }
    if (m_thread.joinable()) {
        m_thread.join(); // at most one picture is still made
    }
    m_running = false;
}

void ExportTask::cancel() {
    stop();
    emit progressed(0, 0);
}

void ExportTask::build(const Document& document, plan::ExportId target, exporting::ExportOptions options) {
    stop();
    m_stop = std::make_shared<std::atomic<bool>>(false);
    m_running = true;
    emit progressed(0, 0);
    m_thread = std::thread([this, stopped = m_stop, sequence = document.sequence(), shelf = document.shelf(),
                            target, options = std::move(options)]() mutable {
        const render::QtTextOutliner outliner;
        const render::QtRasteriser rasteriser;
        const render::QtFrameMaker frames;
        const exporting::RememberedPictures pictures(rasteriser, frames);
        options.cancelled = [stopped] { return stopped->load(); };
        options.progress = [this, stopped](std::size_t done, std::size_t all) {
            QMetaObject::invokeMethod(this, [this, stopped, done, all] {
                if (!*stopped) {
                    emit progressed(static_cast<int>(done), static_cast<int>(all));
                }
            });
        };
        const auto sound = render::withSoundPictures(*shelf);
        std::shared_ptr<Result<exporting::Export>> made;
        const int deaths = render::HelperProcess::deaths();
        render::withPaintWorkers([&](Workers& workers) {
            options.workers = &workers;
            made = std::make_shared<Result<exporting::Export>>(exporting::exporterOf(target).build(
                {*sequence, sound, outliner, pictures, pictures, options}));
        });
        if (*made && render::HelperProcess::deaths() != deaths) {
            *made = failure(ProblemKind::Unreadable, "a clip or a part of the art of this sequence cannot be drawn");
        }
        QMetaObject::invokeMethod(this, [this, stopped, made] {
            if (!*stopped) {
                m_running = false;
                emit finished(made);
            }
        });
    });
}

}
