// SPDX-License-Identifier: MIT
#include "app/arrange/launches_dialog.h"

#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"

#include <QDialogButtonBox>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

namespace scaena::app {

namespace {

QString times(Millis fast, Millis typical, Millis slow) {
    return QStringLiteral("%1 · %2 · %3").arg(timeText(fast), timeText(typical), timeText(slow));
}

QString outcomeWord(model::Outcome outcome) {
    switch (outcome) {
    case model::Outcome::Complete:
        return LaunchesDialog::tr("complete");
    case model::Outcome::WentOn:
        return LaunchesDialog::tr("went on");
    case model::Outcome::Offline:
        return LaunchesDialog::tr("offline");
    case model::Outcome::Message:
        return LaunchesDialog::tr("message");
    case model::Outcome::Interrupted:
        return LaunchesDialog::tr("interrupted");
    }
    return {};
}

QString summaryOf(const launches::RealLaunches& launches) {
    QStringList parts;
    if (launches.shownTypical) {
        parts << LaunchesDialog::tr("Shown after %1 ms in half of them, %2 ms in nine tenths")
                     .arg(timeText(*launches.shownTypical), timeText(*launches.shownSlow));
    }
    QStringList ends;
    for (const auto& [outcome, count] : launches.outcomes) {
        ends << QStringLiteral("%1 %2").arg(outcomeWord(outcome)).arg(count);
    }
    parts << LaunchesDialog::tr("Ends: %1").arg(ends.join(QStringLiteral(", ")));
    parts << LaunchesDialog::tr("%1 % without a late frame").arg(static_cast<int>(launches.smooth * 100));
    return parts.join(QStringLiteral(". ")) + QStringLiteral(".");
}

}

LaunchesDialog::LaunchesDialog(const model::Sequence& sequence, const launches::RealLaunches& launches,
                               std::size_t unreadable, QWidget* parent)
    : QDialog(parent) {
    setObjectName(QStringLiteral("launches"));
    setWindowTitle(tr("Real launches"));
    const auto name = QString::fromStdString(sequence.name);
    auto* heading =
        new QLabel(launches.counted == 1 ? tr("One launch of “%1”").arg(name)
                                         : tr("%1 launches of “%2”").arg(launches.counted).arg(name),
                   this);
    heading->setFont(nameFont(16));
    auto* summary = new QLabel(summaryOf(launches), this);
    summary->setObjectName(QStringLiteral("launchSummary"));
    summary->setFont(uiFont(13));
    summary->setWordWrap(true);
    auto* table = new QTableWidget(this);
    table->setObjectName(QStringLiteral("launchGates"));
    fill(table, sequence, launches);
    QStringList remarks;
    if (launches.elsewhere > 0) {
        remarks
            << tr("Left out: %1 of other sequences, or with everything in memory.").arg(launches.elsewhere);
    }
    if (unreadable > 0) {
        remarks << tr("Lines that could not be read: %1.").arg(unreadable);
    }
    if (!launches.unknown.empty()) {
        remarks << tr("Not in this sequence: %1.").arg(QString::fromStdString(launches.unknown.front()));
    }
    auto* note = new QLabel(remarks.join(QStringLiteral(" ")), this);
    note->setObjectName(QStringLiteral("launchRemarks"));
    note->setProperty("quiet", true);
    note->setFont(uiFont(12));
    note->setWordWrap(true);
    note->setVisible(!remarks.isEmpty());
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Close, this);
    auto* use = buttons->button(QDialogButtonBox::Ok);
    use->setText(tr("Use the measured times"));
    use->setObjectName(QStringLiteral("useLaunches"));
    use->setEnabled(std::any_of(launches.gates.begin(), launches.gates.end(),
                                [](const auto& it) { return it.opened > 0; }));
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 16, 20, 14);
    column->setSpacing(10);
    column->addWidget(heading);
    column->addWidget(summary);
    column->addWidget(table, 1);
    column->addWidget(note);
    column->addWidget(buttons);
    resize(640, 380);
}

void LaunchesDialog::fill(QTableWidget* table, const model::Sequence& sequence,
                          const launches::RealLaunches& launches) {
    table->setColumnCount(5);
    table->setHorizontalHeaderLabels({tr("Gate"), tr("Now: fast · typical · slow"),
                                      tr("Measured: a tenth · half · nine tenths"), tr("Opened"),
                                      tr("Stayed shut")});
    table->setRowCount(static_cast<int>(launches.gates.size()));
    table->setEditTriggers(QAbstractItemView::NoEditTriggers);
    table->setSelectionMode(QAbstractItemView::NoSelection);
    table->setFocusPolicy(Qt::NoFocus);
    table->verticalHeader()->hide();
    table->setShowGrid(false);
    for (int row = 0; row < table->rowCount(); ++row) {
        const auto& it = launches.gates[static_cast<std::size_t>(row)];
        const auto* gate = model::findThing(sequence.gates, it.gate);
        const QString cells[] = {toQString(gate->name), times(gate->fast, gate->typical, gate->slow),
                                 it.opened > 0 ? times(it.times.fast, it.times.typical, it.times.slow)
                                               : tr("never opened"),
                                 QString::number(it.opened), QString::number(it.stayedShut)};
        for (int column = 0; column < 5; ++column) {
            auto* item = new QTableWidgetItem(cells[column]);
            item->setFont(column == 0 ? uiFont(13) : timeFont(12));
            table->setItem(row, column, item);
        }
    }
    table->horizontalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    table->horizontalHeader()->setStretchLastSection(true);
}

}
