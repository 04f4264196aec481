// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/times.h"

#include <QDialog>
#include <QElapsedTimer>
#include <vector>

class QLabel;

namespace scaena::app {

/// Sets times by tapping: the first tap stands for the first cue, each later one for the next.
class TapDialog : public QDialog {
    Q_OBJECT
public:
    TapDialog(int count, Millis first, QWidget* parent);
    /// ms after the tap on the icon, one a tap, at most as many as there are cues.
    [[nodiscard]] const std::vector<Millis>& times() const { return m_times; }

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void paintEvent(QPaintEvent* event) override;

private:
    void tap();

    int m_count;
    Millis m_first;
    std::vector<Millis> m_times;
    QElapsedTimer m_clock;
    QLabel* m_text;
};

}
