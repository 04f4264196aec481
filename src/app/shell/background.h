// SPDX-License-Identifier: MIT
#pragma once

#include <QString>
#include <atomic>
#include <functional>
#include <memory>
#include <optional>

class QWidget;

namespace scaena::app {

/// Runs `work` in a thread of its own while the window stays alive. A box with the title and a Cancel button
/// appears if it takes longer than a moment. False if the person gave up; then the work is told by its flag
/// and left to end by itself, so it must own everything it touches.
[[nodiscard]] bool runInBackground(QWidget* parent, const QString& title,
                                   std::function<void(const std::atomic<bool>& stop)> work);

/// The same for work with a result; nothing if the person gave up.
template <typename Value>
[[nodiscard]] std::optional<Value> resultFromBackground(QWidget* parent, const QString& title,
                                                        std::function<Value(const std::atomic<bool>&)> work) {
    auto value = std::make_shared<std::optional<Value>>();
    const bool done =
        runInBackground(parent, title, [value, work](const std::atomic<bool>& stop) { *value = work(stop); });
    return done ? std::move(*value) : std::nullopt;
}

}
