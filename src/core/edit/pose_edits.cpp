// SPDX-License-Identifier: MIT
#include "core/edit/pose_edits.h"

#include "core/edit/edits.h"

#include <algorithm>
#include <cmath>

namespace scaena::edit {

using namespace model;

namespace {

constexpr double kSameMoment = 6; // ms within which a keyframe is meant, not a new one beside it

/// Takes over what `change` names.
void overlay(Pose& pose, const Pose& change) {
    const auto take = [&](std::optional<double> Pose::*member) {
        if (change.*member) {
            pose.*member = change.*member;
        }
    };
    for (auto member : {&Pose::x, &Pose::y, &Pose::scaleX, &Pose::scaleY, &Pose::turn, &Pose::opacity}) {
        take(member);
    }
}

void setPose(Cue& cue, double at, const Pose& change) {
    const double reach = cue.length > 0 ? kSameMoment / cue.length : 1;
    for (auto& pose : cue.poses) {
        if (std::abs(pose.at - at) <= reach) {
            overlay(pose, change);
            return;
        }
    }
    Pose made = change;
    made.at = at;
    const auto place = std::upper_bound(cue.poses.begin(), cue.poses.end(), at,
                                        [](double value, const Pose& it) { return value < it.at; });
    cue.poses.insert(place, std::move(made));
}

bool agrees(const std::optional<double>& one, const std::optional<double>& other) {
    return !other || (one && std::abs(*one - *other) < 0.05);
}

bool isSamePose(const Pose& pose, const Pose& from) {
    return agrees(pose.x, from.x) && agrees(pose.y, from.y) && agrees(pose.scaleX, from.scaleX) &&
           agrees(pose.scaleY, from.scaleY) && agrees(pose.turn, from.turn) &&
           agrees(pose.opacity, from.opacity);
}

}

Sequence poseAt(Sequence sequence, const LayerId& layer, const BeatId& beat, Millis beatStart,
                const std::vector<CueTime>& times, Millis needle, const Pose& pose, const PoseTeller& told,
                CueId& cue) {
    Cue* before = nullptr;
    Millis beforeStart = 0;
    for (const auto& time : times) {
        auto* it = findThing(sequence.cues, time.cue);
        if (!it || it->layer != layer || it->move.kind != MoveKind::Poses || it->repeat.times > 1 ||
            it->repeat.whileWaiting) {
            continue;
        }
        if (time.start <= needle && needle <= time.end) {
            setPose(*it, it->length > 0 ? double(needle - time.start) / it->length : 1, told(*it, pose));
            cue = it->id;
            return sequence;
        }
        if (it->beat == beat && time.end < needle && (!before || time.start > beforeStart)) {
            before = it;
            beforeStart = time.start;
        }
    }
    if (before) {
        const Millis length = needle - beforeStart;
        for (auto& it : before->poses) {
            it.at *= double(before->length) / length;
        }
        before->length = length;
        setPose(*before, 1, told(*before, pose));
        cue = before->id;
        return sequence;
    }
    const Millis start = std::max(beatStart, needle - kPoseLength);
    sequence = addCue(std::move(sequence), layer, beat, start - beatStart, MoveKind::Poses, cue);
    if (auto* made = findThing(sequence.cues, cue)) {
        made->length = std::max(1, needle - start);
        made->poses = {pose};
        made->poses.front().at = 1;
    }
    return sequence;
}

Sequence changeSamePoses(Sequence sequence, const LayerId& layer, const Pose& from, const Pose& to,
                         const PoseTeller& told, int& changed) {
    changed = 0;
    for (auto& cue : sequence.cues) {
        if (cue.layer != layer || cue.move.kind != MoveKind::Poses) {
            continue;
        }
        const Pose same = told(cue, from);
        const Pose wanted = told(cue, to);
        for (auto& pose : cue.poses) {
            if (isSamePose(pose, same)) {
                overlay(pose, wanted);
                ++changed;
            }
        }
    }
    return sequence;
}

Sequence removePose(Sequence sequence, const CueId& cue, std::size_t pose) {
    auto* it = findThing(sequence.cues, cue);
    if (!it || pose >= it->poses.size()) {
        return sequence;
    }
    it->poses.erase(it->poses.begin() + static_cast<std::ptrdiff_t>(pose));
    return it->poses.empty() ? removeCue(std::move(sequence), cue) : sequence;
}

}
