// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/ids.h"

#include <QObject>
#include <algorithm>
#include <vector>

namespace scaena::app {

/// What is selected: one thing, or several cues, or several layers. By id, so that it survives every edit.
/// Whoever wants the id of one kind of thing asks for that kind and gets none if another is selected.
class Selection : public QObject {
    Q_OBJECT
public:
    enum class Kind { None, Cue, Beat, Gate, Layer };
    using QObject::QObject;

    [[nodiscard]] Kind kind() const { return m_kind; }
    /// The one that was selected last; the cards show it.
    [[nodiscard]] const std::string& id() const { return m_id; }
    [[nodiscard]] CueId cue() const { return lastOf<CueId>(Kind::Cue); }
    [[nodiscard]] BeatId beat() const { return lastOf<BeatId>(Kind::Beat); }
    [[nodiscard]] GateId gate() const { return lastOf<GateId>(Kind::Gate); }
    [[nodiscard]] LayerId layer() const { return lastOf<LayerId>(Kind::Layer); }
    /// All of them, in the order in which they were selected.
    [[nodiscard]] const std::vector<std::string>& all() const { return m_all; }
    [[nodiscard]] std::vector<CueId> cues() const { return allOf<CueId>(Kind::Cue); }
    [[nodiscard]] std::vector<LayerId> layers() const { return allOf<LayerId>(Kind::Layer); }
    [[nodiscard]] bool contains(Kind kind, const std::string& id) const {
        return m_kind == kind && std::find(m_all.begin(), m_all.end(), id) != m_all.end();
    }
    void select(Kind kind, const std::string& id) {
        setAll(kind, kind == Kind::None ? std::vector<std::string>{} : std::vector<std::string>{id});
    }
    template <class OfKind>
    void setAll(Kind kind, const std::vector<IdOf<OfKind>>& ids) {
        setAll(kind, std::vector<std::string>(ids.begin(), ids.end()));
    }
    void setAll(Kind kind, std::vector<std::string> ids) {
        const std::string last = ids.empty() ? std::string() : ids.back();
        if (m_kind != kind || m_id != last || m_all != ids) {
            m_kind = ids.empty() ? Kind::None : kind;
            m_id = last;
            m_all = std::move(ids);
            emit changed();
        }
    }
    /// Adds it, or takes it out if it was in; a thing of another kind starts anew.
    void toggle(Kind kind, const std::string& id) {
        auto ids = m_kind == kind ? m_all : std::vector<std::string>{};
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
    template <class Name>
    [[nodiscard]] Name lastOf(Kind kind) const {
        return m_kind == kind ? Name(m_id) : Name();
    }
    template <class Name>
    [[nodiscard]] std::vector<Name> allOf(Kind kind) const {
        std::vector<Name> names;
        for (const auto& id : m_kind == kind ? m_all : std::vector<std::string>{}) {
            names.emplace_back(id);
        }
        return names;
    }

    Kind m_kind = Kind::None;
    std::string m_id;
    std::vector<std::string> m_all;
};

}
