// SPDX-License-Identifier: MIT
#include "app/shell/window_header.h"

#include "app/document/document.h"
#include "app/widgets/theme.h"

#include <QCoreApplication>
#include <QHBoxLayout>
#include <QLabel>
#include <QToolButton>

namespace scaena::app {

namespace {
constexpr int kLeftPart = 352; // pixels: as wide as the stage's page
constexpr int kWidestName = 210;
}

WindowHeader::WindowHeader(QWidget* parent)
    : QWidget(parent), m_title(new QLabel(this)), m_subtitle(new QLabel(this)),
      m_undo(new QToolButton(this)) {
    setFixedHeight(kHeight);
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(20, 0, 18, 0);
    row->setSpacing(10);
    m_title->setFont(nameFont(17));
    m_title->setObjectName(QStringLiteral("title"));
    m_subtitle->setFont(uiFont(12));
    m_subtitle->setProperty("quiet", true);
    auto* left = new QWidget(this);
    auto* names = new QHBoxLayout(left);
    names->setContentsMargins(0, 0, 0, 0);
    names->setSpacing(9);
    names->addWidget(m_title, 0, Qt::AlignBaseline);
    names->addWidget(m_subtitle, 0, Qt::AlignBaseline);
    names->addStretch(1);
    left->setFixedWidth(kLeftPart);
    row->addWidget(left);
    for (const auto& it : rooms()) {
        auto* button = new QToolButton(this);
        const auto name = QCoreApplication::translate("MainWindow", it.name);
        button->setObjectName(QStringLiteral("bookmark-") + QLatin1String(it.id));
        button->setText(name);
        button->setToolTip(QStringLiteral("%1 (%2)").arg(name, QLatin1String(it.shortcut)));
        button->setFont(uiFont(13, true));
        button->setFixedSize(112, 34);
        connect(button, &QToolButton::clicked, this, [this, room = it.room] { emit wantsRoom(room); });
        row->addWidget(button, 0, Qt::AlignBottom);
        m_bookmarks.push_back({it.room, button});
    }
    row->addStretch(1);
    m_undo->setObjectName(QStringLiteral("undoWords"));
    m_undo->setFont(uiFont(12));
    m_undo->setToolTip(tr("The history in words (Ctrl+Y); Ctrl+Z undoes"));
    connect(m_undo, &QToolButton::clicked, this, &WindowHeader::wantsHistory);
    row->addWidget(m_undo);
}

/// Setting a style sheet costs milliseconds: only when the looks have changed.
void WindowHeader::dress(const Bookmark& bookmark, bool isOpen) {
    const QString sheet =
        QStringLiteral(
            "QToolButton { background: %1; color: %2; border: 1px solid %3; border-bottom: none; "
            "border-top: 3px solid %4; border-top-left-radius: 2px; border-top-right-radius: 2px; }")
            .arg((isOpen ? theme().page : theme().desk).name(), (isOpen ? theme().ink : theme().faint).name(),
                 theme().rule.name(), (isOpen ? theme().woad : theme().rule).name());
    if (bookmark.button->styleSheet() != sheet) {
        bookmark.button->setStyleSheet(sheet);
    }
}

void WindowHeader::show(const Document& document, Room open) {
    const bool isOpen = document.isOpen();
    for (const auto& it : m_bookmarks) {
        it.button->setVisible(isOpen);
        dress(it, it.room == open);
    }
    const QString name = QString::fromStdString(document.sequence()->name);
    const QFontMetrics metrics(m_title->font());
    m_title->setText(isOpen ? metrics.elidedText(name, Qt::ElideRight, kWidestName) : tr("Scaena"));
    m_subtitle->setText(!isOpen                   ? tr("launch sequences")
                        : document.isModified()   ? tr("launch sequence · changed")
                        : document.path().empty() ? tr("launch sequence · new")
                                                  : tr("launch sequence · saved"));
    const auto& history = document.history();
    m_undo->setVisible(isOpen && history.canUndo());
    m_undo->setText(tr("undo: “%1”").arg(QString::fromStdString(history.undoName())));
}

}
