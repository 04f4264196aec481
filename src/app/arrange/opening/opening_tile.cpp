// SPDX-License-Identifier: MIT
#include "app/arrange/opening/opening_tile.h"

#include "app/widgets/theme.h"

#include <QDragEnterEvent>
#include <QHBoxLayout>
#include <QMimeData>
#include <QVBoxLayout>
#include <QWheelEvent>

namespace scaena::app {

OpeningTile::OpeningTile(const QString& name, const QString& title, const QString& tip, QWidget* parent)
    : QWidget(parent), m_picture(new QToolButton(this)), m_column(new QVBoxLayout(this)) {
    setObjectName(name);
    setAcceptDrops(true);
    m_column->setContentsMargins(0, 0, 0, 0);
    m_column->setSpacing(2);
    auto* label = new QLabel(title, this);
    label->setFont(uiFont(11, true));
    label->setFixedHeight(16);
    m_column->addWidget(label);
    m_picture->setObjectName(name + QStringLiteral("Picture"));
    m_picture->setAccessibleName(title);
    m_picture->setToolTip(tip);
    setPictureWidth(kWide);
    m_picture->setPopupMode(QToolButton::InstantPopup);
    m_picture->setStyleSheet(
        QStringLiteral("QToolButton { border: none; padding: 0; background: transparent; } "
                       "QToolButton::menu-indicator { image: none; }"));
    m_picture->installEventFilter(this);
    m_column->addWidget(m_picture);
    m_column->addStretch(1);
}

void OpeningTile::addField(QWidget* field) { m_column->insertWidget(m_column->count() - 1, field); }

void OpeningTile::addFields(QWidget* left, QWidget* right) {
    auto* row = new QHBoxLayout;
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(3);
    row->addWidget(left, 1);
    row->addWidget(right);
    m_column->insertLayout(m_column->count() - 1, row);
}

QPixmap OpeningTile::blank() const {
    QPixmap pixmap(m_picture->size() * devicePixelRatioF());
    pixmap.setDevicePixelRatio(devicePixelRatioF());
    pixmap.fill(Qt::transparent);
    return pixmap;
}

void OpeningTile::setPictureWidth(int pixels) {
    setFixedWidth(pixels);
    m_picture->setFixedSize(pixels, kPictureHeight);
    m_picture->setIconSize({pixels, kPictureHeight});
}

void OpeningTile::setPicture(const QPixmap& picture) { m_picture->setIcon(QIcon(picture)); }

void OpeningTile::dragEnterEvent(QDragEnterEvent* event) {
    if (event->mimeData()->hasUrls()) {
        event->acceptProposedAction();
    }
}

void OpeningTile::dropEvent(QDropEvent* event) {
    QStringList paths;
    for (const auto& url : event->mimeData()->urls()) {
        if (url.isLocalFile()) {
            paths << url.toLocalFile();
        }
    }
    if (!paths.isEmpty()) {
        event->acceptProposedAction();
        emit dropped(paths);
    }
}

bool OpeningTile::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::Wheel) {
        const int steps = static_cast<QWheelEvent*>(event)->angleDelta().y() / 120;
        if (steps != 0) {
            emit turned(steps);
        }
        event->accept();
        return true;
    }
    return QWidget::eventFilter(watched, event);
}

}
