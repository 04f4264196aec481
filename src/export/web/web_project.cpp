// SPDX-License-Identifier: MIT
#include "export/web/web_project.h"

namespace scaena::exporting {

namespace fs = std::filesystem;

namespace {

const std::string* bytesEnding(const Export& made, const std::string& ending) {
    for (const auto& file : made.files) {
        if (file.path.ends_with(ending)) {
            return &file.bytes;
        }
    }
    return nullptr;
}

std::optional<std::string> withLaunch(const std::string& page, const std::string& head,
                                      const std::string& body) {
    const auto headAt = page.find("<head>");
    const auto bodyAt = page.find("<body");
    const auto bodyEnd = bodyAt == std::string::npos ? bodyAt : page.find('>', bodyAt);
    if (headAt == std::string::npos || bodyEnd == std::string::npos ||
        page.find("/launch.js\"") != std::string::npos) {
        return std::nullopt;
    }
    // Behind the charset, which has to stand within the first 1 024 bytes, and the viewport.
    auto begin = headAt + 6;
    for (const char* first : {"<meta charset", "name=\"viewport\""}) {
        if (const auto at = page.find(first, headAt); at < bodyAt) {
            begin = std::max(begin, page.find('>', at) + 1);
        }
    }
    return page.substr(0, begin) + "\n" + head + page.substr(begin, bodyEnd + 1 - begin) + "\n" + body +
           page.substr(bodyEnd + 1);
}

}

AppPlace webPlace(const FileAccess& files, const fs::path& folder) {
    if (!hasFile(files, folder, "package.json")) {
        return hasFile(files, folder, "index.html") ? AppPlace{"", "a site with a page"} : AppPlace{};
    }
    if (hasFile(files, folder, "src/app.html") && !files.list(folder / "static", 1).empty()) {
        return {"static/", "a SvelteKit project"};
    }
    if (hasFile(files, folder, "index.html") || !files.list(folder / "public", 1).empty()) {
        return {"public/", "a web project whose build copies its public folder"};
    }
    return {};
}

void suggestPage(std::vector<Suggestion>& list, const FileAccess& files, const fs::path& folder,
                 const Export& made) {
    const auto* head = bytesEnding(made, "/head.html");
    const auto* body = bytesEnding(made, "/body.html");
    for (const char* page : {"index.html", "src/app.html"}) {
        if (head && body) {
            suggest(list, files, folder, page,
                    [&](const std::string& text) { return withLaunch(text, *head, *body); });
        }
    }
}

}
