// SPDX-License-Identifier: MIT
#include "app/arrange/card/cue_form.h"

#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/edit/edits.h"
#include "core/model/limits.h"
#include "core/motion/easing_curve.h"
#include "core/motion/spring_feel.h"
#include "core/plan/carry.h"
#include "render/frames/thumbnail.h"

#include <QLabel>
#include <algorithm>

/// The card's last column: how the cue reaches each target.
namespace scaena::app {

void CueForm::refreshCarried(const model::Cue& it) {
    // Targets that carry it alike share a row: most cues are carried the same way nearly everywhere.
    struct Row {
        plan::CueCarry carry;
        QStringList names;
    };
    std::vector<Row> rows;
    QString all;
    const auto& study = *m_document.study();
    const auto index = static_cast<std::size_t>(model::indexOf(study.sequence().cues, it.id));
    for (const auto& target : plan::targets()) {
        auto carry = study.plan(target.id)->cues[index].carry;
        auto row = std::find_if(rows.begin(), rows.end(), [&](const Row& known) {
            return known.carry.how == carry.how && known.carry.reason == carry.reason;
        });
        if (row == rows.end()) {
            row = rows.insert(row, {std::move(carry), {}});
        }
        row->names << QString::fromStdString(target.name);
        all += QStringLiteral("%1 %2\n").arg(row - rows.begin()).arg(row->names.size());
    }
    // What is true nearly everywhere comes last, as the rest.
    std::stable_sort(rows.begin(), rows.end(),
                     [](const Row& a, const Row& b) { return a.names.size() < b.names.size(); });
    for (const auto& row : rows) {
        all += toQString(model::word(row.carry.how)) + QString::fromStdString(row.carry.reason.text());
    }
    if (all == m_shownCarry) {
        return;
    }
    m_shownCarry = all;
    m_carried->clearRows(1);
    for (const auto& row : rows) {
        const auto how = row.carry.how;
        auto* word = new QLabel(toQString(model::word(how)), m_carried);
        const QColor ink = how == plan::Carry::Dropped ? theme().madder
                           : how == plan::Carry::Baked ? theme().umber
                                                       : theme().woad;
        word->setFont(uiFont(12, true));
        word->setStyleSheet(QStringLiteral("color: %1").arg(ink.name()));
        word->setToolTip(row.names.join(QStringLiteral(", ")));
        const bool most =
            &row == &*std::max_element(rows.begin(), rows.end(), [](const Row& a, const Row& b) {
                return a.names.size() < b.names.size();
            });
        const auto names = rows.size() == 1        ? tr("everywhere")
                           : most                  ? tr("elsewhere")
                           : row.names.size() <= 2 ? row.names.join(QStringLiteral(", "))
                                                   : tr("on %1 targets").arg(row.names.size());
        m_carried->addRow(names, word);
        const auto list =
            row.names.size() > 2 && !most ? row.names.join(QStringLiteral(", ")) + ": " : QString();
        auto* reason = new QLabel(list + QString::fromStdString(row.carry.reason.text()), m_carried);
        reason->setProperty("quiet", true);
        reason->setFont(uiFont(11));
        reason->setWordWrap(true);
        m_carried->addWide(reason);
    }
    m_carried->finish();
}

}
