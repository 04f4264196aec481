// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/result.h"
#include "core/launches/record.h"

#include <atomic>

namespace scaena::launches {

inline constexpr std::size_t kRecordBytes = 64u << 20; ///< of a file of records

struct LaunchRecords {
    std::vector<Record> records;
    std::size_t unreadable = 0; ///< lines that hold something in braces that is no record
};

/// Lines of JSON as every player writes them, one a launch; what a log puts before and behind them does not
/// matter, nor do lines without braces. A problem if there is not one record, or `stop` was set.
[[nodiscard]] Result<LaunchRecords> readLaunchRecords(std::string_view text, const std::string& name,
                                                      const std::atomic<bool>& stop);

}
