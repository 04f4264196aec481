// SPDX-License-Identifier: MIT
#pragma once

#include <functional>
#include <optional>

namespace scaena {
class Workers;
}

namespace scaena::render {

/// Calls `job` for each number below `count` in threads made for painting, and returns when all are done.
/// From within such a thread they are done here, one after the other.
///
/// All painting of more than a few pixels goes this way: elsewhere Qt hands pieces of every large fill to its
/// global pool and waits for them, and waking threads so often costs more than filling does. In the pool's
/// own threads it fills by itself. (Qt 6.4, qdrawhelper.cpp; there is no switch for it.)
void inPaintThreads(int count, const std::function<void(int)>& job);

/// Calls `job` in such a thread with workers that are such threads as well, so that whatever they paint is
/// painted where they are.
void withPaintWorkers(const std::function<void(Workers&)>& job);

/// What one job makes.
template <typename Make>
[[nodiscard]] auto madeInPaintThread(Make make) {
    std::optional<decltype(make())> made;
    inPaintThreads(1, [&](int) { made.emplace(make()); });
    return std::move(*made);
}

}
