// SPDX-License-Identifier: MIT
#pragma once

#include "app/document/document.h"
#include "app/widgets/jobs.h"
#include "export/common/export_run.h"

#include <QTimer>

namespace scaena::app {

/// What the Export room shows, apart from how: one target's export of the open sequence, built in the
/// background whenever something changes, and held against the chosen folder.
class ExportModel : public QObject {
    Q_OBJECT
public:
    explicit ExportModel(Document& document, QObject* parent = nullptr);

    [[nodiscard]] const Document& document() const { return m_document; }
    [[nodiscard]] plan::ExportId target() const { return m_target; }
    /// Another target, with the folder and the options it had last.
    void setTarget(plan::ExportId target);
    [[nodiscard]] const QString& folder() const { return m_folder; }
    void setFolder(const QString& folder);
    [[nodiscard]] const exporting::ChosenOptions& options() const { return m_options; }
    void setOptions(const exporting::ChosenOptions& options);

    enum class Stage {
        Idle,
        Building,
        Placing, ///< looking into the folder
        Writing
    };
    [[nodiscard]] Stage stage() const;
    /// The files, if they could be made; else why not.
    [[nodiscard]] const std::optional<Result<exporting::Export>>& built() const { return m_built; }
    /// The same against the folder; null until it was looked into.
    [[nodiscard]] const std::shared_ptr<const exporting::PlacedExport>& placed() const { return m_placed; }
    /// What writing would do, with the person's choices.
    [[nodiscard]] const exporting::WritePlan& plan() const { return m_plan; }
    [[nodiscard]] bool canWrite() const;
    /// Why the folder could not be looked into, or nothing of it was written; empty if neither.
    [[nodiscard]] const Problems& problems() const { return m_problems; }
    [[nodiscard]] bool wasWritten() const { return m_wasWritten; }
    [[nodiscard]] bool wasCancelled() const { return m_wasCancelled; }
    /// What was found about the sequence on its way to the target, as far as it is known: pictures are looked
    /// at in the background, for the first time before any file is made.
    [[nodiscard]] std::vector<check::Finding> findings() const;
    /// Whose findings these are; null before the first.
    [[nodiscard]] const study::StudyPtr& found() const { return m_found; }

    /// While nobody looks nothing is built.
    void setShown(bool shown);
    void choose(const QString& path, exporting::RefusedChoice choice);
    void write();
    void cancel();

signals:
    void targetChanged();
    /// Anything that is shown.
    void changed();
    void progressed(int done, int all);

private:
    void renew();
    void find();
    void build();
    void place();
    void take(Result<exporting::Export> made);
    void takePlaced(Result<exporting::PlacedExport> placed);
    void takeWritten(const std::shared_ptr<const exporting::PlacedExport>& written,
                     const Result<void>& result);
    [[nodiscard]] QString settingKey(const QString& what) const;
    void loadSettings();
    void saveSettings() const;

    Document& m_document;
    plan::ExportId m_target;
    QString m_folder;
    exporting::ChosenOptions m_options;
    study::StudyPtr m_found;
    std::optional<Result<exporting::Export>> m_built;
    std::shared_ptr<const exporting::PlacedExport> m_placed;
    exporting::WritePlan m_plan;
    Problems m_problems;
    bool m_wasWritten = false, m_wasCancelled = false, m_isShown = false, m_isWriting = false;
    int m_wish = 0; ///< the last look into a folder that was asked for
    QTimer m_soon;  ///< several changes one after the other make one export
    Jobs m_finder{Jobs::Order::Newest};
    Jobs m_builder{Jobs::Order::Newest};
    /// Folders can be large, far away or slow; they are looked into and written one after the other.
    Jobs m_folders{Jobs::Order::Queue};
};

}
