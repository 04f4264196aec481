// SPDX-License-Identifier: MIT
#pragma once

#include <QImage>
#include <QStringList>
#include <QThreadPool>
#include <QWidget>
#include <vector>

class QToolButton;
class QVBoxLayout;

namespace scaena::app {

struct Sample;

/// What stands there before a sequence is open: the sample, recent files, a new sequence.
class WelcomePage : public QWidget {
    Q_OBJECT
public:
    explicit WelcomePage(QWidget* parent = nullptr);
    ~WelcomePage() override;
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
    QToolButton* makeSample(int index);
    void paintSamples();

    QVBoxLayout* m_recent;
    std::vector<QToolButton*> m_samples;
    bool m_isSeen = false;
    QThreadPool m_pool; ///< paints the samples
};

}
