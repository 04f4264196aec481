// SPDX-License-Identifier: MIT
#include "app/arrange/card/pose_rows.h"

#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/model/limits.h"
#include "core/motion/easing_curve.h"
#include "core/moves/definition.h"

#include <QComboBox>
#include <QGridLayout>
#include <QSignalBlocker>
#include <QToolButton>
#include <algorithm>

namespace scaena::app {

namespace {

QToolButton* makeSmall(const QString& name, const QString& text, const QString& tip, QWidget* parent) {
    auto* button = new QToolButton(parent);
    button->setObjectName(name);
    button->setText(text);
    button->setToolTip(tip);
    button->setAccessibleName(tip);
    button->setFont(uiFont(11));
    button->setFixedSize(16, 20);
    return button;
}

}

PoseRows::PoseRows(ArrangeActions& actions, QWidget* parent)
    : QWidget(parent), m_actions(actions), m_grid(new QGridLayout(this)), m_which(new QComboBox(this)),
      m_easing(new QComboBox(this)),
      m_at(makeNumberBox(QStringLiteral("poseAt"), 0, 100, QStringLiteral("%"), this)),
      m_remove(makeSmall(QStringLiteral("poseRemove"), QStringLiteral("×"), tr("Remove the pose"), this)) {
    setObjectName(QStringLiteral("poseRows"));
    m_grid->setContentsMargins(0, 0, 0, 0);
    m_grid->setHorizontalSpacing(3);
    m_grid->setVerticalSpacing(0);
    m_which->setObjectName(QStringLiteral("pose"));
    m_which->setAccessibleName(tr("Pose"));
    m_easing->setObjectName(QStringLiteral("poseEasing"));
    m_easing->setAccessibleName(tr("Easing to the next pose"));
    m_easing->setToolTip(tr("From this pose to the next"));
    for (auto* box : {m_which, m_easing}) {
        box->setFont(uiFont(12));
        box->setFixedHeight(20);
        box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        box->setMinimumContentsLength(4);
    }
    m_at->setFixedHeight(20);
    m_at->setMinimumWidth(40);
    m_at->setAccessibleName(tr("Of the cue's length: when the pose is reached"));
    m_grid->addWidget(m_which, 0, 0, 1, 2);
    m_grid->addWidget(m_at, 0, 3, 1, 2);
    m_grid->addWidget(m_remove, 0, 5);
    using model::Pose;
    const double far = model::limits::kFarthest;
    addValue(1, 0, "poseX", tr("x"), QStringLiteral("dp"), &Pose::x, 1, -far, far);
    addValue(1, 1, "poseY", tr("y"), QStringLiteral("dp"), &Pose::y, 1, -far, far);
    addValue(2, 0, "poseAcross", tr("wide"), QStringLiteral("%"), &Pose::scaleX, 100, -10000, 10000);
    addValue(2, 1, "poseDown", tr("high"), QStringLiteral("%"), &Pose::scaleY, 100, -10000, 10000);
    addValue(3, 0, "poseTurn", tr("turn"), QStringLiteral("°"), &Pose::turn, 1, -36000, 36000);
    addValue(3, 1, "poseOpacity", tr("seen"), QStringLiteral("%"), &Pose::opacity, 100, 0, 100);
    m_grid->addWidget(m_easing, 4, 0, 1, 6);
    m_grid->setColumnStretch(1, 1);
    m_grid->setColumnStretch(4, 1);
    m_easing->addItem(tr("eased as the cue"), QString());
    for (const auto& named : model::namedEasings()) {
        m_easing->addItem(toQString(named.name), QString::fromStdString(model::toText(named.easing)));
    }
    connect(m_which, &QComboBox::activated, this, [this](int index) {
        m_pose = index;
        fill();
    });
    connect(m_at, &QDoubleSpinBox::valueChanged, this, [this](double at) {
        change(
            tr("time of a pose of %1"), [at](model::Pose& it) { it.at = at / 100; }, "pose time ");
    });
    connect(m_easing, &QComboBox::activated, this, [this](int index) {
        const auto text = m_easing->itemData(index).toString().toStdString();
        const auto easing = text.empty() ? std::nullopt : model::parseEasing(text);
        change(tr("easing of a pose of %1"), [&](model::Pose& it) { it.easing = easing; });
    });
    connect(m_remove, &QToolButton::clicked, this, [this] {
        auto next = *m_actions.document().sequence();
        auto* it = model::findThing(next.cues, m_id);
        if (it && it->poses.size() > 1) {
            it->poses.erase(it->poses.begin() + m_pose);
            const QString name = cueName(next, *it);
            m_actions.document().apply(tr("remove a pose of %1").arg(name), std::move(next));
        }
    });
}

void PoseRows::addValue(int row, int column, const char* name, const QString& label, const QString& unit,
                        std::optional<double> model::Pose::*member, double shown, double least, double most) {
    auto* text = new QLabel(label, this);
    text->setFont(uiFont(11));
    auto* box = makeNumberBox(QString::fromLatin1(name), least, most, unit, this);
    box->setFixedHeight(20);
    box->setMinimumWidth(34);
    box->setAccessibleName(label);
    auto* none = makeSmall(QString::fromLatin1(name) + QStringLiteral("None"), QStringLiteral("–"),
                           tr("%1: not of this pose").arg(label), this);
    m_grid->addWidget(text, row, column * 3);
    m_grid->addWidget(box, row, column * 3 + 1);
    m_grid->addWidget(none, row, column * 3 + 2);
    m_values.push_back({member, shown, box, none});
    connect(box, &QDoubleSpinBox::valueChanged, this,
            [this, member, shown, key = std::string(name)](double v) {
                change(
                    tr("a pose of %1"), [&](model::Pose& it) { it.*member = v / shown; }, key.c_str());
            });
    connect(none, &QToolButton::clicked, this, [this, member] {
        change(tr("a pose of %1"), [member](model::Pose& it) { (it.*member).reset(); });
    });
}

const model::Cue* PoseRows::cue() const {
    return model::findThing(m_actions.document().sequence()->cues, m_id);
}

/// Poses keep their order in time; the one that is shown stays shown.
void PoseRows::change(const QString& verb, const std::function<void(model::Pose&)>& change,
                      const char* mergeKey) {
    auto next = *m_actions.document().sequence();
    auto* it = model::findThing(next.cues, m_id);
    if (m_filling || !it || m_pose >= int(it->poses.size())) {
        return;
    }
    auto& pose = it->poses[static_cast<std::size_t>(m_pose)];
    change(pose);
    const auto shown = pose;
    std::ranges::stable_sort(it->poses, {}, &model::Pose::at);
    m_pose = int(std::ranges::find(it->poses, shown) - it->poses.begin());
    const QString name = cueName(next, *it);
    m_actions.document().apply(verb.arg(name), std::move(next), *mergeKey ? mergeKey + m_id : std::string());
}

void PoseRows::show(const CueId& id) {
    m_pose = id == m_id ? m_pose : 0;
    m_id = id;
    fill();
}

void PoseRows::fill() {
    const auto* it = cue();
    if (!it || it->poses.empty()) {
        setEnabled(false);
        return;
    }
    setEnabled(true);
    m_filling = true;
    m_pose = std::clamp(m_pose, 0, int(it->poses.size()) - 1);
    {
        const QSignalBlocker quiet(m_which);
        m_which->clear();
        for (std::size_t i = 0; i < it->poses.size(); ++i) {
            m_which->addItem(tr("pose %1").arg(i + 1));
        }
        m_which->setCurrentIndex(m_pose);
    }
    const auto& pose = it->poses[static_cast<std::size_t>(m_pose)];
    m_at->setValue(pose.at * 100);
    m_remove->setEnabled(it->poses.size() > 1);
    for (const auto& value : m_values) {
        const auto& number = pose.*(value.member);
        const bool isFactor = value.shown == 100;
        value.box->setValue(number.value_or(isFactor ? 1 : 0) * value.shown);
        value.box->setStyleSheet(number ? QString() : QStringLiteral("color: %1;").arg(theme().faint.name()));
        value.none->setEnabled(number.has_value());
        if (value.member == &model::Pose::x || value.member == &model::Pose::y) {
            const bool isDp = moves::measureOf(it->move) == motion::Measure::Dp;
            value.box->setSuffix(isDp ? QStringLiteral(" dp") : QStringLiteral(" %"));
        }
    }
    const auto text = pose.easing ? QString::fromStdString(model::toText(*pose.easing)) : QString();
    int index = m_easing->findData(text);
    if (index < 0) { // a curve of its own
        m_easing->addItem(tr("a curve of its own"), text);
        index = m_easing->count() - 1;
    }
    m_easing->setCurrentIndex(index);
    m_filling = false;
}

}
