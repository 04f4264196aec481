// SPDX-License-Identifier: MIT
#include "app/arrange/card/layer_form.h"

#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/edit/layer_edits.h"
#include "core/model/limits.h"

#include <QHBoxLayout>
#include <QSignalBlocker>
#include <QToolButton>

namespace scaena::app {

using model::Layer;
using model::LayerKind;

LayerForm::LayerForm(ArrangeActions& actions, QWidget* parent)
    : QWidget(parent), m_actions(actions), m_what(new CardColumn(tr("What"), this)),
      m_where(new CardColumn(tr("Where"), this)), m_colours(new CardColumn(tr("Colours"), this)),
      m_deeds(new CardColumn(tr("More"), this)) {
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(26);
    row->addWidget(m_what, 11);
    row->addWidget(m_where, 11);
    row->addWidget(m_colours, 10);
    row->addWidget(m_deeds, 8);
    buildWhere();
}

const Layer* LayerForm::layer() const {
    return model::findThing(m_actions.document().sequence()->layers, m_id);
}

bool LayerForm::landscape() const {
    const auto& screen = m_actions.preview().schedule()->screen;
    return screen.width > screen.height;
}

model::Place& LayerForm::place(Layer& layer) const {
    if (m_which->currentIndex() == 1 && layer.destination) {
        return *layer.destination;
    }
    return landscape() && layer.landscape ? *layer.landscape : layer.place;
}

void LayerForm::apply(const QString& verb, const Change& change, const char* mergeKey) {
    const auto* it = layer();
    if (m_filling || !it) {
        return;
    }
    const QString name = toQString(it->name);
    m_actions.document().apply(verb.arg(name),
                               edit::changeLayer(*m_actions.document().sequence(), m_id, change),
                               *mergeKey ? mergeKey + m_id : std::string());
}

void LayerForm::buildWhere() {
    const double far = model::limits::kFarthest;
    m_anchor = new QComboBox(this);
    m_anchor->setObjectName(QStringLiteral("anchorPoint"));
    m_anchor->setFont(uiFont(12));
    m_anchor->setFixedHeight(22);
    m_anchor->addItems({tr("top left"), tr("top"), tr("top right"), tr("left"), tr("centre"), tr("right"),
                        tr("bottom left"), tr("bottom"), tr("bottom right")});
    m_x = makeNumberBox(QStringLiteral("layerX"), -far, far, QStringLiteral("dp"), this);
    m_y = makeNumberBox(QStringLiteral("layerY"), -far, far, QStringLiteral("dp"), this);
    m_width = makeNumberBox(QStringLiteral("layerWidth"), 1, far, QStringLiteral("dp"), this);
    m_height = makeNumberBox(QStringLiteral("layerHeight"), 1, far, QStringLiteral("dp"), this);
    m_turn = makeNumberBox(QStringLiteral("layerTurn"), -3600, 3600, QStringLiteral("°"), this);
    const auto pair = [this](QWidget* one, QWidget* other) {
        auto* both = new QWidget(this);
        auto* row = new QHBoxLayout(both);
        row->setContentsMargins(0, 0, 0, 0);
        row->setSpacing(6);
        one->setMinimumWidth(40);
        other->setMinimumWidth(40);
        row->addWidget(one);
        row->addWidget(other);
        return both;
    };
    m_x->setAccessibleName(tr("Across"));
    m_y->setAccessibleName(tr("Down"));
    m_safe = new QCheckBox(tr("within the safe area"), this);
    m_safe->setObjectName(QStringLiteral("safeArea"));
    m_landscape = new QCheckBox(tr("own place held sideways"), this);
    m_landscape->setObjectName(QStringLiteral("ownLandscape"));
    for (auto* box : {m_safe, m_landscape}) {
        box->setFont(uiFont(12));
        box->setFixedHeight(20);
    }
    m_which = new QComboBox(this);
    m_which->setObjectName(QStringLiteral("whichPlace"));
    m_which->setFont(uiFont(12));
    m_which->setFixedHeight(22);
    m_which->addItems({tr("rests at"), tr("travels to")});
    m_which->setToolTip(
        tr("Where it is at rest, or where a travel leads, for example its place in the first screen"));
    connect(m_which, &QComboBox::activated, this, [this](int index) {
        if (index == 1 && layer() && !layer()->destination) {
            apply(tr("destination of %1"), [](Layer& it) { it.destination = it.place; });
        }
        show(m_id);
    });
    m_where->addRow(tr("It"), pair(m_which, m_anchor));
    m_where->addRow(tr("By x, y"), pair(m_x, m_y));
    m_where->addRow(tr("Size"), pair(m_width, m_height));
    m_where->addRow(tr("Turned"), m_turn);
    m_where->addWide(m_safe);
    m_where->addWide(m_landscape);
    m_where->finish();
    connect(m_x, &QDoubleSpinBox::valueChanged, this, [this](double v) {
        apply(
            tr("place %1"), [&](Layer& it) { place(it).x = v; }, "x ");
    });
    connect(m_y, &QDoubleSpinBox::valueChanged, this, [this](double v) {
        apply(
            tr("place %1"), [&](Layer& it) { place(it).y = v; }, "y ");
    });
    connect(m_turn, &QDoubleSpinBox::valueChanged, this, [this](double v) {
        apply(
            tr("turn %1"), [&](Layer& it) { place(it).turn = v; }, "turn ");
    });
    const auto resize = [this] {
        if (m_which->currentIndex() == 1) {
            apply(
                tr("destination of %1"),
                [&](Layer& it) {
                    place(it).width = m_width->value();
                    place(it).height = m_height->value();
                },
                "destination size ");
        } else if (!m_filling && layer()) {
            m_actions.document().apply(tr("size of %1").arg(toQString(layer()->name)),
                                       edit::resizeLayer(*m_actions.document().sequence(), m_id,
                                                         {m_width->value(), m_height->value()}, landscape()),
                                       "size " + m_id);
        }
    };
    connect(m_width, &QDoubleSpinBox::valueChanged, this, resize);
    connect(m_height, &QDoubleSpinBox::valueChanged, this, resize);
    const auto reanchor = [this] {
        if (m_which->currentIndex() == 1) {
            apply(tr("destination of %1"), [&](Layer& it) {
                place(it).anchor = static_cast<model::AnchorPoint>(m_anchor->currentIndex());
                place(it).safeArea = m_safe->isChecked();
            });
        } else if (!m_filling && layer()) {
            const auto& schedule = *m_actions.preview().schedule();
            m_actions.document().apply(
                tr("anchor of %1").arg(toQString(layer()->name)),
                edit::reanchorLayer(*m_actions.document().sequence(), m_id,
                                    static_cast<model::AnchorPoint>(m_anchor->currentIndex()),
                                    m_safe->isChecked(), schedule.screen, schedule.safeArea, landscape()));
        }
    };
    connect(m_anchor, &QComboBox::activated, this, reanchor);
    connect(m_safe, &QCheckBox::clicked, this, reanchor);
    connect(m_landscape, &QCheckBox::clicked, this, [this](bool own) { m_actions.setLandscapePlace(own); });
}

void LayerForm::numberOf(CardColumn* column, const char* name, const QString& label, const QString& unit,
                         double least, double most, std::function<double&(Layer&)> value) {
    auto* box = makeNumberBox(QString::fromLatin1(name), least, most, unit, this);
    column->addRow(label, box);
    m_first = m_first ? m_first : box;
    const std::string key = std::string(name) + " ";
    connect(box, &QDoubleSpinBox::valueChanged, this, [this, value, key, label](double v) {
        apply(
            label.toLower() + tr(" of %1"), [&](Layer& it) { value(it) = v; }, key.c_str());
    });
    m_readers.push_back([box, value](const Layer& it) { box->setValue(value(const_cast<Layer&>(it))); });
}

void LayerForm::timeOf(CardColumn* column, const char* name, const QString& label,
                       std::function<Millis&(Layer&)> value) {
    auto* box = makeTimeBox(QString::fromLatin1(name), 0, model::limits::kLongest, this);
    column->addRow(label, box);
    const std::string key = std::string(name) + " ";
    connect(box, &QSpinBox::valueChanged, this, [this, value, key, label](int v) {
        apply(
            label.toLower() + tr(" of %1"),
            [&](Layer& it) {
                value(it) = v;
                it.clip.stopAt = std::max(it.clip.stopAt, it.clip.from + 1);
            },
            key.c_str());
    });
    m_readers.push_back([box, value](const Layer& it) { box->setValue(value(const_cast<Layer&>(it))); });
}

void LayerForm::words(CardColumn* column, const char* name, const QString& label, const QStringList& words,
                      std::function<int(const Layer&)> get, std::function<void(Layer&, int)> set) {
    auto* box = new QComboBox(this);
    box->setObjectName(QString::fromLatin1(name));
    box->setFont(uiFont(12));
    box->setFixedHeight(22);
    box->addItems(words);
    column->addRow(label, box);
    connect(box, &QComboBox::activated, this, [this, set, label](int v) {
        apply(label.toLower() + tr(" of %1"), [&](Layer& it) { set(it, v); });
    });
    m_readers.push_back([box, get](const Layer& it) { box->setCurrentIndex(get(it)); });
}

void LayerForm::text(CardColumn* column, const char* name, const QString& label,
                     std::function<std::string&(Layer&)> value) {
    auto* box = new QLineEdit(this);
    box->setObjectName(QString::fromLatin1(name));
    box->setFont(uiFont(12));
    box->setFixedHeight(22);
    column->addRow(label, box);
    m_first = m_first ? m_first : box;
    const std::string key = std::string(name) + " ";
    connect(box, &QLineEdit::textEdited, this, [this, value, key, label](const QString& v) {
        apply(
            label.toLower() + tr(" of %1"),
            [&](Layer& it) { value(it) = v.toStdString().substr(0, model::limits::kNameLength); },
            key.c_str());
    });
    m_readers.push_back([box, value](const Layer& it) {
        const QString now = toQString(value(const_cast<Layer&>(it)));
        if (box->text() != now) {
            box->setText(now);
        }
    });
}

void LayerForm::check(CardColumn* column, const char* name, const QString& label,
                      std::function<bool&(Layer&)> value) {
    auto* box = new QCheckBox(label, this);
    box->setObjectName(QString::fromLatin1(name));
    box->setFont(uiFont(12));
    box->setFixedHeight(20);
    column->addWide(box);
    connect(box, &QCheckBox::clicked, this, [this, value, label](bool v) {
        apply(label.toLower() + tr(" of %1"), [&](Layer& it) { value(it) = v; });
    });
    m_readers.push_back([box, value](const Layer& it) { box->setChecked(value(const_cast<Layer&>(it))); });
}

void LayerForm::colour(CardColumn* column, const char* name, const QString& label, bool allowsNone,
                       std::function<model::ColourRef&(Layer&)> value) {
    auto* box = new ColourBox(QString::fromLatin1(name), allowsNone ? tr("none") : QString(), this);
    column->addRow(label, box);
    connect(box, &ColourBox::chosen, this, [this, value, label](const Id& id) {
        apply(label.toLower() + tr(" of %1"), [&](Layer& it) { value(it) = id; });
    });
    m_readers.push_back([this, box, value](const Layer& it) {
        box->show(m_actions.document().sequence()->palette, value(const_cast<Layer&>(it)));
    });
}

void LayerForm::deed(const char* name, const QString& text, const QString& tip, std::function<void()> run) {
    auto* button = new QToolButton(this);
    button->setObjectName(QString::fromLatin1(name));
    button->setText(text);
    button->setToolTip(tip);
    button->setFont(uiFont(12));
    button->setFixedHeight(20);
    m_deeds->addWide(button);
    connect(button, &QToolButton::clicked, this, std::move(run));
}

void LayerForm::rebuildWhat(const Layer& layer) {
    text(m_what, "layerName", tr("Name"), [](Layer& it) -> std::string& { return it.name; });
    switch (layer.kind) {
    case LayerKind::Text:
        text(m_what, "layerText", tr("Text"), [](Layer& it) -> std::string& { return it.text.text; });
        numberOf(m_what, "textSize", tr("Text size"), QStringLiteral("dp"), 1, 1000,
                 [](Layer& it) -> double& { return it.text.size; });
        words(
            m_what, "typeface", tr("Typeface"), {tr("sans"), tr("serif"), tr("mono")},
            [](const Layer& it) { return static_cast<int>(it.text.typeface); },
            [](Layer& it, int v) {
                it.text.typeface = static_cast<model::Typeface>(v);
                it.text.fontFile.clear();
            });
        check(m_what, "bold", tr("Bold"), [](Layer& it) -> bool& { return it.text.bold; });
        break;
    case LayerKind::Shape:
        words(
            m_what, "shapeForm", tr("Form"), {tr("rectangle"), tr("ellipse"), tr("line")},
            [](const Layer& it) { return static_cast<int>(it.shape.form); },
            [](Layer& it, int v) { it.shape.form = static_cast<model::ShapeForm>(v); });
        numberOf(m_what, "corner", tr("Corner"), QStringLiteral("dp"), 0, 4000,
                 [](Layer& it) -> double& { return it.shape.corner; });
        numberOf(m_what, "strokeWidth", tr("Outline"), QStringLiteral("dp"), 0, 1000,
                 [](Layer& it) -> double& { return it.shape.strokeWidth; });
        numberOf(m_what, "shapeAngle", tr("Gradient turned"), QStringLiteral("°"), -360, 360,
                 [](Layer& it) -> double& { return it.shape.angle; });
        break;
    case LayerKind::Progress:
        words(
            m_what, "progressForm", tr("Form"), {tr("ring"), tr("bar"), tr("dots")},
            [](const Layer& it) { return static_cast<int>(it.progress.form); },
            [](Layer& it, int v) { it.progress.form = static_cast<model::ProgressForm>(v); });
        numberOf(m_what, "thickness", tr("Thickness"), QStringLiteral("dp"), 0.5, 200,
                 [](Layer& it) -> double& { return it.progress.thickness; });
        addGateRow();
        break;
    case LayerKind::Clip:
        timeOf(m_what, "clipFrom", tr("Plays from"), [](Layer& it) -> Millis& { return it.clip.from; });
        timeOf(m_what, "clipStop", tr("Stops at"), [](Layer& it) -> Millis& { return it.clip.stopAt; });
        timeOf(m_what, "clipKeep", tr("Then keeps"), [](Layer& it) -> Millis& {
            it.clip.keep = it.clip.keep.value_or(it.clip.stopAt);
            return *it.clip.keep;
        });
        break;
    case LayerKind::Backdrop:
        numberOf(m_what, "fillAngle", tr("Gradient turned"), QStringLiteral("°"), -360, 360,
                 [](Layer& it) -> double& { return it.fill.angle; });
        numberOf(m_what, "panelHeight", tr("Header height"), QStringLiteral("dp"), 0, 4000,
                 [](Layer& it) -> double& { return it.panelHeight; });
        if (layer.picture) {
            words(
                m_what, "pictureFit", tr("Picture"), {tr("fills the screen"), tr("is seen whole")},
                [](const Layer& it) { return it.picture ? static_cast<int>(it.picture->fit) : 0; },
                [](Layer& it, int v) { it.picture->fit = static_cast<model::Fit>(v); });
        }
        break;
    default:
        break;
    }
    words(
        m_what, "shownWhen", tr("Shown"), {tr("always"), tr("when offline"), tr("as the message")},
        [](const Layer& it) { return static_cast<int>(it.shownWhen); },
        [](Layer& it, int v) { it.shownWhen = static_cast<model::ShownWhen>(v); });
    m_what->finish();
}

/// What a progress layer shows: everything that is needed, or one gate.
void LayerForm::addGateRow() {
    auto* box = new QComboBox(this);
    box->setObjectName(QStringLiteral("progressGate"));
    box->setFont(uiFont(12));
    box->setFixedHeight(22);
    m_what->addRow(tr("Bound to"), box);
    connect(box, &QComboBox::activated, this, [this, box](int index) {
        const Id gate = box->itemData(index).toString().toStdString();
        apply(tr("gates of %1"), [&](Layer& it) {
            it.progress.gates = gate.empty() ? std::vector<Id>{} : std::vector<Id>{gate};
        });
    });
    m_readers.push_back([this, box](const Layer& it) {
        const QSignalBlocker quiet(box);
        box->clear();
        box->addItem(tr("all that is needed"), QString());
        for (const auto& gate : m_actions.document().sequence()->gates) {
            box->addItem(toQString(gate.name), QString::fromStdString(gate.id));
        }
        const Id first = it.progress.gates.empty() ? Id() : it.progress.gates.front();
        box->setCurrentIndex(std::max(0, box->findData(QString::fromStdString(first))));
    });
}

void LayerForm::rebuild(const Layer& layer) {
    m_what->clearRows(1);
    m_colours->clearRows(1);
    m_deeds->clearRows(1);
    m_readers.clear();
    m_first = nullptr;
    rebuildWhat(layer);
    rebuildColours(layer);
    rebuildDeeds(layer);
}

void LayerForm::refresh(const Layer& layer) {
    for (const auto& read : m_readers) {
        Layer copy = layer; // a reader of an optional value may fill it in
        read(copy);
    }
    const bool covers = model::coversScreen(layer.kind);
    m_where->setVisible(!covers);
    m_which->setEnabled(layer.kind != LayerKind::Group);
    Layer copy = layer;
    const auto& at = place(copy);
    m_anchor->setCurrentIndex(static_cast<int>(at.anchor));
    m_x->setValue(at.x);
    m_y->setValue(at.y);
    m_width->setValue(at.width);
    m_height->setValue(at.height);
    m_turn->setValue(at.turn);
    m_safe->setChecked(at.safeArea);
    m_landscape->setChecked(layer.landscape.has_value());
}

void LayerForm::show(const Id& id) {
    if (id != m_id) {
        m_which->setCurrentIndex(0);
    }
    m_id = id;
    const auto* it = layer();
    if (!it) {
        return;
    }
    m_filling = true;
    const QString shape = QStringLiteral("%1 %2 %3 %4 %5 %6")
                              .arg(static_cast<int>(it->kind))
                              .arg(it->hidden)
                              .arg(it->locked)
                              .arg(it->picture ? 1 + int(!it->picture->landscape.empty()) : 0)
                              .arg(QString::fromStdString(it->art), QString::fromStdString(it->part));
    if (shape != m_shape) {
        m_shape = shape;
        rebuild(*it);
    }
    refresh(*it);
    m_filling = false;
}

void LayerForm::takeKeyboard() {
    if (m_first) {
        m_first->setFocus(Qt::ShortcutFocusReason);
    }
}

}
