// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/arrange_actions.h"
#include "app/arrange/card/card_fields.h"

class QComboBox;
class QToolButton;

namespace scaena::app {

/// The poses of a *poses* cue by numbers: one is chosen and shown. What a pose says nothing of is left to
/// what was there before; a number typed in says it, and *not of this pose* takes it back.
class PoseRows : public QWidget {
    Q_OBJECT
public:
    PoseRows(ArrangeActions& actions, QWidget* parent);
    void show(const CueId& cue);

private:
    struct Value {
        std::optional<double> model::Pose::*member;
        double shown; ///< how much a unit of the model is in the box
        QDoubleSpinBox* box;
        QToolButton* none;
    };
    void addValue(int row, int column, const char* name, const QString& label, const QString& unit,
                  std::optional<double> model::Pose::*member, double shown, double least, double most);
    void fill();
    void change(const QString& verb, const std::function<void(model::Pose&)>& change,
                const char* mergeKey = "");
    [[nodiscard]] const model::Cue* cue() const;

    ArrangeActions& m_actions;
    CueId m_id;
    int m_pose = 0;
    bool m_filling = false;
    QGridLayout* m_grid;
    QComboBox *m_which, *m_easing;
    QDoubleSpinBox* m_at;
    QToolButton* m_remove;
    std::vector<Value> m_values;
};

}
