// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/outside.h"
#include "core/base/files.h"
#include "core/check/finding.h"
#include "core/plan/carry.h"
#include "core/project/project.h"
#include "core/schedule/conditions.h"
#include "core/study/study.h"
#include "export/common/export_options.h"

#include <functional>
#include <optional>

namespace scaena {
class Workers;
}

namespace scaena::exporting {

/// One file of an export, in memory.
struct ExportedFile {
    std::string path; ///< relative, with forward slashes
    std::string bytes;
    bool forPeople = false; ///< nothing refers to it by its path: only people read it
};

/// How one cue reaches one of the systems an export serves.
struct CarriedCue {
    CueId cue;
    plan::TargetId target;
    plan::CueCarry carry;
};

/// Everything an export consists of, before anything is written.
struct Export {
    plan::ExportId target;
    std::string sequenceName;
    std::vector<ExportedFile> files;
    std::vector<CarriedCue> carried;
    std::vector<check::Finding> findings; ///< what a person should mend or know before it ships
};

struct ExportOptions {
    ChosenOptions chosen;
    std::function<bool()> cancelled; ///< asked from several threads; may be empty
    std::function<void(std::size_t done, std::size_t all)>
        progress;               ///< told from several threads; may be empty
    Workers* workers = nullptr; ///< of several exports at once; null: an export has its own
};

/// The opening's static frame as the conditions' target shows it, without the system's bars, on a screen of
/// that size in dp.
struct OpeningOrder {
    schedule::Conditions conditions;
    Size screen;
    double density = 1; ///< pixels a dp
};

/// What only whoever paints can do for an export. Called from several threads at once.
class FrameMaker {
public:
    virtual ~FrameMaker() = default;
    /// Makers of such frames, one for each order, as PNG bytes. To be called once each, from any thread; they
    /// share what they have in common. The study must outlive them.
    [[nodiscard]] virtual std::vector<std::function<std::string()>>
    openings(const study::Study& study, std::vector<OpeningOrder> orders) const = 0;
    /// One artwork or image alone in the middle of a square picture of `side` pixels, within a square box
    /// that takes `part` of it; on `backing`, or on nothing.
    [[nodiscard]] virtual std::string layerPng(const model::Sequence& sequence,
                                               const project::ArtFiles& artFiles, const LayerId& layer,
                                               model::Appearance appearance, int side, double part,
                                               std::optional<Colour> backing, bool round = false) const = 0;
};

/// What an exporter works on. What it is given must outlive the call.
struct ExportInput {
    ExportInput(const study::Study& about, const art::Rasteriser& painter, const FrameMaker& framePainter,
                ExportOptions how)
        : study(about), sequence(about.sequence()), artFiles(about.exportedArt()), outliner(about.text()),
          rasteriser(painter), frames(framePainter), options(std::move(how)) {}

    const study::Study& study;
    const model::Sequence& sequence;
    const project::ArtFiles& artFiles; ///< as every platform reads them
    const art::TextOutliner& outliner;
    const art::Rasteriser& rasteriser;
    const FrameMaker& frames;
    ExportOptions options;
};

/// Where in a chosen folder an export's files belong, and what it was taken for.
struct AppPlace {
    std::string prefix; ///< of every path, with its slash, or empty
    std::string found;  ///< "a Gradle project"; empty: nothing known was found
};

/// A change to a file of the person's own. It is only ever shown.
struct Suggestion {
    std::string path; ///< relative to the chosen folder
    std::string before, after;
};

/// Turns a sequence into the files of one platform. None knows another; shared text tools are in
/// export/common.
class Exporter {
public:
    virtual ~Exporter() = default;
    [[nodiscard]] virtual plan::ExportId id() const = 0;
    [[nodiscard]] virtual std::string name() const = 0;
    /// What can be chosen about it.
    [[nodiscard]] virtual std::vector<ExportOption> options() const { return {}; }
    /// Nothing of the sequence may be unreadable: export_run.h asks, and looks at that first.
    [[nodiscard]] virtual Result<Export> build(const ExportInput& input) const = 0;
    /// Looks for a project of its kind in the folder.
    [[nodiscard]] virtual AppPlace placeIn(const FileAccess&, const std::filesystem::path&) const {
        return {};
    }
    /// The changes a person's own files in that folder need for the export to work.
    [[nodiscard]] virtual std::vector<Suggestion> suggestions(const FileAccess&, const std::filesystem::path&,
                                                              const Export&) const {
        return {};
    }
};

/// All exporters, registered by hand in all_targets.cpp: the command line, the window, the docs and the tests
/// read this list.
[[nodiscard]] const std::vector<const Exporter*>& exporters();
[[nodiscard]] const Exporter& exporterOf(plan::ExportId id);
/// "android, ios …", for messages.
[[nodiscard]] std::string exporterIds();

}
