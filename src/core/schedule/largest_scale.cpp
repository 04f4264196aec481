// SPDX-License-Identifier: MIT
#include "core/schedule/largest_scale.h"

#include <algorithm>
#include <cmath>

namespace scaena::schedule {

namespace {

using motion::Property;

double largestOf(const Schedule& schedule, int layer, Property property) {
    double largest = 1;
    for (const auto& segment : schedule.timeline(layer, property).segments()) {
        for (const auto& key : segment.keys()) {
            largest = std::max(largest, std::abs(key.value));
        }
    }
    return largest;
}

}

double largestScale(const Schedule& schedule, int layer) {
    double scale = 1;
    for (int index = layer; index >= 0;
         index = schedule.plan->layers[static_cast<std::size_t>(index)].parent) {
        scale *= std::max(largestOf(schedule, index, Property::ScaleX),
                          largestOf(schedule, index, Property::ScaleY));
    }
    const auto& it = *schedule.plan->layers[static_cast<std::size_t>(layer)].source;
    for (const auto* place :
         {it.destination ? &*it.destination : nullptr, it.landscape ? &*it.landscape : nullptr}) {
        if (place && it.place.width > 0 && it.place.height > 0) {
            scale = std::max({scale, place->width / it.place.width, place->height / it.place.height});
        }
    }
    return scale;
}

}
