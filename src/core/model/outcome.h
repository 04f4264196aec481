// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/words.h"

namespace scaena::model {

/// How a launch ends: everything was there; a time-out let it go on without; it took the offline way; it
/// stays with a message; or it was dismissed, skipped or destroyed before any of that was decided. Plans
/// never interrupt themselves: only records of real launches do.
enum class Outcome { Complete, WentOn, Offline, Message, Interrupted };
template <>
struct Words<Outcome> {
    static constexpr std::array<std::string_view, 5> list = {"complete", "went-on", "offline", "message",
                                                             "interrupted"};
};

}
