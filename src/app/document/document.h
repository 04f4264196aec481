// SPDX-License-Identifier: MIT
#pragma once

#include "core/edit/history.h"
#include "core/project/project.h"
#include "core/start/started.h"
#include "core/study/study.h"
#include "render/frames/kept_stills.h"

#include <QObject>
#include <QString>

namespace scaena::app {

/// What a journal holds.
struct JournalEntry {
    std::filesystem::path path;                      ///< where the sequence was saved last, may be empty
    std::string text;                                ///< the sequence
    std::map<std::string, std::string> unsavedFiles; ///< what is not yet beside it
    std::string diskHash;                            ///< SHA-256 of the file when it was read or written last
};

/// The same with everything it needs to be shown.
struct LostSequence {
    JournalEntry entry;
    project::Project project;
};

/// The open sequence for the window: turns the core's history into signals, and knows where the file lies.
/// Every panel reads `sequence()` and edits through `apply` or a transaction; none listens to the core
/// directly.
class Document : public QObject {
    Q_OBJECT
public:
    explicit Document(QObject* parent = nullptr);

    [[nodiscard]] const edit::SequencePtr& sequence() const { return m_history.current(); }
    [[nodiscard]] const edit::History& history() const { return m_history; }
    [[nodiscard]] const std::shared_ptr<const project::ArtFiles>& artFiles() const { return m_artFiles; }
    /// All that is worked out about the sequence as it is now.
    [[nodiscard]] const study::StudyPtr& study() const;
    /// Its pictures, kept over edits by what is seen on them. May be asked from several threads.
    [[nodiscard]] const std::shared_ptr<render::KeptStills>& stills() const { return m_stills; }
    [[nodiscard]] const std::filesystem::path& path() const { return m_path; }
    [[nodiscard]] bool isOpen() const { return m_isOpen; }
    [[nodiscard]] bool isModified() const { return m_isOpen && (m_history.isModified() || m_neverSaved); }

    void startNew();
    /// Takes over a first sequence. Its files are kept with the document and written beside it when it is
    /// saved.
    void start(start::Started started);
    /// Takes over a sequence that has been read already (in the background).
    void take(project::Project project);
    /// What is wrong with the file, or nothing; then the document is as it was before.
    [[nodiscard]] Problems open(const std::filesystem::path& path, Problems* warnings);
    /// Reads what a crash left behind, in any thread: art may take its time.
    [[nodiscard]] static Result<LostSequence> readLost(const JournalEntry& entry);
    /// Takes it over; it counts as unsaved. If the file is not the one the work began with, saving asks.
    void take(LostSequence lost);
    /// SHA-256 of the file as it was read or written last; empty if it never was.
    [[nodiscard]] const std::string& diskHash() const { return m_diskHash; }
    /// Files that are not yet beside the sequence, by their path there.
    [[nodiscard]] const std::map<std::string, std::string>& unsavedFiles() const { return m_unsavedFiles; }
    /// Keeps a file for the sequence, to be written when it is saved. Returns the path to name it by: `path`,
    /// or one beside it if that is another file's already.
    [[nodiscard]] std::string addFile(const std::string& path, std::string bytes);
    [[nodiscard]] Result<void> save();
    [[nodiscard]] Result<void> saveAs(const std::filesystem::path& path);
    /// Whether somebody else wrote the file since we read or wrote it.
    [[nodiscard]] bool changedOnDisk() const;

    void apply(const QString& name, model::Sequence next, const std::string& mergeKey = {});
    /// Applies the finding's remedy as one step, wherever it was found and shown. Nothing where it has none.
    void mend(const check::Finding& finding);
    void preview(model::Sequence next) { m_history.preview(std::move(next)); }
    void commit(const QString& name);
    void cancel() { m_history.cancel(); }
    void undo() { m_history.undo(); }
    void redo() { m_history.redo(); }
    /// To any step of the history; 0 is how it was opened.
    void goTo(std::size_t step) { m_history.goTo(step); }

signals:
    /// The sequence differs from before; `changes` says in what.
    void changed(const scaena::edit::ChangeSet& changes);
    /// Another document, another path, or saved: name and state in the header are stale.
    void stateChanged();

private:
    void take(model::Sequence sequence, std::shared_ptr<const project::ArtFiles> artFiles,
              std::filesystem::path path);
    void reloadArtFiles();
    [[nodiscard]] Result<void> write();
    [[nodiscard]] Result<void> writeUnsavedFiles(const std::filesystem::path& folder);

    edit::History m_history;
    std::shared_ptr<const project::ArtFiles> m_artFiles;
    mutable study::StudyPtr m_study; ///< of the sequence that was asked about last
    std::shared_ptr<render::KeptStills> m_stills = std::make_shared<render::KeptStills>();
    std::filesystem::path m_path;
    std::map<std::string, std::string> m_unsavedFiles;
    project::ArtFiles m_everything; ///< all that was read since the document was opened, for undo and redo
    std::string m_diskHash;
    bool m_isOpen = false;
    bool m_neverSaved = false;
};

}
