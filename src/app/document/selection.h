// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/ids.h"

#include <QObject>
#include <algorithm>
#include <vector>

namespace scaena::app {

/// What is selected: one thing, or several cues, or several layers. By id, so that it survives every edit.
class Selection : public QObject {
    Q_OBJECT
public:
    enum class Kind { None, Cue, Beat, Gate, Layer };
    using QObject::QObject;

    [[nodiscard]] Kind kind() const { return m_kind; }
    /// The one that was selected last; the cards show it.
    [[nodiscard]] const Id& id() const { return m_id; }
    [[nodiscard]] Id cue() const { return m_kind == Kind::Cue ? m_id : Id(); }
    /// All of them, in the order in which they were selected.
    [[nodiscard]] const std::vector<Id>& all() const { return m_all; }
    [[nodiscard]] bool contains(Kind kind, const Id& id) const {
        return m_kind == kind && std::find(m_all.begin(), m_all.end(), id) != m_all.end();
    }
    void select(Kind kind, const Id& id) {
        setAll(kind, kind == Kind::None ? std::vector<Id>{} : std::vector<Id>{id});
    }
    void setAll(Kind kind, std::vector<Id> ids) {
        const Id last = ids.empty() ? Id() : ids.back();
        if (m_kind != kind || m_id != last || m_all != ids) {
            m_kind = ids.empty() ? Kind::None : kind;
            m_id = last;
            m_all = std::move(ids);
            emit changed();
        }
    }
    /// Adds it, or takes it out if it was in; a thing of another kind starts anew.
    void toggle(Kind kind, const Id& id) {
        auto ids = m_kind == kind ? m_all : std::vector<Id>{};
        const auto found = std::find(ids.begin(), ids.end(), id);
        if (found == ids.end()) {
            ids.push_back(id);
        } else {
            ids.erase(found);
        }
        setAll(kind, std::move(ids));
    }
    void clear() { select(Kind::None, {}); }

signals:
    void changed();

private:
    Kind m_kind = Kind::None;
    Id m_id;
    std::vector<Id> m_all;
};

}
