// SPDX-License-Identifier: MIT
#pragma once

#include "app/widgets/jobs.h"

#include <QImage>
#include <QStringList>
#include <QWidget>
#include <vector>

class QLayout;
class QToolButton;
class QVBoxLayout;

namespace scaena::app {

struct Sample;

/// What stands there before a sequence is open: the sample, recent files, a new sequence.
class WelcomePage : public QWidget {
    Q_OBJECT
public:
    explicit WelcomePage(QWidget* parent = nullptr);
    /// Returns when the samples' pictures are there.
    void finish();
    void setRecent(const QStringList& files);
    /// The page with nothing on it.
    static void paintPage(QPainter& painter, const QRect& area);

signals:
    void wantsNew();
    void wantsLogo();
    void wantsProject();
    void wantsSample(int index);
    void wantsOpen();
    void wantsFile(const QString& path);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    [[nodiscard]] static QImage sheetOf(const Sample& sample, double ratio);
    [[nodiscard]] QLayout* buildButtons();
    QToolButton* makeSample(int index);
    void paintSamples();

    QVBoxLayout* m_recent;
    std::vector<QToolButton*> m_samples;
    bool m_isSeen = false;
    Jobs m_jobs{Jobs::Order::Queue}; ///< paints the samples
};

}
