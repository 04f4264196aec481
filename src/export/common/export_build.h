// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/exporter.h"
#include "export/common/timing_tree.h"

#include <functional>

namespace scaena::exporting {

/// What the parts of every exporter share while an export is being built.
struct ExportBuild {
    const ExportInput& input;
    /// What the sequence does on each system the export serves.
    const Plans plans;
    Export made;

    ExportBuild(const ExportInput& from, plan::ExportId exportId);

    [[nodiscard]] const model::Sequence& sequence() const { return input.sequence; }
    void add(const std::string& path, std::string bytes);
    /// A file that only people read (ExportedFile::forPeople).
    void addForPeople(const std::string& path, std::string bytes);
    /// A file whose bytes take long to make: a picture. It is made by `finished`, on all cores.
    void addLater(const std::string& path, std::function<std::string()> make);
    /// Something of these files a person should know, once however often it is said. What can be said of the
    /// sequence without making files is a rule (core/check).
    void note(const char* rule, std::string sentence, check::Place place = {});
    [[nodiscard]] bool has(const std::string& path) const;
    /// The whole export, its files in the order of their paths. Fails if it was cancelled.
    [[nodiscard]] Result<Export> finished();

private:
    void tellCarried();

    struct Job {
        std::size_t file;
        std::function<std::string()> make;
    };
    std::vector<Job> m_jobs;
};

}
