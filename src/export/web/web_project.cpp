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
        page.find("launch/launch-player.js") != std::string::npos) {
        return std::nullopt;
    }
    return page.substr(0, headAt + 6) + "\n" + head + page.substr(headAt + 6, bodyEnd + 1 - headAt - 6) +
           "\n" + body + page.substr(bodyEnd + 1);
}

}

AppPlace webPlace(const FileAccess& files, const fs::path& folder) {
    const auto listed = files.list(folder / "public", 1);
    if (hasFile(files, folder, "package.json") && !listed.empty()) {
        return {"public/", "a web project with a public folder"};
    }
    return hasFile(files, folder, "index.html") ? AppPlace{"", "a site with a page"} : AppPlace{};
}

void suggestPage(std::vector<Suggestion>& list, const FileAccess& files, const fs::path& folder,
                 const Export& made) {
    const auto* head = bytesEnding(made, "launch/head.html");
    const auto* body = bytesEnding(made, "launch/body.html");
    if (head && body) {
        suggest(list, files, folder, "index.html",
                [&](const std::string& text) { return withLaunch(text, *head, *body); });
    }
}

}
