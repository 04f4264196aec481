// SPDX-License-Identifier: MIT
#include "app/export/carried_page.h"

#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/model/with_copies.h"

namespace scaena::app {

CarriedPage::CarriedPage(QWidget* parent) : QTreeWidget(parent) {
    setObjectName(QStringLiteral("exportCues"));
    setRootIsDecorated(false);
    setFrameShape(QFrame::NoFrame);
}

void CarriedPage::fill(const study::Study& study, plan::ExportId target) {
    clear();
    const auto& sequence = study.sequence();
    const auto plans = study.plans(target);
    QStringList head = {tr("Cue")};
    for (const auto& plan : plans) {
        head << QString::fromStdString(plan->target->name);
    }
    head << tr("Why");
    setColumnCount(static_cast<int>(head.size()));
    setHeaderLabels(head);
    for (std::size_t c = 0; c < sequence.cues.size(); ++c) {
        const auto& cue = sequence.cues[c];
        if (model::isOfCopy(sequence, cue)) {
            continue; // as the layer's own
        }
        const auto* layer = model::findThing(sequence.layers, cue.layer);
        auto* item = new QTreeWidgetItem(
            this, {QStringLiteral("%1 – %2").arg(QString::fromStdString(layer ? layer->name : cue.layer),
                                                 toQString(model::word(cue.move.kind)))});
        item->setToolTip(0, QString::fromStdString(cue.id));
        QString why;
        for (std::size_t i = 0; i < plans.size(); ++i) {
            const auto& carry = plans[i]->cues[c].carry;
            const int column = static_cast<int>(i) + 1;
            item->setText(column, toQString(model::word(carry.how)));
            item->setForeground(column, carry.how == plan::Carry::Dropped ? theme().madder
                                        : carry.how == plan::Carry::Baked ? theme().umber
                                                                          : theme().woad);
            why = why.isEmpty() || carry.how > plan::Carry::Player
                      ? QString::fromStdString(carry.reason.text())
                      : why;
        }
        item->setText(static_cast<int>(head.size()) - 1, why);
    }
    for (int i = 0; i < head.size(); ++i) {
        resizeColumnToContents(i);
    }
}

}
