// SPDX-License-Identifier: MIT
#include "core/model/place.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <fmt/format.h>

namespace scaena::model {

namespace {
constexpr std::string_view kPercentOf = "% of ";
}

std::string toText(const PlaceWay& way) {
    return way.measure == PlaceMeasure::Dp ? fmt::format("{}", way.value)
                                           : fmt::format("{}{}{}", way.value, kPercentOf, word(way.measure));
}

std::optional<PlaceWay> parsePlaceWay(std::string_view text) {
    PlaceWay way;
    const auto read = std::from_chars(text.data(), text.data() + text.size(), way.value);
    const std::string_view rest(read.ptr, static_cast<std::size_t>(text.data() + text.size() - read.ptr));
    if (read.ec != std::errc() || !std::isfinite(way.value)) {
        return {};
    }
    if (rest.empty()) {
        return way;
    }
    const auto measure =
        rest.starts_with(kPercentOf) ? fromWord<PlaceMeasure>(rest.substr(kPercentOf.size())) : std::nullopt;
    if (!measure || *measure == PlaceMeasure::Dp) {
        return {};
    }
    way.measure = *measure;
    return way;
}

Point shareOf(const Place& place) {
    Point share = fractions(place.anchor);
    share.x += place.xMeasure == PlaceMeasure::Screen ? place.x / 100 : 0;
    share.y += place.yMeasure == PlaceMeasure::Screen ? place.y / 100 : 0;
    return share;
}

Point wayOf(const Place& place) {
    const auto dp = [](PlaceMeasure measure, double value, double own) {
        return measure == PlaceMeasure::Screen   ? 0
               : measure == PlaceMeasure::Itself ? value / 100 * own
                                                 : value;
    };
    return {dp(place.xMeasure, place.x, place.width), dp(place.yMeasure, place.y, place.height)};
}

Point PlacesOn::centreOf(const Place& place) const {
    const Rect area = areaOf(place);
    const Point share = shareOf(place), way = wayOf(place);
    return {area.x + area.width * share.x + way.x, area.y + area.height * share.y + way.y};
}

Place PlacesOn::centredAt(Place place, Point centre) const {
    const Rect area = areaOf(place);
    const Point anchor = fractions(place.anchor);
    const auto told = [](PlaceMeasure measure, double way, double all, double own) {
        const double of = measure == PlaceMeasure::Screen ? all : own;
        return measure == PlaceMeasure::Dp ? way : 100 * way / std::max(1.0, of);
    };
    place.x = told(place.xMeasure, centre.x - area.x - area.width * anchor.x, area.width, place.width);
    place.y = told(place.yMeasure, centre.y - area.y - area.height * anchor.y, area.height, place.height);
    return place;
}

Place PlacesOn::inDp(Place place) const {
    const Point centre = centreOf(place);
    place.xMeasure = place.yMeasure = PlaceMeasure::Dp;
    return centredAt(std::move(place), centre);
}

}
