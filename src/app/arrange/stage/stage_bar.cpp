// SPDX-License-Identifier: MIT
#include "app/arrange/stage/stage_bar.h"

#include "app/arrange/stage/seam_marks.h"
#include "app/widgets/theme.h"
#include "core/model/with_copies.h"

#include <QActionGroup>
#include <QHBoxLayout>
#include <QLabel>
#include <QMenu>
#include <QToolButton>

namespace scaena::app {

StageBar::StageBar(StageView& stage, Preview& preview, QWidget* parent)
    : QWidget(parent), m_stage(stage), m_preview(preview), m_scope(new QToolButton(this)),
      m_icon(new QToolButton(this)), m_back(new QToolButton(this)), m_mend(new QToolButton(this)),
      m_hidden(new QLabel(this)) {
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(4);
    auto* label = new QLabel(tr("By hand:"), this);
    label->setProperty("quiet", true);
    label->setFont(uiFont(12));
    row->addWidget(label);
    buildScopes();
    row->addWidget(m_scope);
    m_hidden->setProperty("quiet", true);
    m_hidden->setFont(uiFont(11));
    row->addStretch(1);
    row->addWidget(m_hidden);
    m_mend->setObjectName(QStringLiteral("stageMend"));
    m_mend->setText(tr("Mend"));
    m_mend->setAccessibleName(tr("Mend the seam"));
    m_mend->setFont(uiFont(12, true));
    row->addWidget(m_mend);
    connect(m_mend, &QToolButton::clicked, this, &StageBar::wantsSeamMended, Qt::QueuedConnection);
    m_back->setObjectName(QStringLiteral("stageBack"));
    m_back->setText(tr("Back"));
    m_back->setToolTip(tr("Leave the app by Back: home again, never the launch picture (Backspace)"));
    m_back->setFont(uiFont(12));
    row->addWidget(m_back);
    m_icon->setObjectName(QStringLiteral("stageFromIcon"));
    m_icon->setText(tr("From the icon"));
    m_icon->setCheckable(true);
    m_icon->setToolTip(tr("Begins on a made-up home screen: tap, the system's zoom, the launch (I)"));
    m_icon->setFont(uiFont(12));
    row->addWidget(m_icon);
    connect(m_icon, &QToolButton::clicked, &preview, &Preview::setFromIcon);
    connect(m_back, &QToolButton::clicked, &preview, &Preview::goBack);
    connect(&stage, &StageView::scopeChanged, this, &StageBar::update);
    connect(&preview, &Preview::playingChanged, this, &StageBar::update);
    connect(&preview, &Preview::scheduleChanged, this, &StageBar::update);
    connect(&preview, &Preview::timeChanged, this, &StageBar::updateSeam);
    update();
}

/// What a change by hand means.
void StageBar::buildScopes() {
    m_scope->setObjectName(QStringLiteral("stageScope"));
    m_scope->setFont(uiFont(12, true));
    m_scope->setPopupMode(QToolButton::InstantPopup);
    m_scope->setToolTip(tr("What moving, sizing and turning on the stage changes (P)"));
    auto* menu = new QMenu(m_scope);
    auto* group = new QActionGroup(menu);
    const std::pair<QString, QString> scopes[] = {
        {tr("where it rests"), tr("The layer's own place: it changes wherever no cue moves it")},
        {tr("a pose at the needle"), tr("A keyframe of a poses cue that ends at the needle")},
        {tr("the same pose everywhere"), tr("Every keyframe of the layer that has the pose of this moment")}};
    for (int i = 0; i < 3; ++i) {
        auto* action = menu->addAction(scopes[i].first, this,
                                       [this, i] { m_stage.setScope(static_cast<PoseScope>(i)); });
        action->setToolTip(scopes[i].second);
        action->setCheckable(true);
        group->addAction(action);
    }
    menu->setToolTipsVisible(true);
    m_scope->setMenu(menu);
}

void StageBar::updateSeam() {
    const auto& schedule = *m_preview.schedule();
    const bool shows =
        !m_preview.isPlaying() && !m_preview.seam().empty() && isAtSeam(schedule, m_preview.time());
    if (shows != m_mend->isVisibleTo(this)) {
        m_mend->setVisible(shows);
    }
    if (shows) {
        m_mend->setToolTip(
            tr("Where the app takes over:\n%1").arg(seamWords(*schedule.sequence, m_preview.seam())));
    }
}

void StageBar::update() {
    updateSeam();
    auto* action = m_scope->menu()->actions()[static_cast<int>(m_stage.scope())];
    action->setChecked(true);
    m_scope->setText(action->text());
    m_icon->setChecked(m_preview.isFromIcon());
    const QString sheet =
        m_preview.isFromIcon()
            ? QStringLiteral("QToolButton { background: %1; border-radius: 3px; font-weight: 600; }")
                  .arg(theme().tint.name())
            : QString();
    if (m_icon->styleSheet() != sheet) {
        m_icon->setStyleSheet(sheet);
    }
    m_back->setVisible(m_preview.isFromIcon());
    int hidden = 0;
    for (const auto& layer : m_preview.schedule()->sequence->layers) {
        hidden += layer.hidden && !model::isCopy(layer) ? 1 : 0;
    }
    m_hidden->setText(hidden > 0 ? tr("%n hidden", nullptr, hidden) : QString());
}

}
