// SPDX-License-Identifier: MIT
#include "app/arrange/stage/stage_tool.h"

#include "app/widgets/phrasing.h"
#include "core/edit/layer_edits.h"
#include "core/edit/opening_edits.h"
#include "core/edit/pose_edits.h"
#include "core/schedule/measures.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace scaena::app {

using motion::Property;

namespace {

constexpr double kStageSnap = 6;
constexpr double kTurnStep = 15; // degrees

double tenth(double value) { return std::round(value * 10) / 10; }
double hundredth(double value) { return std::round(value * 100) / 100; }

QString shown(double value) {
    return (value < 0 ? QStringLiteral("−") : QString()) + QString::number(std::abs(tenth(value)));
}

/// The box around a layer as it stands on the screen.
QRectF screenBox(const schedule::LayerState& state) {
    return StageHandles(state, {0.5, 0.5}, 1).outline().boundingRect();
}

}

schedule::LayerState seenState(const schedule::Schedule& schedule, int layer, double t) {
    if (t < schedule.beats.front().end) {
        for (const auto& state : schedule::evaluate(schedule, t).layers) {
            if (state.layer == layer) {
                return state;
            }
        }
    }
    return schedule::stateOf(schedule, layer, t);
}

model::Pose poseOf(const schedule::Schedule& schedule, int layer, double t) {
    const auto value = [&](Property property) { return schedule.timeline(layer, property).valueAt(t); };
    model::Pose pose;
    const Point way = schedule::wayAt(schedule, layer, t);
    pose.x = way.x;
    pose.y = way.y;
    pose.scaleX = value(Property::ScaleX);
    pose.scaleY = value(Property::ScaleY);
    pose.turn = value(Property::Rotation);
    pose.opacity = value(Property::Opacity);
    return pose;
}

StageTool::StageTool(Document& document, Preview& preview, const LayerId& layer, Handle handle,
                     PoseScope scope, QPointF pressedAt, double pixelsPerDp)
    : m_document(document), m_preview(preview), m_before(document.history().committed()),
      m_schedule(preview.schedule()), m_index(model::indexOf(m_before->layers, layer)), m_layer(layer),
      m_handle(handle), m_scope(scope), m_pressedAt(pressedAt), m_pixelsPerDp(pixelsPerDp),
      m_state(seenState(*m_schedule, m_index, std::max(0.0, preview.time()))),
      m_pose(poseOf(*m_schedule, m_index, std::max(0.0, preview.time()))), m_snaps(m_schedule->places()) {
    const auto& layers = m_before->layers;
    const auto own = edit::membersOf(*m_before, layer);
    schedule::Frame frame;
    schedule::evaluateInto(*m_schedule, std::max(0.0, preview.time()), frame);
    for (const auto& other : frame.layers) {
        const auto& it = layers[static_cast<std::size_t>(other.layer)];
        const bool ofIt = std::find(own.begin(), own.end(), it.id) != own.end();
        if (other.layer == m_index || ofIt || model::coversScreen(it.kind())) {
            continue;
        }
        m_snaps.add(screenBox(other));
    }
}

bool StageTool::landscape() const { return m_schedule->screen.width > m_schedule->screen.height; }

void StageTool::moveTo(QPointF point, StageModifiers modifiers) {
    m_guides.clear();
    switch (m_handle) {
    case Handle::None:
        return;
    case Handle::Body:
        if (isSystemsIcon()) {
            shiftIcon(point - m_pressedAt, modifiers.snaps);
        } else {
            move(point - m_pressedAt, modifiers.snaps);
        }
        break;
    case Handle::Plate:
        sizePlate(point, modifiers.snaps);
        break;
    case Handle::Turn:
        turn(point, modifiers.snaps);
        break;
    case Handle::Pivot:
        shiftPivot(point, modifiers.snaps);
        break;
    default:
        resize(point, modifiers);
    }
    m_changed = true;
}

void StageTool::move(QPointF by, bool snaps) {
    const auto found = snaps ? m_snaps.find(screenBox(m_state).translated(by), kStageSnap / m_pixelsPerDp)
                             : StageSnaps::Found();
    m_guides = found.guides;
    const QPointF on = by + found.by;
    // Within groups the layer lives in their coordinates.
    const Matrix back = m_state.outer.inverted();
    const Point from = back.map({0, 0});
    const Point to = back.map({on.x(), on.y()});
    const Point inner{to.x - from.x, to.y - from.y};
    model::Pose pose;
    pose.x = tenth(*m_pose.x + inner.x);
    pose.y = tenth(*m_pose.y + inner.y);
    auto rest = edit::moveLayer(*m_before, m_layer, inner, m_schedule->places());
    auto& layer = rest.layers[static_cast<std::size_t>(m_index)];
    auto& place = landscape() && layer.landscape ? *layer.landscape : layer.place;
    if (m_scope == PoseScope::Rest) {
        m_numbers = standAtParts(place, found);
    } else {
        m_numbers = QStringLiteral("x %1  y %2 dp").arg(shown(*pose.x), shown(*pose.y));
    }
    apply(pose, std::move(rest));
}

