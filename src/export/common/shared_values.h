// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/code_value.h"

#include <functional>

namespace scaena::exporting {

/// A value whose large parts that it had more than once are constants before it.
struct SharedValue {
    struct Let {
        std::string name, type; ///< type: where the value alone does not say it
        CodeValue value;
    };
    std::vector<Let> lets; ///< each after the ones it names
    CodeValue value;
};

/// For a look: long paths (`path0`, `path1` …), and the art itself where what fills it is the same
/// (`letters`), by the names that `named` makes of these.
[[nodiscard]] SharedValue shareRepeated(
    CodeValue look, const Dialect& dialect,
    const std::function<std::string(const std::string&)>& named = [](const std::string& name) {
        return name;
    });

}
