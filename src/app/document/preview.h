// SPDX-License-Identifier: MIT
#pragma once

#include "app/document/document.h"
#include "core/check/finding.h"
#include "core/schedule/schedule.h"
#include "core/schedule/seam.h"
#include "render/frames/scene.h"

#include <QElapsedTimer>
#include <QTimer>

namespace scaena::app {

/// What the stage and the score show: the sequence resolved under the chosen conditions, and the moment. View
/// state.
class Preview : public QObject {
    Q_OBJECT
public:
    explicit Preview(Document& document, QObject* parent = nullptr);

    [[nodiscard]] const schedule::Conditions& conditions() const { return m_conditions; }
    void setConditions(const schedule::Conditions& conditions);

    [[nodiscard]] const std::shared_ptr<const schedule::Schedule>& schedule() const { return m_schedule; }
    [[nodiscard]] const render::ScenePtr& scene() const { return m_scene; }
    [[nodiscard]] const std::shared_ptr<render::KeptStills>& stills() const { return m_document.stills(); }
    /// What visibly jumps where the app takes over from the system's own frame.
    [[nodiscard]] const std::vector<schedule::SeamGap>& seam() const { return m_seam; }
    /// Moves the needle to where the app takes over, under conditions that show it.
    void showSeam(schedule::Conditions conditions);
    /// A finding where it is seen at its worst.
    void show(const check::Finding& finding);

    /// The needle, ms after the tap; below zero on the home screen, if the launch is shown from the icon.
    [[nodiscard]] double time() const { return m_time; }
    void setTime(double time);
    [[nodiscard]] bool isPlaying() const { return m_timer.isActive(); }
    void setPlaying(bool playing);
    /// Once, round within the beat in which playing began, or the whole launch again and again.
    enum class Round { Once, Beat, Launch };
    [[nodiscard]] Round round() const { return m_round; }
    void setRound(Round round);
    /// How fast playing goes, a tenth to double; kept for all sequences.
    static constexpr double kSpeeds[] = {0.1, 0.25, 0.5, 1, 2};
    [[nodiscard]] double speed() const { return m_speed; }
    void setSpeed(double speed);
    /// Frames a second of the screen that single steps are those of; kept for all sequences.
    static constexpr int kRates[] = {60, 90, 120};
    [[nodiscard]] int frameRate() const { return m_frameRate; }
    void setFrameRate(int rate);
    /// Moves the needle by so many frames.
    void step(int frames);

    /// From the icon: before the tap the home screen is seen, then the system's zoom into the app; and at the
    /// end Back leads home.
    static constexpr double kHomeBefore = 900, kTapAt = -120, kZoom = 280, kBack = 320;
    [[nodiscard]] bool isFromIcon() const { return m_fromIcon; }
    void setFromIcon(bool fromIcon);
    /// Leaves the app by Back: the home screen again, never the launch picture.
    void goBack();
    /// How much of the app's window is open: 0 home, 1 all of it.
    [[nodiscard]] double windowPart() const;

signals:
    void scheduleChanged(); ///< also after the scene has changed
    void timeChanged();
    void conditionsChanged();
    void playingChanged(); ///< also how it plays

private:
    void rebuild(bool sceneToo);
    void tick();
    void aimRound();
    [[nodiscard]] double firstTime() const { return m_fromIcon ? -kHomeBefore : 0; }

    Document& m_document;
    schedule::Conditions m_conditions;
    std::shared_ptr<const schedule::Schedule> m_schedule;
    render::ScenePtr m_scene;
    std::vector<schedule::SeamGap> m_seam;
    double m_time = 0;
    QTimer m_timer;
    QElapsedTimer m_clock;
    double m_startedAt = 0;
    Round m_round = Round::Once;
    double m_roundStart = 0, m_roundEnd = 0; ///< of the beat
    double m_speed = 1;
    int m_frameRate = 60;
    bool m_fromIcon = false;
    std::optional<double> m_leftAt; ///< clock of the way back, ms; kBack when it is over
    QTimer m_backTimer;
    QElapsedTimer m_backClock;
};

}
