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
    left->addLayout(buildButtons());
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
}

QLayout* WelcomePage::buildButtons() {
    auto* buttons = new QGridLayout;
    buttons->setSpacing(12);
    buttons->setColumnStretch(2, 1);
    const auto add = [&](int row, int column, const char* name, const QString& text,
                         void (WelcomePage::*wants)()) {
        auto* button = new QPushButton(text, this);
        button->setObjectName(QLatin1String(name));
        button->setFont(uiFont(14));
        button->setMinimumHeight(34);
        connect(button, &QPushButton::clicked, this, wants);
        buttons->addWidget(button, row, column);
    };
    add(0, 0, "welcomeLogo", tr("New from a logo …"), &WelcomePage::wantsLogo);
    add(0, 1, "welcomeProject", tr("From an app's resources …"), &WelcomePage::wantsProject);
    add(1, 0, "welcomeNew", tr("New, empty"), &WelcomePage::wantsNew);
    add(1, 1, "welcomeOpen", tr("Open …"), &WelcomePage::wantsOpen);
    return buttons;
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
        m_jobs.run<QImage>(
            [i, ratio = devicePixelRatioF()](const Jobs::Run&) { return sheetOf(samples()[i], ratio); },
            [button = m_samples[i]](const QImage& sheet) {
                button->setVisible(!sheet.isNull());
                button->setIcon(QPixmap::fromImage(sheet));
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
    const render::Scene scene(project->sequence, *project->artFiles, model::Appearance::Light);
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

void WelcomePage::finish() {
    paintSamples();
    m_jobs.finish();
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
