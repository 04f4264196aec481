// SPDX-License-Identifier: MIT
#include "app/export/file_view.h"

#include "app/export/code_colours.h"
#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/art/picture_head.h"

#include <QButtonGroup>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QScrollBar>
#include <QToolButton>
#include <QVBoxLayout>

namespace scaena::app {

using exporting::FileChange;
using exporting::RefusedChoice;

namespace {

/// Longer texts are shown up to here; the file itself is whole.
constexpr std::size_t kLongestText = 400'000;

bool isPicture(const std::string& bytes) { return !art::pictureEnding(bytes).empty(); }

}

FileView::FileView(QWidget* parent)
    : QWidget(parent), m_title(new QLabel(this)), m_modes(new QWidget(this)),
      m_modeGroup(new QButtonGroup(this)), m_choices(new QWidget(this)), m_text(new QPlainTextEdit(this)),
      m_colours(new CodeColours(m_text->document())), m_picture(new QLabel(this)) {
    m_title->setFont(timeFont(12));
    m_title->setObjectName(QStringLiteral("fileTitle"));
    auto* modes = new QHBoxLayout(m_modes);
    modes->setContentsMargins(0, 0, 0, 0);
    modes->setSpacing(4);
    const QString names[] = {tr("Text"), tr("Against yours"), tr("Your changes"), tr("Our changes")};
    const QString tips[] = {tr("What will be written"),
                            tr("From the file in the folder to what will be written"),
                            tr("From what the last export wrote to the file in the folder"),
                            tr("From what the last export wrote to what will be written")};
    for (int i = 0; i < 4; ++i) {
        auto* button = new QToolButton(m_modes);
        button->setText(names[i]);
        button->setToolTip(tips[i]);
        button->setCheckable(true);
        button->setObjectName(QStringLiteral("fileMode%1").arg(i));
        m_modeGroup->addButton(button, i);
        modes->addWidget(button);
    }
    connect(m_modeGroup, &QButtonGroup::idClicked, this, &FileView::refresh);
    auto* head = new QHBoxLayout;
    head->addWidget(m_title, 1);
    head->addWidget(m_modes);
    auto* choices = new QHBoxLayout(m_choices);
    choices->setContentsMargins(0, 0, 0, 0);
    auto* question = new QLabel(tr("This file is not as the last export left it."), m_choices);
    question->setWordWrap(true);
    m_replace = new QPushButton(tr("Write ours, keep yours aside"), m_choices);
    m_replace->setToolTip(tr("Yours goes into %1/").arg(toQString(exporting::kKeptFolder)));
    m_keep = new QPushButton(tr("Leave yours"), m_choices);
    m_replace->setObjectName(QStringLiteral("chooseReplace"));
    m_keep->setObjectName(QStringLiteral("chooseKeep"));
    for (auto* button : {m_replace, m_keep}) {
        button->setCheckable(true);
    }
    choices->addWidget(question, 1);
    choices->addWidget(m_replace);
    choices->addWidget(m_keep);
    const auto choose = [this](RefusedChoice choice) {
        m_versions.entry.choice = choice;
        refresh();
        emit chosen(m_versions.path, choice);
    };
    connect(m_replace, &QPushButton::clicked, this, [choose] { choose(RefusedChoice::Replace); });
    connect(m_keep, &QPushButton::clicked, this, [choose] { choose(RefusedChoice::Keep); });
    m_text->setReadOnly(true);
    m_text->setObjectName(QStringLiteral("fileText"));
    m_text->setFont(timeFont(12));
    m_text->setLineWrapMode(QPlainTextEdit::NoWrap);
    m_text->setFrameShape(QFrame::NoFrame);
    m_picture->setAlignment(Qt::AlignCenter);
    m_picture->setObjectName(QStringLiteral("filePicture"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    column->addLayout(head);
    column->addWidget(m_choices);
    column->addWidget(m_text, 1);
    column->addWidget(m_picture, 1);
    clear();
}

void FileView::clear() {
    m_versions = {};
    m_title->clear();
    m_text->clear();
    m_modes->hide();
    m_choices->hide();
    m_picture->hide();
    m_text->show();
}

void FileView::show(Versions versions) {
    const bool same = versions.path == m_versions.path && versions.made == m_versions.made &&
                      versions.disk == m_versions.disk && versions.entry.change == m_versions.entry.change;
    m_versions = std::move(versions);
    if (same) {
        return;
    }
    const auto change = m_versions.entry.change;
    const bool differs = change == FileChange::Changed || change == FileChange::Refused;
    m_modeGroup->button(differs ? Difference : Text)->setChecked(true);
    refresh();
}

void FileView::refresh() {
    const auto& it = m_versions;
    const bool refused = it.entry.change == FileChange::Refused;
    const auto& shown = it.made ? *it.made : it.disk.value_or(std::string());
    m_title->setText(it.path);
    m_title->setToolTip(it.path);
    m_choices->setVisible(refused);
    m_replace->setChecked(it.entry.choice == RefusedChoice::Replace);
    m_keep->setChecked(it.entry.choice == RefusedChoice::Keep);
    const bool picture = isPicture(shown);
    m_modes->setVisible(!picture && it.disk && it.made && *it.disk != *it.made);
    m_modeGroup->button(Yours)->setVisible(it.base.has_value() && refused);
    m_modeGroup->button(Ours)->setVisible(it.base.has_value() && refused);
    m_text->setVisible(!picture);
    m_picture->setVisible(picture);
    if (picture) {
        showPicture(shown);
        return;
    }
    const int mode = m_modes->isVisibleTo(this) ? m_modeGroup->checkedId() : Text;
    if (mode == Difference) {
        showDifference(*it.disk, *it.made);
    } else if (mode == Yours && it.base) {
        showDifference(*it.base, *it.disk);
    } else if (mode == Ours && it.base) {
        showDifference(*it.base, *it.made);
    } else {
        showText(shown);
    }
}

void FileView::showText(const std::string& text) {
    m_colours->show(m_versions.path, {});
    m_text->setPlainText(QString::fromStdString(text.substr(0, kLongestText)));
    m_colours->show(m_versions.path, {});
}

void FileView::showDifference(const std::string& from, const std::string& to) {
    auto diff = exporting::diffLines(from, to);
    QStringList lines;
    int first = -1;
    for (std::size_t i = 0; i < diff.size(); ++i) {
        const auto kind = diff[i].kind;
        // A sign as well: nothing is told by colour alone.
        const auto* sign = kind == exporting::LineKind::New    ? "+ "
                           : kind == exporting::LineKind::Gone ? "− "
                                                               : "  ";
        lines << QString::fromUtf8(sign) + QString::fromStdString(diff[i].text);
        first = first < 0 && kind != exporting::LineKind::Same ? static_cast<int>(i) : first;
    }
    m_text->setPlainText(lines.join(QLatin1Char('\n')));
    m_colours->show(m_versions.path, std::move(diff));
    m_text->verticalScrollBar()->setValue(std::max(0, first - 6));
}

void FileView::showPicture(const std::string& bytes) {
    const auto image =
        QImage::fromData(QByteArray::fromRawData(bytes.data(), static_cast<int>(bytes.size())));
    const QSize room(460, 380);
    const QSize shown = image.size().width() > room.width() || image.size().height() > room.height()
                            ? image.size().scaled(room, Qt::KeepAspectRatio)
                            : image.size();
    // On a chequered ground, so that clear parts can be told.
    QPixmap board(shown);
    QPainter painter(&board);
    for (int y = 0; y < shown.height(); y += 8) {
        for (int x = 0; x < shown.width(); x += 8) {
            painter.fillRect(x, y, 8, 8, (x + y) / 8 % 2 == 0 ? theme().page : theme().rule);
        }
    }
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.drawImage(QRect(QPoint(), shown), image);
    painter.end();
    m_picture->setPixmap(board);
    m_title->setText(
        m_versions.path +
        tr("   %1 × %2 px, %3 kB").arg(image.width()).arg(image.height()).arg((bytes.size() + 1023) / 1024));
}

}
