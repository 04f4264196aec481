// SPDX-License-Identifier: MIT
#pragma once

#include "support/judges.h"
#include "support/situations.h"

/// Exports for the web as parts of pages made by the steps of their INTEGRATE.md, for the judges that open
/// them in browsers.
namespace scaena::test {

class WebApp {
public:
    /// Exports into a folder of that name, which is also what the pages are served from.
    void add(const std::string& name, const model::Sequence& sequence, const project::ArtFiles& artFiles) {
        exporting::ExportOptions options;
        options.chosen.set("base", "/" + name + "/");
        m_made = exportedWith(options, sequence, artFiles, "web");
        m_name = name;
        writeTo(m_folder.path() / name, m_made);
    }

    /// A page of what was added last, with the lines of the steps; gives its path.
    std::string addPage(const std::string& head, const std::string& content) {
        const auto path = fmt::format("{}/page-{}.html", m_name, m_pages++);
        write(path, fmt::format("<!doctype html><html lang=\"en\"><head><meta charset=\"utf-8\">\n"
                                "<meta name=\"viewport\" content=\"width=device-width, initial-scale=1, "
                                "viewport-fit=cover\">\n{}{}</head><body>\n{}{}</body></html>\n",
                                fileOf(m_made, "/head.html"), head, fileOf(m_made, "/body.html"), content));
        return path;
    }

    void write(const std::string& path, const std::string& text) {
        REQUIRE(DiskFiles().writeAtomically(m_folder.path() / path, text));
    }

    [[nodiscard]] const std::filesystem::path& path() const { return m_folder.path(); }
    [[nodiscard]] const std::string& name() const { return m_name; }
    [[nodiscard]] const exporting::Export& made() const { return m_made; }

    /// Runs a judge on the folder.
    [[nodiscard]] RunResult judged(const char* judge, const QStringList& more = {}) const {
        auto result =
            runJudge(judge, QStringList{judges(), QString::fromStdString(m_folder.path().string())} + more);
        keepIfAsked(m_folder);
        return result;
    }

private:
    TemporaryFolder m_folder;
    exporting::Export m_made;
    std::string m_name;
    int m_pages = 0;
};

}
