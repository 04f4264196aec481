// SPDX-License-Identifier: MIT
#pragma once

#include "core/edit/changes.h"

#include <functional>
#include <memory>

namespace scaena::edit {

using SequencePtr = std::shared_ptr<const model::Sequence>;

/// The document's past and future as values. Every change has a name in words ("lengthen Sun rise"); a drag
/// is a transaction: many previews, one step. Listeners hear of each change once it is complete.
class History {
public:
    explicit History(model::Sequence start);

    [[nodiscard]] const SequencePtr& current() const { return m_preview ? m_preview : m_steps[m_at].value; }
    [[nodiscard]] bool canUndo() const { return m_at > 0; }
    [[nodiscard]] bool canRedo() const { return m_at + 1 < m_steps.size(); }
    [[nodiscard]] std::string undoName() const { return canUndo() ? m_steps[m_at].name : std::string(); }
    [[nodiscard]] std::string redoName() const { return canRedo() ? m_steps[m_at + 1].name : std::string(); }
    /// Names of all steps, oldest first; `position` of them are done.
    [[nodiscard]] std::vector<std::string> names() const;
    [[nodiscard]] std::size_t position() const { return m_at; }

    /// Makes `next` the present as one step. A change that changes nothing leaves no step. Steps with the
    /// same non-empty `mergeKey` that follow each other become one (typing a number, turning the wheel).
    void apply(std::string name, model::Sequence next, const std::string& mergeKey = {});

    /// Shows `next` without a step; `commit` makes one of the last preview, `cancel` goes back to before.
    void preview(model::Sequence next);
    void commit(std::string name);
    void cancel();
    [[nodiscard]] bool inTransaction() const { return m_preview != nullptr; }
    /// The value before the transaction, from which a drag computes every preview.
    [[nodiscard]] const SequencePtr& committed() const { return m_steps[m_at].value; }

    void undo() { goTo(canUndo() ? m_at - 1 : m_at); }
    void redo() { goTo(canRedo() ? m_at + 1 : m_at); }
    void goTo(std::size_t position);
    /// Starts afresh with another document.
    void reset(model::Sequence start);

    /// Whether the present differs from what was last marked as saved.
    [[nodiscard]] bool isModified() const { return m_steps[m_at].state != m_savedState; }
    void markSaved() { m_savedState = m_steps[m_at].state; }

    std::function<void(const ChangeSet&)> changed;

private:
    struct Step {
        std::string name;
        SequencePtr value;
        unsigned long long state = 0; ///< never used twice
        std::string mergeKey;
    };
    void announce(const SequencePtr& before);

    std::vector<Step> m_steps;
    std::size_t m_at = 0;
    SequencePtr m_preview;
    unsigned long long m_nextState = 1;
    unsigned long long m_savedState = 0;
};

/// Oldest steps beyond this number fall away.
inline constexpr std::size_t kMostSteps = 1000;

}
