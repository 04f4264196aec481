// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/arrange_actions.h"
#include "app/arrange/card/card_fields.h"
#include "app/arrange/card/easing_editor.h"

#include <QCheckBox>
#include <QComboBox>

class QToolButton;

namespace scaena::app {

class PoseRows;

/// The four columns of a cue: What, When, How, Carried.
class CueForm : public QWidget {
    Q_OBJECT
public:
    CueForm(ArrangeActions& actions, QWidget* parent);
    void show(const CueId& cue);
    void takeKeyboard();

private:
    [[nodiscard]] const model::Cue* cue() const;
    void buildWhat();
    void buildWhen();
    void buildHow();
    [[nodiscard]] QLayout* buildFeel();
    void connectHow();
    void takeNaturalLength();
    void rebuildParameters(const model::Cue& cue);
    void refreshParameters(const model::Cue& cue);
    void tellIn(motion::Measure measure);
    void refreshWhen(const model::Cue& cue);
    void refreshHow(const model::Cue& cue);
    void refreshCarried(const model::Cue& cue);
    void refreshLayers(const model::Cue& cue);
    [[nodiscard]] CueId cueToHangOn() const;
    void applyAnchor();
    void applyOther();
    void applyRepeat();
    void fillShelf();
    void keepCurve();
    void refreshFeel(const model::Easing& easing);
    void applyFeel();
    void applyEasing(const QString& verb, const std::optional<model::Easing>& easing);
    [[nodiscard]] QString named(const QString& verb) const;
    void edit(const QString& verb, model::Sequence next, const char* mergeKey);

    ArrangeActions& m_actions;
    Document& m_document;
    CueId m_id;
    bool m_filling = false;
    CardColumn *m_what, *m_when, *m_how, *m_carried;
    QComboBox *m_layer, *m_move, *m_anchor, *m_other, *m_repeatEnd, *m_shelf, *m_reduced;
    QSpinBox *m_offset, *m_length, *m_times, *m_settle;
    QCheckBox *m_whileWaiting, *m_alternate, *m_adds, *m_continues;
    PoseRows* m_poses;
    QLabel *m_feelOne, *m_feelOther;
    QDoubleSpinBox *m_one, *m_two;
    QToolButton* m_natural;
    EasingEditor* m_curve;
    QLabel* m_easingText;
    render::ScenePtr m_shownScene; ///< the layer's picture beside the curve is of this one
    LayerId m_shownLayer;
    std::optional<model::MoveKind> m_shownMove;
    std::map<std::string, QWidget*> m_parameterFields;
    QString m_shownCarry; ///< what the last column and the list of cues show; rebuilt only when it differs
    QString m_shownOthers;
};

}