/// A layer dropped at a third of the height lies there on every device.
QString StageTool::standAtParts(model::Place& place, const StageSnaps::Found& found) const {
    const auto anchor = model::fractions(place.anchor);
    const bool isFree = m_state.outer.isIdentity() && !place.safeArea;
    const auto told = [&](const std::optional<ScreenPart>& part, double from, double& way,
                          model::PlaceMeasure& measure, const QString& axis) {
        if (part && isFree) {
            measure = model::PlaceMeasure::Screen;
            way = hundredth((part->share - from) * 100);
            return part->name;
        }
        const bool isDp = measure == model::PlaceMeasure::Dp;
        return axis + " " + shown(way) + (isDp ? QStringLiteral(" dp") : QStringLiteral(" %"));
    };
    return told(found.across, anchor.x, place.x, place.xMeasure, QStringLiteral("x")) + "  " +
           told(found.down, anchor.y, place.y, place.yMeasure, QStringLiteral("y"));
}

bool StageTool::isSystemsIcon() const {
    return m_layer == m_before->opening.icon && m_scope == PoseScope::Rest &&
           m_schedule->plan->target->opening.iconOnly && m_schedule->beats.front().end > 0 &&
           m_schedule->beatAt(std::max(0.0, m_preview.time())) == 0;
}

void StageTool::shiftIcon(QPointF by, bool snaps) {
    const Point before = m_before->opening.iconShift;
    Point to{before.x + by.x(), before.y + by.y()};
    const Size screen = m_schedule->screen;
    for (auto [value, middle, upright] :
         {std::tuple(&to.x, screen.width / 2, true), std::tuple(&to.y, screen.height / 2, false)}) {
        if (snaps && std::abs(*value) < kStageSnap / m_pixelsPerDp) {
            *value = 0;
            m_guides.push_back({upright, middle});
        }
    }
    auto next = edit::shiftIcon(*m_before, to);
    m_numbers = QObject::tr("%1  %2 dp from the middle")
                    .arg(shown(next.opening.iconShift.x), shown(next.opening.iconShift.y));
    m_document.preview(std::move(next));
}

void StageTool::sizePlate(QPointF point, bool snaps) {
    const QPointF middle(m_state.centre.x, m_state.centre.y);
    const double systems = m_schedule->plan->target->opening.plateVisible;
    double diameter = std::round(2 * QLineF(middle, point).length());
    if (snaps && systems > 0 && std::abs(diameter - systems) < 2 * kStageSnap / m_pixelsPerDp) {
        diameter = systems;
    }
    m_numbers = QObject::tr("plate %1 dp").arg(shown(diameter));
    m_document.preview(edit::setPlateDiameter(*m_before, diameter));
}

void StageTool::resize(QPointF point, StageModifiers modifiers) {
    const Point local = schedule::toScreen(m_state).inverted().map({point.x(), point.y()});
    const QPointF signs = signsOf(m_handle);
    const Size before{std::max(1.0, m_state.size.width), std::max(1.0, m_state.size.height)};
    const double room = modifiers.fromEdge ? 2 : 1;
    // From the middle a handle moves both edges, from the far edge only its own.
    const auto factor = [&](double at, double sign, double size) {
        if (sign == 0) {
            return 1.0;
        }
        const double grown = modifiers.fromEdge ? (at * sign + size / 2) / size : at * sign * 2 / size;
        return std::max(0.02, grown);
    };
    double across = factor(local.x, signs.x(), before.width);
    double down = factor(local.y, signs.y(), before.height);
    const bool corner = signs.x() != 0 && signs.y() != 0;
    const bool text = m_before->layers[static_cast<std::size_t>(m_index)].as<model::TextContent>() != nullptr;
    if ((corner && modifiers.keepsShape) || text) {
        across = down = text && !corner ? (signs.x() != 0 ? across : down) : (across + down) / 2;
    }
    if (modifiers.snaps && m_scope == PoseScope::Rest) {
        across = std::max(1.0, std::round(before.width * across)) / before.width; // whole dp
        down = corner && modifiers.keepsShape
                   ? across
                   : std::max(1.0, std::round(before.height * down)) / before.height;
    }
    model::Pose pose;
    pose.scaleX = hundredth(*m_pose.scaleX * across);
    pose.scaleY = hundredth(*m_pose.scaleY * down);
    const auto& now = model::placeOn(m_before->layers[static_cast<std::size_t>(m_index)], landscape());
    auto rest = edit::resizeLayer(*m_before, m_layer, {now.width * across, now.height * down}, landscape());
    if (modifiers.fromEdge) {
        const Point shift =
            (Matrix::rotation(m_state.rotation) * Matrix::scaling(m_state.scaleX, m_state.scaleY))
                .map({signs.x() * before.width * (across - 1) / room,
                      signs.y() * before.height * (down - 1) / room});
        rest = edit::moveLayer(std::move(rest), m_layer, shift, m_schedule->places());
        pose.x = tenth(*m_pose.x + shift.x);
        pose.y = tenth(*m_pose.y + shift.y);
    }
    m_numbers = m_scope == PoseScope::Rest
                    ? QStringLiteral("%1 × %2 dp").arg(shown(now.width * across), shown(now.height * down))
                    : QStringLiteral("%1 × %2 %").arg(shown(*pose.scaleX * 100), shown(*pose.scaleY * 100));
    apply(pose, std::move(rest));
}

