// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/ids.h"

#include <QObject>

namespace scaena::app {

/// The one thing that is selected. By id, so that it survives every edit.
class Selection : public QObject {
    Q_OBJECT
public:
    enum class Kind { None, Cue, Beat, Gate, Layer };
    using QObject::QObject;

    [[nodiscard]] Kind kind() const { return m_kind; }
    [[nodiscard]] const Id& id() const { return m_id; }
    [[nodiscard]] Id cue() const { return m_kind == Kind::Cue ? m_id : Id(); }
    void select(Kind kind, const Id& id) {
        if (m_kind != kind || m_id != id) {
            m_kind = kind;
            m_id = id;
            emit changed();
        }
    }
    void clear() { select(Kind::None, {}); }

signals:
    void changed();

private:
    Kind m_kind = Kind::None;
    Id m_id;
};

}
