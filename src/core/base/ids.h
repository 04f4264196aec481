// SPDX-License-Identifier: MIT
#pragma once

#include <functional>
#include <string>
#include <string_view>
#include <type_traits>

namespace scaena {

inline constexpr std::size_t kLongestId = 64;

/// Whether the text could be an id: a lower-case letter, then letters, digits and single hyphens.
[[nodiscard]] bool isValidId(std::string_view text);

/// Stable, readable name of one kind of thing within a sequence. It can be read as text wherever text is
/// wanted, but the name of one kind is never taken for that of another: neither assigned nor compared. Text
/// becomes an id only where somebody says so.
template <class Kind>
class IdOf : public std::string {
public:
    IdOf() = default;
    IdOf(const char* literal) : std::string(literal) {}
    explicit IdOf(std::string text) : std::string(std::move(text)) {}
};

template <class A, class B>
requires(!std::is_same_v<A, B>) bool operator==(const IdOf<A>&, const IdOf<B>&) = delete;

using BeatId = IdOf<struct BeatKindOfId>;
using GateId = IdOf<struct GateKindOfId>;
using CueId = IdOf<struct CueKindOfId>;
using LayerId = IdOf<struct LayerKindOfId>;
using ColourId = IdOf<struct ColourKindOfId>; ///< of a palette's colour
using TakeId = IdOf<struct TakeKindOfId>;

/// A valid id made from a name a person typed ("Sun & ridges" gives "sun-ridges"), made unique by a number
/// for as long as `taken` says so. Letters outside ASCII fall away; a name without any gives `fallback`.
[[nodiscard]] std::string makeId(std::string_view name, std::string_view fallback,
                                 const std::function<bool(const std::string&)>& taken);
/// The same where nothing is taken.
[[nodiscard]] std::string makeId(std::string_view name, std::string_view fallback);

}

template <class Kind>
struct std::hash<scaena::IdOf<Kind>> : std::hash<std::string> {};
