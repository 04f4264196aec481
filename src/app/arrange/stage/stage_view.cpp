// SPDX-License-Identifier: MIT
#include "app/arrange/stage/stage_view.h"

#include "app/arrange/stage/opening_marks.h"
#include "app/arrange/stage/seam_marks.h"
#include "app/arrange/stage/stage_marks.h"
#include "app/widgets/theme.h"
#include "core/edit/layer_edits.h"
#include "core/model/with_copies.h"
#include "core/schedule/evaluate.h"
#include "render/base/bands.h"
#include "render/frames/frame_painter.h"
#include "render/frames/home_screen.h"

#include <QContextMenuEvent>
#include <QElapsedTimer>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

namespace scaena::app {

namespace {
constexpr double kBezel = 9;       // pixels
constexpr double kStageMargin = 8; // pixels of room for the shadow
constexpr double kPlateReach = 8;  // pixels around the handle of a plate
}

StageView::StageView(Document& document, Preview& preview, Selection& selection, QWidget* parent)
    : QWidget(parent), m_document(document), m_preview(preview), m_selection(selection), m_pictures([this] {
          QMetaObject::invokeMethod(this, qOverload<>(&QWidget::update), Qt::QueuedConnection);
      }) {
    setObjectName(QStringLiteral("stage"));
    setAccessibleName(tr("Stage"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setToolTip(tr("Click selects, drag moves; handles size and turn. Shift: free proportions, Ctrl: from the "
                  "far edge, and moves the "
                  "pivot; Alt: without snapping"));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    connect(&preview, &Preview::scheduleChanged, this, qOverload<>(&QWidget::update));
    connect(&preview, &Preview::timeChanged, this, qOverload<>(&QWidget::update));
    connect(&preview, &Preview::playingChanged, this, qOverload<>(&QWidget::update));
    connect(&selection, &Selection::changed, this, qOverload<>(&QWidget::update));
}

StageView::~StageView() = default;

void StageView::setScope(PoseScope scope) {
    m_scope = scope;
    update();
    emit scopeChanged();
}

void StageView::setShowsGhosts(bool shows) {
    m_ghosts = shows;
    update();
}

QRectF StageView::screenRect() const {
    const auto& screen = m_preview.schedule()->screen;
    const double room = 2 * (kBezel + kStageMargin);
    const QSizeF fit =
        QSizeF(screen.width, screen.height)
            .scaled(std::max(10.0, width() - room), std::max(10.0, height() - room), Qt::KeepAspectRatio);
    return {(width() - fit.width()) / 2, (height() - fit.height()) / 2, fit.width(), fit.height()};
}

double StageView::pixelsPerDp() const { return screenRect().width() / m_preview.schedule()->screen.width; }

QPointF StageView::toPixel(QPointF dp) const { return screenRect().topLeft() + dp * pixelsPerDp(); }
QPointF StageView::toDp(QPointF pixel) const { return (pixel - screenRect().topLeft()) / pixelsPerDp(); }

bool StageView::holdsOpening() const {
    const auto& schedule = *m_preview.schedule();
    return m_selection.beat() == schedule.sequence->beats.front().id &&
           isInOpening(schedule, m_preview.time()) && !m_preview.isPlaying();
}

LayerId StageView::selectedLayer() const {
    const auto& sequence = *m_preview.schedule()->sequence;
    if (holdsOpening()) {
        return model::findThing(sequence.layers, m_held) ? m_held : sequence.opening.icon;
    }
    const auto* cue = model::findThing(sequence.cues, m_selection.cue());
    const LayerId id = cue ? cue->layer : m_selection.layer();
    return model::findThing(sequence.layers, id) ? id : LayerId();
}

std::optional<StageHandles> StageView::handles() const {
    const auto& schedule = *m_preview.schedule();
    const int index = model::indexOf(schedule.sequence->layers, selectedLayer());
    if (index < 0 || m_preview.isPlaying() || m_preview.windowPart() < 1) {
        return {};
    }
    const auto& layer = schedule.sequence->layers[static_cast<std::size_t>(index)];
    if (model::coversScreen(layer.kind())) {
        return {};
    }
    return StageHandles(seenState(schedule, index, std::max(0.0, m_preview.time())), layer.pivot,
                        pixelsPerDp());
}

QPointF StageView::handleAt(Handle handle) const {
    if (handle == Handle::Plate) {
        const auto plate = openingMarks(*m_preview.schedule(), m_preview.time()).plateHandle();
        return plate ? toPixel(*plate) : QPointF();
    }
    const auto it = handles();
    return it ? toPixel(it->at(handle)) : QPointF();
}

/// Layers hidden while designing, and members of hidden groups, are left out of the stage's picture only.
void StageView::hideHidden() {
    const auto& layers = m_preview.schedule()->sequence->layers;
    const auto hidden = [&](int index) {
        const auto* layer = &layers[static_cast<std::size_t>(index)];
        for (std::size_t depth = 0; layer && depth <= layers.size(); ++depth) {
            if (layer->hidden) {
                return true;
            }
            layer = layer->group.empty() ? nullptr : model::findThing(layers, layer->group);
        }
        return false;
    };
    std::erase_if(m_frame.layers, [&](const schedule::LayerState& it) { return hidden(it.layer); });
}

void StageView::paintEvent(QPaintEvent*) {
    QElapsedTimer clock;
    clock.start();
    const auto& device = schedule::deviceOf(m_preview.conditions().device);
    schedule::evaluateInto(*m_preview.schedule(), std::max(0.0, m_preview.time()), m_frame);
    hideHidden();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const QRectF screen = screenRect();
    const double scale = screen.width() / m_frame.screen.width;
    const double corner = device.cornerRadius * scale;
    painter.drawPixmap(0, 0, deviceBody(screen, corner));
    paintScreen(screen.size(), corner, scale);
    if (m_preview.windowPart() < 1) {
        paintHome(painter, screen, corner, scale);
    } else {
        painter.drawImage(screen.topLeft(), m_screen);
    }
    painter.save();
    painter.translate(screen.topLeft());
    painter.scale(scale, scale);
    render::paintSystemBars(painter, *m_preview.scene(), m_frame, device);
    if (!m_preview.isPlaying() && m_preview.windowPart() >= 1) {
        paintMarks(painter, scale);
    }
    painter.restore();
    m_lastPaint = double(clock.nsecsElapsed()) / 1e6;
}

/// The home screen, and over it the app's window as far as it is open.
void StageView::paintHome(QPainter& painter, const QRectF& screen, double corner, double scale) {
    painter.save();
    QPainterPath shape;
    shape.addRoundedRect(screen, corner, corner);
    painter.setClipPath(shape);
    painter.translate(screen.topLeft());
    painter.scale(scale, scale);
    const QSizeF size(m_frame.screen.width, m_frame.screen.height);
    const double pressed =
        m_preview.time() < 0 ? std::clamp(1 - std::abs(m_preview.time() - Preview::kTapAt / 2) / 90, 0.0, 1.0)
                             : 0;
    const auto& app = homeApp(scale);
    const bool night = m_preview.scene()->appearance() == model::Appearance::Dark;
    render::paintHomeScreen(painter, app, night, size, pressed);
    const double part = m_preview.windowPart();
    if (part > 0) {
        const QRectF window = render::windowRect(size, part);
        QPainterPath frame;
        const double small = app.roundness * render::homeIconRect(size).width();
        const double round = small + (corner / scale - small) * part;
        frame.addRoundedRect(window, round, round);
        painter.setClipPath(frame, Qt::IntersectClip);
        painter.setOpacity(std::min(1.0, part * 4));
        const double grow = window.width() / size.width();
        painter.drawImage(QRectF(window.x(), window.center().y() - size.height() * grow / 2, window.width(),
                                 size.height() * grow),
                          m_screen);
    }
    painter.restore();
}

/// The app's icon as the target's home screen cuts it; made anew only when the sequence, the looks or the
/// size have changed.
const render::HomeApp& StageView::homeApp(double scale) {
    const auto look = render::homeLook(m_preview.conditions().target);
    const auto appearance = m_preview.conditions().appearance;
    const QSizeF screen(m_frame.screen.width, m_frame.screen.height);
    const int side = int(std::ceil(render::homeIconRect(screen).width() * scale * devicePixelRatioF()));
    const auto key = std::tuple(m_document.sequence(), m_document.artFiles(), look, appearance, side);
    if (m_homeKey != key) {
        m_homeKey = key;
        m_home = {render::iconImage(*m_document.sequence(), *m_document.artFiles(), look, appearance, side),
                  render::iconRoundness(look), QString::fromStdString(m_document.sequence()->name)};
    }
    return m_home;
}

/// The frame as a picture, painted on several threads, so that following the needle never waits for one core.
void StageView::paintScreen(QSizeF size, double corner, double scale) {
    const double ratio = devicePixelRatioF();
    const QSize pixels = (size * ratio).toSize();
    if (m_screen.size() != pixels) {
        m_screen = QImage(pixels, QImage::Format_ARGB32_Premultiplied);
    }
    m_screen.setDevicePixelRatio(1);
    m_screen.fill(Qt::transparent);
    QPainterPath shape;
    shape.addRoundedRect(QRectF(QPointF(), QSizeF(pixels)), corner * ratio, corner * ratio);
    render::paintInBands(m_screen, [&](QPainter& painter) {
        painter.setRenderHint(QPainter::Antialiasing);
        if (corner > 0) {
            painter.setClipPath(shape);
        }
        painter.scale(scale * ratio, scale * ratio);
        render::paintFrame(painter, *m_preview.scene(), m_frame, &m_pictures);
    });
    m_screen.setDevicePixelRatio(ratio);
}

const QPixmap& StageView::deviceBody(const QRectF& screen, double corner) {
    const double ratio = devicePixelRatioF();
    const QString key = QStringLiteral("%1 %2 %3 %4 %5 %6")
                            .arg(width())
                            .arg(height())
                            .arg(screen.width())
                            .arg(corner)
                            .arg(ratio)
                            .arg(theme().night);
    if (key != m_bodyKey) {
        m_bodyKey = key;
        m_body = QPixmap(size() * ratio);
        m_body.setDevicePixelRatio(ratio);
        m_body.fill(Qt::transparent);
        QPainter painter(&m_body);
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setPen(Qt::NoPen);
        painter.setBrush(QColor(0, 0, 0, theme().night ? 22 : 9));
        for (int i = 5; i > 0; --i) {
            const double grow = kBezel + i * 1.4;
            painter.drawRoundedRect(screen.adjusted(-grow, -grow + 2, grow, grow + 2), corner + grow,
                                    corner + grow);
        }
        painter.setBrush(QColor(0x14, 0x15, 0x1A));
        painter.drawRoundedRect(screen.adjusted(-kBezel, -kBezel, kBezel, kBezel), corner + kBezel,
                                corner + kBezel);
    }
    return m_body;
}

void StageView::paintMarks(QPainter& painter, double scale) {
    const auto& schedule = *m_preview.schedule();
    const int cue = model::indexOf(schedule.sequence->cues, m_selection.cue());
    if (m_ghosts && cue >= 0 && !m_tool) {
        paintGhosts(painter, schedule, cue, scale);
    }
    if (m_ghosts && m_preview.windowPart() >= 1) {
        paintOpeningMarks(painter, openingMarks(schedule, m_preview.time()), holdsOpening(), scale);
    }
    if (m_ghosts && !m_tool && isAtSeam(schedule, m_preview.time())) {
        paintSeam(painter, m_preview.seam(), schedule.screen, scale);
    }
    if (const auto it = handles()) {
        paintHandles(painter, *it, scale,
                     model::findThing(schedule.sequence->layers, selectedLayer())->locked);
    }
    if (m_tool) {
        paintGuides(painter, m_tool->guides(), schedule.screen, scale);
        paintNumbers(painter, m_pointer, m_tool->numbers(), schedule.screen, scale);
    }
}

/// What of the opening is under the point is held; its card stays in front.
Handle StageView::holdInOpening(QPointF dp) {
    const auto& schedule = *m_preview.schedule();
    const auto plate = openingMarks(schedule, m_preview.time()).plateHandle();
    if (plate && QLineF(*plate, dp).length() * pixelsPerDp() <= kPlateReach) {
        m_held = schedule.sequence->opening.icon;
        return Handle::Plate;
    }
    if (const auto it = handles(); it && it->hit(dp, false) != Handle::None) {
        return it->hit(dp, false);
    }
    schedule::evaluateInto(schedule, m_preview.time(), m_frame);
    hideHidden();
    for (auto state = m_frame.layers.rbegin(); state != m_frame.layers.rend(); ++state) {
        const auto& layer = schedule.sequence->layers[static_cast<std::size_t>(state->layer)];
        if (!layer.locked && !model::coversScreen(layer.kind()) &&
            StageHandles(*state, layer.pivot, 1).outline().containsPoint(dp, Qt::OddEvenFill)) {
            m_held = layer.id;
            update();
            return Handle::Body;
        }
    }
    return Handle::None;
}

/// The topmost layer under the point that is not locked: its cue of the moment, or itself.
void StageView::selectAt(QPointF dp, bool adds) {
    const auto& schedule = *m_preview.schedule();
    const auto& sequence = *schedule.sequence;
    schedule::evaluateInto(schedule, std::max(0.0, m_preview.time()), m_frame);
    hideHidden();
    for (auto state = m_frame.layers.rbegin(); state != m_frame.layers.rend(); ++state) {
        const auto& layer = sequence.layers[static_cast<std::size_t>(state->layer)];
        const auto outline = StageHandles(*state, layer.pivot, 1).outline();
        if (layer.locked || !outline.containsPoint(dp, Qt::OddEvenFill)) {
            continue;
        }
        const LayerId& id = model::isCopy(layer) ? layer.copyOf : layer.id; // copies are edited as one
        if (adds) {
            m_selection.toggle(Selection::Kind::Layer, id);
            return;
        }
        for (std::size_t i = 0; i < sequence.cues.size(); ++i) {
            if (sequence.cues[i].layer == id && !schedule.cues[i].dropped() &&
                schedule.cues[i].start <= m_preview.time() && m_preview.time() <= schedule.cues[i].end) {
                m_selection.select(Selection::Kind::Cue, sequence.cues[i].id);
                return;
            }
        }
        m_selection.select(Selection::Kind::Layer, id);
        return;
    }
    m_selection.clear();
}

void StageView::mousePressEvent(QMouseEvent* event) {
    setFocus(Qt::MouseFocusReason);
    if (event->button() != Qt::LeftButton || m_preview.windowPart() < 1) {
        return;
    }
    m_pointer = toDp(event->position());
    const auto held = [&] {
        const auto it = handles();
        return it ? it->hit(m_pointer, event->modifiers() & Qt::ControlModifier) : Handle::None;
    };
    const bool opening = holdsOpening();
    Handle handle = opening ? holdInOpening(m_pointer) : held();
    const bool adds = !opening && event->modifiers() & Qt::ShiftModifier && handle <= Handle::Body;
    if (!opening && (handle == Handle::None || adds)) {
        selectAt(m_pointer, adds);
        handle = adds ? Handle::None : held();
    }
    const auto* layer = model::findThing(m_preview.schedule()->sequence->layers, selectedLayer());
    if (layer && !layer->locked && handle != Handle::None) {
        m_tool = std::make_unique<StageTool>(m_document, m_preview, layer->id, handle, m_scope, m_pointer,
                                             pixelsPerDp());
    }
}

void StageView::mouseMoveEvent(QMouseEvent* event) {
    m_pointer = toDp(event->position());
    if (m_tool) {
        const auto keys = event->modifiers();
        m_tool->moveTo(m_pointer, {!(keys & Qt::AltModifier), !(keys & Qt::ShiftModifier),
                                   bool(keys & Qt::ControlModifier)});
        update();
        return;
    }
    const auto it = handles();
    switch (it ? it->hit(m_pointer, event->modifiers() & Qt::ControlModifier) : Handle::None) {
    case Handle::None:
        setCursor(Qt::ArrowCursor);
        break;
    case Handle::Body:
        setCursor(Qt::SizeAllCursor);
        break;
    case Handle::Turn:
    case Handle::Pivot:
        setCursor(Qt::CrossCursor);
        break;
    default:
        setCursor(Qt::SizeFDiagCursor);
    }
}

/// In the opening a click takes hold; twice brings the layer's own card.
void StageView::mouseDoubleClickEvent(QMouseEvent* event) {
    if (holdsOpening() && event->button() == Qt::LeftButton) {
        m_tool.reset();
        selectAt(toDp(event->position()), false);
        return;
    }
    mousePressEvent(event);
}

void StageView::mouseReleaseEvent(QMouseEvent* event) {
    if (event->button() == Qt::LeftButton && m_tool) {
        const auto tool = std::move(m_tool);
        tool->finish();
        update();
    }
}

void StageView::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape) {
        if (m_tool) {
            m_tool->cancel();
            m_tool.reset();
            update();
        } else {
            m_selection.clear();
        }
        return;
    }
    const double step = event->modifiers() & Qt::ShiftModifier ? 10 : 1;
    const QPointF by(event->key() == Qt::Key_Left    ? -step
                     : event->key() == Qt::Key_Right ? step
                                                     : 0,
                     event->key() == Qt::Key_Up     ? -step
                     : event->key() == Qt::Key_Down ? step
                                                    : 0);
    const auto* layer = model::findThing(m_document.sequence()->layers, selectedLayer());
    if (by.x() != 0 && selectedLayer().empty()) { // with nothing selected the needle goes by a frame
        m_preview.step(by.x() > 0 ? int(step) : -int(step));
        return;
    }
    if (by.isNull() || !layer || layer->locked || model::coversScreen(layer->kind())) {
        QWidget::keyPressEvent(event);
        return;
    }
    m_document.apply(
        tr("place %1").arg(QString::fromStdString(layer->name)),
        edit::moveLayer(*m_document.sequence(), layer->id, {by.x(), by.y()}, m_preview.schedule()->places()),
        "place " + layer->id);
}

void StageView::contextMenuEvent(QContextMenuEvent* event) {
    if (event->reason() == QContextMenuEvent::Mouse && selectedLayer().empty()) {
        selectAt(toDp(event->pos()), false);
    }
    emit wantsMenu(event->globalPos());
}

bool StageView::event(QEvent* event) {
    if (event->type() == QEvent::ShortcutOverride && m_tool) {
        event->accept(); // Esc belongs to the drag
    }
    return QWidget::event(event);
}

}
