// SPDX-License-Identifier: MIT
#include "app/shell/welcome_page.h"

#include "app/shell/samples.h"
#include "app/shell/theme.h"
#include "core/project/project.h"
#include "core/schedule/resolve.h"
#include "render/still.h"

#include <QFileInfo>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QToolButton>
#include <QVBoxLayout>

namespace scaena::app {

WelcomePage::WelcomePage(QWidget* parent)
    : QWidget(parent), m_recent(new QVBoxLayout), m_sample(new QToolButton(this)) {
    setObjectName(QStringLiteral("welcome"));
    auto* heading = new QLabel(tr("From the tap to the first screen"), this);
    heading->setFont(nameFont(26));
    auto* text = new QLabel(
        tr("Scaena is where an app's launch sequence is designed: what moves, what loads meanwhile, what the "
           "wait costs.\nOpen the sample and press Space, or drop your logo (an SVG file) on the window."),
        this);
    text->setProperty("quiet", true);
    text->setFont(uiFont(14));
    text->setWordWrap(true);
    auto* logo = new QPushButton(tr("New from a logo …"), this);
    logo->setObjectName(QStringLiteral("welcomeLogo"));
    auto* fresh = new QPushButton(tr("New, empty"), this);
    fresh->setObjectName(QStringLiteral("welcomeNew"));
    auto* open = new QPushButton(tr("Open …"), this);
    open->setObjectName(QStringLiteral("welcomeOpen"));
    for (auto* button : {logo, fresh, open}) {
        button->setFont(uiFont(14));
        button->setMinimumHeight(34);
    }
    auto* buttons = new QHBoxLayout;
    buttons->setSpacing(12);
    buttons->addWidget(logo);
    buttons->addWidget(fresh);
    buttons->addWidget(open);
    buttons->addStretch(1);
    auto* recentHeading = new QLabel(tr("Recent"), this);
    recentHeading->setProperty("heading", true);
    recentHeading->setFont(uiFont(13, true));
    m_recent->setSpacing(2);

    m_sample->setObjectName(QStringLiteral("welcomeSample"));
    m_sample->setToolButtonStyle(Qt::ToolButtonTextUnderIcon);
    m_sample->setText(tr("Sample: Moraine Huts"));
    m_sample->setFont(nameFont(15));
    m_sample->setIconSize(QSize(440, 300));
    m_sample->setCursor(Qt::PointingHandCursor);
    paintSample();

    auto* left = new QVBoxLayout;
    left->setSpacing(0);
    left->addStretch(2);
    left->addWidget(heading);
    left->addSpacing(10);
    left->addWidget(text);
    left->addSpacing(22);
    left->addLayout(buttons);
    left->addSpacing(34);
    left->addWidget(recentHeading);
    left->addSpacing(6);
    left->addLayout(m_recent);
    left->addStretch(3);
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(80, 20, 80, 40);
    row->setSpacing(70);
    row->addLayout(left, 1);
    row->addWidget(m_sample, 0, Qt::AlignVCenter);
    connect(logo, &QPushButton::clicked, this, &WelcomePage::wantsLogo);
    connect(fresh, &QPushButton::clicked, this, &WelcomePage::wantsNew);
    connect(open, &QPushButton::clicked, this, &WelcomePage::wantsOpen);
    connect(m_sample, &QToolButton::clicked, this,
            [this] { emit wantsFile(samplesFolder() + QStringLiteral("/moraine/moraine.scaena")); });
}

/// Three moments of the sample side by side.
void WelcomePage::paintSample() {
    const auto project = project::open(
        DiskFiles(), (samplesFolder() + QStringLiteral("/moraine/moraine.scaena")).toStdString());
    m_sample->setVisible(project.has_value());
    if (!project) {
        return;
    }
    const auto schedule = schedule::resolve(project->sequence, {});
    const render::Scene scene(project->sequence, *project->shelf, model::Appearance::Light);
    const double ratio = devicePixelRatioF();
    QImage sheet(QSize(440, 300) * ratio, QImage::Format_ARGB32_Premultiplied);
    sheet.fill(Qt::transparent);
    QPainter painter(&sheet);
    const auto pictures =
        render::stills(scene, schedule, {500, 1250, 2000}, {QSize(132, 292) * ratio, true, false});
    for (std::size_t i = 0; i < pictures.size(); ++i) {
        painter.drawImage(QPointF((10 + double(i) * 144) * ratio, 4 * ratio), pictures[i]);
    }
    painter.end();
    sheet.setDevicePixelRatio(ratio);
    m_sample->setIcon(QPixmap::fromImage(sheet));
}

void WelcomePage::setRecent(const QStringList& files) {
    while (auto* item = m_recent->takeAt(0)) {
        if (item->widget()) {
            item->widget()->deleteLater();
        }
        delete item;
    }
    for (const auto& file : files.mid(0, 6)) {
        auto* button = new QToolButton(this);
        button->setText(QFileInfo(file).completeBaseName() + QStringLiteral("   ") + QFileInfo(file).path());
        button->setFont(uiFont(13));
        button->setEnabled(QFileInfo::exists(file));
        button->setToolTip(file);
        connect(button, &QToolButton::clicked, this, [this, file] { emit wantsFile(file); });
        m_recent->addWidget(button);
    }
    if (files.isEmpty()) {
        auto* none = new QLabel(tr("Sequences you open will be listed here. "), this);
        none->setProperty("quiet", true);
        m_recent->addWidget(none);
    }
}

void WelcomePage::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(theme().rule);
    painter.setBrush(theme().page);
    painter.drawRoundedRect(QRectF(rect()).adjusted(8.5, 0.5, -8.5, -8.5), 6, 6);
}

}
