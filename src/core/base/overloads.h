// SPDX-License-Identifier: MIT
#pragma once

namespace scaena {

/// One function object out of several lambdas, for std::visit: a case that is missing does not compile.
template <class... Each>
struct Overloads : Each... {
    using Each::operator()...;
};
template <class... Each>
Overloads(Each...) -> Overloads<Each...>;

}
