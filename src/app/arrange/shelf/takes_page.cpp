// SPDX-License-Identifier: MIT
#include "app/arrange/shelf/takes_page.h"

#include "app/arrange/takes_dialog.h"
#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/edit/beat_edits.h"
#include "core/schedule/compare.h"
#include "core/schedule/resolve.h"

#include <QHBoxLayout>
#include <QInputDialog>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

namespace scaena::app {

TakesPage::TakesPage(ArrangeActions& actions, QWidget* parent)
    : QWidget(parent), m_actions(actions), m_list(new QListWidget(this)), m_differences(new QLabel(this)),
      m_goBack(new QPushButton(tr("Go back to it"), this)), m_compare(new QPushButton(tr("Compare …"), this)),
      m_rename(new QPushButton(tr("Rename …"), this)), m_remove(new QPushButton(tr("Remove"), this)) {
    setObjectName(QStringLiteral("takesPage"));
    m_list->setObjectName(QStringLiteral("takes"));
    m_list->setFont(uiFont(13));
    m_list->setMinimumWidth(240);
    m_goBack->setObjectName(QStringLiteral("takeGoBack"));
    m_compare->setObjectName(QStringLiteral("takeCompare"));
    m_rename->setObjectName(QStringLiteral("takeRename"));
    m_remove->setObjectName(QStringLiteral("takeRemove"));
    m_differences->setWordWrap(true);
    m_differences->setFont(uiFont(12));
    m_differences->setAlignment(Qt::AlignTop);
    m_differences->setTextInteractionFlags(Qt::TextSelectableByMouse);
    auto* scroll = new QScrollArea(this);
    scroll->setWidget(m_differences);
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->viewport()->setAutoFillBackground(false);
    auto* keep = new QPushButton(tr("Keep this timing"), this);
    keep->setObjectName(QStringLiteral("takeKeep"));
    keep->setToolTip(tr("Keeps beats and cues as they are now under a name of their own (T)"));
    auto* buttons = new QVBoxLayout;
    buttons->setSpacing(4);
    for (auto* button : {keep, m_compare, m_goBack, m_rename, m_remove}) {
        button->setFont(uiFont(12));
        buttons->addWidget(button);
    }
    buttons->addStretch(1);
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(16);
    row->addWidget(m_list, 3);
    row->addLayout(buttons);
    row->addWidget(scroll, 5);
    connect(keep, &QPushButton::clicked, this, [this] { m_actions.keepTake(); });
    connect(m_goBack, &QPushButton::clicked, this, [this] { m_actions.goBackTo(chosen()); });
    connect(m_remove, &QPushButton::clicked, this, [this] { m_actions.removeTake(chosen()); });
    connect(m_rename, &QPushButton::clicked, this, &TakesPage::rename);
    connect(m_list, &QListWidget::itemDoubleClicked, this, &TakesPage::rename);
    connect(m_compare, &QPushButton::clicked, this, &TakesPage::compare);
    connect(m_list, &QListWidget::currentRowChanged, this, &TakesPage::describe);
    connect(&actions.preview(), &Preview::scheduleChanged, this, [this] {
        if (isVisible()) {
            update();
        }
    });
    update();
}

void TakesPage::showEvent(QShowEvent*) { update(); }

TakeId TakesPage::chosen() const {
    const auto* item = m_list->currentItem();
    return item ? TakeId(item->data(Qt::UserRole).toString().toStdString()) : TakeId();
}

void TakesPage::update() {
    const TakeId before = chosen();
    const auto& s = *m_actions.document().sequence();
    m_list->blockSignals(true);
    m_list->clear();
    for (const auto& take : s.takes) {
        const auto schedule =
            m_actions.document().study()->withTake(take.id)->schedule(m_actions.preview().conditions());
        const QString shown = isNever(schedule->metrics.shown)
                                  ? tr("never shown")
                                  : tr("shown %1").arg(timeText(schedule->metrics.shown));
        auto* item = new QListWidgetItem(QStringLiteral("%1    %2").arg(toQString(take.name), shown), m_list);
        item->setData(Qt::UserRole, QString::fromStdString(take.id));
        if (take.id == before) {
            m_list->setCurrentItem(item);
        }
    }
    if (m_list->currentRow() < 0 && m_list->count() > 0) {
        m_list->setCurrentRow(m_list->count() - 1);
    }
    m_list->blockSignals(false);
    describe();
}

void TakesPage::describe() {
    const auto& s = *m_actions.document().sequence();
    const auto* take = model::findThing(s.takes, chosen());
    for (auto* button : {m_goBack, m_compare, m_rename, m_remove}) {
        button->setEnabled(take != nullptr);
    }
    if (!take) {
        m_differences->setText(
            tr("No take is kept yet. Keep the timing as it is now (T), change it, and compare the two on "
               "two stages in step. Takes are saved with the sequence."));
        return;
    }
    const auto kept =
        m_actions.document().study()->withTake(take->id)->schedule(m_actions.preview().conditions());
    QStringList lines;
    for (const auto& line : schedule::differences(*kept, *m_actions.preview().schedule())) {
        lines << toQString(line).toHtmlEscaped();
    }
    m_differences->setText(lines.isEmpty() ? tr("The timing is as in %1.").arg(toQString(take->name))
                                           : tr("<b>Now, against %1:</b><br>%2")
                                                 .arg(toQString(take->name).toHtmlEscaped(),
                                                      lines.join(QStringLiteral("<br>"))));
}

void TakesPage::rename() {
    const auto* take = model::findThing(m_actions.document().sequence()->takes, chosen());
    if (!take) {
        return;
    }
    bool ok = false;
    const TakeId id = take->id;
    const QString name = QInputDialog::getText(this, tr("Rename the take"), tr("Name of the take:"),
                                               QLineEdit::Normal, toQString(take->name), &ok)
                             .trimmed();
    if (ok && !name.isEmpty()) {
        m_actions.document().apply(
            tr("rename a take to %1").arg(name),
            edit::renameTake(*m_actions.document().sequence(), id, name.toStdString()));
    }
}

void TakesPage::compare() {
    if (const auto* take = model::findThing(m_actions.document().sequence()->takes, chosen())) {
        TakesDialog(m_actions, take->id, window()).exec();
    }
}

}
