// SPDX-License-Identifier: MIT
#include "app/shell/problems_dialog.h"

#include "app/widgets/theme.h"

#include <QApplication>
#include <QClipboard>
#include <QDialogButtonBox>
#include <QFileInfo>
#include <QLabel>
#include <QPushButton>
#include <QTreeWidget>
#include <QVBoxLayout>

namespace scaena::app {

ProblemsDialog::ProblemsDialog(const QString& title, const Problems& problems, QWidget* parent)
    : QDialog(parent) {
    setObjectName(QStringLiteral("problems"));
    setWindowTitle(tr("Scaena"));
    resize(680, 340);
    auto* heading = new QLabel(title, this);
    heading->setFont(nameFont(16));
    heading->setWordWrap(true);
    auto* list = new QTreeWidget(this);
    list->setObjectName(QStringLiteral("problemList"));
    list->setColumnCount(2);
    list->setHeaderLabels({tr("Where"), tr("What")});
    list->setRootIsDecorated(false);
    list->setWordWrap(true);
    list->setUniformRowHeights(false);
    for (const auto& problem : problems) {
        const QString file = QFileInfo(QString::fromStdString(problem.file)).fileName();
        const QString place = QString::fromStdString(problem.place);
        auto* row = new QTreeWidgetItem({file + (file.isEmpty() || place.isEmpty() ? "" : "  ") + place,
                                         QString::fromStdString(problem.message)});
        row->setToolTip(0, QString::fromStdString(problem.file));
        row->setToolTip(1, QString::fromStdString(problem.message));
        list->addTopLevelItem(row);
    }
    list->setColumnWidth(0, 220);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close, this);
    auto* copy = buttons->addButton(tr("Copy"), QDialogButtonBox::ActionRole);
    connect(copy, &QPushButton::clicked, this,
            [problems] { QApplication::clipboard()->setText(QString::fromStdString(describe(problems))); });
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* column = new QVBoxLayout(this);
    column->addWidget(heading);
    column->addWidget(list, 1);
    column->addWidget(buttons);
}

}
