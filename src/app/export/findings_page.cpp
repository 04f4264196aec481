// SPDX-License-Identifier: MIT
#include "app/export/findings_page.h"

#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"

#include <QLabel>

namespace scaena::app {

namespace {

QString link(const char* deed, std::size_t index, const QString& words) {
    return QStringLiteral("&nbsp;&nbsp;<a style=\"color:%1\" href=\"%2:%3\">%4</a>")
        .arg(theme().woad.name(), QString::fromLatin1(deed))
        .arg(index)
        .arg(words);
}

}

FindingsPage::FindingsPage(QWidget* parent) : QScrollArea(parent), m_text(new QLabel) {
    m_text->setObjectName(QStringLiteral("exportNotes"));
    m_text->setWordWrap(true);
    m_text->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    m_text->setTextInteractionFlags(Qt::TextBrowserInteraction);
    m_text->setContentsMargins(4, 10, 4, 4);
    connect(m_text, &QLabel::linkActivated, this, &FindingsPage::follow);
    setWidgetResizable(true);
    setFrameShape(QFrame::NoFrame);
    setWidget(m_text);
}

void FindingsPage::fill(std::vector<check::Finding> findings) {
    m_findings = std::move(findings);
    QString text;
    for (std::size_t i = 0; i < m_findings.size(); ++i) {
        const auto& finding = m_findings[i];
        const QString sentence = toQString(finding.sentence).toHtmlEscaped();
        const bool isNote = finding.severity == check::Severity::Note;
        const auto& colour = finding.severity == check::Severity::Error ? theme().madder : theme().umber;
        text += isNote ? QStringLiteral("<p>%1").arg(sentence)
                       : QStringLiteral("<p><b style=\"color:%1\">▲</b> %2").arg(colour.name(), sentence);
        text += finding.seen ? link("show", i, tr("see it on the stage")) : QString();
        text += finding.remedy ? link("mend", i, toQString(finding.remedy->label).toLower()) : QString();
        text += finding.other ? link("other", i, toQString(finding.other->label).toLower()) : QString();
        text += QStringLiteral("</p>");
    }
    m_text->setText(text.isEmpty() ? tr("Nothing to note: all of it gets there as it is previewed.") : text);
}

void FindingsPage::follow(const QString& link) {
    const auto parts = link.split(QLatin1Char(':'));
    const auto index = static_cast<std::size_t>(parts.value(1).toInt());
    if (index >= m_findings.size()) {
        return;
    }
    auto finding = m_findings[index]; // a copy: mending fills the page anew
    if (parts.first() == QLatin1String("show") && finding.seen) {
        emit wantsShown(finding);
    } else if (parts.first() == QLatin1String("mend") || parts.first() == QLatin1String("other")) {
        if (parts.first() == QLatin1String("other")) {
            finding.remedy = finding.other;
        }
        emit wantsMended(finding);
    }
}

}
