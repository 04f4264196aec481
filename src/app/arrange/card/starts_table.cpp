// SPDX-License-Identifier: MIT
#include "app/arrange/card/starts_table.h"

#include "app/widgets/phrasing.h"
#include "app/widgets/quiet_scroll.h"
#include "app/widgets/theme.h"
#include "core/edit/beat_edits.h"

#include <QGridLayout>
#include <QLabel>
#include <QToolButton>
#include <QVBoxLayout>

namespace scaena::app {

using model::StartKind;

namespace {

QStringList kindNames() {
    return {QObject::tr("first"), QObject::tr("cold"), QObject::tr("warm"), QObject::tr("hot"),
            QObject::tr("re-created")};
}

QToolButton* makeQuiet(const QString& name, const QString& text, QWidget* parent) {
    auto* button = new QToolButton(parent);
    button->setObjectName(name);
    button->setText(text);
    button->setFont(uiFont(11));
    button->setFixedHeight(18);
    return button;
}

/// The system shows its picture whenever a process starts.
bool isFixed(const model::Beat& beat, StartKind start) {
    return beat.kind == model::BeatKind::Opening && (start == StartKind::First || start == StartKind::Cold);
}

}

StartsTable::StartsTable(Document& document, Preview& preview, QWidget* parent)
    : QWidget(parent), m_document(document), m_preview(preview) {
    setObjectName(QStringLiteral("startsTable"));
    auto* rows = new QWidget(this);
    m_grid = new QGridLayout(rows);
    m_grid->setContentsMargins(0, 0, 4, 0);
    m_grid->setHorizontalSpacing(2);
    m_grid->setVerticalSpacing(0);
    m_onlyFirst = makeQuiet(QStringLiteral("onlyFirstTime"), tr("only the first time"), this);
    m_onlyFirst->setToolTip(tr("The selected beat plays the first time the app is started, and never again"));
    auto* head = new QHBoxLayout;
    auto* title = new QLabel(tr("Plays on"), this);
    title->setProperty("heading", true);
    title->setFont(uiFont(12, true));
    head->addWidget(title);
    head->addStretch(1);
    head->addWidget(m_onlyFirst);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(1);
    column->addLayout(head);
    column->addWidget(makeQuietScroll(rows, this), 1);
    connect(m_onlyFirst, &QToolButton::clicked, this, [this] {
        const auto* beat = model::findThing(m_document.sequence()->beats, m_selected);
        if (beat) {
            m_document.apply(tr("%1 only the first time").arg(toQString(beat->name)),
                             edit::playOnlyFirst(*m_document.sequence(), m_selected));
        }
    });
    connect(&preview, &Preview::conditionsChanged, this, &StartsTable::markStart);
}

void StartsTable::show(const BeatId& selected) {
    m_selected = selected;
    const auto& s = *m_document.sequence();
    QString now = toQString(std::string(selected));
    for (const auto& beat : s.beats) {
        now += QLatin1Char('\n') + toQString(beat.name);
        for (std::size_t start = 0; start < model::kStartKinds; ++start) {
            now += QLatin1Char(model::playsOn(s, beat, static_cast<StartKind>(start)) ? '1' : '0');
        }
    }
    if (now != m_shown) {
        m_shown = now;
        rebuild();
    }
    const auto* beat = model::findThing(s.beats, selected);
    m_onlyFirst->setEnabled(beat && beat->kind != model::BeatKind::Opening);
    markStart();
}

void StartsTable::rebuild() {
    const auto& s = *m_document.sequence();
    qDeleteAll(m_grid->parentWidget()->findChildren<QWidget*>(Qt::FindDirectChildrenOnly));
    for (int start = 0; start < int(model::kStartKinds); ++start) {
        auto* kind =
            makeQuiet(QStringLiteral("startKind-%1").arg(start), kindNames()[start], m_grid->parentWidget());
        kind->setToolTip(tr("Puts the stage under this kind of start"));
        connect(kind, &QToolButton::clicked, this, [this, start] {
            auto conditions = m_preview.conditions();
            conditions.start = static_cast<StartKind>(start);
            m_preview.setConditions(conditions);
        });
        m_grid->addWidget(kind, 0, 1 + start, Qt::AlignCenter);
    }
    int row = 1;
    for (const auto& beat : s.beats) {
        auto* name = new QLabel(toQString(beat.name), m_grid->parentWidget());
        name->setFont(uiFont(12, beat.id == m_selected));
        m_grid->addWidget(name, row, 0);
        for (int start = 0; start < int(model::kStartKinds); ++start) {
            m_grid->addWidget(makeCell(beat, static_cast<StartKind>(start)), row, 1 + start, Qt::AlignCenter);
        }
        ++row;
    }
    m_grid->setColumnStretch(0, 1);
    m_grid->setRowStretch(row, 1);
}

QToolButton* StartsTable::makeCell(const model::Beat& beat, StartKind start) {
    const bool plays = model::playsOn(*m_document.sequence(), beat, start);
    auto* cell = makeQuiet(QStringLiteral("plays-%1-%2").arg(toQString(std::string(beat.id))).arg(int(start)),
                           plays ? QStringLiteral("●") : QStringLiteral("–"), m_grid->parentWidget());
    cell->setCheckable(true);
    cell->setChecked(plays);
    cell->setFixedWidth(26);
    cell->setAccessibleName(tr("%1 on a %2 start").arg(toQString(beat.name), kindNames()[int(start)]));
    if (isFixed(beat, start)) {
        cell->setEnabled(false);
        cell->setToolTip(tr("The system shows its picture whenever a process starts"));
    }
    connect(
        cell, &QToolButton::clicked, this,
        [this, id = beat.id, start, plays] {
            const auto* it = model::findThing(m_document.sequence()->beats, id);
            m_document.apply((plays ? tr("%1 not on a %2 start") : tr("%1 on a %2 start"))
                                 .arg(toQString(it->name), kindNames()[int(start)]),
                             edit::setPlays(*m_document.sequence(), id, start, !plays));
        },
        Qt::QueuedConnection); // the table is made anew by it
    return cell;
}

void StartsTable::markStart() {
    for (int start = 0; start < int(model::kStartKinds); ++start) {
        if (auto* kind = findChild<QToolButton*>(QStringLiteral("startKind-%1").arg(start))) {
            const bool isNow = int(m_preview.conditions().start) == start;
            kind->setFont(uiFont(11, isNow));
            kind->setAccessibleDescription(isNow ? tr("the stage shows this start") : QString());
        }
    }
}

}
