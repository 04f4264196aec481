// SPDX-License-Identifier: MIT
#include "app/widgets/background.h"

#include <QCoreApplication>
#include <QProgressDialog>
#include <QTimer>
#include <utility>

namespace scaena::app {

namespace {
constexpr int kMomentMillis = 300;
}

Background::Background(QWidget* window) : m_window(window) { m_pool.setMaxThreadCount(1); }

Background::~Background() {
    cancel();
    m_pool.waitForDone();
}

void Background::start(const QString& title, std::function<void(const std::atomic<bool>&)> work,
                       std::function<void()> then) {
    cancel();
    m_job = std::make_shared<Job>();
    m_job->title = title;
    m_job->then = std::move(then);
    m_pool.start([this, job = m_job, work = std::move(work)] {
        if (!job->stop) {
            work(job->stop);
        }
        // The pool is waited for in the destructor, so this is still here.
        QMetaObject::invokeMethod(
            this, [this, job] { end(job); }, Qt::QueuedConnection);
    });
    QTimer::singleShot(kMomentMillis, this, [this, job = m_job] { showBox(job); });
}

void Background::showBox(const std::shared_ptr<Job>& job) {
    if (job != m_job) {
        return;
    }
    m_box = new QProgressDialog(job->title, tr("Cancel"), 0, 0, m_window);
    m_box->setObjectName(QStringLiteral("progress"));
    m_box->setWindowModality(Qt::ApplicationModal);
    m_box->setAttribute(Qt::WA_DeleteOnClose);
    connect(m_box, &QProgressDialog::canceled, this, &Background::cancel);
    m_box->show();
}

void Background::end(const std::shared_ptr<Job>& job) {
    if (job != m_job || job->stop) {
        return;
    }
    m_job.reset();
    delete m_box;
    // What it holds (a claim on lost work) goes with it, whoever still has the job.
    const auto then = std::exchange(job->then, nullptr);
    then();
}

void Background::cancel() {
    if (m_job) {
        m_job->stop = true;
        m_job.reset();
    }
    if (m_box) {
        m_box->deleteLater();
        m_box.clear();
    }
}

void Background::finish() {
    m_pool.waitForDone();
    QCoreApplication::sendPostedEvents(this, QEvent::MetaCall);
}

}
