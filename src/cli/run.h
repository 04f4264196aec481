// SPDX-License-Identifier: MIT
#pragma once

#include <iosfwd>
#include <string>
#include <vector>

namespace scaena::cli {

/// Exit codes, as docs/command-line.md states them.
enum ExitCode { kDone = 0, kFindings = 1, kWrongUsage = 2, kUnreadable = 3, kRefused = 4 };

/// The whole command line. Results go to `out`, everything else to `err`.
int run(const std::vector<std::string>& arguments, std::ostream& out, std::ostream& err);

}
