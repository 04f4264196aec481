// SPDX-License-Identifier: MIT
#include "core/edit/history.h"

#include "core/model/with_copies.h"

namespace scaena::edit {

History::History(model::Sequence start) { reset(std::move(start)); }

void History::reset(model::Sequence start) {
    const auto before = m_steps.empty() ? std::make_shared<const model::Sequence>() : current();
    m_steps.clear();
    m_steps.push_back({"",
                       std::make_shared<const model::Sequence>(model::withCopies(std::move(start))),
                       m_nextState++,
                       {}});
    m_at = 0;
    m_preview.reset();
    m_savedState = m_steps.front().state;
    announce(before);
}

std::vector<std::string> History::names() const {
    std::vector<std::string> list;
    for (std::size_t i = 1; i < m_steps.size(); ++i) {
        list.push_back(m_steps[i].name);
    }
    return list;
}

void History::announce(const SequencePtr& before) {
    if (changed && before != current()) {
        if (const auto changes = compare(*before, *current()); !changes.isEmpty()) {
            changed(changes);
        }
    }
}

void History::apply(std::string name, model::Sequence edited, const std::string& mergeKey) {
    auto next = model::withCopies(std::move(edited));
    const auto before = current();
    m_preview.reset();
    const auto& present = m_steps[m_at];
    if (next != *present.value) {
        m_steps.resize(m_at + 1);
        auto value = std::make_shared<const model::Sequence>(std::move(next));
        const bool merges =
            !mergeKey.empty() && m_steps[m_at].mergeKey == mergeKey && m_steps[m_at].state != m_savedState;
        if (merges) {
            m_steps[m_at].value = std::move(value);
            m_steps[m_at].state = m_nextState++;
        } else {
            m_steps.push_back({std::move(name), std::move(value), m_nextState++, mergeKey});
            if (m_steps.size() > kMostSteps) {
                m_steps.erase(m_steps.begin());
            }
            m_at = m_steps.size() - 1;
        }
        if (m_at > 0 && merges && *m_steps[m_at].value == *m_steps[m_at - 1].value) {
            m_steps.pop_back(); // merged back to where it began
            --m_at;
        }
    }
    announce(before);
}

void History::preview(model::Sequence next) {
    const auto before = current();
    m_preview = std::make_shared<const model::Sequence>(model::withCopies(std::move(next)));
    announce(before);
}

void History::commit(std::string name) {
    if (m_preview) {
        const auto value = *m_preview;
        apply(std::move(name), value);
    }
}

void History::cancel() {
    const auto before = current();
    m_preview.reset();
    announce(before);
}

void History::goTo(std::size_t position) {
    const auto before = current();
    m_preview.reset();
    m_at = std::min(position, m_steps.size() - 1);
    announce(before);
}

}
