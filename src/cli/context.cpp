// SPDX-License-Identifier: MIT
#include "cli/context.h"

#include "core/plan/targets.h"
#include "core/schedule/devices.h"
#include "render/frames/instruments.h"

#include <CLI/CLI.hpp>
#include <charconv>
#include <fmt/format.h>
#include <ostream>

namespace scaena::cli {

namespace {

/// "typical", "fast", "slow", "never", or a list such as "session=400,huts=never".
bool parseGates(const std::string& text, const model::Sequence& sequence, schedule::Conditions& conditions,
                std::ostream& err) {
    if (const auto loading = model::fromWord<schedule::Loading>(text)) {
        conditions.loading = *loading;
        return true;
    }
    std::string_view rest = text;
    while (!rest.empty()) {
        const auto part = rest.substr(0, rest.find(','));
        rest = part.size() == rest.size() ? std::string_view{} : rest.substr(part.size() + 1);
        const auto equals = part.find('=');
        const std::string name(part.substr(0, equals));
        Millis time = 0;
        const auto value = equals == std::string_view::npos ? std::string_view{} : part.substr(equals + 1);
        const auto parsed = std::from_chars(value.data(), value.data() + value.size(), time);
        const bool whole = parsed.ec == std::errc{} && parsed.ptr == value.data() + value.size() &&
                           time >= 0 && time <= 3'600'000;
        if (value != "never" && !whole) {
            err << fmt::format("--gates: “{}” is not typical, fast, slow, never or NAME=MILLISECONDS\n",
                               part);
            return false;
        }
        if (!model::findThing(sequence.gates, GateId(name))) {
            err << fmt::format("--gates: the sequence has no gate “{}”\n", name);
            return false;
        }
        conditions.gateTimes[GateId(name)] = value == "never" ? kNever : time;
    }
    return true;
}

template <typename Enum>
bool parseWord(const char* option, const std::string& text, Enum& into, std::ostream& err) {
    if (const auto value = model::fromWord<Enum>(text)) {
        into = *value;
        return true;
    }
    err << fmt::format("{}: “{}” is not one of {}\n", option, text,
                       fmt::join(model::Words<Enum>::list, ", "));
    return false;
}

/// A name of a fixed list; empty keeps what is there.
template <typename Name, typename List>
bool parseName(const char* option, const std::string& text, const List& list, Name& into, std::ostream& err) {
    const auto name = Name::named(text);
    if (!name && !text.empty()) {
        err << fmt::format("{}: “{}” is not one of {}\n", option, text, fmt::join(list, ", "));
        return false;
    }
    into = name.value_or(into);
    return true;
}

}

void ConditionOptions::addTo(CLI::App& command) {
    command.add_option("--target", target, "Target to show it on, for example android12 or android");
    command.add_option("--device", device, "Device, for example tall-phone");
    command.add_option("--appearance", appearance, "light or dark");
    command.add_option("--start", started, "first, cold, warm, hot or recreated");
    command.add_option("--gates", gates, "typical, fast, slow, never, or NAME=MS,NAME=MS");
    command.add_flag("--reduced-motion", reducedMotion, "As a person with reduced motion sees it");
    command.add_flag("--landscape", landscape, "With the device turned");
}

std::optional<schedule::Conditions> ConditionOptions::parse(const model::Sequence& sequence,
                                                            std::ostream& err) const {
    schedule::Conditions conditions;
    conditions.reducedMotion = reducedMotion;
    conditions.landscape = landscape;
    const bool good = parseName("--target", target, plan::kTargetNames, conditions.target, err) &&
                      parseName("--device", device, schedule::kDeviceNames, conditions.device, err) &&
                      parseWord("--appearance", appearance, conditions.appearance, err) &&
                      parseWord("--start", started, conditions.start, err) &&
                      parseGates(gates, sequence, conditions, err);
    return good ? std::optional(conditions) : std::nullopt;
}

std::optional<project::Project> openProject(const std::string& path, std::ostream& err) {
    const DiskFiles files;
    auto project = project::open(files, path);
    if (!project) {
        err << describe(project.error()) << "\n";
        return std::nullopt;
    }
    for (const auto& warning : project->warnings) {
        err << "note: " << warning.text() << "\n";
    }
    return std::move(*project);
}

study::StudyPtr openStudy(const std::string& path, std::ostream& err) {
    auto project = openProject(path, err);
    if (!project) {
        return nullptr;
    }
    return std::make_shared<const study::Study>(
        std::make_shared<const model::Sequence>(std::move(project->sequence)), project->artFiles,
        render::instruments());
}

int exitCodeFor(const Problems& problems) {
    for (const auto& problem : problems) {
        if (problem.kind == ProblemKind::Refused) {
            return kRefused;
        }
    }
    return problems.empty() ? kDone : kUnreadable;
}

}
