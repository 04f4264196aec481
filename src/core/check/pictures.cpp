// SPDX-License-Identifier: MIT
#include "core/check/rules.h"
#include "core/model/contents_visit.h"

#include <fmt/format.h>
#include <set>

namespace scaena::check {

std::vector<Finding> pictures(const Subject& subject) {
    std::vector<Finding> found;
    std::set<std::string> seen;
    const auto look = [&](const model::Layer& layer, const std::string& path) {
        const auto given = subject.art().files.find(path);
        if (given == subject.art().files.end() || !seen.insert(path).second) {
            return; // what is not there at all is said when the file is opened
        }
        const auto exported = subject.exportedArt().files.find(path);
        const bool isGone = exported == subject.exportedArt().files.end();
        if (!isGone && exported->second == given->second) {
            return;
        }
        Finding finding;
        finding.severity = isGone ? Severity::Warning : Severity::Note;
        finding.place = {Place::Kind::Layer, layer.id, {}};
        finding.sentence =
            isGone ? fmt::format("“{}” of “{}” cannot be decoded and is left out. Save it anew as PNG.", path,
                                 layer.name)
                   : fmt::format("“{}” is written anew, upright and in 8 bits of sRGB: platforms read it "
                                 "differently as it is.",
                                 path);
        found.push_back(std::move(finding));
    };
    for (const auto& layer : subject.sequence().layers) {
        model::eachFile(layer.contents, [&](const std::string& path, model::FileUse use) {
            if (use == model::FileUse::Other) {
                look(layer, path);
            }
        });
    }
    return found;
}

}
