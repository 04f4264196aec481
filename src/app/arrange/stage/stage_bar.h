// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/stage/stage_view.h"

class QLabel;
class QToolButton;

namespace scaena::app {

/// Below the stage: what a change by hand means, and whether the launch is seen from the icon.
class StageBar : public QWidget {
    Q_OBJECT
public:
    StageBar(StageView& stage, Preview& preview, QWidget* parent = nullptr);

signals:
    void wantsSeamMended();

private:
    void update();
    void updateSeam();
    void buildScopes();

    StageView& m_stage;
    Preview& m_preview;
    QToolButton *m_scope, *m_icon, *m_back, *m_mend;
    QLabel* m_hidden;
};

}
