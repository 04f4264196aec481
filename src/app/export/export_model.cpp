// SPDX-License-Identifier: MIT
#include "app/export/export_model.h"

#include "app/export/kept_texts.h"
#include "app/export/options_row.h"
#include "app/widgets/phrasing.h"
#include "render/base/paint_threads.h"
#include "render/frames/export_workshop.h"

#include <QSettings>

namespace scaena::app {

using exporting::FileChange;

namespace {

constexpr int kGatherMillis = 250;

}

ExportModel::ExportModel(Document& document, QObject* parent)
    : QObject(parent), m_document(document), m_target(exporting::exporters().front()->id()) {
    m_soon.setSingleShot(true);
    m_soon.setInterval(kGatherMillis);
    connect(&m_soon, &QTimer::timeout, this, &ExportModel::build);
    connect(&m_builder, &Jobs::progressed, this, &ExportModel::progressed);
    connect(&document, &Document::changed, this, &ExportModel::renew);
    connect(&document, &Document::stateChanged, this, &ExportModel::renew);
}

QString ExportModel::settingKey(const QString& what) const {
    return QStringLiteral("%1/%2/%3")
        .arg(what, QString::fromStdString(m_document.sequence()->name), toQString(m_target.name()));
}

void ExportModel::loadSettings() {
    const QSettings settings;
    m_folder = settings.value(settingKey(QStringLiteral("exportFolder"))).toString();
    m_options = {};
    for (const auto& option : exporting::exporterOf(m_target).options()) {
        const auto value = settings.value(settingKey(fieldName(option)));
        if (option.kind == exporting::ExportOption::Kind::Flag) {
            m_options.set(option.key, value.toBool());
        } else {
            m_options.set(option.key, value.toString().toStdString());
        }
    }
}

void ExportModel::saveSettings() const {
    QSettings settings;
    settings.setValue(settingKey(QStringLiteral("exportFolder")), m_folder);
    for (const auto& option : exporting::exporterOf(m_target).options()) {
        const bool isFlag = option.kind == exporting::ExportOption::Kind::Flag;
        const auto text = m_options.text(option);
        settings.setValue(settingKey(fieldName(option)), isFlag ? QVariant(m_options.flag(option))
                                                         : text == option.standard
                                                             ? QVariant(QString())
                                                             : QVariant(QString::fromStdString(text)));
    }
}

void ExportModel::setTarget(plan::ExportId target) {
    m_target = target;
    m_built.reset();
    m_placed.reset();
    m_plan = {};
    loadSettings();
    emit targetChanged();
    build();
}

void ExportModel::setFolder(const QString& folder) {
    m_folder = folder.trimmed();
    place();
}

void ExportModel::setOptions(const exporting::ChosenOptions& options) {
    if (options != m_options) {
        m_options = options;
        m_soon.start();
        emit changed();
    }
}

void ExportModel::setShown(bool shown) {
    m_isShown = shown;
    if (shown && m_document.isOpen()) {
        m_placed ? place() : setTarget(m_target); // the folder may have changed meanwhile
    }
}

void ExportModel::renew() {
    if (m_isShown) {
        m_soon.start();
        emit changed(); // what is shown is out of date already
    } else {
        m_found.reset();
        m_built.reset();
        m_placed.reset();
    }
}

ExportModel::Stage ExportModel::stage() const {
    return m_soon.isActive() || m_builder.isRunning() ? Stage::Building
           : m_isWriting                              ? Stage::Writing
           : m_folders.isRunning()                    ? Stage::Placing
                                                      : Stage::Idle;
}

std::vector<check::Finding> ExportModel::findings() const {
    if (m_built && *m_built) {
        return (*m_built)->findings;
    }
    return m_found ? m_found->findings(m_target) : std::vector<check::Finding>();
}

bool ExportModel::canWrite() const {
    return stage() == Stage::Idle && m_placed && !m_placed->folder.empty() && !m_plan.hasRefused() &&
           m_plan.changesAnything() && m_plan.problems.empty();
}

void ExportModel::find() {
    m_finder.run<study::StudyPtr>(
        [study = m_document.study()](const Jobs::Run&) {
            (void)study->findings();
            return study;
        },
        [this](study::StudyPtr study) {
            m_found = std::move(study);
            emit changed();
        });
}

void ExportModel::build() {
    m_soon.stop();
    if (!m_document.isOpen()) {
        return;
    }
    find();
    m_wasCancelled = false;
    m_builder.run<Result<exporting::Export>>(
        [study = m_document.study(), target = m_target, chosen = m_options](const Jobs::Run& run) {
            exporting::ExportOptions options;
            options.chosen = chosen;
            options.cancelled = [&run] { return run.isCancelled(); };
            options.progress = [&run](std::size_t done, std::size_t all) { run.tell(done, all); };
            std::optional<Result<exporting::Export>> made;
            render::withPaintWorkers([&](Workers& workers) {
                options.workers = &workers;
                made = render::ExportWorkshop().build(*study, target, options);
            });
            return std::move(*made);
        },
        [this](Result<exporting::Export> made) { take(std::move(made)); });
    emit changed();
}

void ExportModel::take(Result<exporting::Export> made) {
    m_built = std::move(made);
    if (*m_built) {
        place();
    } else {
        m_placed.reset();
        m_plan = {};
        emit changed();
    }
}

void ExportModel::place() {
    if (!m_built || !*m_built) {
        return;
    }
    m_folders.run<Result<exporting::PlacedExport>>(
        [built = **m_built, folder = m_folder.toStdString()](const Jobs::Run&) {
            DiskFiles files;
            // What cannot be finished is said when there is something to write.
            auto placed = exporting::place(files, folder, built, false);
            return placed ? std::move(placed) : exporting::place(files, folder, built, true);
        },
        [this, wish = ++m_wish](Result<exporting::PlacedExport> placed) {
            if (wish == m_wish) { // a newer wish makes the answer to an older one be dropped
                takePlaced(std::move(placed));
            }
        });
    emit changed();
}

void ExportModel::takePlaced(Result<exporting::PlacedExport> placed) {
    if (!m_built || !placed) {
        m_problems = placed ? Problems() : placed.error();
        emit changed();
        return;
    }
    const auto before = std::exchange(m_plan, placed->plan);
    m_placed = std::make_shared<const exporting::PlacedExport>(std::move(*placed));
    for (auto& entry : m_plan.entries) { // what was chosen stays chosen
        for (const auto& old : before.entries) {
            // … unless the file was edited once more.
            if (old.path == entry.path && entry.change == FileChange::Refused && old.seen == entry.seen) {
                entry.choice = old.choice;
            }
        }
    }
    emit changed();
    m_wasWritten = false;
    m_problems.clear();
}

void ExportModel::choose(const QString& path, exporting::RefusedChoice choice) {
    for (auto& entry : m_plan.entries) {
        entry.choice = entry.path == path.toStdString() ? choice : entry.choice;
    }
    emit changed();
}

void ExportModel::write() {
    saveSettings();
    ++m_wish; // what was looked for is out of date
    m_isWriting = true;
    m_folders.run<Result<void>>(
        [placed = m_placed, plan = m_plan](const Jobs::Run&) {
            DiskFiles files;
            auto result = exporting::write(files, *placed, plan, false);
            if (result) {
                keepTexts(files, placed->folder, placed->made);
            }
            return result;
        },
        [this, placed = m_placed](const Result<void>& result) { takeWritten(placed, result); });
    emit changed();
}

void ExportModel::takeWritten(const std::shared_ptr<const exporting::PlacedExport>& written,
                              const Result<void>& result) {
    m_isWriting = false;
    if (result) {
        m_wasWritten = written == m_placed; // else another target or folder is shown by now
        m_plan = {};
    } else {
        m_problems = result.error(); // the folder is looked at again: often it is no longer as it was
    }
    place();
}

void ExportModel::cancel() {
    m_soon.stop();
    m_builder.cancel();
    m_wasCancelled = true;
    emit changed();
}

}
