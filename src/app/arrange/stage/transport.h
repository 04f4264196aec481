// SPDX-License-Identifier: MIT
#pragma once

#include "app/document/preview.h"

#include <QAbstractButton>

class QLabel;
class QToolButton;

namespace scaena::app {

/// The round button that plays and pauses.
class PlayButton : public QAbstractButton {
    Q_OBJECT
public:
    explicit PlayButton(QWidget* parent = nullptr);
    QSize sizeHint() const override { return {38, 38}; }

protected:
    void paintEvent(QPaintEvent* event) override;
};

/// Play, the time in figures, and what the launch costs.
class Transport : public QWidget {
    Q_OBJECT
public:
    explicit Transport(Preview& preview, QWidget* parent = nullptr);

private:
    void makeRound();
    void makeSpeed();
    void update();

    Preview& m_preview;
    PlayButton* m_play;
    QLabel* m_time;
    QLabel* m_beat;
    QLabel* m_shown;
    QLabel* m_added;
    QToolButton* m_round;
    QToolButton* m_speed;
};

}
