// SPDX-License-Identifier: MIT
#pragma once

#include <QImage>
#include <QStringList>
#include <QThreadPool>
#include <QWidget>

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
    QVBoxLayout* m_recent;
    QThreadPool m_pool; ///< paints the samples
};

}
