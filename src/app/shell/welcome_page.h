// SPDX-License-Identifier: MIT
#pragma once

#include <QStringList>
#include <QWidget>

class QToolButton;
class QVBoxLayout;

namespace scaena::app {

/// What stands there before a sequence is open: the sample, recent files, a new sequence.
class WelcomePage : public QWidget {
    Q_OBJECT
public:
    explicit WelcomePage(QWidget* parent = nullptr);
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
    QToolButton* makeSample(int index);
    QVBoxLayout* m_recent;
};

}
