// SPDX-License-Identifier: MIT
#include "export/android/icon_animation.h"

#include "core/base/number_text.h"
#include "core/motion/easing_curve.h"
#include "core/schedule/resolve.h"
#include "export/common/xml.h"

#include <algorithm>
#include <fmt/format.h>
#include <set>

namespace scaena::exporting {

using motion::Property;

namespace {

constexpr Millis kPiece = 10; ///< of a motion that is laid down in straight pieces
constexpr const char* kAndroidNs = "http://schemas.android.com/apk/res/android";

struct AnimatorTarget {
    const char* part; ///< android:name within the vector
    const char* property;
};

AnimatorTarget animatorTarget(Property property) {
    switch (property) {
    case Property::X:
        return {"icon", "translateX"};
    case Property::Y:
        return {"icon", "translateY"};
    case Property::ScaleX:
        return {"icon", "scaleX"};
    case Property::ScaleY:
        return {"icon", "scaleY"};
    case Property::Rotation:
        return {"icon", "rotation"};
    default:
        return {"picture", "alpha"};
    }
}

/// A schedule in which the opening is long enough to show every system cue to its end.
std::shared_ptr<const schedule::Schedule> iconSchedule(const study::Study& study) {
    schedule::Conditions conditions;
    conditions.target = "android12";
    conditions.device = "small-phone";
    conditions.start = model::StartKind::First;
    return study.schedule(conditions);
}

class AnimationWriter {
public:
    explicit AnimationWriter(AndroidBuild& build) : m_build(build) {}

    Millis run(int iconLayer) {
        const auto shown = iconSchedule(m_build.input.study);
        const auto& schedule = *shown;
        for (std::size_t p = 0; p < motion::kProperties; ++p) {
            const auto property = static_cast<Property>(p);
            for (const auto& segment : schedule.timeline(iconLayer, property).segments()) {
                const auto& cue = m_build.sequence().cues[static_cast<std::size_t>(segment.cue)];
                const auto& planned = schedule.plan->cues[static_cast<std::size_t>(segment.cue)];
                if (planned.carry.how == plan::Carry::System) {
                    addSegment(property, segment, cue);
                }
            }
        }
        if (m_longest > 0) {
            finish();
        }
        return m_longest;
    }

private:
    void addSegment(Property property, const schedule::Segment& segment, const model::Cue& cue) {
        const auto target = animatorTarget(property);
        auto& set = m_sets[target.part];
        if (!set) {
            set = std::make_unique<pugi::xml_document>();
            auto root = set->append_child("set");
            with(root, "xmlns:android", kAndroidNs);
            with(root, "android:ordering", "together");
        }
        auto animator = set->document_element().append_child("objectAnimator");
        const Millis longest = plan::targetOf("android12").opening.longestAnimation;
        if (segment.start + cue.length * cue.repeat.times > longest) {
            return addBeginning(animator, target, segment, longest);
        }
        auto holder = holderOf(animator, target, segment.start, std::max(1, cue.length));
        if (cue.repeat.times > 1) {
            with(animator, "android:repeatCount", std::to_string(cue.repeat.times - 1));
            with(animator, "android:repeatMode", cue.repeat.alternate ? "reverse" : "restart");
        }
        const auto keys = segment.keys();
        addKeyframe(holder, 0, keys.front().value, {});
        for (std::size_t i = 1; i < keys.size(); ++i) {
            addInterval(holder, keys[i - 1], keys[i]);
        }
        m_longest = std::max(m_longest, segment.start + cue.length * cue.repeat.times);
    }

    /// The animator itself runs evenly; every keyframe brings the easing of the interval that arrives at it.
    static pugi::xml_node holderOf(pugi::xml_node animator, const AnimatorTarget& target, Millis start,
                                   Millis length) {
        with(animator, "android:duration", std::to_string(length));
        with(animator, "android:startOffset", std::to_string(start));
        with(animator, "android:interpolator", "@android:interpolator/linear");
        auto holder = animator.append_child("propertyValuesHolder");
        with(holder, "android:propertyName", target.property);
        with(holder, "android:valueType", "floatType");
        return holder;
    }

