// SPDX-License-Identifier: MIT
#include "app/shell/welcome_page.h"

#include "app/shell/samples.h"
#include "app/widgets/theme.h"
#include "core/project/project.h"
#include "core/schedule/resolve.h"
#include "render/frames/still.h"

#include <QCoreApplication>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QTimer>
#include <QToolButton>
#include <QVBoxLayout>

#include <utility>

namespace scaena::app {

namespace {
constexpr QSize kSampleSize(248, 156);
}

WelcomePage::WelcomePage(QWidget* parent) : QWidget(parent), m_recent(new QVBoxLayout) {
    m_pool.setMaxThreadCount(1);
    setObjectName(QStringLiteral("welcome"));
    auto* heading = new QLabel(tr("From the tap to the first screen"), this);
    heading->setFont(nameFont(26));
    auto* text = new QLabel(
        tr("Scaena is where an app's launch sequence is designed: what moves, what loads meanwhile, what the "
           "wait costs.\nDrop your logo (SVG, PDF, PNG, JPEG, WebP, VectorDrawable), an Android res folder "
           "or an iOS .xcassets on "
           "the window, or open a sample and press Space."),
        this);
    text->setProperty("quiet", true);
    text->setFont(uiFont(14));
    text->setWordWrap(true);
    auto* logo = new QPushButton(tr("New from a logo …"), this);
    logo->setObjectName(QStringLiteral("welcomeLogo"));
    auto* fresh = new QPushButton(tr("New, empty"), this);
    fresh->setObjectName(QStringLiteral("welcomeNew"));
    auto* project = new QPushButton(tr("From an app's resources …"), this);
    project->setObjectName(QStringLiteral("welcomeProject"));
    auto* open = new QPushButton(tr("Open …"), this);
    open->setObjectName(QStringLiteral("welcomeOpen"));
    for (auto* button : {logo, project, fresh, open}) {
        button->setFont(uiFont(14));
        button->setMinimumHeight(34);
    }
    auto* buttons = new QGridLayout;
    buttons->setSpacing(12);
    buttons->addWidget(logo, 0, 0);
    buttons->addWidget(project, 0, 1);
    buttons->addWidget(fresh, 1, 0);
    buttons->addWidget(open, 1, 1);
    buttons->setColumnStretch(2, 1);
    auto* recentHeading = new QLabel(tr("Recent"), this);
    recentHeading->setProperty("heading", true);
    recentHeading->setFont(uiFont(13, true));
    m_recent->setSpacing(2);

    auto* shelf = new QVBoxLayout;
    shelf->setSpacing(14);
    for (int i = 0; i < static_cast<int>(samples().size()); ++i) {
        shelf->addWidget(makeSample(i));
    }
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
    row->addLayout(shelf);
    connect(logo, &QPushButton::clicked, this, &WelcomePage::wantsLogo);
    connect(fresh, &QPushButton::clicked, this, &WelcomePage::wantsNew);
    connect(open, &QPushButton::clicked, this, &WelcomePage::wantsOpen);
    connect(project, &QPushButton::clicked, this, &WelcomePage::wantsProject);
}

/// A button with a few moments of the sample side by side.
QToolButton* WelcomePage::makeSample(int index) {
    const auto& sample = samples()[static_cast<std::size_t>(index)];
    auto* button = new QToolButton(this);
    button->setObjectName(QStringLiteral("welcomeSample-%1").arg(index));
    button->setToolButtonStyle(Qt::ToolButtonTextBesideIcon);
    button->setText(QStringLiteral("  ") + tr(sample.name));
    button->setToolTip(tr(sample.about));
    button->setAccessibleDescription(tr(sample.about));
    button->setFont(nameFont(15));
    button->setCursor(Qt::PointingHandCursor);
    button->setIconSize(kSampleSize);
    button->setMinimumWidth(kSampleSize.width() + 180);
    connect(button, &QToolButton::clicked, this, [this, index] { emit wantsSample(index); });
    // The window is seen first; the pictures come a moment later, in their places.
    QPixmap place(kSampleSize * devicePixelRatioF());
    place.setDevicePixelRatio(devicePixelRatioF());
    place.fill(Qt::transparent);
    button->setIcon(place);
    button->setVisible(QFileInfo::exists(sampleFile(sample)));
    m_samples.push_back(button);
    return button;
}

/// Aside, and only when the page itself has been seen.
void WelcomePage::paintSamples() {
    if (std::exchange(m_isSeen, true)) {
        return;
    }
    for (std::size_t i = 0; i < m_samples.size(); ++i) {
        m_pool.start([button = m_samples[i], i, ratio = devicePixelRatioF()] {
            const auto sheet = sheetOf(samples()[i], ratio);
            QMetaObject::invokeMethod(button, [button, sheet] {
                button->setVisible(!sheet.isNull());
                button->setIcon(QPixmap::fromImage(sheet));
            });
        });
    }
}

/// A few moments of the sample; null if it cannot be read.
QImage WelcomePage::sheetOf(const Sample& sample, double ratio) {
    const auto project = project::open(DiskFiles(), sampleFile(sample).toStdString());
    if (!project) {
        return {};
    }
    schedule::Conditions conditions;
    conditions.device = sample.device;
    conditions.landscape = sample.landscape;
    const auto schedule = schedule::resolve(project->sequence, conditions);
    const render::Scene scene(project->sequence, *project->shelf, model::Appearance::Light);
    QImage sheet(kSampleSize * ratio, QImage::Format_ARGB32_Premultiplied);
    sheet.fill(Qt::transparent);
    QPainter painter(&sheet);
    const double height = kSampleSize.height() * ratio;
    const QSize one(static_cast<int>(height * schedule.screen.width / schedule.screen.height),
                    static_cast<int>(height));
    const auto pictures = render::stills(scene, schedule, sample.moments, {one, true, false});
    for (std::size_t i = 0; i < pictures.size(); ++i) {
        painter.drawImage(QPointF(double(i) * (one.width() + 8 * ratio), 0), pictures[i]);
    }
    painter.end();
    sheet.setDevicePixelRatio(ratio);
    return sheet;
}

/// What is being painted is waited for: it speaks to our buttons.
WelcomePage::~WelcomePage() { m_pool.waitForDone(); }

void WelcomePage::finish() {
    paintSamples();
    m_pool.waitForDone();
    QCoreApplication::sendPostedEvents();
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

void WelcomePage::paintPage(QPainter& painter, const QRect& area) {
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(theme().rule);
    painter.setBrush(theme().page);
    painter.drawRoundedRect(QRectF(area).adjusted(8.5, 0.5, -8.5, -8.5), 6, 6);
}

void WelcomePage::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    paintPage(painter, rect());
    if (!m_isSeen) {
        QTimer::singleShot(0, this, &WelcomePage::paintSamples);
    }
}

}
