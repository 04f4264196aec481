// SPDX-License-Identifier: MIT
#include "app/export/export_dialog.h"

#include "app/shell/phrasing.h"
#include "app/shell/theme.h"
#include "export/common/exporter.h"
#include "render/frame_maker.h"
#include "render/still.h"
#include "render/text_outline.h"

#include <QDesktopServices>
#include <QDialogButtonBox>
#include <QFileDialog>
#include <QFileInfo>
#include <QGridLayout>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSettings>
#include <QTreeWidget>
#include <QUrl>

namespace scaena::app {

using exporting::FileChange;

ExportDialog::ExportDialog(Document& document, QWidget* parent)
    : QDialog(parent), m_document(document), m_folder(new QLineEdit(this)), m_package(new QLineEdit(this)),
      m_files(new QTreeWidget(this)), m_summary(new QLabel(this)) {
    setObjectName(QStringLiteral("export"));
    setWindowTitle(tr("Export for Android"));
    resize(760, 560);
    auto* heading = new QLabel(tr("Export for Android"), this);
    heading->setFont(nameFont(18));
    auto* about =
        new QLabel(tr("Resources, launch themes and a Kotlin player for Android 6 and later. Choose the "
                      "module's <i>src/main</i> folder, or an empty folder to look at the files first."),
                   this);
    about->setProperty("quiet", true);
    about->setWordWrap(true);
    m_folder->setObjectName(QStringLiteral("exportFolder"));
    m_folder->setPlaceholderText(tr("…/app/src/main"));
    m_package->setObjectName(QStringLiteral("exportPackage"));
    m_package->setPlaceholderText(tr("com.example.app – the package of your app's R"));
    auto* browse = new QPushButton(tr("Choose …"), this);
    m_files->setObjectName(QStringLiteral("exportFiles"));
    m_files->setColumnCount(2);
    m_files->setHeaderLabels({tr("File"), tr("Change")});
    m_files->setRootIsDecorated(false);
    m_files->header()->setStretchLastSection(false);
    m_files->header()->setSectionResizeMode(0, QHeaderView::Stretch);
    m_files->setFont(timeFont(12));
    m_summary->setObjectName(QStringLiteral("exportSummary"));
    m_summary->setWordWrap(true);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close, this);
    m_write = buttons->addButton(tr("Write the files"), QDialogButtonBox::ActionRole);
    m_write->setObjectName(QStringLiteral("exportWrite"));
    m_show = buttons->addButton(tr("Open the folder"), QDialogButtonBox::ActionRole);
    auto* grid = new QGridLayout(this);
    grid->setVerticalSpacing(8);
    grid->addWidget(heading, 0, 0, 1, 3);
    grid->addWidget(about, 1, 0, 1, 3);
    grid->addWidget(new QLabel(tr("Folder"), this), 2, 0);
    grid->addWidget(m_folder, 2, 1);
    grid->addWidget(browse, 2, 2);
    grid->addWidget(new QLabel(tr("Package"), this), 3, 0);
    grid->addWidget(m_package, 3, 1, 1, 2);
    grid->addWidget(m_files, 4, 0, 1, 3);
    grid->addWidget(m_summary, 5, 0, 1, 3);
    grid->addWidget(buttons, 6, 0, 1, 3);
    connect(browse, &QPushButton::clicked, this, &ExportDialog::choose);
    connect(m_folder, &QLineEdit::textChanged, this, &ExportDialog::plan);
    connect(m_package, &QLineEdit::textChanged, this, &ExportDialog::build);
    connect(m_write, &QPushButton::clicked, this, &ExportDialog::write);
    connect(m_show, &QPushButton::clicked, this,
            [this] { QDesktopServices::openUrl(QUrl::fromLocalFile(m_folder->text())); });
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    QSettings settings;
    m_package->setText(
        settings.value(QStringLiteral("exportPackage/") + QString::fromStdString(document.sequence()->name))
            .toString());
    m_folder->setText(
        settings.value(QStringLiteral("exportFolder/") + QString::fromStdString(document.sequence()->name))
            .toString());
    build();
}

void ExportDialog::choose() {
    const auto folder = QFileDialog::getExistingDirectory(this, tr("Where to export to"), m_folder->text());
    if (!folder.isEmpty()) {
        m_folder->setText(folder);
    }
}

void ExportDialog::build() {
    m_made.reset();
    m_problems.clear();
    const render::QtTextOutliner outliner;
    const render::QtRasteriser rasteriser;
    const render::QtFrameMaker frames;
    auto made = exporting::findExporter("android")->build({*m_document.sequence(),
                                                           *m_document.shelf(),
                                                           outliner,
                                                           rasteriser,
                                                           frames,
                                                           {m_package->text().trimmed().toStdString()}});
    if (made) {
        m_made = std::move(*made);
    } else {
        m_problems = made.error();
    }
    plan();
}

void ExportDialog::plan() {
    m_files->clear();
    m_plan = {};
    m_write->setEnabled(false);
    m_show->setEnabled(QFileInfo(m_folder->text()).isDir());
    if (!m_made) {
        m_summary->setText(QString::fromStdString(describe(m_problems)));
        return;
    }
    if (m_folder->text().isEmpty()) {
        m_summary->setText(
            tr("%n files. Choose a folder for them.", nullptr, static_cast<int>(m_made->files.size())));
        for (const auto& file : m_made->files) {
            m_files->addTopLevelItem(new QTreeWidgetItem({QString::fromStdString(file.path), QString()}));
        }
        return;
    }
    m_plan = exporting::planWrite(DiskFiles(), m_folder->text().toStdString(), *m_made);
    std::map<FileChange, int> counts;
    for (const auto& entry : m_plan.entries) {
        auto* row = new QTreeWidgetItem(
            {QString::fromStdString(entry.path), toQString(exporting::word(entry.change))});
        row->setForeground(1, entry.change == FileChange::Refused     ? theme().madder
                              : entry.change == FileChange::Unchanged ? theme().faint
                                                                      : theme().verdigris);
        m_files->addTopLevelItem(row);
        ++counts[entry.change];
    }
    QString text = tr("%1 added, %2 changed, %3 removed, %4 unchanged.")
                       .arg(counts[FileChange::Added])
                       .arg(counts[FileChange::Changed])
                       .arg(counts[FileChange::Removed])
                       .arg(counts[FileChange::Unchanged]);
    if (m_plan.hasRefused()) {
        text += tr(" %n files are not as the last export left them, so nothing will be written. Move your "
                   "changes elsewhere first.",
                   nullptr, counts[FileChange::Refused]);
    }
    for (const auto& note : m_made->notes) {
        text += QStringLiteral("\n") + QString::fromStdString(note);
    }
    m_summary->setText(text);
    m_write->setEnabled(!m_plan.hasRefused() && m_plan.changesAnything());
}

void ExportDialog::write() {
    DiskFiles files;
    const auto written = exporting::write(files, m_folder->text().toStdString(), *m_made, m_plan, false);
    if (!written) {
        m_summary->setText(
            tr("Nothing was changed: %1").arg(QString::fromStdString(describe(written.error()))));
        return;
    }
    QSettings settings;
    settings.setValue(QStringLiteral("exportPackage/") + QString::fromStdString(m_document.sequence()->name),
                      m_package->text());
    settings.setValue(QStringLiteral("exportFolder/") + QString::fromStdString(m_document.sequence()->name),
                      m_folder->text());
    plan();
    m_summary->setText(tr("Written. INTEGRATE.md in the folder tells the few steps that are left.\n") +
                       m_summary->text());
}

}
