// SPDX-License-Identifier: MIT
#include "core/check/rules.h"
#include "core/schedule/devices.h"
#include "core/schedule/resolve.h"

#include <algorithm>
#include <fmt/format.h>

namespace scaena::check {

namespace {

/// Where a cue of the icon is cut soonest.
struct Cut {
    Millis after = kNever; ///< of the launch
    Millis end = 0;        ///< when it would have been at rest
    Millis start = 0;
    schedule::Conditions seen;
};

/// A start of a process, on the device whose opening is over soonest.
Cut cutOf(const plan::PlanPtr& plan, std::size_t index) {
    Cut cut;
    for (const auto& device : schedule::devices()) {
        schedule::Conditions conditions;
        conditions.target = plan->target->id;
        conditions.device = device.id;
        const auto launch = schedule::resolve(plan, conditions);
        const auto& cue = plan->document->cues[index];
        const Millis start = launch.cues[index].start;
        const Millis end = start + cue.length * cue.repeat.times;
        const Millis over = launch.beats.front().end;
        if (end > over && over < cut.after) {
            cut = {over, end, start, conditions};
        }
    }
    return cut;
}

Remedy shorter(const model::Cue& cue, Millis length) {
    return {"Make it shorter", fmt::format("shorten {}", cue.id), [id = cue.id, length](model::Sequence it) {
                model::findThing(it.cues, id)->length = length;
                return it;
            }};
}

Remedy carriedOn(const model::Cue& cue) {
    return {"Carry it on in the app", fmt::format("carry {} on", cue.id), [id = cue.id](model::Sequence it) {
                model::findThing(it.cues, id)->continues = true;
                return it;
            }};
}

Finding tooLong(const model::Cue& cue, const plan::Plan& plan, const plan::CueCarry& carry) {
    Finding finding;
    finding.severity = Severity::Warning;
    finding.target = plan.target->id;
    finding.place = {Place::Kind::Cue, cue.id, {}};
    finding.sentence =
        fmt::format("{}: the icon stands still: “{}” {}.", plan.target->name, cue.id, carry.reason.text());
    finding.limit = fmt::format("at most {} ms, by the platform's guide to launch pictures",
                                plan.target->opening.longestAnimation);
    finding.remedy = carriedOn(cue);
    const Millis room = plan.target->opening.longestAnimation - std::max(0, cue.anchor.offset);
    if (room / cue.repeat.times > 0) {
        finding.other = shorter(cue, room / cue.repeat.times);
    }
    return finding;
}

}

std::vector<Finding> iconMotion(const Subject& subject) {
    std::vector<Finding> found;
    for (const auto& target : plan::targets()) {
        const auto plan = subject.plan(target.id);
        if (target.opening.longestAnimation == 0) {
            continue;
        }
        for (const auto index : plan->beats.front().cues) {
            const auto i = static_cast<std::size_t>(index);
            const auto& cue = subject.sequence().cues[i];
            if (plan->cues[i].carry.isTooLong) {
                found.push_back(tooLong(cue, *plan, plan->cues[i].carry));
                continue;
            }
            const bool isWhole =
                target.opening.holdsIcon || plan->cues[i].isDropped() || plan->cues[i].continues;
            const auto cut = isWhole ? Cut() : cutOf(plan, i);
            if (isNever(cut.after)) {
                continue;
            }
            Finding finding;
            finding.target = target.id;
            finding.place = {Place::Kind::Cue, cue.id, cut.after};
            finding.sentence = fmt::format(
                "{}: the icon's cue “{}” is cut at {} ms of {} on a {}: the system's picture goes with the "
                "app's first frame, and nothing holds it there.",
                target.name, cue.id, cut.after, cut.end, schedule::deviceOf(cut.seen.device).name);
            finding.seen = cut.seen;
            finding.remedy = carriedOn(cue);
            const Millis length = (cut.after - cut.start) / std::max(1, cue.repeat.times);
            if (length > 0) {
                finding.other = shorter(cue, length);
            }
            found.push_back(std::move(finding));
        }
    }
    return found;
}

}
