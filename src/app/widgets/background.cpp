// SPDX-License-Identifier: MIT
#include "app/widgets/background.h"

#include <QProgressDialog>
#include <QTimer>

namespace scaena::app {

namespace {
constexpr int kMomentMillis = 300;
}

Background::Background(QWidget* window) : m_window(window) {}

void Background::offerBox(const QString& title) {
    QTimer::singleShot(kMomentMillis, this, [this, title, wish = ++m_wish] {
        if (wish == m_wish && isBusy()) {
            showBox(title);
        }
    });
}

void Background::showBox(const QString& title) {
    m_box = new QProgressDialog(title, tr("Cancel"), 0, 0, m_window);
    m_box->setObjectName(QStringLiteral("progress"));
    m_box->setWindowModality(Qt::ApplicationModal);
    m_box->setAttribute(Qt::WA_DeleteOnClose);
    connect(m_box, &QProgressDialog::canceled, this, &Background::cancel);
    m_box->show();
}

void Background::cancel() {
    m_jobs.cancel();
    if (m_box) {
        m_box->deleteLater();
        m_box.clear();
    }
}

}