    /// Of what goes on after the opening the system plays the beginning alone: it would jump to an
    /// animation's end where it stops playing.
    void addBeginning(pugi::xml_node animator, const AnimatorTarget& target, const schedule::Segment& segment,
                      Millis longest) {
        const Millis length = longest - segment.start;
        auto holder = holderOf(animator, target, segment.start, length);
        schedule::Segment whole = segment;
        whole.pausedAt = kNever; // as if the opening were over before
        const int pieces = std::max(1, (length + kPiece - 1) / kPiece);
        for (int i = 0; i <= pieces; ++i) {
            const double part = static_cast<double>(i) / pieces;
            addKeyframe(holder, part, whole.valueAt(segment.start + part * length), {});
        }
        m_longest = std::max(m_longest, longest);
    }

    static void addKeyframe(pugi::xml_node holder, double at, double value, const std::string& interpolator) {
        auto keyframe = holder.append_child("keyframe");
        with(keyframe, "android:fraction", numberText(at, 5));
        with(keyframe, "android:value", numberText(value, 5));
        with(keyframe, "android:interpolator",
             interpolator.empty() ? "@android:interpolator/linear" : interpolator);
    }

    void addInterval(pugi::xml_node holder, const schedule::Key& from, const schedule::Key& to) {
        if (const auto* bezier = std::get_if<model::CubicBezier>(&from.easing)) {
            addKeyframe(holder, to.at, to.value, interpolatorFor(*bezier));
            return;
        }
        // What no interpolator file can say is laid down in keyframes.
        const auto stops = stopsOf(from.easing);
        for (std::size_t i = 1; i < stops.stops.size(); ++i) {
            const auto& stop = stops.stops[i];
            addKeyframe(holder, from.at + (to.at - from.at) * stop.at,
                        from.value + (to.value - from.value) * stop.value, {});
        }
    }

    static model::LinearStops stopsOf(const model::Easing& easing) {
        const auto* steps = std::get_if<model::Steps>(&easing);
        if (!steps) {
            return motion::flatten(easing, motion::kFlattenTolerance);
        }
        model::LinearStops stops;
        stops.stops.push_back({0, motion::ease(easing, 0)});
        for (int i = 1; i <= steps->count; ++i) {
            const double at = static_cast<double>(i) / steps->count;
            stops.stops.push_back({std::max(0.0, at - 0.0001), stops.stops.back().value});
            stops.stops.push_back({at, motion::ease(easing, at)});
        }
        return stops;
    }

    std::string interpolatorFor(const model::CubicBezier& b) {
        if (b == model::CubicBezier{}) {
            return {};
        }
        const auto path = fmt::format("M0,0C{},{} {},{} 1,1", numberText(b.x1, 4), numberText(b.y1, 4),
                                      numberText(b.x2, 4), numberText(b.y2, 4));
        const auto [found, isNew] = m_interpolators.emplace(
            path, m_build.names.resource("easing") + "_" + std::to_string(m_interpolators.size() + 1));
        if (isNew) {
            pugi::xml_document document;
            auto root = document.append_child("pathInterpolator");
            with(root, "xmlns:android", kAndroidNs);
            with(root, "android:pathData", path);
            m_build.add("res/interpolator/" + found->second + ".xml", xmlText(document));
        }
        return "@interpolator/" + found->second;
    }

    void finish() {
        pugi::xml_document document;
        auto root = document.append_child("animated-vector");
        with(root, "xmlns:android", kAndroidNs);
        with(root, "android:drawable", "@drawable/" + m_build.names.resource("icon"));
        for (const auto& [part, set] : m_sets) {
            const auto name = m_build.names.resource("icon_" + part);
            m_build.add("res/animator/" + name + ".xml", xmlText(*set));
            auto target = root.append_child("target");
            with(target, "android:name", part);
            with(target, "android:animation", "@animator/" + name);
        }
        m_build.add("res/drawable/" + m_build.names.resource("icon_animated") + ".xml", xmlText(document));
    }

    AndroidBuild& m_build;
    std::map<std::string, std::unique_ptr<pugi::xml_document>> m_sets;
    std::map<std::string, std::string> m_interpolators;
    Millis m_longest = 0;
};

}

IconPose iconPose(const study::Study& study, int iconLayer) {
    const auto schedule = iconSchedule(study);
    IconPose pose;
    for (const auto property : {Property::X, Property::Y, Property::ScaleX, Property::ScaleY,
                                Property::Rotation, Property::Opacity}) {
        const double value = schedule->timeline(iconLayer, property).valueAt(0);
        if (property == Property::Opacity) {
            pose.alpha = value;
        } else if (value != motion::neutral(property)) {
            pose.group.emplace_back(animatorTarget(property).property, value);
        }
    }
    return pose;
}

Millis addIconAnimation(AndroidBuild& build, int iconLayer) { return AnimationWriter(build).run(iconLayer); }

}
