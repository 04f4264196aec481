// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/arrange_actions.h"

#include <QDialog>
#include <QElapsedTimer>

class QLabel;
class QPushButton;
class QSlider;

namespace scaena::app {

/// One small stage that shows a schedule at a moment somebody else gives.
class TakeStage : public QWidget {
    Q_OBJECT
public:
    TakeStage(std::shared_ptr<const schedule::Schedule> schedule, render::ScenePtr scene, QWidget* parent);
    void setTime(double time);
    [[nodiscard]] double time() const { return m_time; }
    [[nodiscard]] const schedule::Schedule& schedule() const { return *m_schedule; }
    QSize sizeHint() const override { return {250, 500}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    std::shared_ptr<const schedule::Schedule> m_schedule;
    render::ScenePtr m_scene;
    double m_time = 0;
};

/// A take and the present timing on two stages in step, with what differs in words and numbers between them.
class TakesDialog : public QDialog {
    Q_OBJECT
public:
    TakesDialog(ArrangeActions& actions, const TakeId& take, QWidget* parent);
    void setTime(double time);
    [[nodiscard]] TakeStage& kept() { return *m_kept; }
    [[nodiscard]] TakeStage& present() { return *m_present; }

private:
    void setPlaying(bool playing);

    ArrangeActions& m_actions;
    TakeId m_take;
    TakeStage *m_kept, *m_present;
    QSlider* m_slider;
    QLabel* m_timeText;
    QPushButton* m_play;
    QTimer m_timer;
    QElapsedTimer m_clock;
    double m_startedAt = 0, m_end = 0;
};

}
