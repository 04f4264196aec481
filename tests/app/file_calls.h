// SPDX-License-Identifier: MIT
#pragma once

namespace scaena::test {

/// How often this program has made, removed, renamed, opened or listed files and folders since it began, in
/// all its threads, whoever asked for it. Counted where the C library would make the system call.
[[nodiscard]] long fileCalls();

}
