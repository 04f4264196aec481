// SPDX-License-Identifier: MIT
#include "app/arrange/card/layer_where.h"

#include "app/widgets/theme.h"
#include "core/edit/layer_edits.h"
#include "core/model/limits.h"

#include <QHBoxLayout>
#include <QLabel>
#include <algorithm>

namespace scaena::app {

using model::Layer;

LayerWhere::LayerWhere(LayerFields& fields, QWidget* parent)
    : CardColumn(tr("Where"), parent), m_fields(fields) {
    makeBoxes();
    arrange();
    listen();
}

bool LayerWhere::landscape() const {
    const auto& screen = m_fields.actions().preview().schedule()->screen;
    return screen.width > screen.height;
}

model::Place& LayerWhere::place(Layer& layer) const {
    if (ofDestination() && layer.destination) {
        return *layer.destination;
    }
    return landscape() && layer.landscape ? *layer.landscape : layer.place;
}

void LayerWhere::makeBoxes() {
    const double far = model::limits::kFarthest;
    m_anchor = new QComboBox(this);
    m_anchor->setObjectName(QStringLiteral("anchorPoint"));
    m_anchor->addItems({tr("top left"), tr("top"), tr("top right"), tr("left"), tr("centre"), tr("right"),
                        tr("bottom left"), tr("bottom"), tr("bottom right")});
    m_which = new QComboBox(this);
    m_which->setObjectName(QStringLiteral("whichPlace"));
    m_which->addItems({tr("rests at"), tr("travels to"), tr("travels nowhere")});
    m_which->setToolTip(
        tr("Where it is at rest, or where a travel leads, for example its place in the first screen"));
    m_xMeasure = new QComboBox(this);
    m_xMeasure->setObjectName(QStringLiteral("xMeasure"));
    m_xMeasure->setAccessibleName(tr("Across measured by"));
    m_yMeasure = new QComboBox(this);
    m_yMeasure->setObjectName(QStringLiteral("yMeasure"));
    m_yMeasure->setAccessibleName(tr("Down measured by"));
    for (auto* box : {m_xMeasure, m_yMeasure}) {
        box->addItems({tr("dp"), tr("of the screen"), tr("of itself")});
        box->setToolTip(
            tr("What its way from there is told in. Parts of the screen (or of its safe area) are right on "
               "every device; turning the word keeps the place on the device you look at"));
    }
    for (auto* box : {m_anchor, m_which, m_xMeasure, m_yMeasure}) {
        box->setFont(uiFont(12));
        box->setFixedHeight(22);
    }
    m_x = makeNumberBox(QStringLiteral("layerX"), -far, far, QStringLiteral("dp"), this);
    m_y = makeNumberBox(QStringLiteral("layerY"), -far, far, QStringLiteral("dp"), this);
    m_width = makeNumberBox(QStringLiteral("layerWidth"), 1, far, QStringLiteral("dp"), this);
    m_height = makeNumberBox(QStringLiteral("layerHeight"), 1, far, QStringLiteral("dp"), this);
    m_turn = makeNumberBox(QStringLiteral("layerTurn"), -3600, 3600, QStringLiteral("°"), this);
    m_pivotX = makeNumberBox(QStringLiteral("pivotX"), -1000, 1000, QStringLiteral("%"), this);
    m_pivotY = makeNumberBox(QStringLiteral("pivotY"), -1000, 1000, QStringLiteral("%"), this);
    m_pivotX->setToolTip(tr("Of its width from the left: about which point it turns and grows"));
    m_pivotY->setToolTip(tr("Of its height from the top"));
    m_safe = new QCheckBox(tr("within the safe area"), this);
    m_safe->setObjectName(QStringLiteral("safeArea"));
    m_landscape = new QCheckBox(tr("own place held sideways"), this);
    m_landscape->setObjectName(QStringLiteral("ownLandscape"));
    for (auto* box : {m_safe, m_landscape}) {
        box->setFont(uiFont(12));
        box->setFixedHeight(20);
    }
}

void LayerWhere::arrange() {
    const auto together = [this](std::initializer_list<QWidget*> boxes) {
        auto* all = new QWidget(this);
        auto* row = new QHBoxLayout(all);
        row->setContentsMargins(0, 0, 0, 0);
        row->setSpacing(6);
        for (auto* box : boxes) {
            box->setMinimumWidth(40);
            row->addWidget(box);
        }
        return all;
    };
    addRow(tr("It"), together({m_which, m_anchor}));
    addRow(tr("Across"), together({m_x, m_xMeasure}));
    addRow(tr("Down"), together({m_y, m_yMeasure}));
    addRow(tr("Size"), together({m_width, m_height}));
    auto* about = new QLabel(tr("about"), this);
    about->setFont(uiFont(12));
    addRow(tr("Turned"), together({m_turn, about, m_pivotX, m_pivotY}));
    m_turn->setAccessibleName(tr("Turned"));
    m_pivotX->setAccessibleName(tr("Pivot across"));
    m_pivotY->setAccessibleName(tr("Pivot down"));
    addWide(m_safe);
    addWide(m_landscape);
    finish();
}

void LayerWhere::listen() {
    connect(m_which, &QComboBox::activated, this, [this](int index) {
        const auto* it = m_fields.layer();
        if (index == 1 && it && !it->destination) {
            m_fields.apply(tr("destination of %1"), [](Layer& on) { on.destination = on.place; });
        } else if (index == 2) {
            m_which->setCurrentIndex(0);
            forgetDestination();
        }
        if (const auto* now = m_fields.layer()) {
            fill(*now);
        }
    });
    const auto write = [this](QDoubleSpinBox* box, const QString& verb, const char* key,
                              double model::Place::*value) {
        connect(box, &QDoubleSpinBox::valueChanged, this, [this, verb, key, value](double v) {
            m_fields.apply(
                verb, [&](Layer& it) { place(it).*value = v; }, key);
        });
    };
    write(m_x, tr("place %1"), "x ", &model::Place::x);
    write(m_y, tr("place %1"), "y ", &model::Place::y);
    write(m_turn, tr("turn %1"), "turn ", &model::Place::turn);
    const auto pivot = [this](QDoubleSpinBox* box, const char* key, double Point::*value) {
        connect(box, &QDoubleSpinBox::valueChanged, this, [this, key, value](double v) {
            m_fields.apply(
                tr("pivot of %1"), [&](Layer& it) { it.pivot.*value = v / 100; }, key);
        });
    };
    pivot(m_pivotX, "pivot x ", &Point::x);
    pivot(m_pivotY, "pivot y ", &Point::y);
    connect(m_width, &QDoubleSpinBox::valueChanged, this, &LayerWhere::resize);
    connect(m_height, &QDoubleSpinBox::valueChanged, this, &LayerWhere::resize);
    connect(m_anchor, &QComboBox::activated, this, &LayerWhere::reanchor);
    connect(m_safe, &QCheckBox::clicked, this, &LayerWhere::reanchor);
    connect(m_xMeasure, &QComboBox::activated, this, &LayerWhere::measure);
    connect(m_yMeasure, &QComboBox::activated, this, &LayerWhere::measure);
    connect(m_landscape, &QCheckBox::clicked, this,
            [this](bool own) { m_fields.actions().setLandscapePlace(own); });
}

/// Not while a cue leads there.
void LayerWhere::forgetDestination() {
    const auto* it = m_fields.layer();
    auto& actions = m_fields.actions();
    const auto& s = *actions.document().sequence();
    const bool isUsed = it && std::ranges::any_of(s.cues, [&](const model::Cue& cue) {
                            return cue.layer == it->id && cue.move.kind == model::MoveKind::Travel;
                        });
    if (isUsed) {
        emit actions.problems(
            tr("It travels there"),
            {{ProblemKind::Invalid, "a travel cue leads there: remove that cue first", it->name, {}}});
    } else if (it && it->destination) {
        m_fields.apply(tr("no destination for %1"), [](Layer& on) { on.destination.reset(); });
    }
}

void LayerWhere::resize() {
    const Size size{m_width->value(), m_height->value()};
    if (ofDestination()) {
        m_fields.apply(
            tr("destination of %1"),
            [&](Layer& it) {
                place(it).width = size.width;
                place(it).height = size.height;
            },
            "destination size ");
        return;
    }
    m_fields.applyTo(
        tr("size of %1"),
        [&](const model::Sequence& now, const LayerId& id) {
            return edit::resizeLayer(now, id, size, landscape());
        },
        "size ");
}

void LayerWhere::reanchor() {
    const auto anchor = static_cast<model::AnchorPoint>(m_anchor->currentIndex());
    const bool safe = m_safe->isChecked();
    if (ofDestination()) {
        m_fields.apply(tr("destination of %1"), [&](Layer& it) {
            place(it).anchor = anchor;
            place(it).safeArea = safe;
        });
        return;
    }
    const auto on = m_fields.actions().preview().schedule()->places();
    m_fields.applyTo(tr("anchor of %1"), [&](const model::Sequence& now, const LayerId& id) {
        return edit::reanchorLayer(now, id, anchor, safe, on);
    });
}

void LayerWhere::measure() {
    const auto across = static_cast<model::PlaceMeasure>(m_xMeasure->currentIndex());
    const auto down = static_cast<model::PlaceMeasure>(m_yMeasure->currentIndex());
    const auto on = m_fields.actions().preview().schedule()->places();
    m_fields.apply(tr("measure of %1"), [&](Layer& it) {
        auto& at = place(it);
        at = edit::measured(at, across, down, on);
    });
    if (const auto* now = m_fields.layer()) {
        fill(*now);
    }
}

void LayerWhere::fill(const Layer& layer) {
    m_fields.quietly([&] {
        setVisible(!model::coversScreen(layer.kind()));
        m_which->setEnabled(!layer.as<model::GroupContent>());
        Layer copy = layer;
        const auto& at = place(copy);
        m_anchor->setCurrentIndex(static_cast<int>(at.anchor));
        for (auto [box, choice, measure, value] : {std::tuple(m_x, m_xMeasure, at.xMeasure, at.x),
                                                   std::tuple(m_y, m_yMeasure, at.yMeasure, at.y)}) {
            const bool isDp = measure == model::PlaceMeasure::Dp;
            box->setSuffix(isDp ? QString() : tr(" %")); // “dp” stands beside it
            box->setDecimals(isDp ? 0 : 1);
            choice->setCurrentIndex(static_cast<int>(measure));
            box->setValue(value);
        }
        m_width->setValue(at.width);
        m_height->setValue(at.height);
        m_turn->setValue(at.turn);
        m_pivotX->setValue(layer.pivot.x * 100);
        m_pivotY->setValue(layer.pivot.y * 100);
        m_safe->setChecked(at.safeArea);
        m_landscape->setChecked(layer.landscape.has_value());
    });
}

void LayerWhere::reset() { m_which->setCurrentIndex(0); }

}