void StageTool::turn(QPointF point, bool snaps) {
    const auto& layer = m_before->layers[static_cast<std::size_t>(m_index)];
    const StageHandles handles(m_state, layer.pivot, m_pixelsPerDp);
    const QPointF centre = handles.at(Handle::Pivot);
    const auto angle = [&](QPointF at) {
        return std::atan2(at.y() - centre.y(), at.x() - centre.x()) * 180 / std::numbers::pi;
    };
    const double by = std::remainder(angle(point) - angle(m_pressedAt), 360);
    const auto step = [&](double value) {
        return snaps && std::abs(std::remainder(value, kTurnStep)) < 3
                   ? std::round(value / kTurnStep) * kTurnStep
                   : std::round(value);
    };
    const auto& place = model::placeOn(layer, landscape());
    const double atRest = step(place.turn + by);
    model::Pose pose;
    pose.turn = step(*m_pose.turn + by);
    m_numbers = QStringLiteral("%1°").arg(shown(m_scope == PoseScope::Rest ? atRest : *pose.turn));
    apply(pose, edit::turnLayer(*m_before, m_layer, atRest, landscape()));
}

/// The pivot is the layer's own, whatever the scope: it says about which point it turns.
void StageTool::shiftPivot(QPointF point, bool snaps) {
    const Point local = schedule::toScreen(m_state).inverted().map({point.x(), point.y()});
    Point pivot{local.x / std::max(1.0, m_state.size.width) + 0.5,
                local.y / std::max(1.0, m_state.size.height) + 0.5};
    for (double* value : {&pivot.x, &pivot.y}) {
        for (double line : {0.0, 0.5, 1.0}) {
            *value = snaps && std::abs(*value - line) < 0.06 ? line : *value;
        }
        *value = hundredth(std::clamp(*value, -2.0, 3.0));
    }
    m_numbers = QObject::tr("pivot %1 %  %2 %").arg(shown(pivot.x * 100), shown(pivot.y * 100));
    m_document.preview(edit::changeLayer(*m_before, m_layer, [&](model::Layer& it) { it.pivot = pivot; }));
}

void StageTool::apply(const model::Pose& pose, model::Sequence rest) {
    if (m_scope == PoseScope::Rest) {
        m_document.preview(std::move(rest));
        return;
    }
    const auto told = [this](const model::Cue& cue, const model::Pose& dp) {
        return schedule::poseFor(*m_schedule, cue, dp);
    };
    if (m_scope == PoseScope::Same) {
        model::Pose from;
        for (auto member : {&model::Pose::x, &model::Pose::y, &model::Pose::scaleX, &model::Pose::scaleY,
                            &model::Pose::turn}) {
            from.*member = pose.*member ? m_pose.*member : std::optional<double>();
        }
        int changed = 0;
        auto next = edit::changeSamePoses(*m_before, m_layer, from, pose, told, changed);
        if (changed > 0) {
            m_numbers += QObject::tr("  in %n places", nullptr, changed);
            m_document.preview(std::move(next));
            return;
        }
    }
    const double now = std::max(0.0, m_preview.time());
    auto beat = static_cast<std::size_t>(m_schedule->beatAt(now));
    beat = std::max<std::size_t>(1, beat); // in the opening the app cannot pose anything
    std::vector<edit::CueTime> times;
    for (std::size_t i = 0; i < m_schedule->cues.size(); ++i) {
        const auto& cue = m_before->cues[i];
        if (cue.layer == m_layer && !m_schedule->cues[i].dropped() && !isNever(m_schedule->cues[i].end)) {
            times.push_back({cue.id, m_schedule->cues[i].start, m_schedule->cues[i].end});
        }
    }
    CueId cue;
    m_document.preview(edit::poseAt(*m_before, m_layer, m_before->beats[beat].id,
                                    m_schedule->beats[beat].start, times,
                                    static_cast<Millis>(std::lround(now)), pose, told, cue));
}

QString StageTool::verb() const {
    if (m_handle == Handle::Pivot) {
        return QObject::tr("pivot of %1");
    }
    if (m_handle == Handle::Plate) {
        return QObject::tr("plate of %1");
    }
    if (m_handle == Handle::Body && isSystemsIcon()) {
        return QObject::tr("centre %1 in the opening");
    }
    if (m_scope == PoseScope::Rest) {
        return m_handle == Handle::Body   ? QObject::tr("place %1")
               : m_handle == Handle::Turn ? QObject::tr("turn %1")
                                          : QObject::tr("size of %1");
    }
    return m_scope == PoseScope::Here ? QObject::tr("pose %1") : QObject::tr("change a pose of %1");
}

void StageTool::finish() {
    if (m_changed) {
        m_document.commit(verb().arg(toQString(m_before->layers[static_cast<std::size_t>(m_index)].name)));
    }
}

}
