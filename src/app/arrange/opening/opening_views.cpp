// SPDX-License-Identifier: MIT
#include "app/arrange/opening/opening_views.h"

#include "app/widgets/phrasing.h"
#include "core/check/opening_words.h"
#include "core/schedule/evaluate.h"
#include "render/frames/icon_image.h"

namespace scaena::app {

namespace {

constexpr int kSoonMillis = 25; ///< several changes in a row make one picture

struct System {
    plan::TargetId target;
    QString name;
    bool showsFirstFrame = false;
};

const std::array<System, OpeningViews::kSystems>& systems() {
    static const std::array<System, OpeningViews::kSystems> list = {
        System{"android12", QObject::tr("Android 12+")},
        {"android", QObject::tr("Android 6–11")},
        {"ios", QObject::tr("iOS")},
        {"web", QObject::tr("Web")},
        {"flutter", QObject::tr("Flutter"), true},
        {"react-native", QObject::tr("React Native"), true}};
    return list;
}

/// The icon's art as large as in a circle of so many pixels.
QImage iconOf(const study::Study& study, model::Appearance appearance, int circle) {
    const auto& s = study.sequence();
    const auto* icon = model::findThing(s.layers, s.opening.icon);
    if (!icon || circle <= 0) {
        return {};
    }
    const auto& traits = plan::targetOf("android12").opening;
    const Size size = schedule::openingIconSize(*icon, traits);
    const double visible = model::plateOf(*icon) ? traits.plateVisible : traits.iconVisible;
    const int side = std::max(1, int(std::max(size.width, size.height) / visible * circle));
    return render::layerImage(s, study.art(), icon->id, {appearance, side, 1, {}, false});
}

/// The moment within the opening that is nearest to the needle; of a kit the one in which it takes over.
double momentIn(const schedule::Schedule& launch, double needle, bool isFirstFrame) {
    if (isFirstFrame) {
        return launch.beats.front().end;
    }
    return std::clamp(needle, 0.0, std::max(0.0, launch.beats.front().end - 1.0));
}

}

plan::TargetId OpeningViews::target(int system) { return systems()[static_cast<std::size_t>(system)].target; }
QString OpeningViews::name(int system) { return systems()[static_cast<std::size_t>(system)].name; }
bool OpeningViews::showsFirstFrame(int system) {
    return systems()[static_cast<std::size_t>(system)].showsFirstFrame;
}

OpeningViews::OpeningViews(Document& document, Preview& preview, QObject* parent)
    : QObject(parent), m_document(document), m_preview(preview) {
    m_soon.setSingleShot(true);
    m_soon.setInterval(kSoonMillis);
    connect(&m_soon, &QTimer::timeout, this, &OpeningViews::start);
    connect(&preview, &Preview::scheduleChanged, this, &OpeningViews::refresh);
    connect(&preview, &Preview::timeChanged, this, &OpeningViews::followNeedle);
}

check::IconMotion OpeningViews::motion(int system) const {
    const auto& view = m_made.at(system, 0);
    return view.motion;
}

void OpeningViews::setWatched(bool watched) {
    m_watched = watched;
    if (m_watched && m_stale) {
        m_soon.start();
    }
}

void OpeningViews::setPixels(QSize pixels) {
    if (pixels != m_pixels) {
        m_pixels = pixels;
        refresh();
    }
}

void OpeningViews::refresh() {
    m_stale = true;
    if (m_watched && !m_soon.isActive()) {
        m_soon.start();
    }
}

/// Beyond the openings nothing changes while the launch plays on.
void OpeningViews::followNeedle() {
    if (std::clamp(m_preview.time(), 0.0, double(m_made.longest)) != m_moment) {
        refresh();
    }
}

void OpeningViews::setCircle(int pixels) {
    if (pixels != m_circle) {
        m_circle = pixels;
        refresh();
    }
}

/// A start that shows no opening tells nothing about how it looks.
schedule::Conditions OpeningViews::conditions(int system, int look) const {
    auto conditions = m_preview.conditions();
    conditions.target = target(system);
    conditions.appearance = static_cast<model::Appearance>(look);
    if (conditions.start == model::StartKind::Hot || conditions.start == model::StartKind::Recreated) {
        conditions.start = model::StartKind::Cold;
    }
    return conditions;
}

void OpeningViews::start() {
    if (m_jobs.isRunning() || m_pixels.isEmpty()) {
        return; // what has changed meanwhile is looked at when that is done
    }
    m_stale = false;
    std::array<schedule::Conditions, kSystems * kLooks> asked;
    for (std::size_t i = 0; i < asked.size(); ++i) {
        asked[i] = conditions(int(i) / kLooks, int(i) % kLooks);
    }
    m_jobs.run<Made>(
        [study = m_document.study(), stills = m_preview.stills(), asked, pixels = m_pixels,
         before = m_made.scenes, needle = m_preview.time(), circle = m_circle](const Jobs::Run&) {
            Made made;
            const auto& device = schedule::deviceOf(asked.front().device);
            for (std::size_t look = 0; look < kLooks; ++look) {
                made.scenes[look] = std::make_shared<const render::Scene>(
                    study->sequence(), study->art(), static_cast<model::Appearance>(look), device.density,
                    before[look].get());
            }
            for (std::size_t i = 0; i < asked.size(); ++i) {
                const auto launch = study->schedule(asked[i]);
                made.longest = std::max(made.longest, launch->beats.front().end);
                auto& view = made.views[i];
                view.image = stills->at(made.scenes[i % kLooks], *launch,
                                        momentIn(*launch, needle, showsFirstFrame(int(i) / kLooks)),
                                        {pixels, true, true});
                const auto motion = check::iconMotionOf(*launch);
                QString shown =
                    (showsFirstFrame(int(i) / kLooks) ? tr("%1, %2: its own first frame, %3 ms after the tap "
                                                           "on a %4; before it the system's picture is seen")
                                                      : tr("%1, %2: shown for %3 ms on a %4"))
                        .arg(toQString(plan::targetOf(asked[i].target).name),
                             i % kLooks == 0 ? tr("by day") : tr("by night"),
                             timeText(launch->beats.front().end), toQString(device.name));
                if (motion.asked > 0 && motion.seen >= motion.asked) {
                    shown += tr(", all of the icon's motion with it");
                }
                view.words << shown + QLatin1Char('.');
                for (const auto& word : check::openingWords(*launch)) {
                    view.words << toQString(word);
                }
                view.motion = motion;
            }
            for (std::size_t look = 0; look < kLooks; ++look) {
                made.icons[look] = iconOf(*study, static_cast<model::Appearance>(look), circle);
            }
            return made;
        },
        [this, needle = m_preview.time()](Made made) {
            m_made = std::move(made);
            m_moment = std::clamp(needle, 0.0, double(m_made.longest));
            emit changed();
            if (m_watched && m_stale) {
                m_soon.start();
            }
        });
}

void OpeningViews::finish() {
    while (m_stale || m_jobs.isRunning()) {
        m_soon.stop();
        start();
        m_jobs.finish();
        if (m_pixels.isEmpty()) {
            return;
        }
    }
}

}
